<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Format\StepSheet;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;

/** A table as a spreadsheet shows it: cells, which columns of the head are bold, and the colours of rows. */
final readonly class Cells
{
    /** The tints of rows, light enough for print over them. */
    private const TINTS = ['amber' => 'F6E3C5', 'moss' => 'E3E8CF', 'tide' => 'D6E8EA', 'plum' => 'EADBEA'];
    /** Of a file unpacked, all that is read of it together. */
    public const MOST_BYTES = 8_000_000;
    private const MOST_CELLS = 60_000;
    public const MOST_ROWS = 200;
    public const MOST_COLUMNS = 1100;

    /**
     * @param non-empty-list<list<string|int|float>> $table text, and what a spreadsheet may reckon with
     * @param list<bool>                             $bold  by column
     * @param list<string>                           $tints a colour by line, as RRGGBB; empty for none
     * @param string                                 $name  of the sheet
     * @param float                                  $width of all columns but the first, in cm
     */
    private function __construct(
        public array $table,
        public array $bold,
        public array $tints,
        public string $name,
        public float $width,
    ) {
    }

    /** @throws InvalidInput when a sheet has more cells than any table of steps or names */
    public static function count(int $cells): void
    {
        if ($cells > self::MOST_CELLS) {
            throw InvalidInput::at('', \sprintf('This sheet has more than %d cells; take a part of it.', self::MOST_CELLS));
        }
    }

    /**
     * Any table with a head.
     *
     * @param non-empty-list<non-empty-list<string|int|float|null>> $table
     */
    public static function table(array $table): self
    {
        $cells = array_map(static fn (array $line): array => array_map(static fn (mixed $cell): mixed => $cell ?? '', $line), $table);

        return new self($cells, array_fill(0, \count($table[0]), true), [], 'Table', 3);
    }

    /** The cells of a section. */
    public static function of(Section $section, Pattern $pattern): self
    {
        $table = StepSheet::table($section, $pattern->meter);
        $step = StepSheet::step($section, $pattern->meter);
        $starts = $pattern->meter->groupStarts();
        $bold = [false];
        for ($column = 1; $column < \count($table[0]); ++$column) {
            $bold[] = \in_array(($column - 1) * $step % $pattern->meter->barTicks(), $starts, true);
        }
        $tints = [''];
        foreach ($section->rows as $r => $row) {
            // Rows without a tint of their own take turns.
            $tints[] = self::TINTS[$row->tint ?? ''] ?? array_values(self::TINTS)[$r % \count(self::TINTS)];
        }

        // Numbers of steps and velocities.
        $cells = array_map(static fn (array $line): array => array_map(self::reckoned(...), $line), $table);

        return new self($cells, $bold, $tints, 'Steps', 0.9);
    }

    private static function reckoned(string $cell): string|int
    {
        return 1 === preg_match('/^\d{1,9}$/D', $cell) ? (int) $cell : $cell;
    }
}
