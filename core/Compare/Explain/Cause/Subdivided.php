<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Compare\Say\Wording;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** A row runs evenly, but in another subdivision than asked. */
final readonly class Subdivided extends RowCause
{
    /** The least of a run that stands evenly. */
    private const EVEN = 2 / 3;

    /**
     * @param int       $asked ticks from one stroke to the next, and $has as it was played
     * @param list<int> $in    the bars in which it was played at all
     */
    public function __construct(string $row, Instrument $instrument, private int $asked, private int $has, private array $in)
    {
        parent::__construct($row, $instrument);
    }

    /**
     * @param non-empty-list<Stroke> $asked
     * @param list<Played>           $played
     *
     * @return self|null null where the row is no such run; of bars in which nothing was played, nothing is said
     */
    public static function of(string $row, array $asked, array $played, Remainder $of): ?self
    {
        $in = array_values(array_unique(array_map(static fn (Played $one): int => $of->bar($one->written), $played)));
        $there = array_values(array_filter($asked, static fn (Stroke $one): bool => \in_array($of->bar($one->written), $in, true)));

        return self::isOther($there, $played)
            ? new self($row, $asked[0]->instrument, (int) self::step($there), (int) self::step($played), $in) : null;
    }

    public function kind(): StatementKind
    {
        return StatementKind::Subdivision;
    }

    /** The target is then the same run in the subdivision that was played. */
    public function within(array $asked, array $played, Remainder $of): array
    {
        $isThere = fn (Stroke $one): bool => \in_array($of->bar($one->written), $this->in, true);
        $there = array_values(array_filter($asked, $isThere));
        if ([] === $there) {
            return [$asked, $played];
        }
        $run = array_filter($asked, static fn (Stroke $one): bool => !$isThere($one));
        $end = min($there[\count($there) - 1]->written + $this->asked, $of->askedBars * $of->barTicks);
        for ($tick = $there[0]->written; $tick < $end; $tick += $this->has) {
            $stroke = $there[0]->later($tick - $there[0]->written);
            if ($isThere($stroke) || \count($there) === \count($asked)) {
                $run[] = $stroke;
            }
        }
        usort($run, Stroke::compare(...));

        return [$of->outsideBarsLeftOut($run, 0), $played];
    }

    public function repairs(): bool
    {
        return false;
    }

    public function values(): array
    {
        return ['asked' => $this->asked, 'has' => $this->has];
    }

    /**
     * Whether two rows run evenly from one place, in different subdivisions. More strokes in between are only too many.
     *
     * @param list<Stroke> $asked
     * @param list<Played> $played
     */
    public static function isOther(array $asked, array $played): bool
    {
        [$step, $has] = [self::step($asked), self::step($played)];

        return null !== $step && null !== $has && $step !== $has && 0 !== $step % $has
            && ($asked[0] ?? null)?->written === $played[0]->written;
    }

    /**
     * @param list<Stroke|Played> $row
     *
     * @return int|null ticks from one stroke to the next in a row, null where it does not run evenly: all but a few strokes that are left
     *                  out stand so far apart, and that has a name
     */
    public static function step(array $row): ?int
    {
        $steps = [];
        foreach (\array_slice($row, 1) as $i => $one) {
            $steps[] = $one->written - $row[$i]->written;
        }
        $counts = array_count_values($steps);
        arsort($counts);
        $step = array_key_first($counts);

        if (null === $step || $step <= 0 || !Wording::isRun($step) || $counts[$step] < 2 || $counts[$step] < self::EVEN * \count($steps)) {
            return null;
        }

        return [] === array_filter($steps, static fn (int $one): bool => 0 !== $one % $step) ? $step : null;
    }
}
