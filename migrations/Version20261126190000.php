<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126190000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Sounds that people bring for rows of their own.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE own_sound (
                id UUID NOT NULL PRIMARY KEY,
                school_id UUID NOT NULL CONSTRAINT own_sound_school REFERENCES school (id),
                account_id UUID NOT NULL CONSTRAINT own_sound_account REFERENCES account (id) ON DELETE CASCADE,
                name VARCHAR(40) NOT NULL,
                flac BYTEA NOT NULL,
                samples INT NOT NULL,
                bytes INT NOT NULL
            )
            SQL);
        $this->addSql('CREATE UNIQUE INDEX UNIQ_DBBB7B519B6B5FBA5E237E06 ON own_sound (account_id, name)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE own_sound');
    }
}
