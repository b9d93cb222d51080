<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Ornament;
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
    /** Of a file, in the order in which they are tried. */
    private const COLUMNS = [Snap::Sixteenth, Snap::ThirtySecond, Snap::SixteenthTriplet, Snap::ThirtySecondTriplet, Snap::SixtyFourth];
    /** What stands for nothing. */
    private const EMPTY = ['', '-', '.', '_', '0', '–', '—'];
    private const SNAPS = [Snap::Sixteenth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::Eighth, Snap::ThirtySecond, Snap::Quarter];

    /** @return string comma-separated text of a section; Losses tells what that cannot hold */
    public static function write(Section $section, Meter $meter): string
    {
        return implode("\r\n", array_map(self::line(...), self::table($section, $meter)))."\r\n";
    }

    /** @return non-empty-list<non-empty-list<string>> the cells of a section, under a head that says how many bars they are */
    public static function table(Section $section, Meter $meter): array
    {
        $step = self::step($section, $meter);
        $length = $section->bars * $meter->barTicks();
        $count = intdiv($length, $step);
        $bars = 1 === $section->bars ? '1 bar' : "$section->bars bars";
        $table = [[$bars, ...array_map(strval(...), range(1, $count))]];
        foreach ($section->rows as $row) {
            $cells = array_fill(0, $count, '');
            foreach ($row->written($length) as [$at, $hit]) {
                if (0 === $at % $step) {
                    // The strokes of a roll fill a step of its row, which must be a column.
                    $cells[intdiv($at, $step)] = self::cell($hit, $row->snap->ticks() === $step ? $hit->roll : 1);
                }
            }
            $table[] = [$row->instrument->label(), ...array_values($cells)];
        }

        return $table;
    }

    /** @return int ticks of a column: the coarsest grid of sixteenths or finer on which all stand; the finest where there is none */
    public static function step(Section $section, Meter $meter): int
    {
        $length = $section->bars * $meter->barTicks();
        $ats = array_merge([], ...array_map(static fn (Row $row): array => array_column($row->written($length), 0), $section->rows));
        foreach (self::COLUMNS as $snap) {
            $step = $snap->ticks();
            if (0 === $meter->barTicks() % $step && [] === array_filter($ats, static fn (int $at): bool => 0 !== $at % $step)) {
                return $step;
            }
        }

        return Snap::Sixteenth->ticks();
    }

    /** What a hit is, as a person may write it: "90", "90 r3", "90 50% +20 flam R". */
    private static function cell(Hit $hit, int $roll): string
    {
        return implode(' ', array_filter([
            // A 1 alone is a mark.
            1 === $hit->velocity ? '01' : (string) $hit->velocity,
            $roll > 1 ? "r$roll" : '',
            100 === $hit->odds ? '' : "$hit->odds%",
            0 === $hit->push ? '' : \sprintf('%+d', $hit->push),
            $hit->ornament->value ?? '',
            $hit->hand->value ?? '',
        ], static fn (string $part): bool => '' !== $part));
    }

    /** A cell as cell() writes it, else one of the usual marks. */
    private static function hit(string $cell, int $at): Hit
    {
        $written = '/^(?<velocity>\d{1,3})(?: r(?<roll>[2-8]))?(?: (?<odds>\d{1,2})%)?'
            .'(?: (?<push>[+-]\d{1,3}))?(?: (?<ornament>flam|drag))?(?: (?<hand>[RL]))?$/D';
        if (1 !== preg_match($written, $cell, $match, \PREG_UNMATCHED_AS_NULL) || $match['velocity'] < 1 || $match['velocity'] > 127) {
            return Hit::of($at, self::velocity($cell));
        }
        $isMark = '1' === $cell;

        return Hit::of(
            $at,
            $isMark ? self::velocity($cell) : (int) $match['velocity'],
            max(-Hit::MOST_PUSH, min(Hit::MOST_PUSH, (int) $match['push'])),
            (int) ($match['roll'] ?? 1),
            max(1, (int) ($match['odds'] ?? 100)),
            ornament: Ornament::tryFrom((string) $match['ornament']),
            hand: Hand::tryFrom((string) $match['hand']),
        );
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
        $bars = self::barsTold($table, $columns, $meter);
        $snap = self::snap($columns, $meter, $bars);
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
                $hits[] = self::hit($cell, $i * $snap->ticks());
            }
            $rows[] = Row::of($instrument, $hits, $snap);
        }
        if ([] === $rows) {
            throw InvalidInput::at('', 'No line of this sheet begins with an instrument, so there is nothing to read.');
        }
        $bars ??= max(1, (int) ceil($columns * $snap->ticks() / $meter->barTicks()));

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

    /**
     * @param list<list<string>> $table
     *
     * @return int|null bars that the head of the sheet tells, where its columns are that many; null where it tells none
     */
    private static function barsTold(array $table, int $columns, Meter $meter): ?int
    {
        if (1 !== preg_match('/^(\d{1,2}) bars?$/D', trim($table[0][0] ?? ''), $match)) {
            return null;
        }
        $bars = (int) $match[1];

        return $columns > 0 && $bars > 0 && $bars <= Section::MOST_BARS && 0 === $bars * $meter->barTicks() % $columns ? $bars : null;
    }

    /** The grid on which the columns are whole bars, as many as are told; sixteenths where there is none. */
    private static function snap(int $columns, Meter $meter, ?int $bars): Snap
    {
        foreach (null === $bars ? self::SNAPS : Snap::cases() as $snap) {
            if (null !== $bars && $columns * $snap->ticks() !== $bars * $meter->barTicks()) {
                continue;
            }
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
