<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Revisions of parts and what is judged by which; findings as data; versions of plans and answers; one press hands in once; the record of deeds; jobs';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE part ADD revision INT DEFAULT 1 NOT NULL');
        $this->addSql('ALTER TABLE part ALTER revision DROP DEFAULT');
        // How places are said is a matter of the class.
        $this->addSql("UPDATE part SET policy = policy::jsonb - 'counting'");
        // What was said in sentences cannot become data; every attempt counts as judged by no revision, and is judged again.
        $this->addSql("ALTER TABLE attempt ADD findings JSON DEFAULT '{\"meter\":[4,4,[1,1,1,1]],\"bars\":1,\"beat\":{\"meter\":[4,4,[1,1,1,1]],\"bars\":1},\"statements\":[],\"unmet\":[]}' NOT NULL, ADD found INT DEFAULT 0 NOT NULL, ADD told BOOLEAN DEFAULT true NOT NULL, ADD judged INT DEFAULT 0 NOT NULL, ADD failed INT DEFAULT NULL, ADD press UUID DEFAULT NULL");
        $this->addSql("UPDATE attempt SET found = json_array_length(said), results = '[]', checked = NULL");
        $this->addSql('ALTER TABLE attempt DROP said, ALTER findings DROP DEFAULT, ALTER found DROP DEFAULT, ALTER told DROP DEFAULT, ALTER judged DROP DEFAULT');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_18EC02664CE34BECCB944F1A7DC47CBD ON attempt (part_id, student_id, press)');
        $this->addSql('ALTER TABLE assignment ADD version INT DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE assignment ALTER version DROP DEFAULT');
        $this->addSql('ALTER TABLE feedback ADD version INT DEFAULT 1 NOT NULL');
        $this->addSql('ALTER TABLE account ADD signed_out_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL');
        $this->addSql('ALTER TABLE draft DROP CONSTRAINT FK_467C96944CE34BEC');
        $this->addSql('ALTER TABLE draft ADD CONSTRAINT FK_467C96944CE34BEC FOREIGN KEY (part_id) REFERENCES part (id) ON DELETE CASCADE NOT DEFERRABLE');
        $this->addSql('DROP TABLE recomparison');
        $this->addSql('CREATE TABLE deed (id UUID NOT NULL, what VARCHAR(30) NOT NULL, who UUID DEFAULT NULL, subject UUID DEFAULT NULL, details JSON NOT NULL, at TIMESTAMP(0) WITH TIME ZONE NOT NULL, school_id UUID DEFAULT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_89498C20C32A47EE ON deed (school_id)');
        $this->addSql('CREATE INDEX IDX_89498C20FBCE3E7A6A57FD3C ON deed (subject, at)');
        $this->addSql('ALTER TABLE deed ADD CONSTRAINT FK_89498C20C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('CREATE TABLE messenger_messages (id BIGSERIAL NOT NULL, body TEXT NOT NULL, headers TEXT NOT NULL, queue_name VARCHAR(190) NOT NULL, created_at TIMESTAMP(0) WITHOUT TIME ZONE NOT NULL, available_at TIMESTAMP(0) WITHOUT TIME ZONE NOT NULL, delivered_at TIMESTAMP(0) WITHOUT TIME ZONE DEFAULT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX messenger_messages_due ON messenger_messages (queue_name, available_at, delivered_at, id)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was said in sentences is gone.');
    }
}
