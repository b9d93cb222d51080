<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\InBeats;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Voice;

/**
 * Something is played at the end that says that it goes on: so many strokes one after the other, mostly where the bars before have nothing.
 * It has more strokes than they have there, lasts two beats or longer, or takes more drums than they do. What keeps the time, and the kick,
 * does not count as more. A beat is what the meter is usually conducted in; in a pattern of one bar, its earlier beats are "before".
 */
final readonly class FillAtEnd implements InBeats
{
    /** What goes on through bars, fill or not. */
    private const TIMEKEEPERS = [
        Instrument::ClosedHat, Instrument::OpenHat, Instrument::PedalHat, Instrument::Ride, Instrument::RideBell, Instrument::Shaker,
        Instrument::Kick,
    ];
    private const LONG = 2;

    /** @param list<Instrument> $instruments none for all */
    public function __construct(private int $least, private int $beats, private array $instruments)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'fill-at-end',
            [
                Blank::whole('beats', 1, 64),
                Blank::whole('least', 1, 1000),
                Blank::instruments('instruments', true),
            ],
            ['beats' => 1, 'least' => 4, 'instruments' => []],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.fill-at-end', [
            'on' => [] === $this->instruments ? 'no' : 'yes',
            'names' => $voice->names($this->instruments),
            'count' => $this->least,
            'beats' => $this->beats,
        ]);
    }

    public function check(Submission $submission): Verdict
    {
        $meter = $submission->pattern->meter;
        $beat = Tempo::BEATS[Tempo::usualBeat($meter)];
        $end = $submission->pattern->ticks();
        // Bars are held against bars, or the beats of a single bar against each other.
        $period = $end > $meter->barTicks() ? $meter->barTicks() : $beat;
        $longest = $end > $meter->barTicks() ? max($this->beats, intdiv($period, $beat)) : max($this->beats, intdiv($end, $beat) - 1);
        $found = ['least' => $this->least, 'beats' => $this->beats, 'from' => max(0, $end - $this->beats * $beat)];
        $found += ['count' => 0, 'like' => false];
        $seen = [];
        for ($beats = $this->beats; $beats <= $longest; ++$beats) {
            $from = $end - $beats * $beat;
            $fill = $this->strokes($submission, $from, $end);
            $count = self::moments($fill);
            $new = self::unlike($submission, $fill, $from, $period);
            // A longer fill has something new in each of its beats.
            $news = \count(array_unique(array_map(static fn (Stroke $one): int => intdiv($one->written - $from, $beat), $new)));
            if ($count >= $this->least && 2 * self::moments($new) >= $count && ($beats === $this->beats || $beats === $news)
                && $this->stands($submission, $fill, $from, $end, $period, $beats)) {
                return Verdict::of(true, ['count' => $count] + $found, $fill);
            }
            if ($this->beats === $beats) {
                $found = ['count' => $count, 'like' => $count >= $this->least] + $found;
                $seen = $fill;
            }
        }

        return Verdict::of(false, $found, $seen);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        // In the words of the class, which may count other beats than the meter is conducted in.
        $from = (int) $verdict->number('from');

        return $voice->say(match (true) {
            $verdict->passed => 'rule.fill-at-end.passed',
            1.0 === $verdict->number('like') => 'rule.fill-at-end.like',
            default => 'rule.fill-at-end.failed',
        }, [
            'count' => (int) $verdict->number('count'),
            'least' => (int) $verdict->number('least'),
            'begins' => 0 === $from ? 'no' : 'yes',
            'place' => 0 === $from ? '' : $place($from),
            'beats' => (int) $verdict->number('beats'),
        ]);
    }

    /** @param list<Stroke> $fill */
    private function stands(Submission $submission, array $fill, int $from, int $end, int $period, int $beats): bool
    {
        if ($beats >= self::LONG) {
            return true;
        }
        $drums = self::drums($fill);
        $most = 0;
        $before = [];
        for ($shift = $period; $from - $shift >= 0; $shift += $period) {
            $there = self::drums($this->strokes($submission, $from - $shift, $end - $shift));
            $most = max($most, self::moments($there));
            array_push($before, ...array_map(static fn (Stroke $one): string => $one->instrument->value, $there));
        }
        $kinds = array_unique(array_map(static fn (Stroke $one): string => $one->instrument->value, $drums));

        return self::moments($drums) > $most || \count($kinds) > \count(array_unique($before));
    }

    /** @return list<Stroke> on the instruments that count */
    private function strokes(Submission $submission, int $from, int $to): array
    {
        return array_values(array_filter($submission->strokes, fn (Stroke $one): bool => $one->written >= $from && $one->written < $to
            && ([] === $this->instruments || \in_array($one->instrument, $this->instruments, true))));
    }

    /**
     * @param list<Stroke> $fill
     *
     * @return list<Stroke> those that no earlier bar has at their place
     */
    private static function unlike(Submission $submission, array $fill, int $from, int $period): array
    {
        $before = [];
        foreach ($submission->strokes as $one) {
            if ($one->written < $from) {
                $before[$one->instrument->value.' '.$one->written % $period] = true;
            }
        }

        return array_values(array_filter(
            $fill,
            static fn (Stroke $one): bool => !isset($before[$one->instrument->value.' '.$one->written % $period]),
        ));
    }

    /**
     * @param list<Stroke> $strokes
     *
     * @return list<Stroke>
     */
    private static function drums(array $strokes): array
    {
        return array_values(array_filter($strokes, static fn (Stroke $one): bool => !\in_array($one->instrument, self::TIMEKEEPERS, true)));
    }

    /**
     * How many strokes follow each other: what sounds at once is one.
     *
     * @param list<Stroke> $strokes
     */
    private static function moments(array $strokes): int
    {
        return \count(array_unique(array_map(static fn (Stroke $one): int => $one->written, $strokes)));
    }
}
