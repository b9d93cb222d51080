<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/**
 * How near to the time strokes come that a hand struck. They are paired by their places, so what is left to hear is their pushes: up to a
 * tolerance they are in time, at three times of it they are as good as missed.
 */
final readonly class PlayedTiming
{
    /** So many times the tolerance, and nothing is left of a stroke's time. */
    private const LOST = 3;

    /**
     * @param array<string, array<int, int>> $asked  pushes of the target, by instrument and place
     * @param array<string, array<int, int>> $struck the same of the beat
     * @param int                            $ticks  after which the target begins again
     * @param float                          $each   milliseconds of a tick of the beat
     * @param int                            $within milliseconds in which a stroke is in time
     */
    private function __construct(private array $asked, private array $struck, private int $ticks, private float $each, private int $within)
    {
    }

    public static function of(Pattern $target, Pattern $submission, int $within): self
    {
        return new self(
            self::pushes($target),
            self::pushes($submission),
            $target->ticks(),
            1000 * $submission->tempo->seconds(1),
            $within,
        );
    }

    /** @return int ticks before or after its place at which a stroke of the beat was struck */
    public function push(Stroke $stroke): int
    {
        return $this->struck[$stroke->instrument->value][$stroke->written] ?? 0;
    }

    /** @return int|null ticks late (+) or early (−); null when one stands alone */
    public function ticks(Pair $pair): ?int
    {
        if (null === $pair->target || null === $pair->submission || $pair->target === $pair->submission) {
            return $pair->ticks();
        }

        return $pair->ticks() + $this->push($pair->submission) - $this->askedPush($pair->target);
    }

    public function askedPush(Stroke $stroke): int
    {
        return $this->asked[$stroke->instrument->value][$stroke->written % $this->ticks] ?? 0;
    }

    /**
     * Every stroke that stands where it is asked counts the same.
     *
     * @param list<Pair> $pairs
     *
     * @return float 0–1; 1 where none is in its place
     */
    public function aspect(array $pairs): float
    {
        $values = [];
        foreach ($pairs as $pair) {
            if (Status::Match === $pair->status) {
                $over = max(0, abs((int) $this->ticks($pair)) * $this->each - $this->within);
                $values[] = max(0, 1 - $over / ($this->within * (self::LOST - 1)));
            }
        }

        return [] === $values ? 1 : array_sum($values) / \count($values);
    }

    /**
     * @param list<Pair>      $pairs
     * @param list<Statement> $said  what else is said of them
     *
     * @return list<Statement> of each row whose strokes are not all in time
     */
    public function statements(array $pairs, array $said, Tolerance $tolerance): array
    {
        $taken = array_flip(array_merge(...array_column($said, 'pairs'), ...[[]]));
        $rows = $off = [];
        foreach ($pairs as $i => $pair) {
            if (Status::Match !== $pair->status) {
                continue;
            }
            $row = $tolerance->sameness($pair->instrument());
            $rows[$row][] = $i;
            if (abs((int) $this->ticks($pair)) * $this->each > $this->within && !isset($taken[$i])) {
                $off[$row][] = $i;
            }
        }
        $statements = [];
        foreach ($off as $row => $indices) {
            $late = array_filter($indices, fn (int $i): bool => (int) $this->ticks($pairs[$i]) > 0);
            $way = match (\count($late)) {
                \count($indices) => 'late',
                0 => 'early',
                default => 'both',
            };
            $statements[] = new Statement(
                StatementKind::Untimely,
                'feel',
                [$pairs[$indices[0]]->instrument()],
                strokes: \count($indices),
                values: ['way' => $way, 'of' => \count($rows[$row]), 'within' => $this->within],
                pairs: $indices,
            );
        }

        return $statements;
    }

    /** @return array<string, array<int, int>> by instrument and place */
    private static function pushes(Pattern $pattern): array
    {
        $pushes = [];
        foreach (Strokes::written($pattern) as $stroke) {
            $pushes[$stroke->instrument->value][$stroke->written] = $stroke->push;
        }

        return $pushes;
    }
}
