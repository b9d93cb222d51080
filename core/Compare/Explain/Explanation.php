<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\StatementKind;

/**
 * Looks for the causes with which the fewest statements account for every difference; among as few, for those that leave the fewest
 * single strokes to be said, then for those that put strokes right rather than take them out.
 *
 * The search undoes one cause after another, from the widest to the narrowest, and goes on with the most promising of what is then
 * left. A list is taken only when each of its causes is true: what it put right is matched in the end.
 */
final class Explanation
{
    /** More causes than this are not composed; what is left then is said stroke by stroke. */
    private const MOST_CAUSES = 4;
    /** How many lists of causes are followed at each length. */
    private const WIDTH = 8;
    /** Strokes that are looked at in all before the search ends with the best list so far; the same for the same patterns everywhere. */
    private const MOST_LOOKED_AT = 80_000;
    /** By how many statements a list may be worse on its way than no cause at all: one cause may hide another. */
    private const WORSE = 1;
    /** The part of a cause's strokes that must be matched once all causes are undone. */
    private const TRUE_FROM = 0.8;

    /**
     * @var array<string, array<string, array{
     *     keys: array<string, int>,
     *     missing: list<int>,
     *     extra: list<int>,
     * }>> what is left, by row and its contents
     */
    private array $rows = [];

    private function __construct()
    {
    }

    /**
     * @return array{list<Cause>, Remainder} the causes to be said, in the order in which they are undone, and what they leave
     */
    public static function of(Remainder $start): array
    {
        return (new self())->search($start);
    }

    /** @return array{list<Cause>, Remainder} */
    private function search(Remainder $start): array
    {
        $best = ['causes' => [], 'left' => $start, 'score' => [...$this->score($start), 0]];
        $front = [$best];
        $atFirst = $best['score'][0];
        $scores = [];
        $known = [$start->key() => $best['score']];
        $size = $start->size();
        $looked = 0;
        for ($depth = 1; $depth <= self::MOST_CAUSES && $depth <= $best['score'][0] && [] !== $front; ++$depth) {
            $next = [];
            foreach ($front as $path) {
                $differing = $path['left']->differing();
                foreach (Proposals::of($path['left']) as $cause) {
                    // Rows that this cause does not concern need a statement for two of them at least, and no more may be needed than now.
                    $others = null === $cause->rows() ? 0 : \count(array_diff($differing, $cause->rows()));
                    if ($depth + intdiv($others + 1, 2) > $best['score'][0]) {
                        continue;
                    }
                    $looked += $size;
                    if ($looked > self::MOST_LOOKED_AT) {
                        break 2;
                    }
                    $left = $cause->undone($path['left']);
                    $key = $left->key();
                    [$statements, $strokes] = $scores[$key] ??= $this->score($left);
                    $score = [$depth + $statements, $strokes, $path['score'][2] + ($cause->repairs() ? 0 : 1)];
                    // The same remainder may be come by in several ways: the first is followed, but of lists that leave nothing the best
                    // is wanted.
                    if (isset($known[$key]) && ('' !== $key || $known[$key] <= $score)) {
                        continue;
                    }
                    $known[$key] = $score;
                    $next[] = ['causes' => [...$path['causes'], $cause], 'left' => $left, 'score' => $score];
                }
            }
            usort($next, static fn (array $a, array $b): int => $a['score'] <=> $b['score']);
            $front = [];
            foreach ($next as $path) {
                if ($path['score'] < $best['score'] && $this->isTrue($start, $path['causes'], $path['left'])) {
                    $best = $path;
                }
                if (\count($front) < self::WIDTH && $path['score'][0] <= $atFirst + self::WORSE) {
                    $front[] = $path;
                }
            }
        }

        return [$best['causes'], $best['left']];
    }

    /**
     * How many statements single strokes would need, and how many strokes they are about. Rows are looked at one by one; then a stroke
     * left out in one row and one too many in another at the same place are taken for one on another drum, as the pairing does.
     *
     * @return array{int, int}
     */
    private function score(Remainder $left): array
    {
        $statements = $strokes = 0;
        $missing = $extra = [];
        foreach ($left->differing() as $row) {
            $found = $this->rows[$row][$left->rowKey($row)] ??= self::row($left, $row);
            $statements += \count($found['keys']);
            $strokes += array_sum($found['keys']);
            foreach ($found['missing'] as $tick) {
                $missing[$row][] = $tick;
            }
            foreach ($found['extra'] as $tick) {
                $extra[$row][] = $tick;
            }
        }

        return self::acrossDrums($missing, $extra, $left->tolerance->grace, $statements, $strokes);
    }

