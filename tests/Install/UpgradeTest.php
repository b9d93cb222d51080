<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

use PHPUnit\Framework\Attributes\DataProvider;

/** A new version of the code over one that runs: whatever is wrong with it, the one before goes on, and says why. */
final class UpgradeTest extends InstallTestCase
{
    private const MIGRATION = 'migrations/Version20991231000000.php';

    public static function setUpBeforeClass(): void
    {
        self::instance()->start();
    }

    public function testWhatRunsDoesNotCareWhatBecomesOfTheCheckout(): void
    {
        $here = self::instance();
        Instance::shell('mv "$F/src" "$F/src-away"; mv "$F/vendor" "$F/vendor-away"; mv "$F/public" "$F/public-away"', ['F' => $here->folder]);
        try {
            self::assertSame(200, $here->ask('/api/session')[0]);
            self::assertSame(200, $here->ask('/')[0]);
            self::assertStringContainsString('odile', $here->does(['php', 'var/code/current/bin/console', 'pulsanda:account', 'list']));
        } finally {
            Instance::shell('for one in src vendor public; do mv "$F/$one-away" "$F/$one"; done', ['F' => $here->folder]);
        }
    }

    public function testCodeThatDoesNotCompileChangesNothing(): void
    {
        $this->with('config/services.yaml', "services:\n  nobody: { class: No\\Such\\Thing, arguments: ['@neither'] }\n", static function (Instance $here): void {
            self::assertStringContainsString('The application does not boot; see', $here->refuses(['bin/start']));
        });
    }

    public function testAMigrationThatFailsIsTriedOnACopy(): void
    {
        $this->with(self::MIGRATION, self::migration('ALTER TABLE nowhere ADD x INT'), static function (Instance $here): void {
            $told = $here->refuses(['bin/start']);
            self::assertStringContainsString('A copy of the school could not be brought up to date, so nothing was changed', $told);
        });
    }

    public function testAVersionThatDoesNotAnswerGivesWayToTheOneBefore(): void
    {
        $here = self::instance();
        file_put_contents("$here->folder/".self::MIGRATION, self::migration('ALTER TABLE school ADD upgraded INT DEFAULT 1; DELETE FROM phrase'));
        try {
            $this->with('public/index.php', '<?php throw new LogicException("broken");', static function (Instance $here): void {
                $told = $here->refuses(['bin/start']);
                self::assertStringContainsString('The one before is started again', $told);
                self::assertStringContainsString('The version before runs again at', $told);
                self::assertNotSame('0', $here->sql('SELECT count(*) FROM phrase'), 'with its rows');
                self::assertSame('', $here->sql("SELECT datname FROM pg_database WHERE datname ~ '_(upgraded|failed)$'", 'postgres'));
                self::assertSame(200, $here->ask('/api/session')[0]);
            });
        } finally {
            unlink("$here->folder/".self::MIGRATION);
        }
    }

    /** @param list<string> $moments at each of which a start is killed */
    #[DataProvider('moments')]
    public function testAnUpgradeThatIsKilledLosesNothing(array $moments, bool $again = false): void
    {
        $here = self::instance();
        $here->start();
        $file = "$here->folder/".self::MIGRATION;
        file_put_contents($file, self::migration('ALTER TABLE school ADD upgraded INT DEFAULT 1; DELETE FROM phrase'));
        foreach ($moments as $when) {
            $here->killed(['bin/start'], fn (): bool => $this->is($when), $when);
        }
        if ($again) {
            // It does not answer.
            $this->with('public/index.php', '<?php throw new LogicException("broken");', static function (Instance $here): void {
                self::assertStringContainsString('The version before runs again at', $here->refuses(['bin/start']));
            });
        }
        unlink($file);
        $here->start();
        self::assertTrue($here->answers());
        self::assertSame('28', $here->sql('SELECT count(*) FROM account'));
        self::assertNotSame('0', $here->sql('SELECT count(*) FROM phrase'), 'what the new version has deleted');
        self::assertSame('0', $here->sql("SELECT count(*) FROM information_schema.columns WHERE column_name = 'upgraded'"));
        self::assertSame('', $here->sql("SELECT datname FROM pg_database WHERE datname ~ '_(upgraded|failed|check)$'", 'postgres'));
        self::assertSame([], glob("$here->folder/var/{code/*.part,backup.??????}", \GLOB_BRACE) ?: []);
    }

    /** @return iterable<string, array{0: list<string>, 1?: bool}> */
    public static function moments(): iterable
    {
        yield 'while the code is copied, and while the copy of the school is read back' => [['part', '_check']];
        yield 'while rows are set aside' => [['_upgraded']];
        yield 'when the school is of the new version' => [['upgraded']];
        yield 'when the school is of the new version, which is tried once more' => [['upgraded'], true];
    }

    private function is(string $when): bool
    {
        $here = self::instance();

        return match ($when) {
            'part' => [] !== (glob("$here->folder/var/code/*.part") ?: []),
            'upgraded' => $here->finds("SELECT 1 FROM information_schema.columns WHERE column_name = 'upgraded'"),
            default => $here->finds("SELECT 1 FROM pg_database WHERE datname = 'pulsanda$when'", 'postgres'),
        };
    }

    public function testAGoodVersionTakesOverAndIsTheOnlyOne(): void
    {
        $here = self::instance();
        $before = readlink("$here->folder/var/code/current");
        touch("$here->folder/var/backup/before-an-older-one.pulsanda");
        file_put_contents("$here->folder/".self::MIGRATION, self::migration('ALTER TABLE school ADD upgraded INT DEFAULT 1'));
        $told = $here->start();
        self::assertStringContainsString('The school is of an older version.', $told);
        self::assertTrue($here->answers());
        self::assertSame('1', $here->sql('SELECT upgraded FROM school'));
        self::assertNotSame($before, readlink("$here->folder/var/code/current"));
        self::assertCount(2, glob("$here->folder/var/code/*") ?: [], 'one, and the name of the current one');
        self::assertStringContainsString('odile', $here->does(['bin/console', 'pulsanda:account', 'list']));
        self::assertCount(1, glob("$here->folder/var/backup/*") ?: [], 'the newest copy alone');
        // The file that was made before brings the older rows back, and up to date again.
        $copy = (glob("$here->folder/var/backup/before-*.pulsanda") ?: [])[0] ?? '';
        $here->does(['bin/restore', $copy], typed: 'yes');
        self::assertSame('1', $here->sql('SELECT upgraded FROM school'));
    }

    /** @param \Closure(Instance): void $so */
    private function with(string $file, string $text, \Closure $so): void
    {
        $here = self::instance();
        $path = "$here->folder/$file";
        $old = is_file($path) ? file_get_contents($path) : false;
        file_put_contents($path, $text);
        try {
            $so($here);
        } finally {
            false === $old ? unlink($path) : file_put_contents($path, $old);
        }
        self::assertTrue($here->answers(), 'it runs on');
        self::assertSame('28', $here->sql('SELECT count(*) FROM account'));
        self::assertSame('0', $here->sql("SELECT count(*) FROM information_schema.columns WHERE column_name = 'upgraded'"));
    }

    private static function migration(string $sql): string
    {
        return <<<PHP
            <?php

            namespace Pulsanda\\Migrations;

            final class Version20991231000000 extends \\Doctrine\\Migrations\\AbstractMigration
            {
                public function up(\\Doctrine\\DBAL\\Schema\\Schema \$schema): void
                {
                    foreach (explode(';', '$sql') as \$one) {
                        \$this->addSql(\$one);
                    }
                }
            }
            PHP;
    }
}
