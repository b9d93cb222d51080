<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261205000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'How the sheets of a class are drawn.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE course ADD sheet_like_staff BOOLEAN DEFAULT false NOT NULL');
        $this->addSql('ALTER TABLE course ADD sheet_values BOOLEAN DEFAULT false NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE course DROP sheet_values');
        $this->addSql('ALTER TABLE course DROP sheet_like_staff');
    }
}
