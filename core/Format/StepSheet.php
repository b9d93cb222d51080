<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/**
 * A pattern as a table: step numbers along the top, an instrument a row, a mark or a velocity in a cell. It reads what comes out of any
 * spreadsheet, as comma- or tab-separated text, whatever its marks.
 */
final readonly class StepSheet
{
    public const MOST_BYTES = 500_000;
    /** What stands for nothing. */
    private const EMPTY = ['', '-', '.', '_', '0', '–', '—'];
    private const SNAPS = [Snap::Sixteenth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::Eighth, Snap::ThirtySecond, Snap::Quarter];

    /** @return array{string, list<string>} comma-separated text of a section, and what it cannot hold */
    public static function write(Section $section, Meter $meter): array
    {
        [$table, $lost] = self::table($section, $meter);

        return [implode("\r\n", array_map(self::line(...), $table))."\r\n", $lost];
    }

    /** @return array{list<list<string>>, list<string>} the cells of a section, and what they cannot hold */
    public static function table(Section $section, Meter $meter): array
    {
        $step = Snap::Sixteenth->ticks();
        $count = intdiv($section->bars * $meter->barTicks(), $step);
        $table = [['', ...array_map(strval(...), range(1, $count))]];
        $lost = [];
        foreach ($section->rows as $row) {
            $cells = array_fill(0, $count, '');
            $off = 0;
            foreach ($row->hits as $hit) {
                $on = 0 === $hit->at % $step && !$hit->silent;
                $on ? $cells[intdiv($hit->at, $step)] = (string) $hit->velocity : ++$off;
            }
            if ($off > 0) {
                $lost[] = "{$row->instrument->label()}: $off hits between the steps are left out.";
            }
            $table[] = [$row->instrument->label(), ...array_values($cells)];
        }

        return [$table, $lost];
    }

    /**
     * @param string $text cells divided by tabs, commas or semicolons
     *
     * @throws InvalidInput naming the line
     */
    public static function section(string $text, Meter $meter, string $name = 'A'): Section
    {
        if (\strlen($text) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This sheet is larger than 500 kB; take a part of it.');
        }

        return self::ofTable(self::split($text), $meter, $name);
    }

    /**
     * @param list<list<string>> $table
     *
     * @throws InvalidInput naming the line
     */
    public static function ofTable(array $table, Meter $meter, string $name = 'A'): Section
    {
        $columns = max([0, ...array_map(\count(...), $table)]) - 1;
        $snap = self::snap($columns, $meter);
        $rows = [];
        foreach ($table as $number => $cells) {
            $first = trim((string) array_shift($cells));
            $filled = array_filter(array_map(trim(...), $cells), static fn (string $cell): bool => !\in_array($cell, self::EMPTY, true));
            $instrument = Names::instrument($first);
            if (null === $instrument) {
                // A head of numbers or counting words, a title, an empty line.
                if ([] === $filled || [] === $rows) {
                    continue;
                }
                $known = 'write the name of an instrument in the first cell.';
                throw InvalidInput::at('line '.($number + 1), "\"$first\" is no instrument that is known here; $known");
            }
            $hits = [];
            foreach ($filled as $i => $cell) {
                $hits[] = Hit::of($i * $snap->ticks(), self::velocity($cell));
            }
            $rows[] = Row::of($instrument, $hits, $snap);
        }
        if ([] === $rows) {
            throw InvalidInput::at('', 'No line of this sheet begins with an instrument, so there is nothing to read.');
        }
        $bars = max(1, (int) ceil($columns * $snap->ticks() / $meter->barTicks()));

        return Section::of($name, min(Section::MOST_BARS, $bars), $rows, $meter);
    }

    /** @return list<list<string>> */
    private static function split(string $text): array
    {
        $text = preg_replace('/^\xEF\xBB\xBF/', '', $text) ?? '';
        $by = str_contains($text, "\t") ? "\t" : (substr_count($text, ';') > substr_count($text, ',') ? ';' : ',');
        $table = [];
        foreach (preg_split('/\R/u', rtrim($text)) ?: throw InvalidInput::at('', 'This sheet is no text in UTF-8; save it so.') as $line) {
            $table[] = array_map(strval(...), str_getcsv($line, $by, '"', ''));
        }

        return $table;
    }

    /** The grid on which the columns are whole bars; sixteenths where there is none. */
    private static function snap(int $columns, Meter $meter): Snap
    {
        foreach (self::SNAPS as $snap) {
            if ($columns > 0 && 0 === $columns * $snap->ticks() % $meter->barTicks()) {
                return $snap;
            }
        }

        return Snap::Sixteenth;
    }

    private static function velocity(string $cell): int
    {
        return match (true) {
            1 === preg_match('/^\d{1,3}$/', $cell) && $cell >= 2 && $cell <= 127 => (int) $cell,
            \in_array($cell, ['X', 'A', '>', '!', 'O'], true) => Level::Accent->entry(),
            \in_array($cell, ['g', '(x)', '(o)', '()'], true) => Level::Ghost->entry(),
            's' === $cell => Level::Soft->entry(),
            default => Level::Firm->entry(),
        };
    }

    /** @param list<string> $cells */
    private static function line(array $cells): string
    {
        return implode(',', array_map(
            static fn (string $cell): string => 1 === preg_match('/[",\r\n]/', $cell) ? '"'.str_replace('"', '""', $cell).'"' : $cell,
            $cells,
        ));
    }
}
