<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Say\Counting;

/** What a student may ask about a beat before handing it in. The answer says this and no more. */
enum Question: string
{
    case Nothing = 'nothing';
    case Count = 'count';
    case Rows = 'rows';
    case Bars = 'bars';
    case Places = 'places';

    /** Ticks of the steps by which places are told: a sixteenth. */
    private const STEP = 240;

    /**
     * @param list<Instrument> $offered rows that the student knows of
     * @param int              $bars    of the student's beat
     *
     * @return array{
     *     count?: int,
     *     rows?: list<array{instrument: string, right: bool}>,
     *     bars?: list<array{bar: int, right: bool}>,
     *     places?: list<array{at: int, place: string}>,
     * } count: strokes that are right; places: steps and words of where something differs, never what
     */
    public function answer(Comparison $comparison, array $offered, Counting $counting, int $bars): array
    {
        $differing = array_values(array_filter($comparison->pairing->pairs, static fn (Pair $pair): bool => $pair->differs()));

        return match ($this) {
            self::Nothing => [],
            self::Count => [
                'count' => \count(
                    array_filter($comparison->pairing->pairs, static fn (Pair $pair): bool => Status::Match === $pair->status),
                ),
            ],
            self::Rows => ['rows' => self::rows($differing, $offered)],
            self::Bars => ['bars' => self::bars($differing, $counting, $bars)],
            self::Places => ['places' => self::places($differing, $counting, $bars)],
        };
    }

    /**
     * @param list<Pair>       $differing
     * @param list<Instrument> $offered
     *
     * @return list<array{instrument: string, right: bool}>
     */
    private static function rows(array $differing, array $offered): array
    {
        $wrong = [];
        foreach ($differing as $pair) {
            foreach ([$pair->target, $pair->submission] as $stroke) {
                if (null !== $stroke) {
                    $wrong[$stroke->instrument->value] = true;
                }
            }
        }

        return array_map(
            static fn (Instrument $one): array => ['instrument' => $one->value, 'right' => !isset($wrong[$one->value])],
            $offered,
        );
    }

    /**
     * @param list<Pair> $differing
     *
     * @return list<array{bar: int, right: bool}>
     */
    private static function bars(array $differing, Counting $counting, int $bars): array
    {
        $wrong = [];
        foreach ($differing as $pair) {
            foreach ([$pair->target, $pair->submission] as $stroke) {
                if (null !== $stroke) {
                    $wrong[$counting->bar($stroke->written)] = true;
                }
            }
        }

        return array_map(static fn (int $bar): array => ['bar' => $bar, 'right' => !isset($wrong[$bar])], range(1, max(1, $bars)));
    }

    /**
     * @param list<Pair> $differing
     *
     * @return list<array{at: int, place: string}> by tick, each place once
     */
    private static function places(array $differing, Counting $counting, int $bars): array
    {
        $places = [];
        foreach ($differing as $pair) {
            // A step and no more: exact ticks would tell which row a place belongs to.
            $at = intdiv(max(0, ($pair->submission ?? $pair->stroke())->written), self::STEP) * self::STEP;
            $places[$at] = ['at' => $at, 'place' => $counting->place($at, $bars > 1)];
        }
        ksort($places);
        // Where bars repeat, one mistake stands in each of them: it is told once, at its first place.
        $once = [];
        foreach ($places as $at => $place) {
            $once[$at % $counting->barTicks()] ??= $place;
        }

        return array_values($once);
    }
}
