<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

/** The first start and those after it, where and when a technician may do them. */
final class StartTest extends InstallTestCase
{
    public function testATakenPortIsSaidAtOnce(): void
    {
        $here = self::instance();
        $server = stream_socket_server("tcp://127.0.0.1:$here->port");
        self::assertIsResource($server);
        $told = $here->refuses(['bin/start']);
        self::assertStringContainsString("Port $here->port is taken; free it, or set another as PULSANDA_PORT in", $told);
        self::assertStringNotContainsString('…', $told, 'nothing was built before');
    }

    public function testAFirstStartThatIsKilledAnywhereIsMadeGood(): void
    {
        $here = self::instance();
        $data = "$here->folder/var";
        $cluster = trim($here->does(['bash', '-c', '. bin/lib/instance.sh; postgres_folder']));
        // initdb runs; the cluster is there; PostgreSQL runs; the tables are there.
        foreach (["$data/postgresql.part", "$data/postgresql/PG_VERSION", "$data/log/postgres.log", "$data/app.env"] as $file) {
            $inReach = str_replace("$data/postgresql", $cluster, $file);
            $here->killed(['bin/start'], static fn (): bool => file_exists($inReach), $file);
        }
        $told = $here->start(['http_proxy' => 'http://127.0.0.1:9', 'https_proxy' => 'http://127.0.0.1:9']);
        self::assertStringContainsString("Pulsanda runs at http://127.0.0.1:$here->port", $told);
        self::assertTrue($here->answers());
        self::assertSame('28', $here->sql('SELECT count(*) FROM account'), 'the demo world is whole');
    }

    public function testASecondStartSaysThatItRuns(): void
    {
        $here = self::instance();
        self::assertStringContainsString('Everything is running already.', $here->start());
        self::assertMatchesRegularExpression('/with the demo password: (lantern-\d{4})/', $here->start());
    }

    public function testOfTwoAtOnceTheSecondWaits(): void
    {
        $here = self::instance();
        $first = $here->begin(['bin/start'], ['MAIL_FROM' => 'drums@one.example']);
        Instance::until(static fn (): bool => self::isLocked("$here->folder/var/lock"), 'the first is at work', $first);
        $told = $here->start(['MAIL_FROM' => 'drums@two.example']);
        self::assertStringContainsString('Another bin/start or bin/restore is at work', $told);
        self::assertSame(0, $first->wait(), $first->getErrorOutput());
        self::assertStringContainsString('two.example', (string) file_get_contents("$here->folder/var/app.env"), 'the second came last');
    }

    public function testItTakesNoMoreDiskThanIsSaid(): void
    {
        $here = self::instance();
        $size = (int) Instance::shell('du -sm --exclude=node_modules --exclude=phpstan "$F" | cut -f1', ['F' => $here->folder]);
        self::assertLessThan(400, $size, 'megabytes, without what builds the browser part');
        self::assertStringContainsString(
            'needs 999999999 MB of disk',
            $here->refuses(['bash', '-c', '. bin/lib/instance.sh; need 999999999 / "This"']),
        );
    }

    public function testADiskThatIsFullIsSaid(): void
    {
        $here = self::instance();
        $disk = "$here->folder/small disk";
        mkdir($disk);
        Instance::shell('mount -t tmpfs -o size=30m none "$DISK"', ['DISK' => $disk]);
        try {
            $told = $here->refuses(['bin/start'], ['PULSANDA_DATA' => "$disk/data", 'PULSANDA_PORT' => (string) ($here->port + 1000)]);
            self::assertMatchesRegularExpression('/needs 400 MB of disk at .+; \d+ MB are free\. Make room/', $told);
        } finally {
            Instance::shell('umount "$DISK"', ['DISK' => $disk]);
        }
    }

    public function testADiskThatFillsUpMeanwhileIsSaidAndLeavesNothingHalf(): void
    {
        $here = self::instance();
        $disk = "$here->folder/disk";
        mkdir($disk);
        Instance::shell('mount -t tmpfs -o size=500m none "$DISK"', ['DISK' => $disk]);
        try {
            $start = $here->begin(['bin/start'], ['PULSANDA_DATA' => "$disk/data", 'PULSANDA_PORT' => (string) ($here->port + 1000)]);
            $parts = static fn (): array => glob("$disk/data/code/*") ?: [];
            Instance::until(static fn (): bool => [] !== $parts(), 'code is copied', $start);
            Instance::shell('cat /dev/zero >"$DISK/filler" 2>/dev/null || :', ['DISK' => $disk]);
            [$status, $told] = Instance::end($start);
            self::assertSame(1, $status, $told);
            self::assertMatchesRegularExpression('/^The code cannot be copied to .+; see .+code\.log\. 0 MB of disk were free there\.$/m', $told);
            self::assertLessThan(20, substr_count($told, "\n"), 'what each file says stands in the log');
            self::assertSame([], $parts());
        } finally {
            Instance::shell('umount "$DISK"', ['DISK' => $disk]);
        }
    }

