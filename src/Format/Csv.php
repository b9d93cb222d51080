<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Input\InvalidInput;

/** Tables as text (RFC 4180): read in whatever a spreadsheet writes, written in UTF-8 so that no cell is taken for a formula. */
final readonly class Csv
{
    public const MOST_BYTES = 4_000_000;
    public const MOST_LINES = 10_000;
    public const MOST_COLUMNS = 100;
    private const MOST_CELL = 2000;

    /**
     * @return array<int, list<string>> cells, trimmed, by the number of the line from 1; empty lines are left out
     *
     * @throws InvalidInput naming the line
     */
    public static function read(string $bytes, int $mostLines = self::MOST_LINES): array
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw InvalidInput::at('', \sprintf('This file is larger than %d MB; split it.', intdiv(self::MOST_BYTES, 1_000_000)));
        }
        $text = self::utf8($bytes);
        $stream = fopen('php://memory', 'r+') ?: throw new \LogicException('There is no memory stream.');
        fwrite($stream, $text);
        rewind($stream);
        $separator = self::separator($text);
        $table = [];
        $line = 1;
        while (false !== ($cells = fgetcsv($stream, null, $separator, '"', ''))) {
            $cells = array_map(static fn (?string $cell): string => trim((string) $cell), $cells);
            if (\count($table) >= $mostLines) {
                throw InvalidInput::at("line $line", "this file has more than $mostLines lines; split it.");
            }
            if (\count($cells) > self::MOST_COLUMNS) {
                $most = self::MOST_COLUMNS;
                throw InvalidInput::at("line $line", "this line has more than $most cells; is it another kind of file?");
            }
            foreach ($cells as $cell) {
                if (\strlen($cell) > self::MOST_CELL) {
                    throw InvalidInput::at("line $line", 'a cell is far too long; perhaps a quotation mark is not closed.');
                }
            }
            if ('' !== implode('', $cells)) {
                $table[$line] = $cells;
            }
            // A quoted cell may hold line ends.
            $line += 1 + array_sum(array_map(static fn (string $cell): int => substr_count($cell, "\n"), $cells));
        }
        fclose($stream);

        return [] === $table ? throw InvalidInput::at('', 'There is nothing in this file.') : $table;
    }

    /** @param iterable<list<string|int|float|null>> $rows */
    public static function write(iterable $rows): string
    {
        $stream = fopen('php://memory', 'r+') ?: throw new \LogicException('There is no memory stream.');
        foreach ($rows as $row) {
            fputcsv($stream, array_map(self::harmless(...), $row), ',', '"', '', "\r\n");
        }
        rewind($stream);
        $text = (string) stream_get_contents($stream);
        fclose($stream);

        return $text;
    }

    /** A cell that a spreadsheet would reckon gets a mark in front of it, by which it stays text; numbers stay as they are. */
    public static function harmless(string|int|float|null $cell): string
    {
        $text = (string) $cell;

        if (!\is_string($cell) || is_numeric($text)) {
            return $text;
        }

        // Also where another program takes a semicolon or a tab for the end of the cell.
        return (string) preg_replace('/(^|[;\t\r\n])(?=\s*[=+\-@]|[\t\r])/', "$1'", $text);
    }

    /** UTF-8 and UTF-16, by their marks or by how they look, else as Windows writes Latin letters (code page 1252). */
    private static function utf8(string $bytes): string
    {
        $from = match (true) {
            str_starts_with($bytes, "\xEF\xBB\xBF") => 'UTF-8',
            str_starts_with($bytes, "\xFF\xFE") => 'UTF-16LE',
            str_starts_with($bytes, "\xFE\xFF") => 'UTF-16BE',
            str_contains(substr($bytes, 0, 200), "\0") => "\0" === ($bytes[0] ?? '') ? 'UTF-16BE' : 'UTF-16LE',
            mb_check_encoding($bytes, 'UTF-8') => 'UTF-8',
            default => 'Windows-1252',
        };
        $text = 'UTF-8' === $from ? $bytes : mb_convert_encoding($bytes, 'UTF-8', $from);
        $text = (string) preg_replace('/^\x{FEFF}/u', '', (string) $text);
        if ('' === $text && '' !== $bytes || 1 === preg_match('/[\x00-\x08\x0E-\x1F]/', $text)) {
            throw InvalidInput::at('', 'This is no table of text; save it as CSV and choose that file.');
        }

        return $text;
    }

    /** What stands most often between the cells of the first line. */
    private static function separator(string $text): string
    {
        $line = strtok($text, "\r\n");
        $line = (string) preg_replace('/"[^"]*"/', '', false === $line ? '' : $line);
        $best = ',';
        foreach ([';', "\t"] as $one) {
            if (substr_count($line, $one) > substr_count($line, $best)) {
                $best = $one;
            }
        }

        return $best;
    }
}
