<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

use PHPUnit\Framework\Attributes\DataProvider;

/** Everything into a file and back, while people work, and whatever happens meanwhile. */
final class BackupTest extends InstallTestCase
{
    private const FILE = 'one.pulsanda';

    public static function setUpBeforeClass(): void
    {
        self::instance()->start();
    }

    public function testABackupGoesWhereOneSays(): void
    {
        $here = self::instance();
        self::assertStringContainsString('was read back to be sure', $here->does(['bin/backup', self::FILE]), 'a relative path');
        self::assertSame('600', substr(decoct((int) fileperms("$here->folder/".self::FILE)), -3));
        self::assertStringContainsString('is there already; name another file', $here->refuses(['bin/backup', self::FILE]));
        self::assertStringContainsString('There is no folder /nowhere; make it first.', $here->refuses(['bin/backup', '/nowhere/x']));
        self::assertStringContainsString('is a folder; name a file in it', $here->refuses(['bin/backup', $here->folder]));
    }

    public function testAFullDiskIsSaidAndLeavesNothing(): void
    {
        $here = self::instance();
        $disk = "$here->folder/small";
        mkdir($disk);
        Instance::shell('mount -t tmpfs -o size=16k none "$DISK"', ['DISK' => $disk]);
        try {
            $told = $here->refuses(['bin/backup', "$disk/x.pulsanda"]);
            self::assertMatchesRegularExpression('/could not be written; \d+ MB of disk are free there/', $told);
            self::assertSame([], array_diff(scandir($disk) ?: [], ['.', '..']));
        } finally {
            Instance::shell('umount "$DISK"', ['DISK' => $disk]);
        }
        self::assertSame([], glob("$here->folder/var/backup.*[!k]") ?: [], 'no folder is left');
        self::assertSame('', $here->sql("SELECT datname FROM pg_database WHERE datname LIKE '%check'", 'postgres'));
    }

    public function testDailyOnesAreThinned(): void
    {
        $here = self::instance();
        $folder = "$here->folder/daily";
        self::assertStringContainsString('Say in', $here->refuses(['bin/backup', '--daily']));
        $set = ['BACKUP_FOLDER' => $folder, 'BACKUP_DAYS' => '60'];
        self::assertStringContainsString("There is no folder $folder; make it first.", $here->refuses(['bin/backup', '--daily'], $set));
        mkdir($folder);
        $today = new \DateTimeImmutable('today', new \DateTimeZone(date_default_timezone_get()));
        for ($days = 1; $days <= 100; ++$days) {
            file_put_contents("$folder/pulsanda-{$today->modify("-$days days")->format('Y-m-d')}.pulsanda", 'old');
        }
        file_put_contents("$folder/pulsanda-before-the-fair.pulsanda", 'one that somebody keeps');
        $here->does(['bin/backup', '--daily'], $set);
        $left = array_map(basename(...), glob("$folder/pulsanda-2*.pulsanda") ?: []);
        $ages = array_map(static fn (string $name): int => (int) $today->diff(new \DateTimeImmutable(substr($name, 9, 10)))->days, $left);
        sort($ages);
        self::assertSame([0, 1, 2, 3, 4, 5, 6], \array_slice($ages, 0, 7), 'all of a week');
        self::assertLessThan(60, end($ages));
        self::assertGreaterThanOrEqual(14, \count($ages));
        self::assertLessThanOrEqual(16, \count($ages), 'then one a week');
        self::assertFileExists("$folder/pulsanda-before-the-fair.pulsanda");
        self::assertStringContainsString('there is one a day', $here->does(['bin/backup', '--daily'], $set));
    }

    public function testARestoreWhilePeopleWork(): void
    {
        $here = self::instance();
        $here->sql("UPDATE school SET name = 'After the backup'");
        $people = $here->begin(['bash', '-c', 'while :; do curl -s --noproxy "*" "$0" >/dev/null; done', "http://127.0.0.1:$here->port/api/session"]);
        $told = $here->does(['bin/restore', self::FILE], typed: 'yes');
        $people->stop(0);
        self::assertStringContainsString('Everything is as in one.pulsanda.', $told);
        self::assertTrue($here->answers());
        self::assertSame('Saltmarsh Lantern Parade', $here->sql('SELECT name FROM school'));
        self::assertSame('After the backup', $here->sql('SELECT name FROM school', 'pulsanda_before'));
        $this->assertNothingIsLeft();
        $here->does(['bin/restore', '--before'], typed: 'yes');
        self::assertSame('After the backup', $here->sql('SELECT name FROM school'));
        self::assertTrue($here->answers());
    }