    public function testWhatIsStoppedLeavesNothingOutside(): void
    {
        $here = self::instance();
        $name = 'pulsanda-'.explode(' ', Instance::shell('printf %s "$F/var" | cksum', ['F' => $here->folder]))[0];
        self::assertDirectoryExists("/run/$name");
        self::assertNotSame('', Instance::shell('pgrep -f "$NAME" || :', ['NAME' => $name]));
        $here->stop();
        self::assertDirectoryDoesNotExist("/run/$name");
        self::assertSame('', Instance::shell('pgrep -f "$NAME" || :', ['NAME' => $name]));
        $here->start();
        self::assertTrue($here->answers());
    }

    public function testASchoolThatBeginsGetsOneLinkAndOneSchool(): void
    {
        $here = self::instance();
        $apart = ['PULSANDA_DATA' => "$here->folder/school", 'PULSANDA_PORT' => (string) ($here->port + 2000)];
        Instance::shell('mkdir -p "$F/school/stamps"; cp -al "$F/var/built" "$F/var/sounds" "$F/school/"; cp "$F/var/stamps/"[BS]* "$F/school/stamps/"', [
            'F' => $here->folder,
        ]);
        $told = $here->does(['bin/start', '--empty'], $apart);
        self::assertMatchesRegularExpression('~Set up your school, once: http://127\.0\.0\.1:\d+/setup#[0-9a-f]{32}~', $told);
        self::assertSame(1, preg_match('~/setup#([0-9a-f]{32})~', $here->start($apart), $link), 'there is no school yet');
        $school = ['key' => $link[1] ?? '', 'school' => 'Saltmarsh', 'name' => 'Marit Oakes', 'signIn' => 'marit', 'password' => 'the tide comes twice'];
        self::assertSame(204, $here->post('/api/setup', $school, $here->port + 2000));
        self::assertStringNotContainsString('/setup#', $here->start($apart));
        // Whoever kept a link, or makes one by hand, begins no second school.
        $here->does(['bash', '-c', '. bin/lib/instance.sh; sql pulsanda -c "INSERT INTO setup_link (hash) VALUES (\'$0\')"', hash('sha256', 'late')], $apart);
        self::assertSame(409, $here->post('/api/setup', ['key' => 'late', 'signIn' => 'other'] + $school, $here->port + 2000));
        // Without an administrator, a start says how to make one, and that works.
        $here->does(['bash', '-c', '. bin/lib/instance.sh; sql pulsanda -c "UPDATE account SET disabled_at = now()"'], $apart);
        self::assertStringContainsString('This school has no administrator who can sign in.', $here->start($apart));
        $made = $here->does(['bin/console', 'pulsanda:account', 'make', 'Ada Quill', '--sign-in=ada', '--role=administrator'], $apart);
        self::assertStringContainsString('ada can sign in with the first password', $made);
        self::assertStringNotContainsString('no administrator', $here->start($apart));
        $here->does(['bin/start', '--stop'], $apart);
    }

    public function testWherePostgreSqlsUserCannotReach(): void
    {
        $here = self::instance();
        $folder = Instance::shell('mktemp -d /root/pulsanda.XXXXXX');
        $apart = ['PULSANDA_DATA' => $folder, 'PULSANDA_PORT' => (string) ($here->port + 2500)];
        Instance::shell('mkdir "$TO/stamps"; cp -a "$F/var/built" "$F/var/sounds" "$TO/"; cp "$F/var/stamps/"[BS]* "$TO/stamps/"', [
            'F' => $here->folder, 'TO' => $folder,
        ]);
        $name = trim($here->does(['bash', '-c', '. bin/lib/instance.sh; instance'], $apart));
        try {
            self::assertStringContainsString("the cluster stands in /var/lib/$name", $here->start($apart));
            // Older versions had it where systems tidy.
            $here->does(['bin/start', '--stop'], $apart);
            Instance::shell('mv "/var/lib/$NAME" "/var/tmp/$NAME"', ['NAME' => $name]);
            self::assertStringContainsString("data moves from /var/tmp/$name to /var/lib/$name", $here->start($apart));
            self::assertDirectoryDoesNotExist("/var/tmp/$name");
            self::assertSame('28', trim($here->does(['bash', '-c', '. bin/lib/instance.sh; sql pulsanda -c "SELECT count(*) FROM account"'], $apart)));
        } finally {
            $here->does(['bin/start', '--stop'], $apart);
            Instance::shell('rm -rf "$TO" "/var/lib/$NAME" "/var/tmp/$NAME"', ['TO' => $folder, 'NAME' => $name]);
        }
    }

    private static function isLocked(string $file): bool
    {
        $handle = fopen($file, 'c');
        self::assertIsResource($handle);
        $free = flock($handle, \LOCK_EX | \LOCK_NB);
        fclose($handle);

        return !$free;
    }
}