    /**
     * @param array<string, list<int>> $missing ticks by row
     * @param array<string, list<int>> $extra
     *
     * @return array{int, int}
     */
    private static function acrossDrums(array $missing, array $extra, int $grace, int $statements, int $strokes): array
    {
        foreach ($missing as $askedRow => $asked) {
            foreach ($extra as $playedRow => $played) {
                $pairs = 0;
                foreach ($asked as $a => $tick) {
                    foreach ($played as $p => $other) {
                        if (abs($tick - $other) <= $grace) {
                            ++$pairs;
                            unset($asked[$a], $played[$p], $missing[$askedRow][$a], $extra[$playedRow][$p]);
                            break;
                        }
                    }
                }
                if ($pairs > 0) {
                    $statements += 1 - ([] === $missing[$askedRow] ? 1 : 0) - ([] === $extra[$playedRow] ? 1 : 0);
                    $strokes -= $pairs;
                }
            }
        }

        return [$statements, $strokes];
    }

    /**
     * One row by itself: what its differences are called, with how many each, and where strokes stand alone.
     *
     * @return array{keys: array<string, int>, missing: list<int>, extra: list<int>}
     */
    private static function row(Remainder $left, string $row): array
    {
        $asked = $left->asked[$row] ?? [];
        $played = array_map(static fn (Played $one): \Pulsanda\Core\Pattern\Stroke => $one->asStroke(), $left->played[$row] ?? []);
        $keys = $missing = $extra = [];
        foreach (Pairing::of($asked, $played, $left->tolerance)->pairs as $pair) {
            if ($pair->differs()) {
                $key = self::likeness($pair);
                $keys[$key] = ($keys[$key] ?? 0) + 1;
                if (Status::Missing === $pair->status) {
                    $missing[] = $pair->stroke()->tick();
                } elseif (Status::Extra === $pair->status) {
                    $extra[] = $pair->stroke()->tick();
                }
            }
        }

        return ['keys' => $keys, 'missing' => $missing, 'extra' => $extra];
    }

    /** What a difference is, apart from its place: those with the same key are said in one statement. */
    public static function likeness(Pair $pair): string
    {
        return $pair->status->value.' '.$pair->instrument()->value.' '.match ($pair->status) {
            Status::Moved => $pair->ticks(),
            Status::OtherDrum => $pair->submission?->instrument->value,
            default => '',
        };
    }

    /**
     * Whether each cause of a list is there: of the strokes that it moved, nearly all are matched in the end, and at least two. A row
     * or a bar of a row that is said to be shifted is so with every stroke. What is taken out are two differences at least.
     *
     * @param list<Cause> $causes
     */
    private function isTrue(Remainder $start, array $causes, Remainder $end): bool
    {
        $matched = [];
        foreach ($end->paired() as $left) {
            if (Status::Match === $left->pair->status && null !== $left->played) {
                $matched[spl_object_id($left->played)] = true;
            }
        }
        $left = $start;
        foreach ($causes as $cause) {
            $before = $left;
            $left = $cause->undone($before);
            if (!$cause->repairs()) {
                // A single difference is a statement by itself.
                if ($this->score($before)[1] - $this->score($left)[1] < Proposals::LEAST_STROKES) {
                    return false;
                }
                continue;
            }
            $touched = self::touched($before, $left);
            $right = \count(array_intersect_key(array_flip($touched), $matched));
            $wrong = \count($touched) - $right;
            $mostWrong = StatementKind::Shifted === $cause->kind() && 'whole' !== $cause->scope()
                ? 0
                : (1 - self::TRUE_FROM) * \count($touched);
            if ($right < Proposals::LEAST_STROKES || $wrong > $mostWrong) {
                return false;
            }
        }

        return true;
    }

    /** @return list<int> object ids of the strokes of the submission that a cause changed */
    public static function touched(Remainder $before, Remainder $after): array
    {
        $now = [];
        foreach ($after->played as $row) {
            foreach ($row as $one) {
                $now[spl_object_id($one->stroke)] = $one;
            }
        }
        $touched = [];
        foreach ($before->played as $row) {
            foreach ($row as $one) {
                $id = spl_object_id($one->stroke);
                if (isset($now[$id]) && ($now[$id]->tick !== $one->tick || $now[$id]->instrument !== $one->instrument)) {
                    $touched[] = $id;
                }
            }
        }

        return $touched;
    }
}
