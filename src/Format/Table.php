<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\App\Http\Away;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\Response;

/** A table of people or marks as a file: CSV and both kinds of spreadsheet, in and out. */
final readonly class Table
{
    private const BYTE_ORDER_MARK = "\xEF\xBB\xBF";
    private const ODS_BEGINS = 'mimetypeapplication/vnd.oasis.opendocument.spreadsheet';
    /** The container of the workbooks that came before .xlsx. */
    private const OLD_WORKBOOK = "\xD0\xCF\x11\xE0";

    /**
     * What kind of file it is, its first bytes tell.
     *
     * @return array<int, list<string>> cells, trimmed, by the number of the line from 1; empty lines are left out
     *
     * @throws InvalidInput naming the line
     */
    public static function read(string $bytes): array
    {
        if (str_starts_with($bytes, self::OLD_WORKBOOK)) {
            throw InvalidInput::at('', 'This is a workbook of an old kind; save it as .xlsx, .ods or .csv and choose that file.');
        }
        if (!str_starts_with($bytes, 'PK')) {
            return Csv::read($bytes);
        }
        if (\strlen($bytes) > Csv::MOST_BYTES) {
            throw InvalidInput::at('', \sprintf('This file is larger than %d MB; split it.', intdiv(Csv::MOST_BYTES, 1_000_000)));
        }
        $most = Csv::MOST_LINES + 1;
        $rows = str_contains(substr($bytes, 0, 200), self::ODS_BEGINS) ? Ods::read($bytes, $most) : Xlsx::read($bytes, $most);
        $table = [];
        foreach ($rows as $i => $cells) {
            $line = $i + 1;
            if ($line > Csv::MOST_LINES) {
                throw InvalidInput::at("line $line", \sprintf('this sheet has more than %d lines; split it.', Csv::MOST_LINES));
            }
            if ('' !== implode('', $cells)) {
                $table[$line] = $cells;
            }
        }

        return [] === $table ? throw InvalidInput::at('', 'There is nothing on the first sheet of this file.') : $table;
    }

    /**
     * @param non-empty-list<non-empty-list<string|int|float|null>> $rows the first is the head
     * @param string                                                $kind csv, xlsx or ods
     * @param string                                                $name without its ending
     * @param bool                                                  $mark whether CSV begins with a byte-order mark, by which spreadsheets
     *                                                                    know that it is UTF-8
     */
    public static function response(array $rows, string $kind, string $name, bool $mark = false): Response
    {
        $bytes = match ($kind) {
            'xlsx' => Xlsx::write(Cells::table($rows)),
            'ods' => Ods::write(Cells::table($rows)),
            default => ($mark ? self::BYTE_ORDER_MARK : '').Csv::write($rows),
        };

        return Away::file($bytes, Away::TYPES[$kind], "$name.$kind");
    }
}
