<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126160000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Parts have a name and a brief of their own; a task can be closed; a beat says when it was handed in by the clock at hand.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE part ADD name VARCHAR(60) DEFAULT '' NOT NULL, ADD brief TEXT DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE part ALTER name DROP DEFAULT, ALTER brief DROP DEFAULT');
        $this->addSql('ALTER TABLE assignment ADD closed_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
        $this->addSql('ALTER TABLE attempt ADD pressed_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE part DROP name, DROP brief');
        $this->addSql('ALTER TABLE assignment DROP closed_at');
        $this->addSql('ALTER TABLE attempt DROP pressed_at');
    }
}
