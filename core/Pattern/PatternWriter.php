<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/** Writes the pattern file. Hits and rows leave out what has its default; everything else is written. */
final readonly class PatternWriter
{
    public static function write(Pattern $pattern): string
    {
        return json_encode(self::toData($pattern), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }

    /** @return array<string, mixed> */
    public static function toData(Pattern $pattern): array
    {
        return [
            'format' => PatternReader::FORMAT,
            'version' => PatternReader::VERSION,
            'title' => $pattern->title,
            'seed' => $pattern->seed,
            'meter' => self::meter($pattern->meter),
            'tempo' => self::tempo($pattern->tempo),
            'swing' => self::swing($pattern->swing),
            'kit' => $pattern->kit,
            'sections' => array_map(static fn (Section $section): array => [
                'name' => $section->name,
                'bars' => $section->bars,
                'rows' => array_map(self::row(...), $section->rows),
            ], $pattern->sections),
            'order' => array_map(
                static fn (OrderEntry $entry): array => ['section' => $entry->section, 'times' => $entry->times],
                $pattern->order,
            ),
        ];
    }

    /** @return array{count: int, unit: int, groups: list<int>} */
    public static function meter(Meter $meter): array
    {
        return ['count' => $meter->count, 'unit' => $meter->unit, 'groups' => $meter->groups];
    }

    /** @return array{bpm: float, beat: string} */
    public static function tempo(Tempo $tempo): array
    {
        return ['bpm' => $tempo->bpm(), 'beat' => $tempo->beat];
    }

    /** @return array{percent: float, unit: int} */
    public static function swing(Swing $swing): array
    {
        return ['percent' => $swing->percent, 'unit' => $swing->unit];
    }

    /** @return array<string, mixed> */
    private static function row(Row $row): array
    {
        return ['instrument' => $row->instrument->value, 'snap' => $row->snap->value]
            + self::unlike(
                [
                    'cycle' => $row->cycle,
                    'level' => $row->level,
                    'pan' => $row->pan,
                    'tune' => $row->tune,
                    'room' => $row->room,
                    'muted' => $row->muted,
                    'tint' => $row->tint,
                    'sound' => $row->sound,
                    'name' => $row->name,
                ],
                [
                    'cycle' => null,
                    'level' => 1.0,
                    'pan' => 0.0,
                    'tune' => 0.0,
                    'room' => 0.0,
                    'muted' => false,
                    'tint' => null,
                    'sound' => null,
                    'name' => null,
                ],
            )
            + ['hits' => array_map(self::hit(...), $row->hits)];
    }

    /** @return array<string, mixed> */
    private static function hit(Hit $hit): array
    {
        return ['at' => $hit->at] + self::unlike(
            [
                'velocity' => $hit->velocity,
                'push' => $hit->push,
                'roll' => $hit->roll,
                'odds' => $hit->odds,
                'silent' => $hit->silent,
                'pan' => $hit->pan,
                'tune' => $hit->tune,
                'ornament' => $hit->ornament?->value,
                'hand' => $hit->hand?->value,
                'struck' => $hit->struck,
            ],
            [
                'velocity' => 90,
                'push' => 0,
                'roll' => 1,
                'odds' => 100,
                'silent' => false,
                'pan' => 0.0,
                'tune' => 0.0,
                'ornament' => null,
                'hand' => null,
                'struck' => null,
            ],
        );
    }

    /**
     * @param array<string, mixed> $values
     * @param array<string, mixed> $defaults
     *
     * @return array<string, mixed> the values that differ from their default
     */
    private static function unlike(array $values, array $defaults): array
    {
        return array_filter($values, static fn (mixed $value, string $key): bool => $value !== $defaults[$key], \ARRAY_FILTER_USE_BOTH);
    }
}
