<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261124000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Schools, people, classes, assignments, drafts, attempts and feedback; sessions and limits.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE account (id UUID NOT NULL, password VARCHAR(255) NOT NULL, sign_in VARCHAR(60) NOT NULL, name VARCHAR(120) NOT NULL, role VARCHAR(10) NOT NULL, school_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_7D3656A4E629950B ON account (sign_in)');
        $this->addSql('CREATE INDEX IDX_7D3656A4C32A47EE ON account (school_id)');
        $this->addSql('CREATE TABLE assignment (id UUID NOT NULL, published_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, due_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, title VARCHAR(120) NOT NULL, brief TEXT NOT NULL, created_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, school_id UUID NOT NULL, course_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_30C544BAC32A47EE ON assignment (school_id)');
        $this->addSql('CREATE INDEX IDX_30C544BA591CC992 ON assignment (course_id)');
        $this->addSql('CREATE TABLE attempt (id UUID NOT NULL, number INT NOT NULL, pattern JSON NOT NULL, note VARCHAR(500) NOT NULL, handed_in_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, results JSON NOT NULL, placement DOUBLE PRECISION NOT NULL, suggested DOUBLE PRECISION DEFAULT NULL, school_id UUID NOT NULL, part_id UUID NOT NULL, student_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_18EC0266C32A47EE ON attempt (school_id)');
        $this->addSql('CREATE INDEX IDX_18EC02664CE34BEC ON attempt (part_id)');
        $this->addSql('CREATE INDEX IDX_18EC0266CB944F1A ON attempt (student_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_18EC02664CE34BECCB944F1A96901F54 ON attempt (part_id, student_id, number)');
        $this->addSql('CREATE TABLE course (id UUID NOT NULL, name VARCHAR(120) NOT NULL, counting VARCHAR(10) NOT NULL, school_id UUID NOT NULL, teacher_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_169E6FB9C32A47EE ON course (school_id)');
        $this->addSql('CREATE INDEX IDX_169E6FB941807E1D ON course (teacher_id)');
        $this->addSql('CREATE TABLE draft (id UUID NOT NULL, version INT DEFAULT 1 NOT NULL, pattern JSON NOT NULL, note VARCHAR(500) NOT NULL, saved_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, school_id UUID NOT NULL, part_id UUID NOT NULL, student_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_467C9694C32A47EE ON draft (school_id)');
        $this->addSql('CREATE INDEX IDX_467C96944CE34BEC ON draft (part_id)');
        $this->addSql('CREATE INDEX IDX_467C9694CB944F1A ON draft (student_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_467C96944CE34BECCB944F1A ON draft (part_id, student_id)');
        $this->addSql('CREATE TABLE enrolment (school_id UUID NOT NULL, course_id UUID NOT NULL, student_id UUID NOT NULL, PRIMARY KEY (course_id, student_id))');
        $this->addSql('CREATE INDEX IDX_C04D5114C32A47EE ON enrolment (school_id)');
        $this->addSql('CREATE INDEX IDX_C04D5114591CC992 ON enrolment (course_id)');
        $this->addSql('CREATE INDEX IDX_C04D5114CB944F1A ON enrolment (student_id)');
        $this->addSql('CREATE TABLE feedback (id UUID NOT NULL, returned_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, mark DOUBLE PRECISION DEFAULT NULL, text TEXT NOT NULL, school_id UUID NOT NULL, attempt_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_D2294458C32A47EE ON feedback (school_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_D2294458B191BE6B ON feedback (attempt_id)');
        $this->addSql('CREATE TABLE part (id UUID NOT NULL, position INT NOT NULL, kind VARCHAR(10) NOT NULL, view VARCHAR(10) NOT NULL, instruments TEXT NOT NULL, start JSON NOT NULL, targets JSON NOT NULL, policy JSON NOT NULL, school_id UUID NOT NULL, assignment_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_490F70C6C32A47EE ON part (school_id)');
        $this->addSql('CREATE INDEX IDX_490F70C6D19302F8 ON part (assignment_id)');
        $this->addSql('CREATE TABLE school (id UUID NOT NULL, name VARCHAR(120) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('ALTER TABLE account ADD CONSTRAINT FK_7D3656A4C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE assignment ADD CONSTRAINT FK_30C544BAC32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE assignment ADD CONSTRAINT FK_30C544BA591CC992 FOREIGN KEY (course_id) REFERENCES course (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE attempt ADD CONSTRAINT FK_18EC0266C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE attempt ADD CONSTRAINT FK_18EC02664CE34BEC FOREIGN KEY (part_id) REFERENCES part (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE attempt ADD CONSTRAINT FK_18EC0266CB944F1A FOREIGN KEY (student_id) REFERENCES account (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE course ADD CONSTRAINT FK_169E6FB9C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE course ADD CONSTRAINT FK_169E6FB941807E1D FOREIGN KEY (teacher_id) REFERENCES account (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE draft ADD CONSTRAINT FK_467C9694C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE draft ADD CONSTRAINT FK_467C96944CE34BEC FOREIGN KEY (part_id) REFERENCES part (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE draft ADD CONSTRAINT FK_467C9694CB944F1A FOREIGN KEY (student_id) REFERENCES account (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE enrolment ADD CONSTRAINT FK_C04D5114C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE enrolment ADD CONSTRAINT FK_C04D5114591CC992 FOREIGN KEY (course_id) REFERENCES course (id)');
        $this->addSql('ALTER TABLE enrolment ADD CONSTRAINT FK_C04D5114CB944F1A FOREIGN KEY (student_id) REFERENCES account (id)');
        $this->addSql('ALTER TABLE feedback ADD CONSTRAINT FK_D2294458C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE feedback ADD CONSTRAINT FK_D2294458B191BE6B FOREIGN KEY (attempt_id) REFERENCES attempt (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE part ADD CONSTRAINT FK_490F70C6C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE part ADD CONSTRAINT FK_490F70C6D19302F8 FOREIGN KEY (assignment_id) REFERENCES assignment (id) NOT DEFERRABLE');
        $this->addSql('CREATE TABLE sessions (sess_id VARCHAR(128) NOT NULL PRIMARY KEY, sess_data BYTEA NOT NULL, sess_lifetime INTEGER NOT NULL, sess_time INTEGER NOT NULL)');
        $this->addSql('CREATE INDEX sessions_sess_lifetime_idx ON sessions (sess_lifetime)');
        $this->addSql('CREATE TABLE cache_items (item_id VARCHAR(255) NOT NULL PRIMARY KEY, item_data BYTEA NOT NULL, item_lifetime INTEGER, item_time INTEGER NOT NULL)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('This is the first state of the database.');
    }
}
