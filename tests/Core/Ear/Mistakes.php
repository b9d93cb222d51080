<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Pattern\Level;
use Random\Randomizer;

/** What students do to a beat: each kind of mistake, made once. */
final readonly class Mistakes
{
    /** What changes everything at once. Two of these on one beat are one beat that nobody would recognise. */
    public const MOVING = ['shifted', 'rotated', 'double-time', 'half-time'];
    /** These may take a hit over a bar line. */
    public const CROSSING = ['row-shifted', 'row-rotated', 'hit-moved'];
    public const OF_BARS = ['bar-missing', 'bars-cut', 'bar-empty', 'bar-extra', 'bars-swapped', 'no-variation'];
    public const OF_HITS = [
        'hit-missing', 'hit-extra', 'hit-moved', 'other-drum', 'everywhere-missing', 'everywhere-extra', 'bar-elsewhere', 'ghosts-missing',
    ];
    public const KINDS = [
        ...self::MOVING, ...self::OF_BARS, ...self::OF_HITS,
        'row-shifted', 'bars-shifted', 'row-rotated', 'swapped-rows', 'wrong-row', 'row-missing', 'row-extra',
        'subdivision',
        'accents', 'accents-late', 'flat', 'ghosts', 'too-soft', 'ahead', 'behind', 'tempo', 'swing', 'length',
    ];
    /** These change no place. */
    private const HEARD_OTHERWISE = ['accents', 'accents-late', 'too-soft', 'flat', 'ghosts', 'ahead', 'behind', 'tempo', 'swing', 'length'];
    private const NEW = ['crash', 'floor-tom', 'open-triangle', 'splash', 'low-conga'];

    public function __construct(private Randomizer $random)
    {
    }

    /** @return Beat|null null where there is no room for this mistake */
    public function make(string $kind, Beat $beat): ?Beat
    {
        $made = [] === $beat->rows ? null : match ($kind) {
            'shifted' => $this->moved($beat, array_keys($beat->rows)),
            'rotated' => $this->rotated($beat, array_keys($beat->rows)),
            'double-time' => $beat->all(static fn (array $hit): array => [intdiv($hit[0], 2), $hit[1], $hit[2]]),
            'half-time' => $beat->all(static fn (array $hit): array => [2 * $hit[0], $hit[1], $hit[2]], 2 * $beat->bars),
            'row-shifted' => $this->moved($beat, [$this->row($beat, 3)]),
            'bars-shifted' => $this->barsMoved($beat),
            'row-rotated' => $this->rotated($beat, [$this->row($beat, 3)]),
            'swapped-rows' => $this->exchanged($beat),
            'wrong-row' => $this->elsewhere($beat),
            'row-missing' => \count($beat->rows) < 2 ? null : $beat->with([$this->row($beat, 1) => []] + $beat->rows),
            'row-extra' => $this->added($beat),
            'bar-missing' => $this->barTakenOut($beat),
            'bars-cut' => $this->barsCut($beat),
            'bar-empty' => $this->barEmptied($beat),
            'bar-extra' => $this->barPutIn($beat),
            'bars-swapped' => $this->barsExchanged($beat),
            'no-variation' => $this->barRepeated($beat),
            'subdivision' => $this->subdivided($beat),
            'hit-missing' => $this->hitTakenOut($beat, false),
            'everywhere-missing' => $this->hitTakenOut($beat, true),
            'hit-extra' => $this->hitPutIn($beat, false),
            'everywhere-extra' => $this->hitPutIn($beat, true),
            'hit-moved' => $this->hitMoved($beat),
            'other-drum' => $this->hitElsewhere($beat),
            'bar-elsewhere' => $this->barElsewhere($beat),
            'ghosts-missing' => $this->ghostsTakenOut($beat),
            'accents' => $this->softened($beat),
            'accents-late' => $this->accentsLate($beat),
            'too-soft' => $this->rowSoftened($beat),
            'flat' => $this->flattened($beat),
            'ghosts' => $this->ghostsRaised($beat),
            'ahead' => $this->leaning($beat, -16),
            'behind' => $this->leaning($beat, 16),
            'tempo' => $beat->set($beat->bpm + $this->one([-20, 15, 30]), $beat->swing),
            'swing' => $beat->set($beat->bpm, 50.0 === $beat->swing ? 62 : 50),
            default => $beat->with($beat->rows, $beat->bars + 1),
        };

        $isHeard = null !== $made && match (true) {
            \in_array($kind, self::HEARD_OTHERWISE, true) => $made != $beat,
            // A row that runs evenly is the same again one step later.
            \in_array($kind, ['row-shifted', 'row-rotated', ...self::MOVING], true) => $made->isElsewhere($beat),
            default => $made->places() !== $beat->places(),
        };

        return $isHeard && $made->isWhole() ? $made : null;
    }

    /**
     * @template T
     *
     * @param array<T> $of not empty
     *
     * @return T
     */
    private function one(array $of): mixed
    {
        $of = array_values($of);

        return $of[$this->random->getInt(0, max(0, \count($of) - 1))];
    }

    /** @return string any row with so many hits at least, '' if there is none */
    private function row(Beat $beat, int $least): string
    {
        $rows = array_keys(array_filter($beat->rows, static fn (array $hits): bool => \count($hits) >= $least));

        return [] === $rows ? '' : $this->one($rows);
    }

    /** @param list<string> $rows */
    private function moved(Beat $beat, array $rows): ?Beat
    {
        $ticks = array_merge([], ...array_map(static fn (string $row): array => array_column($beat->rows[$row] ?? [], 0), $rows));
        if (\count($ticks) < 3) {
            return null;
        }
        $room = array_filter(
            [240, 480, -240, 960, 720, -480, 160, 320, 120],
            static fn (int $by): bool => min($ticks) + $by >= 0 && max($ticks) + $by < $beat->ticks(),
        );
        if ([] === $room) {
            return null;
        }
        $by = $this->one($room);
        foreach ($rows as $row) {
            $beat = $beat->row($row, static fn (array $hit): array => [$hit[0] + $by, $hit[1], $hit[2]]);
        }

        return $beat;
    }

    private function barsMoved(Beat $beat): ?Beat
    {
        $row = $this->row($beat, 4);
        if ('' === $row || $beat->bars < 2) {
            return null;
        }
        $bars = $this->random->pickArrayKeys(array_fill(1, $beat->bars, true), $this->random->getInt(1, $beat->bars - 1));
        $by = $this->one([240, 480, -240]);
        $moved = $beat->row(
            $row,
            static fn (array $hit): array => [$hit[0] + (\in_array($beat->bar($hit[0]), $bars, true) ? $by : 0), $hit[1], $hit[2]],
        );
        foreach ($bars as $bar) {
            $count = \count($beat->inBar($row, $bar));
            if ($count < 2 || $count !== \count($moved->inBar($row, $bar))) {
                return null;
            }
        }

        return $moved;
    }

    /** @param list<string> $rows */
    private function rotated(Beat $beat, array $rows): ?Beat
    {
        $by = $this->one([240, 480, 960, -240, -480]);
        $length = $beat->ticks();
        foreach ($rows as $row) {
            if ('' === $row) {
                return null;
            }
            $beat = $beat->row($row, static fn (array $hit): array => [($hit[0] + $by + $length) % $length, $hit[1], $hit[2]]);
            $hits = $beat->rows[$row];
            sort($hits);
            $beat = $beat->with([$row => $hits] + $beat->rows);
        }

        return $beat;
    }

    private function exchanged(Beat $beat): ?Beat
    {
        if (\count($beat->rows) < 2) {
            return null;
        }
        [$a, $b] = $this->random->pickArrayKeys($beat->rows, 2);

        return $beat->with([$a => $beat->rows[$b], $b => $beat->rows[$a]] + $beat->rows);
    }

    private function elsewhere(Beat $beat): Beat
    {
        $row = $this->row($beat, 1);
        $new = array_diff(self::NEW, array_keys($beat->rows));

        return $beat->with([$row => [], $this->one($new) => $beat->rows[$row]] + $beat->rows);
    }

    private function added(Beat $beat): Beat
    {
        $ticks = $this->random->pickArrayKeys(array_fill_keys(range(0, $beat->ticks() - 1, 240), true), max(1, min(4, intdiv($beat->ticks(), 480))));

        return $beat->with([
            $this->one(array_diff(self::NEW, array_keys($beat->rows))) => array_map(static fn ($tick): array => [(int) $tick, 0, 90], $ticks),
        ] + $beat->rows);
    }

    private function barTakenOut(Beat $beat): ?Beat
    {
        $bar = $this->random->getInt(1, $beat->bars);
        $ticks = $beat->meter->barTicks();

        return $beat->bars < 2 ? null : $beat->all(static fn (array $hit): ?array => match ($beat->bar($hit[0]) <=> $bar) {
            -1 => $hit, 0 => null, 1 => [$hit[0] - $ticks, $hit[1], $hit[2]],
        }, $beat->bars - 1);
    }

    private function barEmptied(Beat $beat): ?Beat
    {
        $bar = $this->random->getInt(1, $beat->bars);

        return $beat->bars < 2 ? null : $beat->all(static fn (array $hit): ?array => $beat->bar($hit[0]) === $bar ? null : $hit);
    }

    private function barPutIn(Beat $beat): Beat
    {
        [$bar, $ticks] = [$this->random->getInt(1, $beat->bars), $beat->meter->barTicks()];
        $rows = [];
        foreach ($beat->rows as $row => $hits) {
            foreach ($hits as $hit) {
                $rows[$row][] = [$hit[0] + ($beat->bar($hit[0]) > $bar ? $ticks : 0), $hit[1], $hit[2]];
                if ($beat->bar($hit[0]) === $bar) {
                    $rows[$row][] = [$hit[0] + $ticks, $hit[1], $hit[2]];
                }
            }
            sort($rows[$row]);
        }

        return $beat->with($rows, $beat->bars + 1);
    }

    private function barsExchanged(Beat $beat): ?Beat
    {
        if ($beat->bars < 2) {
            return null;
        }
        [$a, $b] = $this->random->pickArrayKeys(array_fill(1, $beat->bars, true), 2);
        // An exchange with an empty bar is one bar left empty and one too many.
        if ([] === $beat->all(static fn (array $hit): ?array => $beat->bar($hit[0]) === $a ? $hit : null)->rows
            || [] === $beat->all(static fn (array $hit): ?array => $beat->bar($hit[0]) === $b ? $hit : null)->rows) {
            return null;
        }
        $by = ($b - $a) * $beat->meter->barTicks();
        $rows = $beat->all(static fn (array $hit): array => [$hit[0] + match ($beat->bar($hit[0])) {
            $a => $by, $b => -$by, default => 0,
        }, $hit[1], $hit[2]])->rows;
        array_walk($rows, static fn (array &$hits) => sort($hits));

        return $beat->with($rows);
    }

    private function barRepeated(Beat $beat): ?Beat
    {
        $rows = [];
        foreach ($beat->rows as $row => $hits) {
            for ($bar = 0; $bar < $beat->bars; ++$bar) {
                foreach ($beat->inBar($row, 1) as $hit) {
                    $rows[$row][] = [$hit[0] + $bar * $beat->meter->barTicks(), $hit[1], $hit[2]];
                }
            }
        }

        return $beat->bars < 2 ? null : $beat->with($rows);
    }

    private function subdivided(Beat $beat): ?Beat
    {
        foreach ($this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $ticks = array_column($beat->rows[$row], 0);
            $steps = array_unique(array_map(static fn (int $a, int $b): int => $b - $a, \array_slice($ticks, 0, -1), \array_slice($ticks, 1)));
            if (\count($ticks) >= 4 && 1 === \count($steps) && \in_array(reset($steps), [240, 320, 480], true)) {
                $step = reset($steps);
                $to = $this->one(match ($step) {
                    240 => [480, 320, 160], 320 => [480, 240], default => [320, 960],
                });
                $hits = $beat->rows[$row];

                return $beat->with([$row => array_map(
                    static fn (int $tick): array => [$tick] + $hits[min(\count($hits) - 1, intdiv($tick - $ticks[0], $step))],
                    range($ticks[0], end($ticks) + $step - 1, $to),
                )] + $beat->rows);
            }
        }

        return null;
    }

    private function hitTakenOut(Beat $beat, bool $everywhere): ?Beat
    {
        $row = $this->row($beat, 2);
        if ('' === $row) {
            return null;
        }
        [$at, $bar] = [$this->one($beat->rows[$row])[0], $beat->meter->barTicks()];

        return $beat->row(
            $row,
            static fn (array $hit): ?array => $hit[0] === $at || ($everywhere && $hit[0] % $bar === $at % $bar) ? null : $hit,
        );
    }

    private function hitPutIn(Beat $beat, bool $everywhere): Beat
    {
        $row = $this->row($beat, 1);
        $bar = $beat->meter->barTicks();
        $in = 240 * $this->random->getInt(0, intdiv($bar, 240) - 1);
        $hits = $beat->rows[$row];
        foreach ($everywhere ? range(0, $beat->bars - 1) : [$this->random->getInt(0, $beat->bars - 1)] as $one) {
            $hits[] = [$one * $bar + $in, 0, 90];
        }
        sort($hits);

        return $beat->with([$row => $hits] + $beat->rows);
    }

    private function hitMoved(Beat $beat): Beat
    {
        $row = $this->row($beat, 1);
        $at = $this->one($beat->rows[$row])[0];
        $by = $this->one([240, -240, 120, -120, 160]);

        return $beat->row($row, static fn (array $hit): array => $hit[0] === $at ? [$at + $by, $hit[1], $hit[2]] : $hit);
    }

    private function hitElsewhere(Beat $beat): Beat
    {
        $row = $this->row($beat, 1);
        $hit = $this->one($beat->rows[$row]);
        $others = array_diff([...array_keys($beat->rows), 'splash'], [$row]);
        $other = $this->one($others);
        $hits = [...$beat->rows[$other] ?? [], $hit];
        sort($hits);

        return $beat->row($row, static fn (array $one): ?array => $one === $hit ? null : $one)->with(
            [$other => $hits] + $beat->row($row, static fn (array $one): ?array => $one === $hit ? null : $one)->rows,
        );
    }

    /** Only the first bars are played. */
    private function barsCut(Beat $beat): ?Beat
    {
        $kept = $beat->bars < 3 ? 0 : $this->random->getInt(1, $beat->bars - 2);

        return 0 === $kept ? null : $beat->all(static fn (array $hit): ?array => $beat->bar($hit[0]) <= $kept ? $hit : null, $kept);
    }

    /** One bar of a row is played on a drum that is not asked. */
    private function barElsewhere(Beat $beat): ?Beat
    {
        $row = $this->row($beat, 4);
        if ('' === $row || $beat->bars < 2) {
            return null;
        }
        $bar = $this->random->getInt(1, $beat->bars);
        $there = $beat->inBar($row, $bar);
        $new = $this->one(array_diff(self::NEW, array_keys($beat->rows)));

        return \count($there) < 2 || \count($there) === \count($beat->rows[$row]) ? null : $beat->row(
            $row,
            static fn (array $hit): ?array => $beat->bar($hit[0]) === $bar ? null : $hit,
        )->with([$new => $there] + $beat->row($row, static fn (array $hit): ?array => $beat->bar($hit[0]) === $bar ? null : $hit)->rows);
    }

    private function ghostsTakenOut(Beat $beat): ?Beat
    {
        $is = static fn (array $hit): bool => Level::Ghost === Level::of($hit[2]);
        foreach ($this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $count = \count(array_filter($beat->rows[$row], $is));
            if ($count > 0 && $count < \count($beat->rows[$row])) {
                return $beat->row($row, static fn (array $hit): ?array => $is($hit) ? null : $hit);
            }
        }

        return null;
    }

    /** Every accent of a row stands on the next hit of it. */
    private function accentsLate(Beat $beat): ?Beat
    {
        foreach ($this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $levels = array_column($beat->rows[$row], 2);
            $accents = array_keys(array_filter($levels, static fn (int $one): bool => $one >= 110));
            $isRoom = [] === array_filter($accents, static fn (int $i): bool => !isset($levels[$i + 1]) || $levels[$i + 1] < 80 || $levels[$i + 1] > 100);
            $ticks = array_column($beat->rows[$row], 0);
            $apart = array_unique(array_map(static fn (int $i): int => ($ticks[$i + 1] ?? 0) - $ticks[$i], $accents));
            if (\count($accents) < 2 || !$isRoom || 1 !== \count($apart)) {
                continue;
            }
            $hits = $beat->rows[$row];
            $late = [];
            foreach ($hits as $i => [$at, $push, $loud]) {
                $late[] = [$at, $push, match (true) {
                    \in_array($i, $accents, true) => $hits[$i + 1][2], \in_array($i - 1, $accents, true) => $hits[$i - 1][2], default => $loud,
                }];
            }

            return $beat->with([$row => $late] + $beat->rows);
        }

        return null;
    }

    /** A row that is even and firm is played as ghost notes, in a beat that has others. */
    private function rowSoftened(Beat $beat): ?Beat
    {
        foreach (\count($beat->rows) < 3 ? [] : $this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $levels = array_column($beat->rows[$row], 2);
            $others = array_sum(array_map(count(...), $beat->rows)) - \count($levels);
            if ([] !== $levels && min($levels) > 80 && max($levels) - min($levels) <= 12 && $others > 2 * \count($levels)) {
                return $beat->row($row, static fn (array $hit): array => [$hit[0], $hit[1], 26]);
            }
        }

        return null;
    }

    private function softened(Beat $beat): ?Beat
    {
        return $this->relevelled($beat, Level::Accent, static fn (array $hit): array => [$hit[0], $hit[1], 88]);
    }

    private function ghostsRaised(Beat $beat): ?Beat
    {
        return $this->relevelled($beat, Level::Ghost, static fn (array $hit): array => [$hit[0], $hit[1], 86]);
    }

    /** @param \Closure(array{int, int, int}): array{int, int, int} $change of the hits of one level, in a row that has others too */
    private function relevelled(Beat $beat, Level $level, \Closure $change): ?Beat
    {
        $is = static fn (array $hit): bool => Level::of($hit[2]) === $level;
        foreach ($this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $count = \count(array_filter($beat->rows[$row], $is));
            if ($count > 0 && 2 * $count < \count($beat->rows[$row])) {
                return $beat->row($row, static fn (array $hit): array => $is($hit) ? $change($hit) : $hit);
            }
        }

        return null;
    }

    private function flattened(Beat $beat): ?Beat
    {
        foreach ($this->random->shuffleArray(array_keys($beat->rows)) as $row) {
            $levels = array_column($beat->rows[$row], 2);
            if (\count($levels) >= 4 && max($levels) - min($levels) > 40) {
                return $beat->row($row, static fn (array $hit): array => [$hit[0], $hit[1], 90]);
            }
        }

        return null;
    }

    private function leaning(Beat $beat, int $by): ?Beat
    {
        $row = $this->row($beat, 4);

        return '' === $row ? null : $beat->row($row, static fn (array $hit): array => [$hit[0], $hit[1] + $by, $hit[2]]);
    }
}
