<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125120000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Requirements, help and waiting of parts; what is said of attempts; pins and corrections; phrases; comparing again';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE part ADD requirements JSON DEFAULT '[]' NOT NULL, ADD help JSON DEFAULT '{}' NOT NULL, ADD waits BOOLEAN DEFAULT false NOT NULL, ADD points DOUBLE PRECISION DEFAULT 0 NOT NULL");
        $this->addSql("UPDATE part SET points = (policy->>'points')::float");
        $this->addSql('ALTER TABLE part ALTER requirements DROP DEFAULT, ALTER help DROP DEFAULT, ALTER waits DROP DEFAULT, ALTER points DROP DEFAULT');
        $this->addSql("ALTER TABLE attempt ADD checked JSON DEFAULT NULL, ADD aspects JSON DEFAULT '{}' NOT NULL, ADD said JSON DEFAULT '[]' NOT NULL");
        $this->addSql("UPDATE attempt SET aspects = coalesce(results->0->'aspects', '{}'), said = coalesce((SELECT json_agg(s->>'text') FROM json_array_elements(results->0->'statements') s), '[]')");
        $this->addSql('ALTER TABLE attempt ALTER aspects DROP DEFAULT, ALTER said DROP DEFAULT, DROP placement');
        $this->addSql("ALTER TABLE feedback ADD pins JSON DEFAULT '[]' NOT NULL, ADD correction JSON DEFAULT NULL");
        $this->addSql('ALTER TABLE feedback ALTER pins DROP DEFAULT');
        $this->addSql('CREATE TABLE phrase (id UUID NOT NULL, text VARCHAR(300) NOT NULL, school_id UUID NOT NULL, teacher_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_A24BE60CC32A47EE ON phrase (school_id)');
        $this->addSql('CREATE INDEX IDX_A24BE60C41807E1D ON phrase (teacher_id)');
        $this->addSql('CREATE TABLE recomparison (id UUID NOT NULL, done INT NOT NULL, run INT NOT NULL, finished_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, total INT NOT NULL, asked_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, school_id UUID NOT NULL, part_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_94E74DDEC32A47EE ON recomparison (school_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_94E74DDE4CE34BEC ON recomparison (part_id)');
        $this->addSql('CREATE TABLE asked (id UUID NOT NULL, checks INT NOT NULL, hearings INT NOT NULL, school_id UUID NOT NULL, part_id UUID NOT NULL, student_id UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX IDX_D2DB8F0C32A47EE ON asked (school_id)');
        $this->addSql('CREATE INDEX IDX_D2DB8F04CE34BEC ON asked (part_id)');
        $this->addSql('CREATE INDEX IDX_D2DB8F0CB944F1A ON asked (student_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_D2DB8F04CE34BECCB944F1A ON asked (part_id, student_id)');
        $this->addSql('ALTER TABLE phrase ADD CONSTRAINT FK_A24BE60CC32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE phrase ADD CONSTRAINT FK_A24BE60C41807E1D FOREIGN KEY (teacher_id) REFERENCES account (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE recomparison ADD CONSTRAINT FK_94E74DDEC32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE recomparison ADD CONSTRAINT FK_94E74DDE4CE34BEC FOREIGN KEY (part_id) REFERENCES part (id) ON DELETE CASCADE NOT DEFERRABLE');
        $this->addSql('ALTER TABLE asked ADD CONSTRAINT FK_D2DB8F0C32A47EE FOREIGN KEY (school_id) REFERENCES school (id) NOT DEFERRABLE');
        $this->addSql('ALTER TABLE asked ADD CONSTRAINT FK_D2DB8F04CE34BEC FOREIGN KEY (part_id) REFERENCES part (id) ON DELETE CASCADE NOT DEFERRABLE');
        $this->addSql('ALTER TABLE asked ADD CONSTRAINT FK_D2DB8F0CB944F1A FOREIGN KEY (student_id) REFERENCES account (id) NOT DEFERRABLE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE recomparison');
        $this->addSql('DROP TABLE phrase');
        $this->addSql('DROP TABLE asked');
        $this->addSql('ALTER TABLE feedback DROP pins, DROP correction');
        $this->addSql('ALTER TABLE attempt ADD placement DOUBLE PRECISION DEFAULT NULL, DROP checked, DROP aspects, DROP said');
        $this->addSql('ALTER TABLE part DROP requirements, DROP help, DROP waits, DROP points');
    }
}
