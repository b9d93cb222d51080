<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

/** What README and docs/running.md tell a technician to type is typed, as it stands there. */
final class DocsTest extends InstallTestCase
{
    /** What is not run here, and why. */
    private const EXAMPLES = [
        'bin/start --reset' => 'asks, and would end the school that the other commands work on; the browser tests put the demo world back',
        'bin/backup FILE' => 'a form; the block in running.md names a file',
        'bin/restore FILE' => 'a form; the block in running.md names a file',
        'bin/backup --daily' => 'wants BACKUP_FOLDER; BackupTest runs it, and testTheUnitsDoWhatTheySay',
        'PULSANDA_PORT=8080 bin/start' => 'the port may be taken here; StartTest and SettingsTest run it with others',
        'bin/start' => 'SettingsTest runs it, and every other test',
        'bin/start --stop' => 'StartTest runs it',
        'bin/restore --before' => 'BackupTest runs it',
        'bin/lib/front.conf' => 'a file; bin/bench school runs an nginx with it',
    ];

    /** All of these, whatever they are given. */
    private const NEVER = [
        'bin/test' => 'this test is part of it',
        'bin/bench' => 'measures for many minutes, and tests nothing',
        'bin/endure' => 'part of bin/test',
    ];

    public function testWhatStandsThereIsTyped(): void
    {
        $here = self::instance();
        $lines = [];
        foreach (['docs/running.md', 'README.md'] as $file) {
            $text = (string) file_get_contents(\dirname(__DIR__, 2)."/$file");
            preg_match_all('/^```sh\n(.*?)^```$/ms', $text, $blocks);
            foreach ($blocks[1] as $block) {
                foreach (explode("\n", trim($block)) as $line) {
                    $lines[] = $line;
                    self::assertArrayNotHasKey($line, self::EXAMPLES, 'what is to be run is no example');
                    $told = $here->does(['sh', '-c', $line]);
                    // Whoever reads on has opened the link.
                    if (1 === preg_match('~/setup#([0-9a-f]{32})~', $told, $link)) {
                        self::assertSame(204, $here->post('/api/setup', [
                            'key' => $link[1], 'school' => 'Saltmarsh', 'name' => 'Marit', 'signIn' => 'marit',
                            'password' => 'the tide comes twice',
                        ]));
                    }
                }
            }
        }
        self::assertNotSame([], $lines);
        self::assertTrue($here->answers());
        // Whatever else is named between the lines was typed too, or has its reason.
        foreach (['docs/running.md', 'README.md'] as $file) {
            $text = (string) file_get_contents(\dirname(__DIR__, 2)."/$file");
            preg_match_all('/`((?:[A-Z_]+=\S+ )?bin\/[^`]+)`/', $text, $named);
            foreach ($named[1] as $command) {
                $typed = [] !== array_filter($lines, static fn (string $line): bool => str_starts_with($line, $command));
                $known = $typed || isset(self::EXAMPLES[$command]) || isset(self::NEVER[explode(' ', $command)[0]]);
                self::assertTrue($known, "$file names $command: run it, or say why not");
            }
        }
    }

    public function testEveryConsoleCommandThatTheReadmeListsIsThere(): void
    {
        $here = self::instance();
        preg_match_all('/^bin\/console (pulsanda:\w+)/m', (string) file_get_contents(\dirname(__DIR__, 2).'/README.md'), $named);
        $listed = $here->does(['bin/console', 'list', 'pulsanda', '--raw']);
        foreach ($named[1] as $command) {
            self::assertMatchesRegularExpression("/^$command /m", $listed);
        }
        self::assertGreaterThan(6, \count($named[1]));
    }

    public function testTheUnitsDoWhatTheySay(): void
    {
        $here = self::instance();
        foreach (['pulsanda.service', 'pulsanda-backup.service', 'pulsanda-backup.timer'] as $one) {
            self::assertStringNotContainsString($one, $here->does(['systemd-analyze', 'verify', "$here->folder/systemd/$one"]));
        }
        $here->set(['PULSANDA_PORT' => (string) $here->port, 'BACKUP_FOLDER' => "$here->folder/nightly"]);
        mkdir("$here->folder/nightly");
        // Each line is run as systemd or cron does: from the root folder, with hardly any environment.
        $unit = static function (string $name, string $line) use ($here): string {
            self::assertSame(1, preg_match("/^$line=(.+)$/m", (string) file_get_contents("$here->folder/systemd/$name"), $found));

            return str_replace('%%', '%', $found[1] ?? '');
        };
        $run = static fn (string $line): string => Instance::shell(
            'cd /; exec env -i PATH=/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin PULSANDA_DATA="$DATA" sh -c "$LINE"',
            ['LINE' => $line, 'DATA' => "$here->folder/var"],
        );
        $run($unit('pulsanda.service', 'ExecStop'));
        self::assertFalse($here->answers());
        $run($unit('pulsanda.service', 'ExecStart'));
        self::assertTrue($here->answers(), 'as after the machine has started');
        $run($unit('pulsanda-backup.service', 'ExecStart'));
        $made = glob("$here->folder/nightly/*.pulsanda") ?: [];
        self::assertCount(1, $made);
        unlink($made[0]);
        self::assertSame(1, preg_match('/^0 3 \* \* \* root (.+)$/m', (string) file_get_contents("$here->folder/systemd/pulsanda.cron"), $found));
        Instance::shell('cd /; exec env -i HOME=/root LOGNAME=root SHELL=/bin/sh PATH=/usr/bin:/bin sh -c "$LINE"', ['LINE' => $found[1] ?? '']);
        self::assertCount(1, glob("$here->folder/nightly/*.pulsanda") ?: []);
    }

    public function testWithoutBeingRoot(): void
    {
        $here = self::instance();
        $here->stop();
        $folder = '/tmp/pulsanda-not-root';
        Instance::shell('rm -rf "$TO"; cp -a "$F" "$TO"; rm -rf "$TO/var/code" "$TO/var/postgresql" "$TO/var/log" "$TO/var/pulsanda.env"
            chown -R games: "$TO"', ['F' => $here->folder, 'TO' => $folder]);
        try {
            $as = static fn (string $line): string => Instance::shell('cd "$TO"; PULSANDA_PORT="$P" runuser -u games -- $LINE', [
                'TO' => $folder, 'P' => (string) ($here->port + 500), 'LINE' => $line, 'HOME' => $folder,
            ]);
            self::assertStringContainsString('Set up your school', $as('bin/start'));
            self::assertSame(200, $here->ask('/healthz', port: $here->port + 500)[0]);
            $as('bin/backup here.pulsanda');
            self::assertFileExists("$folder/here.pulsanda");
            $as('bin/start --stop');
        } finally {
            Instance::shell('rm -rf "$TO"', ['TO' => $folder]);
        }
    }
}
