<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261211000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Feedback, and the answer to it, can be spoken.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE spoken_words (
                id UUID NOT NULL, school_id UUID NOT NULL, attempt_id UUID NOT NULL, speaker VARCHAR(10) NOT NULL,
                opus BYTEA NOT NULL, seconds DOUBLE PRECISION NOT NULL, caption TEXT DEFAULT '' NOT NULL, PRIMARY KEY (id))
            SQL);
        $this->addSql('CREATE INDEX IDX_21FC4DC8C32A47EE ON spoken_words (school_id)');
        $this->addSql('CREATE INDEX IDX_21FC4DC8B191BE6B ON spoken_words (attempt_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_21FC4DC8B191BE6B7B85DB61 ON spoken_words (attempt_id, speaker)');
        $this->addSql('ALTER TABLE spoken_words ADD CONSTRAINT FK_21FC4DC8C32A47EE FOREIGN KEY (school_id) REFERENCES school (id)');
        $this->addSql(<<<'SQL'
            ALTER TABLE spoken_words ADD CONSTRAINT FK_21FC4DC8B191BE6B
                FOREIGN KEY (attempt_id) REFERENCES attempt (id) ON DELETE CASCADE
            SQL);
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE spoken_words');
    }
}
