<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

/** In a school of many years, no page reads a whole table: the database finds every row that grows by an index. */
final class IndexTest extends ApiTestCase
{
    /** Tables that grow with the years. */
    private const GROW = ['assignment', 'part', 'attempt', 'draft', 'draft_state', 'feedback', 'enrolment', 'help_use', 'exemption', 'audit_entry', 'own_sound', 'shelf_item', 'own_column', 'own_mark'];

    public function testEveryQueryFindsItsRowsByAnIndex(): void
    {
        $part = $this->part("Lamplighters' March");
        $attempt = $this->attempt('Foghorn Shuffle', 'ines');
        $student = $this->account('ines');
        $course = $this->course();
        $plan = $this->assignment("Lamplighters' March");
        $pages = [
            'odile' => [
                '/api/today', "/api/parts/$part/marking", "/api/parts/$part/picture", "/api/attempts/$attempt", "/api/courses/$course/term",
                "/api/students/$student/term", "/api/assignments/$plan", '/api/school', "/api/courses/$course/students", '/api/shelf',
                "/api/attempts/$attempt/history", "/api/paper/class/$part", "/api/courses/$course/joining", "/api/courses/$course/term.csv",
            ],
            'ines' => ['/api/today', "/api/parts/$part/bench", "/api/parts/$part/draft/states", "/api/attempts/$attempt", '/api/term', '/api/shelf'],
            'marit' => ['/api/today', '/api/school', '/api/school/kept', "/api/accounts/$student/file"],
        ];
        $reads = [];
        foreach ($pages as $who => $paths) {
            $this->signIn($who);
            foreach ($paths as $path) {
                QueryLog::reset();
                self::assertSame(200, $this->get($path)->getStatusCode(), $path);
                foreach (QueryLog::reads() as $sql => $params) {
                    $reads[$sql] = [$params, "$who $path"];
                }
            }
        }
        self::assertGreaterThan(40, \count($reads), 'queries are seen');
        $whole = [];
        foreach ($reads as $sql => [$params, $where]) {
            foreach ($this->wholeTables($sql, $params) as $table) {
                $whole[] = "$where reads all of $table: $sql";
            }
        }
        self::assertSame([], $whole);
        self::assertNotSame([], $this->wholeTables('SELECT * FROM attempt', []), 'a whole table is seen');
    }

    /**
     * @param array<int|string, mixed> $params
     *
     * @return list<string> tables that grow of which the query reads every row, where the planner has to look each up
     */
    private function wholeTables(string $sql, array $params): array
    {
        $pdo = $this->entities()->getConnection()->getNativeConnection();
        self::assertInstanceOf(\PDO::class, $pdo);
        // In so small a database a whole table would be quicker; it must not have to be.
        $pdo->exec('SET LOCAL enable_seqscan = off; SET LOCAL enable_hashjoin = off; SET LOCAL enable_mergejoin = off');
        $statement = $pdo->prepare("EXPLAIN (FORMAT JSON) $sql");
        foreach ($params as $name => $value) {
            $statement->bindValue(\is_int($name) ? $name : ":$name", $value, \is_bool($value) ? \PDO::PARAM_BOOL : \PDO::PARAM_STR);
        }
        $statement->execute();
        $plan = json_decode((string) $statement->fetchColumn(), true, 128, \JSON_THROW_ON_ERROR);
        self::assertIsArray($plan);

        return $this->whole($plan);
    }

    /**
     * @param array<mixed> $node
     *
     * @return list<string>
     */
    private function whole(array $node): array
    {
        $found = [];
        $table = $node['Relation Name'] ?? null;
        if (\is_string($table) && \in_array($table, self::GROW, true) && !isset($node['Index Cond']) && !isset($node['Recheck Cond'])) {
            $found[] = $table;
        }
        foreach ($node as $below) {
            if (\is_array($below)) {
                array_push($found, ...$this->whole($below));
            }
        }

        return $found;
    }
}
