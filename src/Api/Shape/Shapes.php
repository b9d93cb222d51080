<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Say\Voice;

/**
 * The shapes of the API, as docs/openapi.yaml describes them.
 *
 * @phpstan-import-type Compared from Comparison
 * @phpstan-import-type Checked from Requirements
 */
final readonly class Shapes
{
    /** Comments that a beginner is told at once. */
    private const FEW = 2;

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
            'closedAt' => self::time($assignment->closedAt),
            'late' => $assignment->late,
            'grace' => $assignment->grace,
            'course' => [
                'id' => (string) $assignment->course->id,
                'name' => $assignment->course->name,
                'counting' => $assignment->course->counting->value,
                'language' => $assignment->course->spoken(),
                'sheet' => $assignment->course->sheet->look(),
                'lesson' => $assignment->course->lesson(),
            ],
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
            'kind' => $part->task()->kind->value,
            'view' => $part->view->value,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $part->instruments),
            'meter' => PatternWriter::meter($start->meter),
            'tempo' => PatternWriter::tempo($start->tempo),
            'swing' => PatternWriter::swing($start->swing),
            'kit' => $start->kit,
            'bars' => $start->bars(),
            'freedom' => $part->task()->freedom->toData(),
            'points' => $part->points,
            'position' => $part->position,
            'name' => $part->name,
            'brief' => $part->brief,
        ];
    }

    /** @return list<array{id: string, position: int, name: string}> */
    public static function partNames(Assignment $assignment): array
    {
        return array_map(
            static fn (Part $one): array => ['id' => (string) $one->id, 'position' => $one->position, 'name' => $one->name],
            $assignment->parts(),
        );
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
    public static function music(Voice $voice, Part $part, Pattern $pattern, bool $beside = true): array
    {
        $bars = max($pattern->bars(), $beside ? $part->target()?->bars() ?? 1 : 1);

        $course = $part->assignment->course;

        return Music::of($pattern->meter, $pattern->swing, min(self::MOST_WORDS, $bars), $voice, $course->sheet);
    }

    /** @return array<string, mixed> to edit in: the words of the longest section that there may be */
    public static function openMusic(Voice $voice, Part $part, Pattern $pattern): array
    {
        $freedom = $part->task()->freedom;
        $open = $freedom->form || $freedom->meter;
        $bars = $open ? Section::MOST_BARS : max(
            1,
            ...array_map(static fn (Section $section): int => $section->bars, $part->start->sections),
        );
        $course = $part->assignment->course;
        $music = Music::of($pattern->meter, $pattern->swing, $bars, $voice, $course->sheet);

        return $freedom->swing ? $music + Music::open($pattern->meter) : $music;
    }

    /** @return array<string, mixed> for the teacher alone */
    public static function plannedPart(Part $part): array
    {
        $task = $part->task();

        return self::part($part) + [
            'start' => PatternWriter::toData($part->start),
            'targets' => array_map(PatternWriter::toData(...), $part->targets),
            'policy' => PolicyFile::toData($task->policy),
            'requirements' => $task->requirements->toData(),
            'help' => $task->help->toData(),
            'waits' => $part->waits,
        ];
    }

    /** @return array<string, mixed> */
    public static function feedback(?Feedback $feedback): array
    {
        return [
            'version' => $feedback->version ?? 0,
            'mark' => $feedback?->mark,
            'text' => $feedback->text ?? '',
            'pins' => $feedback->pins ?? [],
            'correction' => self::pattern($feedback?->correction),
            'returnedAt' => self::time($feedback?->returnedAt),
            'openedAt' => self::time($feedback?->openedAt),
            'reply' => $feedback->reply ?? '',
        ];
    }

    /** @return array<string, mixed> */
    public static function attempt(Attempt $attempt): array
    {
        return [
            'id' => (string) $attempt->id,
            'number' => $attempt->number,
            'handedInAt' => self::time($attempt->handedInAt),
            'pressedAt' => self::time($attempt->pressedAt),
            'pressAccepted' => null === $attempt->pressedAt
                ? null : $attempt->pressAccepted ?? ($attempt->part->assignment->trustsPresses ?: null),
            'note' => $attempt->note,
            'pattern' => PatternWriter::toData($attempt->pattern),
        ];
    }

    /**
     * A result in words.
     *
     * @param Compared|null $result
     *
     * @return array<string, mixed>|null
     */
    public static function result(?array $result, Voice $voice): ?array
    {
        return null === $result ? null : Report::of($result, $voice);
    }

    /** @return int comments beyond those that a beginner is told at once */
    public static function statementsLeft(mixed $result): int
    {
        $said = \is_array($result) ? $result['statements'] ?? [] : [];

        return \is_array($said) ? max(0, \count($said) - self::FEW) : 0;
    }

    /**
     * A result with the first comments only: a beginner does those first.
     *
     * @return array<string, mixed>|null
     */
    public static function withFewStatements(mixed $result): ?array
    {
        if (!\is_array($result)) {
            return null;
        }
        /** @var array{pairs: list<array<string, mixed>>, statements: list<array<string, mixed>>} $result */
        $pairs = array_map(
            static fn (array $pair): array => ($pair['statement'] ?? 0) < self::FEW ? $pair : ['statement' => null] + $pair,
            $result['pairs'],
        );

        return ['pairs' => $pairs, 'statements' => \array_slice($result['statements'], 0, self::FEW)] + $result;
    }

    /**
     * A result without the suggested mark, and without what it could be reckoned from.
     *
     * @return array<string, mixed>|null
     */
    public static function withoutMark(mixed $result): ?array
    {
        if (!\is_array($result)) {
            return null;
        }
        /**
         * @var array{
         *     pairs: list<array<string, mixed>>,
         *     statements: list<array<string, mixed>>,
         *     aspects: array<string, float|null>,
         * } $result
         */
        $pairs = array_map(static fn (array $pair): array => ['credit' => null] + $pair, $result['pairs']);

        return [
            'mark' => null,
            'weights' => (object) [],
            'aspects' => array_map(static fn (): ?float => null, $result['aspects']),
            'pairs' => $pairs,
            'statements' => array_map(static fn (array $one): array => ['gain' => null] + $one, $result['statements']),
        ] + array_diff_key($result, ['placement' => 0]);
    }

    /**
     * What the requirements say of a beat, in words.
     *
     * @param Checked|null $checked
     * @param bool         $places  whether places of frames may be told; where not, only that something is missing or in the way
     *
     * @return array<string, mixed>|null
     */
    public static function checked(?array $checked, Pattern $beat, Voice $voice, bool $places = true): ?array
    {
        if (null === $checked) {
            return null;
        }
        $counting = new Counting($beat->meter, $voice);
        $said = Requirements::say($checked, static fn (int $tick): string => $counting->place($tick, $beat->bars() > 1), $voice);
        if (!$places) {
            $said['results'] = array_map(static fn (array $one): array => match (true) {
                $one['passed'] || !\in_array($one['kind'], ['contains', 'keep-clear'], true) => $one,
                default => [
                    'text' => 'contains' === $one['kind']
                        ? 'The given part is not all there yet.'
                        : 'Something stands where it should stay clear.',
                    'evidence' => [],
                ] + $one,
            }, $said['results']);
        }

        return $said;
    }
}
