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
        $isThere = static fn (Stroke $one): bool => \in_array($of->bar($one->written), $in, true);
        [$step, $has] = [self::step($of->askedOutsideToo($row, array_values(array_filter($asked, $isThere)))), self::step($played)];
        if (null === $step || null === $has || !self::areOther($step, $has)) {
            return null;
        }
        $cause = new self($row, $asked[0]->instrument, $step, $has, $in);
        $first = array_values(array_filter($cause->within($asked, $played, $of)[0], $isThere))[0] ?? null;

        return $first?->written === $played[0]->written ? $cause : null;
    }

    public function kind(): StatementKind
    {
        return StatementKind::Subdivision;
    }

    /** The target is then the same run in the subdivision that was played; it may begin in a bar that is left out. */
    public function within(array $asked, array $played, Remainder $of): array
    {
        $isThere = fn (Stroke $one): bool => \in_array($of->bar($one->written), $this->in, true);
        $elsewhere = array_filter($asked, static fn (Stroke $one): bool => !$isThere($one));
        $base = $of->askedOutsideToo($this->row, array_values(array_filter($asked, $isThere)));
        if ([] === $base) {
            return [$asked, $played];
        }
        $run = $elsewhere;
        $end = min($base[\count($base) - 1]->written + $this->asked, $of->askedBars * $of->barTicks);
        for ($tick = $base[0]->written; $tick < $end; $tick += $this->has) {
            $stroke = $base[0]->later($tick - $base[0]->written);
            if ([] === $elsewhere || $isThere($stroke)) {
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
     * Whether two rows run evenly from one place, in different subdivisions.
     *
     * @param list<Stroke> $asked
     * @param list<Played> $played
     */
    public static function isOther(array $asked, array $played): bool
    {
        [$step, $has] = [self::step($asked), self::step($played)];

        return null !== $step && null !== $has && self::areOther($step, $has) && $asked[0]->written === $played[0]->written;
    }

    /** More strokes in between are only too many. */
    private static function areOther(int $asked, int $has): bool
    {
        return $asked !== $has && 0 !== $asked % $has;
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
