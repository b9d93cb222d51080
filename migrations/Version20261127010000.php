<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127010000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A second factor for staff, classes that are joined by a code, and links for a new password.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account ADD second TEXT DEFAULT NULL, ADD second_step BIGINT DEFAULT 0 NOT NULL, ADD recovery JSON DEFAULT NULL');
        $this->addSql('CREATE TABLE join_code (course_id UUID NOT NULL PRIMARY KEY, school_id UUID NOT NULL, code VARCHAR(12) NOT NULL, '
            .'ends_at TIMESTAMP(0) WITH TIME ZONE NOT NULL)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_E64D7D0177153098 ON join_code (code)');
        $this->addSql('CREATE TABLE joining (id UUID NOT NULL PRIMARY KEY, course_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'name VARCHAR(120) NOT NULL, given VARCHAR(60) NOT NULL, sign_in VARCHAR(60) NOT NULL, password VARCHAR(255) NOT NULL, '
            .'at TIMESTAMP(0) WITH TIME ZONE NOT NULL)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_6B7DA62BE629950B ON joining (sign_in)');
        foreach (['join_code' => 'IDX_E64D7D01C32A47EE', 'joining' => 'IDX_6B7DA62BC32A47EE'] as $table => $index) {
            $this->addSql("ALTER TABLE $table ADD CONSTRAINT {$table}_course FOREIGN KEY (course_id) REFERENCES course (id) ON DELETE CASCADE");
            $this->addSql("ALTER TABLE $table ADD CONSTRAINT {$table}_school FOREIGN KEY (school_id) REFERENCES school (id)");
            $this->addSql("CREATE INDEX $index ON $table (school_id)");
        }
        $this->addSql('CREATE INDEX IDX_6B7DA62B591CC992 ON joining (course_id)');
        $this->addSql('CREATE TABLE reset_link (hash VARCHAR(64) NOT NULL PRIMARY KEY, account_id UUID NOT NULL, '
            .'ends_at TIMESTAMP(0) WITH TIME ZONE NOT NULL)');
        $this->addSql('ALTER TABLE reset_link ADD CONSTRAINT reset_link_account FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE');
        $this->addSql('CREATE INDEX deed_who ON deed (who, at)');
        $this->addSql('CREATE INDEX IDX_C18B5D299B6B5FBA ON reset_link (account_id)');
    }

    public function down(Schema $schema): void
    {
        foreach (['reset_link', 'joining', 'join_code'] as $table) {
            $this->addSql("DROP TABLE $table");
        }
        $this->addSql('DROP INDEX deed_who');
        $this->addSql('ALTER TABLE account DROP second, DROP second_step, DROP recovery');
    }
}
