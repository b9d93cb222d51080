<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\XmlStream;

/** The first sheet of an OpenDocument spreadsheet (ISO/IEC 26300), in and out: as much of it as a table needs. */
final readonly class Ods
{
    private const KIND = 'application/vnd.oasis.opendocument.spreadsheet';
    private const NAMES = 'urn:oasis:names:tc:opendocument:xmlns:';
    private const HEAD = '<?xml version="1.0" encoding="UTF-8"?>'."\n";

    public static function write(Cells $cells): string
    {
        $rows = '';
        foreach ($cells->table as $r => $line) {
            $columns = '';
            foreach ($line as $c => $cell) {
                $bold = 0 === $r && ($cells->bold[$c] ?? false);
                $style = $bold ? 'bold' : ('' === ($cells->tints[$r] ?? '') ? 'plain' : 't'.$cells->tints[$r]);
                $text = htmlspecialchars((string) $cell, \ENT_XML1);
                $value = !\is_string($cell) ? " office:value-type=\"float\" office:value=\"$cell\"" : ' office:value-type="string"';
                $columns .= '' === $cell
                    ? "<table:table-cell table:style-name=\"$style\"/>"
                    : "<table:table-cell table:style-name=\"$style\"$value><text:p>$text</text:p></table:table-cell>";
            }
            $rows .= "<table:table-row>$columns</table:table-row>";
        }
        $count = \count($cells->table[0]) - 1;

        return Zip::write([
            'mimetype' => self::KIND,
            'META-INF/manifest.xml' => self::HEAD.'<manifest:manifest xmlns:manifest="'.self::NAMES.'manifest:1.0" manifest:version="1.2">'
                .'<manifest:file-entry manifest:full-path="/" manifest:version="1.2" manifest:media-type="'.self::KIND.'"/>'
                .'<manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>',
            'content.xml' => self::HEAD.'<office:document-content'.self::namespaces().' office:version="1.2">'
                .'<office:automatic-styles>'.self::styles($cells).'</office:automatic-styles>'
                .'<office:body><office:spreadsheet><table:table table:name="'.$cells->name.'">'
                .'<table:table-column table:style-name="names"/>'
                ."<table:table-column table:style-name=\"steps\" table:number-columns-repeated=\"$count\"/>"
                ."$rows</table:table></office:spreadsheet></office:body></office:document-content>",
        ], 'mimetype');
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
            static fn (string $name): bool => 'content.xml' === $name,
            'This is no .ods spreadsheet; save it again as one.',
        );
        if (!isset($files['content.xml'])) {
            throw InvalidInput::at('', 'There is no sheet in this file; save it again as an .ods spreadsheet.');
        }
        $table = $line = [];
        // Empty cells count once something stands behind them.
        [$rows, $columns, $empty, $cells] = [1, 1, 0, 0];
        $paragraphs = [];
        foreach (XmlStream::elements($files['content.xml']) as [$name, $attributes, $text]) {
            switch ([$name, null !== $attributes]) {
                case ['table-row', true]:
                    [$rows, $line, $empty] = [self::times($attributes, 'number-rows-repeated'), [], 0];
                    break;
                case ['table-cell', true]:
                case ['covered-table-cell', true]:
                    [$columns, $paragraphs] = [self::times($attributes, 'number-columns-repeated'), []];
                    break;
                case ['p', false]:
                    $paragraphs[] = $text;
                    break;
                case ['table-cell', false]:
                case ['covered-table-cell', false]:
                    $cell = trim(implode(' ', $paragraphs));
                    if ('' === $cell) {
                        $empty += $columns;
                        break;
                    }
                    if (\count($line) + $empty + $columns > Cells::MOST_COLUMNS) {
                        $number = \count($table) + 1;
                        throw InvalidInput::at("line $number", \sprintf('this line has more than %d cells.', Cells::MOST_COLUMNS));
                    }
                    array_push($line, ...array_fill(0, $empty, ''), ...array_fill(0, $columns, $cell));
                    Cells::count($cells += $empty + $columns);
                    $empty = 0;
                    break;
                case ['table-row', false]:
                    // Empty lines repeat to the end of the sheet.
                    for ($turn = 0; $turn < ([] === $line ? 1 : $rows) && \count($table) < $most; ++$turn) {
                        $table[] = $line;
                    }
                    if (\count($table) >= $most) {
                        break 2;
                    }
                    break;
                case ['table', false]:
                    break 2;
            }
        }

        return $table;
    }

    /** @param array<string, string>|null $attributes */
    private static function times(?array $attributes, string $key): int
    {
        return max(1, (int) ($attributes[$key] ?? 1));
    }

    private static function namespaces(): string
    {
        $spaces = '';
        foreach (['office', 'table', 'text', 'style', 'xsl-fo-compatible' => 'fo'] as $long => $short) {
            $spaces .= " xmlns:$short=\"".self::NAMES.(\is_string($long) ? $long : $short).':1.0"';
        }

        return $spaces;
    }

    private static function styles(Cells $cells): string
    {
        $styles = '';
        foreach (['names' => '3.5cm', 'steps' => "{$cells->width}cm"] as $name => $width) {
            $styles .= "<style:style style:name=\"$name\" style:family=\"table-column\">"
                ."<style:table-column-properties style:column-width=\"$width\"/></style:style>";
        }
        $styles .= '<style:style style:name="plain" style:family="table-cell"/>'
            .'<style:style style:name="bold" style:family="table-cell"><style:text-properties fo:font-weight="bold"/></style:style>';
        foreach (array_unique(array_filter($cells->tints)) as $tint) {
            $styles .= "<style:style style:name=\"t$tint\" style:family=\"table-cell\">"
                ."<style:table-cell-properties fo:background-color=\"#$tint\"/></style:style>";
        }

        return $styles;
    }
}
