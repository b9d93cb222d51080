<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261203000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The ids of another system for classes and places in them, whom it has disabled, and what a better comparison suggests.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE course ADD source VARCHAR(60) DEFAULT NULL');
        $this->addSql('CREATE UNIQUE INDEX course_source ON course (school_id, source)');
        $this->addSql('ALTER TABLE enrolment ADD source VARCHAR(60) DEFAULT NULL');
        $this->addSql('ALTER TABLE account ADD disabled_by_roster BOOLEAN DEFAULT false NOT NULL');
        $this->addSql('ALTER TABLE attempt ADD improved BOOLEAN DEFAULT false NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE attempt DROP improved');
        $this->addSql('ALTER TABLE account DROP disabled_by_roster');
        $this->addSql('ALTER TABLE enrolment DROP source');
        $this->addSql('DROP INDEX course_source');
        $this->addSql('ALTER TABLE course DROP source');
    }
}
