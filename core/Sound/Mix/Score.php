<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Sound\Wav;

/** When everything of an excerpt sounds, in frames at Wav::RATE, and where it is cut off. */
final readonly class Score
{
    /** Seconds that anything rings on at most, room included: what is cut from a loop's end is heard again at its beginning. */
    private const RING = 4;

    /**
     * @param list<Event> $events in the order of their starts
     * @param int         $begin  frame at which the first of them may start; 0 without a loop
     * @param int         $frames that the excerpt lasts, without what rings on
     */
    private function __construct(public array $events, public int $begin, public int $frames, public bool $loop)
    {
    }

    /** @throws InvalidInput when a pass has too many strokes */
    public static function of(Pattern $pattern, Excerpt $excerpt): self
    {
        $frame = static fn (int $ticks): int => (int) round($pattern->tempo->seconds($ticks) / $excerpt->speed * Wav::RATE);
        // Every pass is as long as every other, to the frame.
        $pass = $frame($excerpt->ticks);
        $frames = $pass * $excerpt->passes;
        $rounds = $excerpt->loop ? range(-(int) ceil(self::RING * Wav::RATE / $frames), 1) : [0];
        $events = [];
        for ($turn = 1; $turn <= $excerpt->passes; ++$turn) {
            foreach (Soundings::of($pattern, $turn) as $sounding) {
                // What a roll carries over the end of the pass still sounds.
                $out = $sounding->written < $excerpt->from || $sounding->written >= $excerpt->from + $excerpt->ticks;
                if ($out && $excerpt->ticks !== $pattern->ticks()) {
                    continue;
                }
                $start = ($turn - 1) * $pass + $frame($sounding->played - $excerpt->from);
                foreach ($rounds as $round) {
                    $events[] = new Event($sounding, $start + $round * $frames);
                }
            }
        }
        usort($events, static fn (Event $a, Event $b): int => $a->start <=> $b->start);
        // One that is pushed before the beginning begins the file; in a loop it stands at the end.
        $early = $excerpt->loop ? 0 : min(0, [] === $events ? 0 : $events[0]->start);
        $line = $excerpt->line;
        $heard = [];
        foreach (self::cutOff($events) as $event) {
            if (null === $line || $event->isIn($line)) {
                $heard[] = $event->later(-$early);
            }
        }

        return new self($heard, $excerpt->loop ? -self::RING * Wav::RATE : 0, $frames - $early, $excerpt->loop);
    }

    /**
     * A sound ends where the next of its kind starts, as a closed hat ends an open one; two that start together both ring.
     *
     * @param list<Event> $events in the order of their starts
     *
     * @return list<Event>
     */
    private static function cutOff(array $events): array
    {
        /** @var array<string, array{int, int}> $next by kind: the start of the one after, and of the first that starts later than that */
        $next = [];
        $cut = [];
        foreach (array_reverse($events) as $event) {
            $choke = $event->sounding->instrument->choke();
            if (null !== $choke && $event->sounding->level > 0) {
                [$then, $afterwards] = $next[$choke] ?? [\PHP_INT_MAX, \PHP_INT_MAX];
                $end = $then > $event->start ? $then : $afterwards;
                $next[$choke] = [$event->start, $end];
                $event = $event->until($end);
            }
            $cut[] = $event;
        }

        return array_reverse($cut);
    }
}
