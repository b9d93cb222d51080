<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Pattern\Level;

/** How loud and soft the matched strokes are beside what is asked. Being louder throughout is not a mistake. */
final readonly class Dynamics
{
    /** Assessed when the target's velocities spread over more than this. */
    private const SPREAD = 15;
    /** Differences up to this are let pass. */
    private const TOLERANCE = 10;

    /**
     * @param non-empty-array<int, float> $rests  index of a matched pair => difference in velocity, less the median of all
     * @param int                         $spread of the velocities played
     */
    private function __construct(private array $rests, private int $spread)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return self|null null when it is not assessed
     */
    public static function of(array $pairs): ?self
    {
        $asked = $played = $differences = [];
        foreach ($pairs as $i => $pair) {
            if (null !== $pair->target) {
                $asked[] = $pair->target->velocity;
                if (Status::Match === $pair->status && null !== $pair->submission) {
                    $played[] = $pair->submission->velocity;
                    $differences[$i] = $pair->submission->velocity - $pair->target->velocity;
                }
            }
        }
        if ([] === $differences || [] === $asked || [] === $played || max($asked) - min($asked) <= self::SPREAD) {
            return null;
        }
        $sorted = array_values($differences);
        sort($sorted);
        $count = \count($sorted);
        $median = ($sorted[intdiv($count - 1, 2)] + $sorted[intdiv($count, 2)]) / 2;

        return new self(array_map(static fn (int $difference): float => $difference - $median, $differences), max($played) - min($played));
    }

    /** @return float 0–1: the mean of max(0, 1 − max(0, |rest| − 10) / 50) */
    public function aspect(): float
    {
        return array_sum(array_map(static fn (float $rest): float => max(0, 1 - max(0, abs($rest) - self::TOLERANCE) / 50), $this->rests)) / \count($this->rests);
    }

    /**
     * @param list<Pair> $pairs the same as in of()
     *
     * @return list<Statement> one, or none when every stroke is as loud as asked
     */
    public function statements(array $pairs, Wording $wording): array
    {
        $off = array_filter($this->rests, static fn (float $rest): bool => abs($rest) > self::TOLERANCE);
        if ([] === $off) {
            return [];
        }
        $accented = static fn (int $i): bool => Level::Accent === Level::of($pairs[$i]->stroke()->velocity);
        $weak = array_keys(array_filter($off, static fn (float $rest, int $i): bool => $rest < 0 && $accented($i), \ARRAY_FILTER_USE_BOTH));
        $strong = array_keys(array_filter($off, static fn (float $rest, int $i): bool => $rest > 0 && !$accented($i), \ARRAY_FILTER_USE_BOTH));
        [$kind, $chosen, $text] = match (true) {
            $this->spread <= self::SPREAD => [StatementKind::Flat, array_keys($off), 'Dynamics: every hit is equally loud; make louder and softer ones.'],
            [] !== $weak => [StatementKind::Accents, $weak, 'Accents are missing %s; play harder there.'],
            [] !== $strong => [StatementKind::Accents, $strong, 'Accents where none are asked, %s; play softer there.'],
            default => [StatementKind::Uneven, array_keys($off), 'Dynamics: some hits are louder or softer than asked, %s.'],
        };
        $ticks = array_values(array_unique(array_map(static fn (int $i): int => $pairs[$i]->stroke()->written, $chosen)));
        sort($ticks);
        $bars = array_values(array_unique(array_map($wording->bar(...), $ticks)));
        $sentence = Wording::shortEnough(\sprintf($text, $wording->places($ticks)), \sprintf($text, $wording->inBars($bars)));

        return [new Statement($kind, 'dynamics', [], $bars, null, $chosen, \count($chosen), array_map($wording->place(...), $ticks), $sentence)];
    }
}
