<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261130000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Usernames are reserved in a table of their own; starter passwords stay, sealed, until their slips are printed or used.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE username (name VARCHAR(60) NOT NULL PRIMARY KEY, reserved_at TIMESTAMP(0) WITH TIME ZONE NOT NULL)');
        $this->addSql('INSERT INTO username SELECT sign_in, now() FROM account UNION SELECT sign_in, now() FROM joining');
        $this->addSql('ALTER TABLE account ADD starter TEXT DEFAULT NULL');
        // Somebody may ask to join with the account that they have: then its username stands there too.
        $this->addSql('DROP INDEX UNIQ_6B7DA62BE629950B');
        $this->addSql('ALTER TABLE joining ADD account_id UUID DEFAULT NULL');
        $this->addSql('ALTER TABLE joining ADD CONSTRAINT joining_of FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE');
        $this->addSql('CREATE UNIQUE INDEX joining_account ON joining (course_id, account_id)');
        $this->addSql('ALTER TABLE course ADD lesson_day SMALLINT DEFAULT NULL, ADD lesson_time VARCHAR(5) DEFAULT NULL');
        // A press that claims an earlier time counts from its arrival, unless its teacher accepts it. What was taken so far stays.
        $this->addSql('ALTER TABLE attempt ADD press_accepted BOOLEAN DEFAULT NULL');
        $this->addSql('UPDATE attempt SET press_accepted = true WHERE pressed_at IS NOT NULL');
        $this->addSql('ALTER TABLE assignment ADD trusts_presses BOOLEAN DEFAULT false NOT NULL');
        // People sort by family or given name, as the school chooses, and classes as they are counted: 8b before 10a.
        $this->addSql("ALTER TABLE school ADD sort_by VARCHAR(6) DEFAULT 'given' NOT NULL");
        $this->addSql("CREATE COLLATION counted (provider = icu, locale = 'und-u-kn-true')");
        $this->addSql(<<<'SQL'
            CREATE FUNCTION sort_name(a account) RETURNS text LANGUAGE sql STABLE AS $$
                SELECT CASE (SELECT sort_by FROM school WHERE id = a.school_id) WHEN 'family'
                    THEN coalesce(nullif(a.family, ''), regexp_replace(a.name, '^.*\s', '')) || ', ' || a.name ELSE a.name END
            $$
            SQL);
        // From where somebody failed to sign in is kept for some weeks, beside the record that nobody may change.
        $this->addSql('CREATE TABLE deed_address (deed_id UUID NOT NULL PRIMARY KEY, address VARCHAR(45) NOT NULL, '
            .'at TIMESTAMP(0) WITH TIME ZONE NOT NULL)');
        $this->addSql('CREATE INDEX deed_address_at ON deed_address (at)');
        $this->addSql("INSERT INTO deed_address SELECT id, details->>'address', at FROM deed WHERE details->>'address' IS NOT NULL");
        $this->addSql("UPDATE deed SET details = (details::jsonb - 'address')::json WHERE details->>'address' IS NOT NULL");
        // What is open already cannot be taken back.
        $this->addSql('ALTER TABLE feedback ADD opened_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
        $this->addSql('UPDATE feedback SET opened_at = returned_at WHERE returned_at IS NOT NULL');
        $this->addSql('CREATE TABLE past_enrolment (course_id UUID NOT NULL, student_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'until TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY (course_id, student_id))');
        foreach (['course' => 'course', 'student' => 'account', 'school' => 'school'] as $column => $table) {
            $this->addSql("ALTER TABLE past_enrolment ADD CONSTRAINT past_enrolment_$column FOREIGN KEY ({$column}_id) REFERENCES $table (id)"
                .('school' === $column ? '' : ' ON DELETE CASCADE'));
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account DROP starter');
        $this->addSql('DROP TABLE username');
    }
}
