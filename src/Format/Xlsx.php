<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\XmlStream;

/**
 * The first sheet of an Office Open XML workbook (ECMA-376), in and out: as much of it as a table needs. No library for it runs on
 * this PHP; see docs/formats.md.
 */
final readonly class Xlsx
{
    private const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    private const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';
    private const KIND = 'application/vnd.openxmlformats-officedocument.spreadsheetml';
    private const READ = '~^xl/(sharedStrings|workbook|_rels/workbook\.xml|worksheets/[^/]+)\.(xml|rels)$~D';
    private const CHARACTERS_PER_CM = 5;
    private const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'."\n";

    public static function write(Cells $cells): string
    {
        $tints = array_values(array_unique(array_filter($cells->tints)));
        $rows = '';
        foreach ($cells->table as $r => $line) {
            $columns = '';
            foreach ($line as $c => $cell) {
                // A style by tint, plain and bold.
                $tint = array_search($cells->tints[$r] ?? '', $tints, true);
                $style = 2 * (false === $tint ? 0 : $tint + 1) + (int) (0 === $r && ($cells->bold[$c] ?? false));
                $at = self::column($c).($r + 1);
                $columns .= !\is_string($cell)
                    ? "<c r=\"$at\" s=\"$style\"><v>$cell</v></c>"
                    : "<c r=\"$at\" s=\"$style\" t=\"inlineStr\"><is><t>".htmlspecialchars($cell, \ENT_XML1).'</t></is></c>';
            }
            $rows .= '<row r="'.($r + 1)."\">$columns</row>";
        }

        return Zip::write([
            '[Content_Types].xml' => self::HEAD.'<Types xmlns="'.self::PACKAGE.'/content-types">'
                .'<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
                .'<Default Extension="xml" ContentType="application/xml"/>'
                .'<Override PartName="/xl/workbook.xml" ContentType="'.self::KIND.'.sheet.main+xml"/>'
                .'<Override PartName="/xl/worksheets/sheet1.xml" ContentType="'.self::KIND.'.worksheet+xml"/>'
                .'<Override PartName="/xl/styles.xml" ContentType="'.self::KIND.'.styles+xml"/></Types>',
            '_rels/.rels' => self::relationships(['officeDocument' => 'xl/workbook.xml']),
            'xl/workbook.xml' => self::HEAD.'<workbook xmlns="'.self::MAIN.'" xmlns:r="'.self::OFFICE.'">'
                .'<sheets><sheet name="'.$cells->name.'" sheetId="1" r:id="rId1"/></sheets></workbook>',
            'xl/_rels/workbook.xml.rels' => self::relationships(['worksheet' => 'worksheets/sheet1.xml', 'styles' => 'styles.xml']),
            'xl/worksheets/sheet1.xml' => self::HEAD.'<worksheet xmlns="'.self::MAIN.'"><sheetViews><sheetView workbookViewId="0">'
                .'<pane xSplit="1" ySplit="1" topLeftCell="B2" state="frozen"/></sheetView></sheetViews>'
                .'<cols><col min="1" max="1" width="18" customWidth="1"/>'
                .'<col min="2" max="'.max(2, \count($cells->table[0])).'" width="'.self::CHARACTERS_PER_CM * $cells->width
                .'" customWidth="1"/></cols>'
                ."<sheetData>$rows</sheetData></worksheet>",
            'xl/styles.xml' => self::styles($tints),
        ]);
    }

    /**
     * @param int $most how many lines are read
     *
     * @return list<list<string>> the cells of the first sheet
     *
     * @throws InvalidInput
     */
    public static function read(string $bytes, int $most = Cells::MOST_ROWS): array
    {
        $files = Zip::read(
            $bytes,
            2000,
            Cells::MOST_BYTES,
            static fn (string $name): bool => 1 === preg_match(self::READ, $name),
            'This is no .xlsx workbook; save it again as one.',
        );
        $sheet = self::firstSheet($files) ?? throw InvalidInput::at('', 'There is no sheet in this workbook.');
        $shared = self::shared($files['xl/sharedStrings.xml'] ?? '<sst/>');
        $table = $line = [];
        $cells = $r = 0;
        [$place, $kind, $value] = ['', '', ''];
        foreach (XmlStream::elements($sheet) as [$name, $attributes, $text]) {
            switch ([$name, null !== $attributes]) {
                case ['row', true]:
                    $r = max(\count($table), (int) ($attributes['r'] ?? \count($table) + 1) - 1);
                    if ($r >= $most) {
                        break 2;
                    }
                    $line = [];
                    break;
                case ['row', false]:
                    $table[$r] = self::filled($line);
                    break;
                case ['c', true]:
                    [$place, $kind, $value] = [$attributes['r'] ?? '', $attributes['t'] ?? '', ''];
                    break;
                case ['v', false]:
                    $value = $text;
                    break;
                case ['t', false]:
                    $value .= $text;
                    break;
                case ['c', false]:
                    $c = '' === $place ? \count($line) : self::number($place);
                    if ($c < 0 || $c >= Cells::MOST_COLUMNS) {
                        throw InvalidInput::at('line '.($r + 1), \sprintf('this line has more than %d cells.', Cells::MOST_COLUMNS));
                    }
                    Cells::count(++$cells);
                    $line[$c] = trim(match ($kind) {
                        's' => $shared[(int) $value] ?? '',
                        'b' => '1' === $value ? 'x' : '',
                        default => $value,
                    });
            }
        }

        return self::filled($table, []);
    }

    /**
     * @return list<string>
     *
     * @throws InvalidInput where there are more than a sheet has cells
     */
    private static function shared(string $xml): array
    {
        $strings = [];
        $value = '';
        foreach (XmlStream::elements($xml) as [$name, $attributes, $text]) {
            if ('si' === $name && null !== $attributes) {
                $value = '';
            } elseif ('t' === $name && null === $attributes) {
                $value .= $text;
            } elseif ('si' === $name) {
                $strings[] = $value;
                Cells::count(\count($strings));
            }
        }

        return $strings;
    }

    /** @param array<string, string> $files */
    private static function firstSheet(array $files): ?string
    {
        $id = null;
        foreach (XmlStream::elements($files['xl/workbook.xml'] ?? '<workbook/>') as [$name, $attributes]) {
            if ('sheet' === $name && null !== $attributes) {
                $id = $attributes['id'] ?? '';
                break;
            }
        }
        foreach (XmlStream::elements($files['xl/_rels/workbook.xml.rels'] ?? '<Relationships/>') as [$name, $link]) {
            $target = ltrim($link['Target'] ?? '', '/');
            $target = str_starts_with($target, 'xl/') ? $target : "xl/$target";
            if ('Relationship' === $name && ($link['Id'] ?? '') === $id && isset($files[$target])) {
                return $files[$target];
            }
        }

        return $files['xl/worksheets/sheet1.xml'] ?? null;
    }

    /**
     * A list with what is missing between its places.
     *
     * @template T
     *
     * @param array<int, T> $places
     * @param T             $empty
     *
     * @return list<T>
     */
    private static function filled(array $places, mixed $empty = ''): array
    {
        return [] === $places ? [] : array_values(array_replace(array_fill(0, max(array_keys($places)) + 1, $empty), $places));
    }

    /** @param array<string, string> $targets by kind */
    private static function relationships(array $targets): string
    {
        $links = '';
        foreach (array_keys($targets) as $i => $kind) {
            $links .= '<Relationship Id="rId'.($i + 1).'" Type="'.self::OFFICE."/$kind\" Target=\"$targets[$kind]\"/>";
        }

        return self::HEAD.'<Relationships xmlns="'.self::PACKAGE."/relationships\">$links</Relationships>";
    }

    /** @param list<string> $tints */
    private static function styles(array $tints): string
    {
        $fills = '<fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill>';
        $styles = '<xf fontId="0" fillId="0"/><xf fontId="1" fillId="0" applyFont="1"/>';
        foreach ($tints as $i => $tint) {
            $fills .= "<fill><patternFill patternType=\"solid\"><fgColor rgb=\"FF$tint\"/></patternFill></fill>";
            foreach ([0, 1] as $font) {
                $styles .= "<xf fontId=\"$font\" fillId=\"".($i + 2).'" applyFill="1" applyFont="1"/>';
            }
        }

        return self::HEAD.'<styleSheet xmlns="'.self::MAIN.'"><fonts count="2"><font><sz val="11"/><name val="Arial"/></font>'
            .'<font><b/><sz val="11"/><name val="Arial"/></font></fonts>'
            .'<fills count="'.(\count($tints) + 2)."\">$fills</fills>"
            .'<borders count="1"><border><left/><right/><top/><bottom/><diagonal/></border></borders>'
            .'<cellStyleXfs count="1"><xf fontId="0" fillId="0"/></cellStyleXfs>'
            .'<cellXfs count="'.(2 * \count($tints) + 2)."\">$styles</cellXfs></styleSheet>";
    }

    /** "A", "B" … "AA" for columns from 0. */
    private static function column(int $number): string
    {
        return ($number >= 26 ? self::column(intdiv($number, 26) - 1) : '').\chr(\ord('A') + $number % 26);
    }

    /** The column, from 0, of a place such as "AB7". */
    private static function number(string $place): int
    {
        $number = 0;
        foreach (str_split(substr((string) preg_replace('/[^A-Z]/', '', $place), 0, 4)) as $letter) {
            $number = 26 * $number + \ord($letter) - \ord('A') + 1;
        }

        return $number - 1;
    }
}
