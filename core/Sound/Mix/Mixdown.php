<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Sound\Velocity;
use Pulsanda\Core\Sound\Wav;

/**
 * A pattern as sound, exactly as the browser plays it: strokes at their times with swing and push, layers by velocity, cut-offs, levels,
 * pans, tunes and room, in stereo at Wav::RATE. It goes block by block, so that its length takes no memory.
 */
final class Mixdown
{
    /** Frames mixed at once: a quarter of a second. */
    public const BLOCK = 11025;
    /** Frames in which a sound ends that another one cuts off. */
    public const FADE = 220;
    /** What is sent to the room of a row whose room is 1. */
    public const SEND = 0.5;
    /** Blocks that go through the room at once: one large product costs less than many small ones. */
    private const ROOM_BLOCKS = 8;
    /** Gains are whole numbers of this part. */
    private const UNIT = 65536;

    private readonly Voices $sounds;
    private readonly ?Walls $walls;
    /** @var list<Event> the next one last */
    private array $coming;
    /** @var list<Voice> that may sound in this block */
    private array $voices = [];
    /** The frame after the last that is not silent, as far as is known. */
    private int $last;

    private function __construct(private readonly Bank $bank, private readonly Score $score)
    {
        $this->sounds = new Voices($bank);
        $this->coming = array_reverse($score->events);
        // A push or a roll may carry the last strokes over the end.
        $latest = $this->coming[0] ?? null;
        $this->last = $score->loop || null === $latest ? $score->frames : max($score->frames, $latest->start + 1);
        $roomed = [] !== array_filter($score->events, static fn (Event $event): bool => $event->sounding->room > 0);
        $this->walls = $roomed ? new Walls($bank->room()) : null;
    }

    /**
     * @return \Generator<int, string> signed 16-bit numbers, left and right in turn, the lowest byte first, block by block
     *
     * @throws InvalidInput when a pass has too many strokes
     */
    public static function of(Pattern $pattern, Excerpt $excerpt, Bank $bank): \Generator
    {
        return (new self($bank, Score::of($pattern, $excerpt)))->render();
    }

    /** @return \Generator<int, string> */
    private function render(): \Generator
    {
        $at = $this->score->begin;
        while ($at < $this->last) {
            $blocks = [];
            for ($b = 0; $b < (null === $this->walls ? 1 : self::ROOM_BLOCKS); ++$b) {
                $blocks[] = $this->block($at + $b * self::BLOCK);
            }
            $unit = self::UNIT;
            if (null !== $this->walls) {
                $unit *= Walls::UNIT;
                foreach ($this->walls->giveBack(array_column($blocks, 2)) as $b => [$left, $right]) {
                    $blocks[$b] = [$blocks[$b][0] * Walls::UNIT + $left, $blocks[$b][1] * Walls::UNIT + $right];
                }
            }
            foreach ($blocks as [$left, $right]) {
                // A loop begins to sound before it is heard, and ends where it began.
                [$from, $until] = [max(0, -$at), min(self::BLOCK, $this->last - $at)];
                if ($from < $until) {
                    yield self::frames($left, $right, $unit, $from, $until);
                }
                $at += self::BLOCK;
            }
        }
    }

    /** @return array{\GMP, \GMP, \GMP} left, right, and what is sent to the room */
    private function block(int $at): array
    {
        while ([] !== $this->coming && end($this->coming)->start < $at + self::BLOCK) {
            $event = array_pop($this->coming);
            $voice = new Voice($event->start, $event->end, $this->sounds->fields($event->sounding), $this->gains($event->sounding));
            $this->voices[] = $voice;
            if (!$this->score->loop) {
                $rings = $event->sounding->room > 0 ? (int) round($this->bank->room()->seconds() * Wav::RATE) : 0;
                $this->last = max($this->last, $voice->last() + $rings);
            }
        }
        $sums = [gmp_init(0), gmp_init(0), gmp_init(0)];
        foreach ($this->voices as $voice) {
            $sums = $voice->addTo($sums, $at);
        }
        $this->voices = array_values(array_filter($this->voices, static fn (Voice $voice): bool => $voice->last() > $at + self::BLOCK));

        return $sums;
    }

    /** @return array{int, int, int} */
    private function gains(Sounding $sounding): array
    {
        $gain = $sounding->level * Velocity::gain($sounding->velocity) * $this->bank->gain($sounding->sound) * self::UNIT;
        // Equal power, and as it is in the middle.
        $angle = ($sounding->pan + 1) * \M_PI_4;

        return [
            (int) round($gain * \M_SQRT2 * cos($angle)),
            (int) round($gain * \M_SQRT2 * sin($angle)),
            (int) round($gain * $sounding->room * self::SEND),
        ];
    }

    /** @return string the frames of a block from one up to another, limited */
    private static function frames(\GMP $left, \GMP $right, int $unit, int $from, int $until): string
    {
        $lefts = self::side($left, $unit, $until);
        $rights = 0 === gmp_cmp($left, $right) ? $lefts : self::side($right, $unit, $until);
        $frames = [];
        for ($i = $from; $i < $until; ++$i) {
            $frames[] = $lefts[$i];
            $frames[] = $rights[$i];
        }

        return pack('v*', ...$frames);
    }

    /** @return list<int> numbers of 16 bits */
    private static function side(\GMP $sum, int $unit, int $samples): array
    {
        $values = Sum::values($sum, $samples);
        $knee = Limiter::KNEE * 32767;
        foreach ($values as $i => $value) {
            $value /= $unit;
            if ($value > $knee || $value < -$knee) {
                $value = Limiter::limit($value / 32767) * 32767;
            }
            $values[$i] = (int) round($value);
        }

        return $values;
    }
}
