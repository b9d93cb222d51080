<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Attempts keep the version of the comparison that judged them, and what was suggested before it was another.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE attempt ADD judge SMALLINT DEFAULT 1 NOT NULL, ADD suggested_before DOUBLE PRECISION DEFAULT NULL');
        $this->addSql('ALTER TABLE attempt ALTER judge DROP DEFAULT');
        $this->addSql("UPDATE messenger_messages SET queue_name = 'judging' WHERE queue_name = 'jobs' AND body LIKE '%JudgeAgain%'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE attempt DROP judge, DROP suggested_before');
    }
}
