<?php

declare(strict_types=1);

namespace Pulsanda\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261209000000 extends AbstractMigration
{
    private const TABLES = [
        'kept' => 'shelf_item',
        'lent' => 'shared_item',
        'kept_kit' => 'saved_kit',
        'lent_kit' => 'shared_kit',
        'leave' => 'exemption',
        'asked' => 'help_use',
        'deed' => 'audit_entry',
        'deed_address' => 'audit_address',
    ];

    private const INDEXES = [
        'idx_2e615f6c32a47ee' => 'idx_bceebf10c32a47ee',
        'uniq_2e615f69b6b5fba5e237e06' => 'uniq_bceebf109b6b5fba5e237e06',
        'idx_fb286a067e3c61f9' => 'idx_97e3b3407e3c61f9',
        'idx_fb286a06c32a47ee138cf4bb' => 'idx_97e3b340c32a47ee138cf4bb',
        'idx_89498c20c32a47ee' => 'idx_2c6af987c32a47ee',
        'idx_89498c20fbce3e7a6a57fd3c' => 'idx_2c6af987fbce3e7a6a57fd3c',
        'deed_who' => 'audit_entry_who',
        'idx_31ff7f043a8e60ef' => 'idx_7ec905ec3a8e60ef',
        'uniq_b2be6d60591cc992c86b92ae' => 'uniq_a5ed4e86591cc992126f525e',
        'uniq_b2be6d60591cc99243520d01' => 'uniq_a5ed4e86591cc99243520d01',
        'idx_d2db8f0c32a47ee' => 'idx_c1d82266c32a47ee',
        'idx_d2db8f04ce34bec' => 'idx_c1d822664ce34bec',
        'idx_d2db8f0cb944f1a' => 'idx_c1d82266cb944f1a',
        'uniq_d2db8f04ce34beccb944f1a' => 'uniq_c1d822664ce34beccb944f1a',
        'idx_9bb080d0d19302f8' => 'idx_f04a393ad19302f8',
        'idx_9bb080d0cb944f1a' => 'idx_f04a393acb944f1a',
        'idx_9bb080d0c32a47ee' => 'idx_f04a393ac32a47ee',
    ];

    public function getDescription(): string
    {
        return 'Tables have the names of what they hold.';
    }

    public function up(Schema $schema): void
    {
        foreach (self::TABLES as $old => $new) {
            $this->addSql("ALTER TABLE $old RENAME TO $new");
        }
        $this->addSql('ALTER TABLE shared_item RENAME kept_id TO item_id');
        $this->addSql('ALTER TABLE audit_address RENAME deed_id TO entry_id');
        $this->addSql("UPDATE audit_entry SET what = 'exemption' WHERE what = 'leave'");
        foreach (self::INDEXES as $old => $new) {
            $this->addSql("ALTER INDEX $old RENAME TO $new");
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql("UPDATE audit_entry SET what = 'leave' WHERE what = 'exemption'");
        foreach (self::INDEXES as $old => $new) {
            $this->addSql("ALTER INDEX $new RENAME TO $old");
        }
        $this->addSql('ALTER TABLE audit_address RENAME entry_id TO deed_id');
        $this->addSql('ALTER TABLE shared_item RENAME item_id TO kept_id');
        foreach (self::TABLES as $old => $new) {
            $this->addSql("ALTER TABLE $new RENAME TO $old");
        }
    }
}
