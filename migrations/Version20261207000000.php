<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261207000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The language of a class, where it is not that of its school.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE course ADD language VARCHAR(10) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE course DROP language');
    }
}
