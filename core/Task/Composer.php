<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Require\Frame;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * A beat made up from what the rules of a task ask for, one rule after the other, as a student would go about it. Nobody promises that it
 * meets them: whoever wants it checks it.
 */
final class Composer
{
    /** Rules that say where hits stand come before rules that count them. */
    private const ORDER = [
        'contains', 'starts-with', 'uses', 'instruments-at-least', 'backbeat', 'off-the-beat', 'answers', 'hits-between', 'fill-at-end',
        'levels-at-least', 'accents-on', 'crescendo', 'bars-differ',
    ];

    private readonly int $bar;
    private readonly int $length;
    /** @var array<string, array<int, int>> velocities by instrument and tick */
    private array $hits = [];
    /** @var array<string, array<int, true>> */
    private array $clear = [];
    /** @var list<Instrument> that may be played */
    private array $offered;

    private function __construct(private readonly Task $task)
    {
        $this->bar = $task->start->meter->barTicks();
        $this->offered = array_values(array_filter(
            $task->freedom->rows ? Instrument::cases() : $task->instruments,
            static fn (Instrument $one): bool => !\in_array($one, $task->freedom->forbidden, true),
        ));
        $bars = $task->start->bars();
        foreach ($this->rules('bars-total') as $rule) {
            $bars = $task->freedom->form ? max(self::whole($rule['low']), min($bars, self::whole($rule['high']))) : $bars;
        }
        $this->length = min($bars, Section::MOST_BARS) * $this->bar;
    }

    /** The beat in one section; null where the sections of the task are fixed and there are several. */
    public static function beatFor(Task $task): ?Pattern
    {
        if (!$task->freedom->form && (1 !== \count($task->start->sections) || $task->start->bars() > $task->start->sections[0]->bars)) {
            return null;
        }
        $composer = new self($task);
        foreach ($composer->rules('keep-clear') as $rule) {
            foreach ($composer->places($rule['frame'] ?? null) as [$instrument, $tick]) {
                $composer->clear[$instrument][$tick] = true;
            }
        }
        foreach ($composer->rules('only-uses') as $rule) {
            $composer->offered = $composer->among($rule['instruments'] ?? []);
        }
        foreach (Strokes::written($task->start) as $stroke) {
            $composer->hits[$stroke->instrument->value][$stroke->written] = $stroke->velocity;
        }
        foreach (self::ORDER as $kind) {
            foreach ($composer->rules($kind) as $rule) {
                $composer->follow($kind, $rule);
            }
        }

        return $composer->pattern();
    }

    /** @param array<mixed> $rule */
    private function follow(string $kind, array $rule): void
    {
        $one = Instrument::tryFrom(self::text($rule['instrument'] ?? ''));
        $counted = null === $one ? $this->offered : [$one];
        $named = $this->among($rule['instruments'] ?? []);
        $least = self::whole($rule['least'] ?? $rule['low'] ?? $rule['number'] ?? 0);
        match ($kind) {
            'contains' => array_map(fn (array $at) => $this->hits[$at[0]][$at[1]] ??= $at[2], $this->places($rule['frame'] ?? null)),
            'starts-with' => null === $one ? null : $this->hits[$one->value][0] ??= Level::Firm->entry(),
            'uses' => array_map(fn (Instrument $used) => $this->fill([$used], 1, 0, $this->length), $named),
            'instruments-at-least' => array_map(
                fn (Instrument $used) => $this->fill([$used], 1, 0, $this->length),
                \array_slice($this->offered, 0, $least),
            ),
            'hits-between' => 'whole' === ($rule['per'] ?? null)
                ? $this->fill($counted, $least, 0, $this->length)
                : array_map(
                    fn (int $bar) => $this->fill($counted, $least, $bar * $this->bar, ($bar + 1) * $this->bar),
                    range(0, intdiv($this->length, $this->bar) - 1),
                ),
            'fill-at-end' => $this->fill(
                $named ?: $this->offered,
                $least,
                max(0, $this->length - self::whole($rule['beats'] ?? 1) * Tempo::BEATS[Tempo::usualBeat($this->task->start->meter)]),
                $this->length,
            ),
            'backbeat' => [] === $named ? null : array_map(
                fn (int $tick) => $this->hits[$named[0]->value][$tick] ??= Level::Accent->entry(),
                $this->onEach(1, 2),
            ),
            'off-the-beat' => array_map(
                fn (int $tick) => $this->hits[($one ?? $this->offered[0] ?? Instrument::Kick)->value][$tick] ??= Level::Firm->entry(),
                array_map(static fn (int $at): int => $at + 480, $this->onEach(0, 1)),
            ),
            'answers' => $this->answer(\is_array($rule['bars'] ?? null) ? array_map(self::whole(...), $rule['bars']) : [], $counted),
            'accents-on' => null === $one ? null : $this->accent($one, self::text($rule['where'] ?? 'beats')),
            'crescendo' => null === $one ? null : $this->grow($one, self::whole($rule['beats'] ?? 1)),
            'levels-at-least' => null === $one ? null : $this->shade($one, $least),
            'bars-differ' => $this->vary(\is_array($rule['bars'] ?? null) ? array_map(self::whole(...), $rule['bars']) : [], $least),
            default => null,
        };
    }

