<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\SheetStyle;
use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;

/** Beats as the Sheet shows them: for paper, and as staff beside the grid. */
final readonly class OnPaper
{
    /** Bars of one pass that get counting words. */
    private const MOST_WORDS = 64;

    /**
     * @param string                                     $title of the whole, and of a part of it
     * @param list<array{string, Pattern, list<string>}> $beats whose they are, and what is said of them
     * @param Pattern|null                               $frame what a sheet to be filled begins with
     */
    public static function of(
        Request $request,
        Reader $reader,
        string $title,
        string $part,
        string $brief,
        string $course,
        CountingStyle $usual,
        array $beats,
        ?Pattern $frame = null,
        SheetStyle $sheet = new SheetStyle(),
    ): JsonResponse {
        $asked = $request->query->getString('counting');
        $style = '' === $asked ? $usual : CountingStyle::tryFrom($asked)
            ?? throw InvalidInput::at('counting', 'this must be "steps", "syllables" or "bar-beat".');

        return new JsonResponse([
            'title' => $title,
            'part' => $part,
            'brief' => $brief,
            'course' => $course,
            'counting' => $style->value,
            'frame' => null === $frame ? null : PatternWriter::toData($frame),
            'beats' => array_map(static fn (array $beat): array => [
                'person' => $beat[0],
                'pattern' => PatternWriter::toData($beat[1]),
                'said' => $beat[2],
                'staff' => Notated::of($beat[1]),
                'music' => Music::of($beat[1]->meter, $beat[1]->swing, self::bars($beat[1]), $reader->counting($style), $sheet),
            ], $beats),
        ]);
    }

    /**
     * The beats of a part of an assignment.
     *
     * @param list<array{string, Pattern, list<string>}> $beats
     * @param bool                                       $frames whether the frames of the task may be told
     */
    public static function ofPart(Request $request, Reader $reader, Part $part, array $beats, bool $frames): JsonResponse
    {
        $assignment = $part->assignment;
        $brief = trim($assignment->brief."\n\n".$part->brief);
        $course = $assignment->course;

        $frame = self::frame($part, $frames);

        return self::of(
            $request,
            $reader,
            $assignment->title,
            $part->name,
            $brief,
            $course->name,
            $course->counting,
            $beats,
            $frame,
            $course->sheet,
        );
    }

    /** What students begin with, where there is something; else the first frame that must be there. */
    private static function frame(Part $part, bool $told): ?Pattern
    {
        if ($part->start->hitCount() > 0) {
            return $part->start;
        }

        return $told ? $part->task()->requirements->frames()[0] ?? null : null;
    }

    /** Words for the longest section, and for one pass as it is written out. */
    private static function bars(Pattern $pattern): int
    {
        $longest = max(1, ...array_map(static fn (Section $section): int => $section->bars, $pattern->sections));

        return max($longest, min(self::MOST_WORDS, $pattern->bars()));
    }
}
