<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** What some grooves of the Shelf teach together; all of them pass its rules. Its name stands in lang/, as `lesson.pulse.name`. */
final readonly class Lesson
{
    /** @param list<Groove> $grooves from the easiest on */
    private function __construct(
        public string $key,
        public Requirements $rules,
        public array $grooves,
    ) {
    }

    /**
     * @param list<array<string, mixed>> $rules   as in a file of requirements
     * @param string                     $grooves as Groove reads them, one after the other with an empty line between
     *
     * @throws InvalidInput
     */
    public static function of(string $key, array $rules, string $grooves): self
    {
        $read = RequirementFile::read(json_encode($rules, \JSON_THROW_ON_ERROR));

        $list = array_map(Groove::read(...), preg_split('/\n\n+/', trim($grooves)) ?: []);
        usort($list, static fn (Groove $one, Groove $other): int => $one->level <=> $other->level);

        return new self($key, $read, $list);
    }

    /** @return array<string, mixed> a bar of four quarters for a rule that has a frame */
    public static function frame(string $grid): array
    {
        $meter = Meter::of(4, 4);

        return PatternWriter::toData(Pattern::of('Frame', $meter, Tempo::of(100, '4'), [TextGrid::section($grid, $meter)]));
    }
}