    /**
     * Adds hits until so many stand in a stretch: first on the beats, then between them.
     *
     * @param list<Instrument> $instruments
     */
    private function fill(array $instruments, int $least, int $from, int $to): void
    {
        $count = 0;
        foreach ($instruments as $one) {
            $count += \count(self::between($this->hits[$one->value] ?? [], $from, $to));
        }
        foreach ([960, 480, 240, 120] as $step) {
            for ($tick = $from; $tick < $to; $tick += $step) {
                foreach ($instruments as $one) {
                    if ($count < $least && !isset($this->hits[$one->value][$tick]) && !isset($this->clear[$one->value][$tick])) {
                        $this->hits[$one->value][$tick] = Level::Firm->entry();
                        ++$count;
                    }
                }
            }
        }
    }

    /** @return list<int> the starts of groups in every bar: from the first or second on, each or each second one */
    private function onEach(int $from, int $step): array
    {
        $ticks = [];
        for ($bar = 0; $bar < $this->length; $bar += $this->bar) {
            foreach ($this->task->start->meter->groupStarts() as $number => $at) {
                if ($number >= $from && 0 === ($number - $from) % $step) {
                    $ticks[] = $bar + $at;
                }
            }
        }

        return $ticks;
    }

    /**
     * A call on the beats, and its answer between them.
     *
     * @param array<int>       $bars        two, from 1
     * @param list<Instrument> $instruments
     */
    private function answer(array $bars, array $instruments): void
    {
        if (2 !== \count($bars) || max($bars) * $this->bar > $this->length || [] === $instruments) {
            return;
        }
        foreach (array_values($bars) as $number => $bar) {
            foreach ($this->onEach(0, 1) as $tick) {
                if (intdiv($tick, $this->bar) === $bar - 1) {
                    $this->hits[$instruments[0]->value][$tick + 480 * $number] = Level::Firm->entry();
                }
            }
        }
    }

    /** Strikes an instrument in sixteenths, louder where the rule wants it. */
    private function accent(Instrument $one, string $where): void
    {
        $loud = match ($where) {
            'bar' => array_filter($this->onEach(0, 1), fn (int $tick): bool => 0 === $tick % $this->bar),
            'backbeat' => $this->onEach(1, 2),
            'offbeats' => array_map(static fn (int $at): int => $at + 480, $this->onEach(0, 1)),
            default => $this->onEach(0, 1),
        };
        for ($tick = 0; $tick < $this->length; $tick += 240) {
            $this->hits[$one->value][$tick] = (\in_array($tick, $loud, true) ? Level::Accent : Level::Soft)->entry();
        }
    }

    /** Lets an instrument grow through the last beats. */
    private function grow(Instrument $one, int $beats): void
    {
        $from = max(0, $this->length - $beats * Tempo::BEATS[Tempo::usualBeat($this->task->start->meter)]);
        $steps = max(1, intdiv($this->length - $from, 240) - 1);
        for ($tick = $from; $tick < $this->length; $tick += 240) {
            $this->hits[$one->value][$tick] = 30 + intdiv(90 * intdiv($tick - $from, 240), $steps);
        }
    }

