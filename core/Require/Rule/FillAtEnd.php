<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Rhythm\Tempo;

/** The last beats are filled on some instruments. A beat is what the meter is usually conducted in. */
final readonly class FillAtEnd implements Requirement
{
    /** @param list<Instrument> $instruments none for all */
    public function __construct(private int $least, private int $beats, private array $instruments)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'fill-at-end',
            'a fill at the end',
            [
                'The last',
                Blank::whole('beats', 'beats', 1, 64),
                'beats hold a fill of at least',
                Blank::whole('least', 'hits', 1, 1000),
                'hits on',
                Blank::instruments('instruments', 'instruments', 'any instrument'),
            ],
            ['beats' => 1, 'least' => 4, 'instruments' => []],
        );
    }

    public function asks(): string
    {
        $on = [] === $this->instruments ? '' : ' on '.Submission::names($this->instruments);

        return 'A fill of at least '.Submission::plural($this->least, 'hit')."$on in ".self::where($this->beats).'.';
    }

    public function check(Submission $submission): Verdict
    {
        $from = $submission->pattern->ticks() - $this->beats * Tempo::BEATS[Tempo::usualBeat($submission->pattern->meter)];
        $fits = fn (Stroke $one): bool => $one->written >= $from && (
            [] === $this->instruments || \in_array($one->instrument, $this->instruments, true)
        );
        $fill = array_values(array_filter($submission->strokes, $fits));

        return Verdict::of(
            \count($fill) >= $this->least,
            ['count' => \count($fill), 'least' => $this->least, 'beats' => $this->beats],
            $fill,
        );
    }

    public static function says(Verdict $verdict, \Closure $place): string
    {
        $hits = $verdict->count('count', 'hit');

        return $verdict->passed ? "The fill has $hits." : "$hits in ".self::where(
            (int) $verdict->number('beats'),
        )."; make the fill at least {$verdict->number('least')}.";
    }

    private static function where(int $beats): string
    {
        return 1 === $beats ? 'the last beat' : "the last $beats beats";
    }
}
