<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261208000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Administrators are called so.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account ALTER role TYPE VARCHAR(20)');
        $this->addSql("UPDATE account SET role = 'administrator' WHERE role = 'keeper'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql("UPDATE account SET role = 'keeper' WHERE role = 'administrator'");
        $this->addSql('ALTER TABLE account ALTER role TYPE VARCHAR(10)');
    }
}
