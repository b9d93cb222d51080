<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A name of their own by which people are called; everything is judged again, since the core hears better.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account ADD given VARCHAR(60)');
        // Until somebody says otherwise; which part of a name is the given one cannot be told from it.
        $this->addSql("UPDATE account SET given = split_part(name, ' ', 1)");
        $this->addSql('ALTER TABLE account ALTER given SET NOT NULL');
        // pulsanda:tidy finds what is older than its part and asks the worker.
        $this->addSql('UPDATE part SET revision = revision + 1');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was judged again stays so.');
    }
}
