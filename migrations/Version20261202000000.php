<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261202000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Kits that people put together, and the classes that may use them.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE kept_kit (id UUID NOT NULL PRIMARY KEY, school_id UUID NOT NULL REFERENCES school (id), '
            .'account_id UUID NOT NULL REFERENCES account (id) ON DELETE CASCADE, name VARCHAR(40) NOT NULL, kit JSON NOT NULL)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_2E615F69B6B5FBA5E237E06 ON kept_kit (account_id, name)');
        $this->addSql('CREATE INDEX IDX_2E615F6C32A47EE ON kept_kit (school_id)');
        $this->addSql('CREATE TABLE lent_kit (course_id UUID NOT NULL REFERENCES course (id) ON DELETE CASCADE, '
            .'kit_id UUID NOT NULL REFERENCES kept_kit (id) ON DELETE CASCADE, PRIMARY KEY (course_id, kit_id))');
        $this->addSql('CREATE INDEX IDX_31FF7F043A8E60EF ON lent_kit (kit_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE lent_kit');
        $this->addSql('DROP TABLE kept_kit');
    }
}
