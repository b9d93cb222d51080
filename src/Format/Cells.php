<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Format\StepSheet;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;

/** A step sheet as a spreadsheet shows it: cells, which columns are strong beats, and the colours of rows. */
final readonly class Cells
{
    /** The tints of rows, light enough for print over them. */
    private const TINTS = ['amber' => 'F6E3C5', 'moss' => 'E3E8CF', 'tide' => 'D6E8EA', 'plum' => 'EADBEA'];
    public const MOST_ROWS = 200;
    public const MOST_COLUMNS = 1100;

    /**
     * @param list<list<string>> $table the first line numbers the steps
     * @param list<bool>         $bold  by column
     * @param list<string>       $tints a colour by line, as RRGGBB; empty for none
     */
    private function __construct(public array $table, public array $bold, public array $tints)
    {
    }

    /** @return array{self, list<string>} the cells of a section, and what they cannot hold */
    public static function of(Section $section, Pattern $pattern): array
    {
        [$table, $lost] = StepSheet::table($section, $pattern->meter);
        $starts = $pattern->meter->groupStarts();
        $bold = [false];
        for ($step = 1; $step < \count($table[0]); ++$step) {
            $bold[] = \in_array(($step - 1) * Snap::Sixteenth->ticks() % $pattern->meter->barTicks(), $starts, true);
        }
        $tints = [''];
        foreach ($section->rows as $r => $row) {
            // Rows without a tint of their own take turns.
            $tints[] = self::TINTS[$row->tint ?? ''] ?? array_values(self::TINTS)[$r % \count(self::TINTS)];
        }

        return [new self($table, $bold, $tints), $lost];
    }
}
