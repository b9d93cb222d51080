<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126210000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Keepers of a school, accounts that can be disabled and must change their password, and the link with which a school begins.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account ADD must_change BOOLEAN DEFAULT false NOT NULL');
        $this->addSql('ALTER TABLE account ADD disabled_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
        $this->addSql('CREATE TABLE setup_link (hash VARCHAR(64) NOT NULL PRIMARY KEY)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE setup_link');
        $this->addSql('ALTER TABLE account DROP disabled_at');
        $this->addSql('ALTER TABLE account DROP must_change');
    }
}
