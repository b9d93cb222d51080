<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\App\Entity\SheetStyle;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;

/** What is to be seen of a pattern at a glance: its first bar, drawn small, and what the head of printed music says. */
final readonly class Glimpse
{
    /** As many rows as are seen so small. */
    private const MOST_ROWS = 5;

    /**
     * @param bool       $drawn whether its hits may be seen
     * @param SheetStyle $sheet of the class that sees it
     *
     * @return array<string, mixed> as docs/openapi.yaml describes it
     */
    public static function of(Pattern $pattern, bool $drawn = true, SheetStyle $sheet = new SheetStyle()): array
    {
        $bar = $pattern->meter->barTicks();
        $inBar = static fn (Row $row): array => array_values(array_map(
            static fn (Hit $hit): array => ['at' => $hit->at, 'velocity' => $hit->velocity],
            array_filter($row->hits, static fn (Hit $hit): bool => $hit->at < $bar),
        ));
        $shown = $drawn ? $pattern->sections[0]->rows : [];
        if (null !== $order = $sheet->order()) {
            $place = array_flip($order);
            usort($shown, static fn (Row $a, Row $b): int => $place[$a->instrument->value] <=> $place[$b->instrument->value]);
        }
        $rows = array_map(static fn (Row $row): array => [
            'notehead' => $row->instrument->notehead(),
            'hits' => $inBar($row),
        ], $shown);

        return [
            'meter' => PatternWriter::meter($pattern->meter),
            'tempo' => PatternWriter::tempo($pattern->tempo),
            'swing' => PatternWriter::swing($pattern->swing),
            'bars' => $pattern->bars(),
            'barTicks' => $bar,
            'groups' => $pattern->meter->groupStarts(),
            'rows' => \array_slice(
                array_values(array_filter($rows, static fn (array $row): bool => [] !== $row['hits'])),
                0,
                self::MOST_ROWS,
            ),
        ];
    }
}
