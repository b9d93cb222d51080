<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261204000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The ids of another system for the places of teachers in classes, and what a phrase is for.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE colleague ADD source VARCHAR(60) DEFAULT NULL');
        $this->addSql('ALTER TABLE phrase ADD kind VARCHAR(20) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE phrase DROP kind');
        $this->addSql('ALTER TABLE colleague DROP source');
    }
}
