<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127020000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Columns of a teacher\'s own in the marks over the term.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE own_column (id UUID NOT NULL PRIMARY KEY, course_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'title VARCHAR(120) NOT NULL, points DOUBLE PRECISION NOT NULL, weight DOUBLE PRECISION DEFAULT 1 NOT NULL)');
        $this->addSql('ALTER TABLE own_column ADD CONSTRAINT own_column_course FOREIGN KEY (course_id) REFERENCES course (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE own_column ADD CONSTRAINT own_column_school FOREIGN KEY (school_id) REFERENCES school (id)');
        $this->addSql('CREATE INDEX IDX_8BC9949D591CC992 ON own_column (course_id)');
        $this->addSql('CREATE INDEX IDX_8BC9949DC32A47EE ON own_column (school_id)');
        $this->addSql('CREATE TABLE own_mark (column_id UUID NOT NULL, student_id UUID NOT NULL, school_id UUID NOT NULL, '
            .'mark DOUBLE PRECISION NOT NULL, PRIMARY KEY (column_id, student_id))');
        $this->addSql('ALTER TABLE own_mark ADD CONSTRAINT own_mark_column FOREIGN KEY (column_id) REFERENCES own_column (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE own_mark ADD CONSTRAINT own_mark_student FOREIGN KEY (student_id) REFERENCES account (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE own_mark ADD CONSTRAINT own_mark_school FOREIGN KEY (school_id) REFERENCES school (id)');
        $this->addSql('CREATE INDEX IDX_8AAB9886BE8E8ED5 ON own_mark (column_id)');
        $this->addSql('CREATE INDEX IDX_8AAB9886CB944F1A ON own_mark (student_id)');
        $this->addSql('CREATE INDEX IDX_8AAB9886C32A47EE ON own_mark (school_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE own_mark');
        $this->addSql('DROP TABLE own_column');
    }
}
