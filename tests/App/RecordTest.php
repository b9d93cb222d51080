<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use PHPUnit\Framework\Attributes\TestWith;

/** The audit log: what stands in it, and that nobody can change it, the application itself not either. */
final class RecordTest extends ApiTestCase
{
    #[TestWith(['UPDATE audit_entry SET what = \'nothing\''])]
    #[TestWith(['DELETE FROM audit_entry'])]
    #[TestWith(['TRUNCATE audit_entry'])]
    #[TestWith(['DROP TABLE audit_entry'])]
    #[TestWith(['ALTER TABLE account ADD COLUMN more INT'])]
    #[TestWith(['CREATE TABLE more (id INT)'])]
    #[TestWith(['CREATE ROLE more'])]
    public function testTheRoleOfTheApplicationMayNotDoIt(string $sql): void
    {
        $this->expectException(DriverException::class);
        $this->expectExceptionMessageMatches('/permission denied|must be owner/');
        $this->service(Connection::class)->executeStatement($sql);
    }

    public function testTheRoleOfTheApplicationIsNoSuperuser(): void
    {
        self::assertSame('false', $this->one(
            'SELECT (rolsuper OR rolcreatedb OR rolcreaterole OR rolbypassrls)::text FROM pg_roles WHERE rolname = current_user',
        ));
        self::assertSame('0', $this->one(
            'SELECT count(*)::text FROM pg_class WHERE relowner = (SELECT oid FROM pg_roles WHERE rolname = current_user)',
        ));
    }

    public function testWhoSignsInAndWhoFailsStandsInIt(): void
    {
        $this->send('POST', '/api/sign-in', ['name' => 'ines', 'password' => 'not this one']);
        self::assertSame(['sign-in-failed'], $this->whatIsNew());
        self::assertSame('1', $this->one(
            "SELECT count(*)::text FROM audit_entry WHERE what = 'sign-in-failed' AND who IS NULL AND subject = ? AND EXISTS (SELECT 1 FROM audit_address a WHERE a.entry_id = audit_entry.id)",
            $this->account('ines'),
        ), 'whose name was tried, not who did it');
        $this->send('POST', '/api/sign-in', ['name' => 'nobody at all', 'password' => 'x']);
        self::assertSame('1', $this->one("SELECT count(*)::text FROM audit_entry WHERE what = 'sign-in-failed' AND subject IS NULL"));
        $this->signIn('ines');
        $this->send('POST', '/api/sign-out');
        self::assertSame(['sign-in-failed', 'sign-in-failed', 'sign-in', 'sign-out'], $this->whatIsNew());
        self::assertSame('0', $this->one("SELECT count(*)::text FROM audit_entry WHERE details::text LIKE '%not this one%'"), 'no input of people');
    }

    public function testPublishingAndChangedTargetsStandInIt(): void
    {
        $this->signIn('odile');
        $heron = $this->assignment('Heron Step');
        $published = fn (): int => $this->send('POST', "/api/assignments/$heron/publish")->getStatusCode();
        self::assertSame([200, 200], [$published(), $published()]);
        $input = $this->input($heron);
        $input['brief'] = 'Other words.';
        self::assertSame(200, $this->send('PUT', "/api/assignments/$heron", $input)->getStatusCode());
        self::assertSame(['publish'], $this->whatIsNew($heron), 'published once, and words change no judgement');
        $lamps = $this->assignment('Lamplighters\' March');
        $input = $this->input($lamps);
        $input['parts'][0]['requirements'] = [['kind' => 'note-words', 'least' => 3, 'points' => 5]];
        self::assertSame(200, $this->send('PUT', "/api/assignments/$lamps", $input)->getStatusCode());
        self::assertSame(['change-judgement'], $this->whatIsNew($lamps));
    }

    public function testATeacherReadsTheHistoryOfAnAttempt(): void
    {
        $part = $this->part('Lamplighters\' March');
        $this->signIn('wren');
        $draft = $this->at($this->json($this->get("/api/parts/$part/bench")), 'draft');
        self::assertIsArray($draft);
        $pattern = array_replace_recursive(
            (array) $draft['pattern'],
            ['sections' => [['rows' => [['hits' => [['at' => 0, 'velocity' => 96]]]]]]],
        );
        $handed = $this->send('POST', "/api/parts/$part/attempts", ['version' => $draft['version'], 'pattern' => $pattern, 'note' => '']);
        self::assertSame(201, $handed->getStatusCode(), (string) $handed->getContent());
        $attempt = $this->attempt('Lamplighters\' March', 'wren');
        $this->signIn('odile');
        foreach ([12, 14.5] as $mark) {
            $returned = $this->send('POST', "/api/attempts/$attempt/return", ['mark' => $mark, 'text' => 'Heard.']);
            self::assertSame(200, $returned->getStatusCode());
        }
        // The same once more is no entry.
        self::assertSame(200, $this->send('POST', "/api/attempts/$attempt/return", ['mark' => 14.5, 'text' => 'Heard.'])->getStatusCode());
        $entries = (array) $this->json($this->get("/api/attempts/$attempt/history"))['entries'];
        self::assertSame(
            [
                ['hand-in', 'Wren', ['number' => 1]],
                ['return', 'Odile Marrick', ['from' => null, 'to' => 12]],
                ['return', 'Odile Marrick', ['from' => 12, 'to' => 14.5]],
            ],
            array_map(null, array_column($entries, 'what'), array_column($entries, 'by'), array_column($entries, 'details')),
        );
        $this->signIn('wren');
        $this->assertProblem(404, 'not yours', $this->get("/api/attempts/$attempt/history"));
    }

    /** @return list<string> what was done, in order */
    private function whatIsNew(?string $subject = null): array
    {
        $sql = 'SELECT what FROM audit_entry WHERE at >= now() - interval \'1 minute\''
            .(null === $subject ? " AND what LIKE 'sign%'" : ' AND subject = ?').' ORDER BY at, id';
        $found = $this->service(Connection::class)->fetchFirstColumn($sql, null === $subject ? [] : [$subject]);

        /** @var list<string> */
        return $found;
    }
}