    /** Plays an instrument at so many levels. */
    private function shade(Instrument $one, int $levels): void
    {
        $this->fill([$one], $levels, 0, $this->length);
        $entries = array_map(static fn (Level $level): int => $level->entry(), [Level::Firm, Level::Accent, Level::Soft, Level::Ghost]);
        foreach (array_keys($this->hits[$one->value] ?? []) as $number => $tick) {
            $this->hits[$one->value][$tick] = $entries[$number % max(1, $levels)];
        }
    }

    /**
     * Makes one bar like the other but for so many hits.
     *
     * @param array<int> $bars two, from 1
     */
    private function vary(array $bars, int $least): void
    {
        if (2 !== \count($bars) || max($bars) * $this->bar > $this->length) {
            return;
        }
        [$a, $b] = array_values($bars);
        [$from, $to] = [($b - 1) * $this->bar, ($a - 1) * $this->bar];
        $there = 0;
        foreach ($this->hits as $instrument => $hits) {
            $this->hits[$instrument] = array_diff_key($hits, self::between($hits, $from, $from + $this->bar));
            foreach (self::between($hits, $to, $to + $this->bar) as $tick => $velocity) {
                $this->hits[$instrument][$tick - $to + $from] = $velocity;
                ++$there;
            }
        }
        $this->fill($this->offered, $there + $least, $from, $from + $this->bar);
    }

    private function pattern(): Pattern
    {
        $start = $this->task->start;
        $rows = [];
        foreach ($start->sections[0]->rows as $row) {
            $rows[$row->instrument->value] = $row->withHits([], Snap::Sixteenth);
        }
        foreach ($this->hits as $name => $hits) {
            $hits = self::between($hits, 0, $this->length);
            $rows[$name] = Row::of(Instrument::from($name), array_map(Hit::of(...), array_keys($hits), $hits));
        }
        $section = Section::of($start->sections[0]->name, intdiv($this->length, $this->bar), array_values($rows), $start->meter);
        $swing = $start->swing;
        foreach ($this->task->freedom->swing ? $this->rules('swing-between') : [] as $rule) {
            $swing = Swing::of(self::number($rule['low']), $swing->unit);
        }
        $tempo = $start->tempo;
        foreach (null !== $this->task->freedom->tempo ? $this->rules('tempo-between') : [] as $rule) {
            // The rule counts the meter's beat, the freedom quarters.
            $beat = Tempo::BEATS[Tempo::usualBeat($start->meter)] / Tempo::BEATS['4'];
            $quarters = max(self::number($rule['low']) * $beat, $this->task->freedom->tempo['low'] ?? 0);
            $quarters = max(Tempo::LEAST, min(Tempo::MOST, round($quarters, 2)));
            $tempo = Tempo::of($quarters, '4')->counting($tempo->beat);
        }

        return Pattern::of($start->title, $start->meter, $tempo, [$section], null, $swing, $start->kit, $start->seed);
    }

    /** @return list<array<mixed>> the rules of a kind */
    private function rules(string $kind): array
    {
        $rules = array_map(static fn (mixed $rule): array => (array) $rule, $this->task->requirements->toData());

        return array_values(array_filter($rules, static fn (array $rule): bool => $kind === ($rule['kind'] ?? null)));
    }

    /** @return list<array{string, int, int}> instrument, tick and velocity of a frame's hits, through the whole beat */
    private function places(mixed $frame): array
    {
        $places = [];
        foreach (Frame::repeated(PatternReader::fromData($frame), $this->length) as $stroke) {
            $places[] = [$stroke->instrument->value, $stroke->written, $stroke->velocity];
        }

        return $places;
    }

    /** @return list<Instrument> those of the names that are offered */
    private function among(mixed $names): array
    {
        $named = static fn (Instrument $one): bool => \in_array($one->value, (array) $names, true);

        return array_values(array_filter($this->offered, $named));
    }

    /**
     * @param array<int, int> $hits velocities by tick
     *
     * @return array<int, int> those of a stretch
     */
    private static function between(array $hits, int $from, int $to): array
    {
        return array_filter($hits, static fn (int $at): bool => $at >= $from && $at < $to, \ARRAY_FILTER_USE_KEY);
    }

    private static function number(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }

    private static function whole(mixed $value): int
    {
        return (int) self::number($value);
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : '';
    }
}
