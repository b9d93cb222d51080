<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126200000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The Shelf: patterns and tasks that people keep, and what classes may take of it.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE kept (
                id UUID NOT NULL PRIMARY KEY,
                school_id UUID NOT NULL CONSTRAINT kept_school REFERENCES school (id),
                owner_id UUID NOT NULL CONSTRAINT kept_owner REFERENCES account (id) ON DELETE CASCADE,
                version INT NOT NULL,
                title VARCHAR(120) NOT NULL,
                listen VARCHAR(300) NOT NULL,
                tags JSON NOT NULL,
                level SMALLINT NOT NULL,
                shared BOOLEAN NOT NULL,
                glimpse JSON NOT NULL,
                pattern JSON DEFAULT NULL,
                plan JSON DEFAULT NULL
            )
            SQL);
        $this->addSql('CREATE INDEX IDX_FB286A067E3C61F9 ON kept (owner_id)');
        $this->addSql('CREATE INDEX IDX_FB286A06C32A47EE138CF4BB ON kept (school_id, shared)');
        $this->addSql(<<<'SQL'
            CREATE TABLE lent (
                id UUID NOT NULL PRIMARY KEY,
                school_id UUID NOT NULL CONSTRAINT lent_school REFERENCES school (id),
                course_id UUID NOT NULL CONSTRAINT lent_course REFERENCES course (id) ON DELETE CASCADE,
                kept_id UUID DEFAULT NULL CONSTRAINT lent_kept REFERENCES kept (id) ON DELETE CASCADE,
                groove VARCHAR(60) DEFAULT NULL
            )
            SQL);
        $this->addSql('CREATE UNIQUE INDEX UNIQ_B2BE6D60591CC992C86B92AE ON lent (course_id, kept_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_B2BE6D60591CC99243520D01 ON lent (course_id, groove)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE lent');
        $this->addSql('DROP TABLE kept');
    }
}
