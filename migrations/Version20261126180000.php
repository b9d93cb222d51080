<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126180000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Sound that is taken away; patterns whose kit never shipped are played with the usual one.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE rendering (
                id UUID NOT NULL PRIMARY KEY,
                school_id UUID NOT NULL CONSTRAINT rendering_school REFERENCES school (id),
                account_id UUID NOT NULL CONSTRAINT rendering_account REFERENCES account (id) ON DELETE CASCADE,
                beats JSON NOT NULL,
                asked JSON NOT NULL,
                name VARCHAR(160) NOT NULL,
                total BIGINT NOT NULL,
                done BIGINT DEFAULT 0 NOT NULL,
                state VARCHAR(10) DEFAULT 'waiting' NOT NULL,
                beat_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL,
                ends_at TIMESTAMP(0) WITH TIME ZONE NOT NULL
            )
            SQL);
        $this->addSql('CREATE INDEX IDX_17F1F9812F4A8AA7 ON rendering (ends_at)');
        $ships = "('boathouse', 'parade', 'pier', 'tide-pool', 'beacon')";
        foreach (['draft' => 'pattern', 'draft_state' => 'pattern', 'attempt' => 'pattern', 'part' => 'start'] as $table => $column) {
            $this->addSql(
                "UPDATE $table SET $column = jsonb_set($column::jsonb, '{kit}', '\"boathouse\"')::json
                 WHERE $column->>'kit' NOT IN $ships",
            );
        }
        $this->addSql(<<<SQL
            UPDATE part SET targets = (
                SELECT json_agg(jsonb_set(one, '{kit}', '"boathouse"')) FROM jsonb_array_elements(targets::jsonb) one
            ) WHERE EXISTS (SELECT 1 FROM jsonb_array_elements(targets::jsonb) one WHERE one->>'kit' NOT IN $ships)
            SQL);
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE rendering');
    }
}
