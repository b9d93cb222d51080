<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;

/**
 * How one instrument of a kit sounds, from a ghost to an accent: a layer for each named level, every one as loud as the others (how loud a
 * hit is comes from its velocity alone), the softer the darker, each with one take or two. All stand one after the other in one sound.
 */
final readonly class Strike
{
    /** Samples of silence between two takes. */
    private const GAP = 64;
    /** What is quieter than this when it is played is not heard: 60 decibels below full scale. */
    private const LEAST = 0.001;
    /** How much of what is high stays in a layer: a drum that is struck softly is struck dully. */
    private const BRIGHT = ['ghost' => 0.3, 'soft' => 0.55, 'firm' => 0.8, 'accent' => 1.0];
    /** Above which part of its brightness, and which frequency at most, that is: the second is what tells in a cymbal. */
    private const SHELVES = [[0.7, 6000], [1.4, 12_000]];
    /** The second take of a drum of which there is one only: a little higher and darker. */
    private const OTHER_TUNE = 1.013;
    private const OTHER_BRIGHT = 0.85;
    /** RMS of the loudest tenth of a second of a kick. */
    private const LOUD = 0.12;
    /** Decibels of a sound that somebody has brought, beside a kick. */
    private const OWN = -3;
    /** Seconds that such a sound may last. */
    public const OWN_SECONDS = 10;

    /**
     * @param string                                                            $pcm    16-bit numbers at Wav::RATE
     * @param list<array{to: int, takes: list<array{from: int, samples: int}>}> $layers by velocity: up to which it is played
     */
    public function __construct(public string $pcm, public array $layers)
    {
    }

    /**
     * @param array<string, non-empty-list<Sample>> $raw     by level: its takes
     * @param bool                                  $varied  whether a second take is made of the first
     * @param float                                 $seconds that it rings at most
     */
    public static function of(Instrument $instrument, array $raw, bool $varied, float $seconds): self
    {
        $rms = self::LOUD * 10 ** (self::decibels($instrument) / 20);
        $values = $layers = [];
        foreach (Level::cases() as $level) {
            $takes = $raw[$level->value];
            if ($varied) {
                $takes[] = $takes[0]->at(self::OTHER_TUNE)->darker(max(300, $takes[0]->brightness()), self::OTHER_BRIGHT);
            }
            $marks = [];
            foreach ($takes as $take) {
                $sample = $take->fromItsStart();
                $bright = $sample->brightness();
                foreach (self::SHELVES as [$share, $most]) {
                    $sample = $sample->darker(max(300, min($most, $share * $bright)), self::BRIGHT[$level->value]);
                }
                $least = self::LEAST / Velocity::gain($level->highest());
                $sample = $sample->asLoudAs($rms)->fromItsStart()->untilItsEnd($least, $seconds);
                $marks[] = ['from' => \count($values), 'samples' => \count($sample->values)];
                array_push($values, ...$sample->values, ...array_fill(0, self::GAP, 0.0));
            }
            $layers[] = ['to' => $level->highest(), 'takes' => $marks];
        }

        return new self(Wav::numbers($values), $layers);
    }

    /** A sound that somebody has brought: one take for every velocity, its silence in front taken off, as loud as other drums. */
    public static function own(Sample $sample): self
    {
        $loud = self::LOUD * 10 ** (self::OWN / 20);
        $sample = $sample->fromItsStart()->asLoudAs($loud)->untilItsEnd(self::LEAST, self::OWN_SECONDS);

        return self::whole(Wav::numbers($sample->values));
    }

    /** @param string $pcm that is played for every velocity as it is */
    public static function whole(string $pcm): self
    {
        $take = ['from' => 0, 'samples' => intdiv(\strlen($pcm), 2)];

        return new self($pcm, [['to' => Level::Accent->highest(), 'takes' => [$take]]]);
    }

    /**
     * What is played for a stroke.
     *
     * @param int $velocity 1–127
     * @param int $turn     counts the strokes, so that takes change
     *
     * @return array{from: int, samples: int}
     */
    public function take(int $velocity, int $turn): array
    {
        foreach ($this->layers as $layer) {
            if ($velocity <= $layer['to']) {
                return $layer['takes'][$turn % \count($layer['takes'])];
            }
        }

        throw new \LogicException("There is no layer for velocity $velocity.");
    }

    /** @return float how loud an instrument is beside a kick in a beat where all is struck alike */
    private static function decibels(Instrument $instrument): float
    {
        return match ($instrument) {
            Instrument::Kick, Instrument::Kick2 => 0,
            Instrument::Snare, Instrument::Snare2, Instrument::Clap => -1.5,
            Instrument::ClosedHat, Instrument::PedalHat => -11,
            Instrument::OpenHat, Instrument::Tambourine => -9,
            Instrument::Ride, Instrument::RideBell, Instrument::OpenTriangle, Instrument::MuteTriangle => -10,
            Instrument::Crash, Instrument::Crash2, Instrument::China, Instrument::Splash => -5,
            default => match ($instrument->family()) {
                'toms' => -2.5,
                'shakers' => -10,
                'hands' => -4,
                default => -7,
            },
        };
    }
}
