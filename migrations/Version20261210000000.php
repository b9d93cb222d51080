<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261210000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A student answers what was returned, in a sentence.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE feedback ADD reply VARCHAR(300) DEFAULT '' NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE feedback DROP reply');
    }
}
