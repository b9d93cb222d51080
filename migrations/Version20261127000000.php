<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A school over years: its zone and habits, years and colleagues of classes, late work, leave for one student, imported lists.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE school ADD zone VARCHAR(40) DEFAULT 'UTC' NOT NULL, ADD counting VARCHAR(10) DEFAULT 'syllables' NOT NULL, "
            .'ADD points SMALLINT DEFAULT 20 NOT NULL, ADD keep_years SMALLINT DEFAULT NULL');
        $this->addSql("ALTER TABLE course ADD year VARCHAR(20) DEFAULT '' NOT NULL, "
            .'ADD archived_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
        $this->addSql('ALTER TABLE assignment ADD late BOOLEAN DEFAULT false NOT NULL, ADD grace SMALLINT DEFAULT 0 NOT NULL, '
            .'ADD weight DOUBLE PRECISION DEFAULT 1 NOT NULL');
        $this->addSql("ALTER TABLE account ADD family VARCHAR(60) DEFAULT '' NOT NULL, ADD email VARCHAR(200) DEFAULT '' NOT NULL, "
            .'ADD source VARCHAR(60) DEFAULT NULL');
        $this->addSql('CREATE INDEX account_source ON account (school_id, source)');
        $this->addSql('CREATE TABLE colleague (course_id UUID NOT NULL, account_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'PRIMARY KEY (course_id, account_id))');
        $this->keys('colleague', [
            'course' => 'IDX_494C5FF2591CC992',
            'account' => 'IDX_494C5FF29B6B5FBA',
            'school' => 'IDX_494C5FF2C32A47EE',
        ]);
        // Whoever teaches a class, whether it is theirs or shared with them.
        $this->addSql('CREATE VIEW teaching AS SELECT id AS course_id, teacher_id AS account_id FROM course '
            .'UNION ALL SELECT course_id, account_id FROM colleague');
        $this->addSql('CREATE TABLE leave (assignment_id UUID NOT NULL, student_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'until TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, excused BOOLEAN DEFAULT false NOT NULL, reason VARCHAR(300) NOT NULL, '
            .'PRIMARY KEY (assignment_id, student_id))');
        $this->keys('leave', [
            'assignment' => 'IDX_9BB080D0D19302F8',
            'student' => 'IDX_9BB080D0CB944F1A',
            'school' => 'IDX_9BB080D0C32A47EE',
        ]);
        $this->addSql('CREATE TABLE intake (id UUID NOT NULL PRIMARY KEY, school_id UUID NOT NULL, by_id UUID NOT NULL, '
            .'at TIMESTAMP(0) WITH TIME ZONE NOT NULL, made JSON NOT NULL)');
        $this->keys('intake', ['school' => 'IDX_AEA2877AC32A47EE', 'by' => 'IDX_AEA2877AAAE72004']);
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP VIEW teaching');
        foreach (['intake', 'leave', 'colleague'] as $table) {
            $this->addSql("DROP TABLE $table");
        }
        $this->addSql('DROP INDEX account_source');
        $this->addSql('ALTER TABLE account DROP family, DROP email, DROP source');
        $this->addSql('ALTER TABLE assignment DROP late, DROP grace, DROP weight');
        $this->addSql('ALTER TABLE course DROP year, DROP archived_at');
        $this->addSql('ALTER TABLE school DROP zone, DROP counting, DROP points, DROP keep_years');
    }

    /** @param array<string, string> $to name of the index by what is meant */
    private function keys(string $table, array $to): void
    {
        foreach ($to as $one => $index) {
            $other = ['student' => 'account', 'by' => 'account'][$one] ?? $one;
            $this->addSql("ALTER TABLE $table ADD CONSTRAINT {$table}_$one FOREIGN KEY ({$one}_id) REFERENCES $other (id)");
            $this->addSql("CREATE INDEX $index ON $table ({$one}_id)");
        }
    }
}
