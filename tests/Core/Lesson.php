<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Patterns for tests: from text grids, from lists of step numbers, and random ones from a seed. */
final readonly class Lesson
{
    /** The target of the worked examples. */
    public const TARGET = ['kick' => [1, 9], 'snare' => [5, 13], 'closed-hat' => [1, 3, 5, 7, 9, 11, 13, 15]];

    public static function grid(string $grid, int $bars = 1, ?Meter $meter = null, ?Tempo $tempo = null, ?Swing $swing = null): Pattern
    {
        $meter ??= Meter::of(4, 4);

        return Pattern::of('Lesson', $meter, $tempo ?? Tempo::of(96, '4'), [TextGrid::section($grid, $meter, $bars)], null, $swing);
    }

    /** @param array<string, list<int>> $rows instrument => step numbers, sixteenths from 1 */
    public static function steps(array $rows, int $bars = 1): Pattern
    {
        $made = [];
        foreach ($rows as $instrument => $steps) {
            $made[] = Row::of(Instrument::from($instrument), array_map(static fn (int $step): Hit => Hit::of(240 * ($step - 1)), $steps));
        }
        $meter = Meter::of(4, 4);

        return Pattern::of('Lesson', $meter, Tempo::of(96, '4'), [Section::of('A', $bars, $made, $meter)]);
    }

    /** @param array<string, list<array{int, int}>> $rows instrument => tick and push of each hit */
    public static function pushed(array $rows): Pattern
    {
        $made = [];
        foreach ($rows as $instrument => $hits) {
            $made[] = Row::of(
                Instrument::from($instrument),
                array_map(static fn (array $hit): Hit => Hit::of($hit[0], push: $hit[1]), $hits),
            );
        }
        $meter = Meter::of(4, 4);

        return Pattern::of('Lesson', $meter, Tempo::of(96, '4'), [Section::of('A', 1, $made, $meter)]);
    }

    /** @param array<string, mixed> $policy as in a policy file */
    public static function compare(Pattern $target, Pattern $submission, array $policy = []): Comparison
    {
        return Comparison::of(
            $target,
            $submission,
            [] === $policy ? Policy::of() : PolicyFile::fromData(json_decode((string) json_encode($policy))),
        );
    }

    /** @return list<string> kinds with what they name, e.g. "hit-missing snare" */
    public static function said(Comparison $comparison): array
    {
        return array_map(
            static fn (Statement $one): string => trim(
                $one->kind->value.' '.implode(' ', array_map(static fn (Instrument $i): string => $i->value, $one->instruments)),
            ),
            $comparison->statements,
        );
    }

    /** @return list<string> what a student reads */
    public static function texts(Comparison $comparison, CountingStyle $style = CountingStyle::Syllables): array
    {
        return $comparison->sentences(Spoken::voice($style));
    }

    public static function random(int $seed): Randomizer
    {
        return new Randomizer(new Mt19937($seed));
    }

    /** Any valid pattern: every field takes any of its values sooner or later. */
    public static function any(Randomizer $random): Pattern
    {
        $one = static fn (array $of) => $of[$random->getInt(0, \count($of) - 1)];
        $unit = $one([2, 4, 8, 16]);
        $meter = Meter::of($random->getInt(1, 9), $unit);
        $sections = [];
        for ($s = 0, $count = $random->getInt(1, 3); $s < $count; ++$s) {
            $bars = $random->getInt(1, 3);
            $rows = [];
            for ($r = $random->getInt(0, 4); $r > 0; --$r) {
                $hits = [];
                for ($h = $random->getInt(0, 12); $h > 0; --$h) {
                    $at = $random->getInt(0, $bars * $meter->barTicks() - 1);
                    $hits[$at] = Hit::of(
                        $at,
                        $random->getInt(1, 127),
                        $one([0, 0, $random->getInt(-120, 120)]),
                        $one([1, 1, $random->getInt(1, 8)]),
                        $one([100, 100, $random->getInt(1, 99)]),
                        0 === $random->getInt(0, 9),
                    );
                }
                $rows[] = Row::of(
                    $one(Instrument::cases()),
                    array_values($hits),
                    $one(Snap::cases()),
                    $one([null, null, $random->getInt(Row::LEAST_CYCLE, 4000)]),
                    $random->getInt(0, 150) / 100,
                    $random->getInt(-100, 100) / 100,
                    $random->getInt(-12, 12),
                    $random->getInt(0, 100) / 100,
                    0 === $random->getInt(0, 5),
                    $one([null, 'amber']),
                );
            }
            $sections[] = Section::of('Section '.$s, $bars, $rows, $meter);
        }
        $order = array_map(
            static fn (): OrderEntry => OrderEntry::of($one($sections)->name, $random->getInt(1, 3)),
            array_fill(0, $random->getInt(1, 4), null),
        );
        $swing = Swing::of($random->getInt(5000, 7500) / 100, $one([8, 16]));

        return Pattern::of(
            'Any "pattern" é',
            $meter,
            Tempo::of($random->getInt(2000, 40000) / 100, (string) $one(array_keys(Tempo::BEATS))),
            $sections,
            $order,
            $swing,
            'boathouse',
            $random->getInt(0, Pattern::MOST_SEED),
        );
    }
}
