<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261206000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The language of a school, and of a person who reads another one.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE school ADD language VARCHAR(10) DEFAULT 'en-US' NOT NULL");
        $this->addSql('ALTER TABLE account ADD language VARCHAR(10) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account DROP language');
        $this->addSql('ALTER TABLE school DROP language');
    }
}
