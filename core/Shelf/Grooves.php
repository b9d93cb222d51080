<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

/** The grooves that ship, by what they teach. */
final readonly class Grooves
{
    /** @return list<Lesson> in the order in which one learns them */
    public static function lessons(): array
    {
        static $lessons = null;

        return $lessons ??= [
            Lesson\Pulse::lesson(), Lesson\Backbeat::lesson(), Lesson\Offbeats::lesson(), Lesson\SyncopatedKicks::lesson(),
            Lesson\Sixteenths::lesson(), Lesson\GhostNotes::lesson(), Lesson\Shuffle::lesson(), Lesson\Triplets::lesson(),
            Lesson\ThreeAndSix::lesson(), Lesson\FiveAndSeven::lesson(), Lesson\Fills::lesson(), Lesson\Layers::lesson(),
            Lesson\Cadences::lesson(), Lesson\Styles::lesson(), Lesson\Ostinatos::lesson(), Lesson\Caribbean::lesson(),
            Lesson\Africa::lesson(), Lesson\NorthAfricaAndTurkey::lesson(), Lesson\Tala::lesson(), Lesson\DanceAndMarch::lesson(),
            Lesson\Rudiments::lesson(),
        ];
    }

    public static function find(string $key): ?Groove
    {
        foreach (self::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                if ($groove->key === $key) {
                    return $groove;
                }
            }
        }

        return null;
    }
}
