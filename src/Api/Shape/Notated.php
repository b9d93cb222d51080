<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\Core\Notation\Event;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;

/** A pattern as the staff sets it. */
final readonly class Notated
{
    /** @return list<list<array<string, list<array<string, mixed>>>>> two voices a bar, by section */
    public static function of(Pattern $pattern): array
    {
        $first = $pattern->order[0]->section;

        return array_map(static fn (Section $section): array => array_map(
            static fn (array $bar): array => ['up' => self::voice($bar['up']), 'down' => self::voice($bar['down'])],
            Staff::bars($section, $pattern->meter, $section->name === $first ? Staff::pickup($pattern) : 0),
        ), $pattern->sections);
    }

    /**
     * @param list<Event> $events
     *
     * @return list<array<string, mixed>>
     */
    private static function voice(array $events): array
    {
        return array_map(static fn (Event $event): array => $event->toData(), $events);
    }
}
