<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\SignInName;

/**
 * Makes usernames from names of any script, and reserves them: each is a row of the table `username`, inserted before anybody gets it, so
 * that two people who are added at one moment never share one. Nothing is ever read through: a name that is taken is not inserted, and the
 * next one is tried.
 *
 * Reserve outside a transaction. Inside one, two lists that want each other's names would wait for each other.
 */
final readonly class Usernames
{
    /** Numbers that are tried in order ("ines-c-2"); after these, four random digits find a free name within a try or two. */
    private const COUNTED = 9;

    public function __construct(private Connection $connection, private ClockInterface $clock)
    {
    }

    /** @return bool whether the name that somebody has chosen was free; it is theirs now */
    public function claim(string $username): bool
    {
        return [] !== $this->insert([$username]);
    }

    /**
     * @param list<array{name: string, given: string, ...}> $people
     *
     * @return list<non-empty-string> one for each: "ines", "ines-c" where that is taken, "ines-c-2" …, in Latin letters
     */
    public function reserve(array $people): array
    {
        return self::find($people, $this->insert(...));
    }

    /**
     * What `reserve` would give now; nothing is kept.
     *
     * @param list<array{name: string, given: string, ...}> $people
     *
     * @return list<non-empty-string>
     */
    public function propose(array $people): array
    {
        return self::find($people, function (array $wanted): array {
            /** @var list<string> $taken */
            $taken = $this->connection->fetchFirstColumn(
                'SELECT name FROM username WHERE name IN (?)',
                [$wanted],
                [ArrayParameterType::STRING],
            );

            return array_values(array_diff($wanted, $taken));
        });
    }

    /**
     * @param list<array{name: string, given: string, ...}>            $people
     * @param \Closure(list<non-empty-string>): list<non-empty-string> $free   which of these were free
     *
     * @return list<non-empty-string>
     */
    private static function find(array $people, \Closure $free): array
    {
        $found = $seen = [];
        $waiting = array_keys($people);
        for ($try = 0; [] !== $waiting; ++$try) {
            $wanted = [];
            foreach ($waiting as $i) {
                $candidate = self::candidate($people[$i]['name'], $people[$i]['given'], $try);
                if (!isset($seen[$candidate])) {
                    $seen[$candidate] = true;
                    $wanted[$i] = $candidate;
                }
            }
            $got = array_flip([] === $wanted ? [] : $free(array_values($wanted)));
            foreach ($wanted as $i => $candidate) {
                if (isset($got[$candidate])) {
                    $found[$i] = $candidate;
                }
            }
            $waiting = array_values(array_filter($waiting, static fn (int $i): bool => !isset($found[$i])));
        }
        ksort($found);

        return array_values($found);
    }

    /** @return non-empty-string what is tried for somebody after so many tries */
    private static function candidate(string $name, string $given, int $try): string
    {
        $first = mb_substr(self::latin($given), 0, 30);
        $words = preg_split('/\s+/u', $name) ?: [];
        $last = \count($words) > 1 ? self::latin((string) end($words)) : '';
        $first = '' === $first ? 'player' : $first;
        $full = '' === $last ? $first : "$first-$last[0]";
        $candidate = match (true) {
            0 === $try => explode('-', $first)[0],
            1 === $try => $full,
            $try <= self::COUNTED => "$full-$try",
            default => \sprintf('%s-%04d', $full, random_int(0, 9999)),
        };
        \assert('' !== $candidate && \strlen($candidate) <= SignInName::MOST);

        return $candidate;
    }

    private static function latin(string $text): string
    {
        $plain = (string) transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $text);

        return trim((string) preg_replace('/[^a-z0-9]+/', '-', $plain), '-');
    }

    /**
     * @param list<string> $names
     *
     * @return list<non-empty-string> those that nobody had
     */
    private function insert(array $names): array
    {
        // In one order everywhere, so that two lists with the same names do not wait for each other.
        sort($names);

        /** @var list<non-empty-string> */
        return $this->connection->fetchFirstColumn(
            'INSERT INTO username (name, reserved_at) SELECT value, ? FROM json_array_elements_text(?) '
                .'ON CONFLICT DO NOTHING RETURNING name',
            [$this->clock->now()->format(\DATE_ATOM), json_encode($names, \JSON_THROW_ON_ERROR)],
        );
    }
}
