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

    /** @param int $asked ticks from one stroke to the next, and $has as it was played */
    public function __construct(string $row, Instrument $instrument, private int $asked, private int $has)
    {
        parent::__construct($row, $instrument);
    }

    public function kind(): StatementKind
    {
        return StatementKind::Subdivision;
    }

    /** The target is then the same run in the subdivision that was played. */
    public function within(array $asked, array $played, Remainder $of): array
    {
        $run = [];
        $end = min($asked[\count($asked) - 1]->written + $this->asked, $of->askedBars * $of->barTicks);
        for ($tick = $asked[0]->written; $tick < $end; $tick += $this->has) {
            $run[] = $asked[0]->later($tick - $asked[0]->written);
        }

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

        return null !== $step && null !== $has && $step !== $has && 0 !== $step % $has && $asked[0]->written === $played[0]->written;
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