    public function testWhatIsNoBackupChangesNothing(): void
    {
        $here = self::instance();
        self::assertStringContainsString('Nothing was changed', $here->refuses(['bin/restore', self::FILE], typed: 'no'));
        $broken = "$here->folder/broken.pulsanda";
        file_put_contents($broken, substr((string) file_get_contents("$here->folder/".self::FILE), 0, 40_000));
        self::assertStringContainsString('it is broken; nothing was changed', $here->refuses(['bin/restore', $broken], typed: 'yes'));
        self::assertStringContainsString('There is no file', $here->refuses(['bin/restore', 'nothing']));
        self::assertSame('After the backup', $here->sql('SELECT name FROM school'));
        $this->assertNothingIsLeft();
    }

    public function testARestoreThatDoesNotAnswerIsGivenBack(): void
    {
        $here = self::instance();
        $front = "$here->folder/var/code/current/public/index.php";
        $works = (string) file_get_contents($front);
        $name = var_export("$here->folder/var/restore", true);
        // As long as the restored rows are not settled, this version of the code does not bear them.
        file_put_contents($front, str_replace("\nuse ", "\nif (is_dir($name)) { http_response_code(503); exit; }\nuse ", $works));
        $rows = $here->sql('SELECT string_agg(name, \',\' ORDER BY id) FROM account');
        $secret = Instance::shell('grep APP_SECRET "$F/var/secrets"', ['F' => $here->folder]);
        try {
            $told = $here->refuses(['bin/restore', self::FILE], typed: 'yes');
            self::assertStringContainsString('everything is as it was before, and runs at', $told);
            self::assertTrue($here->answers());
            self::assertSame('After the backup', $here->sql('SELECT name FROM school'));
            self::assertSame($rows, $here->sql('SELECT string_agg(name, \',\' ORDER BY id) FROM account'));
            self::assertSame($secret, Instance::shell('grep APP_SECRET "$F/var/secrets"', ['F' => $here->folder]));
            $this->assertNothingIsLeft();
        } finally {
            file_put_contents($front, $works);
        }
    }

    #[DataProvider('moments')]
    public function testARestoreThatIsKilledIsAllOrNothing(string $when): void
    {
        $here = self::instance();
        $here->sql("UPDATE school SET name = 'After the backup'");
        $here->killed(['bin/restore', self::FILE], fn (): bool => $this->is($when), $when, 'yes');
        $here->start();
        self::assertTrue($here->answers());
        self::assertContains($here->sql('SELECT name FROM school'), ['Saltmarsh Lantern Parade', 'After the backup']);
        // What is sealed with the secret opens: the application has the one that belongs to these rows.
        self::assertSame('28', $here->sql('SELECT count(*) FROM account'));
        $this->assertNothingIsLeft();
    }

    /** @return iterable<string, array{string}> */
    public static function moments(): iterable
    {
        yield 'while the file is read' => ['restore'];
        yield 'while rows are brought back' => ['_restored'];
        yield 'after people were stopped' => ['stopped'];
        yield 'after the databases were exchanged' => ['_leaving'];
    }

    private function is(string $when): bool
    {
        $here = self::instance();

        return match ($when) {
            'restore' => is_dir("$here->folder/var/restore"),
            'stopped' => 0 === $here->ask()[0],
            default => $here->finds("SELECT 1 FROM pg_database WHERE datname = 'pulsanda$when'", 'postgres'),
        };
    }

    private function assertNothingIsLeft(): void
    {
        $here = self::instance();
        self::assertDirectoryDoesNotExist("$here->folder/var/restore");
        self::assertSame('', $here->sql("SELECT datname FROM pg_database WHERE datname ~ '_(check|restored|leaving)$'", 'postgres'));
    }
}
