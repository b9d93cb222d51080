<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Dynamics;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Level;

/** Says where an instrument is louder or softer than asked. What is right is left alone. */
final readonly class DynamicsStatements
{
    /** Ticks by which an accent may be late or early, a half note: further away it is another one. */
    private const NEAR = 1920;

    /**
     * @param list<Pair>         $pairs after all causes are undone
     * @param \Closure(int): int $bar   of a written tick, from 1
     *
     * @return list<Statement> about each row what is off in it, rows together where it is the same; they cover indices of $pairs
     */
    public static function of(array $pairs, Tolerance $tolerance, \Closure $bar): array
    {
        $statements = [];
        foreach (Dynamics::of($pairs, $tolerance)?->rows() ?? [] as $row) {
            $groups = [];
            foreach ($row->off as $i => $rest) {
                $asked = Level::of($pairs[$i]->stroke()->velocity);
                $groups[match (true) {
                    $row->isFar => $rest < 0 ? 'soft' : 'loud',
                    $row->isFlat => 'flat',
                    $rest < 0 && Level::Accent === $asked => 'missing',
                    $rest > 0 && $row->isAccented($i) && Level::Accent !== $asked => 'elsewhere',
                    $rest > 0 && Level::Ghost === $asked => 'ghosts',
                    default => 'uneven',
                }][] = $i;
            }
            $late = self::accentsAreLate($groups, $pairs);
            $instead = [];
            if (isset($groups['missing'], $groups['elsewhere'])) {
                // What is loud instead of what should be is one mistake.
                $instead = null === $late ? $groups['elsewhere'] : [];
                $groups = [null === $late ? 'instead' : 'moved' => [...$groups['missing'], ...$groups['elsewhere']]]
                    + array_diff_key($groups, ['missing' => 0, 'elsewhere' => 0]);
            }
            foreach ($groups as $what => $chosen) {
                $ticks = self::ticks($chosen, $pairs);
                [$kind, $values] = match ($what) {
                    'flat' => [StatementKind::Flat, []],
                    'missing', 'elsewhere', 'moved' => [StatementKind::Accents, ['accents' => $what]],
                    'instead' => [StatementKind::Accents, ['accents' => $what, 'instead' => self::ticks($instead, $pairs)]],
                    'ghosts' => [StatementKind::Uneven, ['ghosts' => true]],
                    'soft', 'loud' => [StatementKind::Uneven, ['throughout' => $what]],
                    default => [StatementKind::Uneven, []],
                };
                $bars = array_values(array_unique(array_map($bar, $ticks)));
                $ticks = 'instead' === $what ? array_values(array_diff($ticks, self::ticks($instead, $pairs))) : $ticks;
                $instruments = [$pairs[$chosen[0]]->instrument()];
                // What is the same of several instruments is said of them together.
                $key = $what.(\in_array($what, ['flat', 'soft', 'loud'], true) ? '' : json_encode([$ticks, $values], \JSON_THROW_ON_ERROR));
                $other = $statements[$key] ?? null;
                if (null !== $other) {
                    $instruments = [...$other->instruments, ...$instruments];
                    $chosen = [...$other->pairs, ...$chosen];
                    $bars = array_values(array_unique([...$other->bars, ...$bars]));
                    $ticks = array_values(array_unique([...$other->at, ...$ticks]));
                    sort($bars);
                    sort($ticks);
                }
                $by = 'moved' === $what ? $late : null;
                $statements[$key] = new Statement($kind, 'dynamics', $instruments, $bars, $by, \count($chosen), $ticks, $values, $chosen);
            }
        }

        return array_values($statements);
    }

    /**
     * @param array<string, list<int>> $groups indices of pairs, by what is off
     * @param list<Pair>               $pairs
     *
     * @return int|null by how many ticks every accent that is missing stands late or early; null where they do not
     */
    private static function accentsAreLate(array $groups, array $pairs): ?int
    {
        [$missing, $elsewhere] = [$groups['missing'] ?? [], $groups['elsewhere'] ?? []];
        if (\count($missing) < 2 || \count($missing) !== \count($elsewhere)) {
            return null;
        }
        $distance = static fn (int $there, int $here): int => $here - $there;
        $by = array_unique(array_map($distance, self::ticks($missing, $pairs), self::ticks($elsewhere, $pairs)));

        return 1 === \count($by) && abs($by[0]) <= self::NEAR ? $by[0] : null;
    }

    /**
     * @param list<int>  $chosen indices of $pairs
     * @param list<Pair> $pairs
     *
     * @return list<int> written ticks, rising
     */
    private static function ticks(array $chosen, array $pairs): array
    {
        $ticks = array_map(static fn (int $i): int => $pairs[$i]->stroke()->written, $chosen);
        sort($ticks);

        return $ticks;
    }
}
