<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What a task leaves open, and the states of a draft. */
final class Version20261125000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What a task leaves open to the student; earlier states of a draft; parts without a target';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE part ADD freedom JSON DEFAULT '{}' NOT NULL");
        $this->addSql('ALTER TABLE part ALTER freedom DROP DEFAULT');
        $this->addSql('ALTER TABLE attempt ALTER placement DROP NOT NULL');
        $this->addSql('CREATE TABLE draft_state (id UUID NOT NULL, version INT NOT NULL, pattern JSON NOT NULL, saved_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, kept BOOLEAN NOT NULL, school_id UUID NOT NULL, draft_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_A4E456D4C32A47EE ON draft_state (school_id)');
        $this->addSql('CREATE INDEX IDX_A4E456D4E2F3C5D1 ON draft_state (draft_id)');
        $this->addSql('CREATE INDEX IDX_A4E456D4E2F3C5D11EBFFEB0 ON draft_state (draft_id, saved_at)');
        $this->addSql('ALTER TABLE draft_state ADD CONSTRAINT FK_DS_SCHOOL FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE draft_state ADD CONSTRAINT FK_DS_DRAFT FOREIGN KEY (draft_id) REFERENCES draft (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE draft_state');
        $this->addSql('ALTER TABLE part DROP freedom');
    }
}
