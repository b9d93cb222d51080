<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Section;

/** The shapes of the API, as docs/openapi.yaml describes them. */
final readonly class Shapes
{
    /** Bars of one pass that get counting words on a sheet. */
    private const MOST_WORDS = 64;

    public static function time(?\DateTimeImmutable $time): ?string
    {
        return $time?->format(\DATE_ATOM);
    }

    /** @return array<string, mixed> */
    public static function assignment(Assignment $assignment): array
    {
        return [
            'id' => (string) $assignment->id,
            'title' => $assignment->title,
            'brief' => $assignment->brief,
            'dueAt' => self::time($assignment->dueAt),
            'publishedAt' => self::time($assignment->publishedAt),
            'course' => ['id' => (string) $assignment->course->id, 'name' => $assignment->course->name, 'counting' => $assignment->course->counting->value],
        ];
    }

    /**
     * What everybody may know of a part. Never its target.
     *
     * @return array<string, mixed>
     */
    public static function part(Part $part): array
    {
        $start = $part->start;

        return [
            'id' => (string) $part->id,
            'kind' => $part->kind->value,
            'view' => $part->view->value,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $part->instruments),
            'meter' => PatternWriter::meter($start->meter),
            'tempo' => PatternWriter::tempo($start->tempo),
            'swing' => PatternWriter::swing($start->swing),
            'kit' => $start->kit,
            'bars' => $start->bars(),
            'freedom' => $part->freedom->toData(),
            'points' => $part->points,
            'position' => $part->position,
        ];
    }

    /** @return array<string, mixed>|null */
    public static function pattern(?Pattern $pattern): ?array
    {
        return null === $pattern ? null : PatternWriter::toData($pattern);
    }

    /**
     * To show and play a pattern of a part, over one pass.
     *
     * @param bool $beside whether a target stands beside it; a hidden one must not be known by its length
     *
     * @return array<string, mixed>
     */
    public static function music(Part $part, Pattern $pattern, bool $beside = true): array
    {
        $bars = max($pattern->bars(), $beside ? $part->target()?->bars() ?? 1 : 1);

        return Music::of($pattern->meter, $pattern->swing, min(self::MOST_WORDS, $bars), $part->assignment->course->counting);
    }

    /** @return array<string, mixed> to edit in: the words of the longest section that there may be */
    public static function openMusic(Part $part, Pattern $pattern): array
    {
        $open = $part->freedom->form || $part->freedom->meter;
        $bars = $open ? Section::MOST_BARS : max(1, ...array_map(static fn (Section $section): int => $section->bars, $part->start->sections));
        $music = Music::of($pattern->meter, $pattern->swing, $bars, $part->assignment->course->counting);

        return $part->freedom->swing ? $music + Music::open($pattern->meter) : $music;
    }

    /** @return array<string, mixed> for the teacher alone */
    public static function plannedPart(Part $part): array
    {
        return self::part($part) + [
            'start' => PatternWriter::toData($part->start),
            'targets' => array_map(PatternWriter::toData(...), $part->targets),
            'policy' => PolicyFile::toData($part->policy),
            'requirements' => $part->requirements->toData(),
            'help' => $part->help->toData(),
            'waits' => $part->waits,
        ];
    }

    /** @return array<string, mixed> */
    public static function feedback(?Feedback $feedback): array
    {
        return ['mark' => $feedback?->mark, 'text' => $feedback->text ?? '', 'pins' => $feedback->pins ?? [], 'correction' => self::pattern($feedback?->correction), 'returnedAt' => self::time($feedback?->returnedAt)];
    }

    /** @return array<string, mixed> */
    public static function attempt(Attempt $attempt): array
    {
        return [
            'id' => (string) $attempt->id,
            'number' => $attempt->number,
            'handedInAt' => self::time($attempt->handedInAt),
            'note' => $attempt->note,
            'pattern' => PatternWriter::toData($attempt->pattern),
        ];
    }
}
