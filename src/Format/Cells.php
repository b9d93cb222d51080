<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Format\StepSheet;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;

/** A step sheet as a spreadsheet shows it: cells, which columns are strong beats, and the colours of rows. */
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
     * @param list<list<string>> $table the first line numbers the steps
     * @param list<bool>         $bold  by column
     * @param list<string>       $tints a colour by line, as RRGGBB; empty for none
     * @param string             $width of all columns but the first
     */
    private function __construct(public array $table, public array $bold, public array $tints, public string $width = '0.9cm')
    {
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
        $text = array_map(static fn (array $line): array => array_map(strval(...), $line), $table);

        return new self($text, array_fill(0, \count($table[0]), true), [], '3cm');
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

        return new self($table, $bold, $tints);
    }
}
