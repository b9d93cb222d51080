<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\SafeXml;

/** The first sheet of an OpenDocument spreadsheet (ISO/IEC 26300), in and out: as much of it as a table of steps needs. */
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
                $text = htmlspecialchars($cell, \ENT_XML1);
                $number = 1 === preg_match('/^\d{1,15}(\.\d+)?$/D', $cell);
                $value = $number ? " office:value-type=\"float\" office:value=\"$cell\"" : ' office:value-type="string"';
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
                .'<office:body><office:spreadsheet><table:table table:name="Steps">'
                .'<table:table-column table:style-name="names"/>'
                ."<table:table-column table:style-name=\"steps\" table:number-columns-repeated=\"$count\"/>"
                ."$rows</table:table></office:spreadsheet></office:body></office:document-content>",
        ], 'mimetype');
    }

    /**
     * @return list<list<string>> the cells of the first sheet
     *
     * @throws InvalidInput
     */
    public static function read(string $bytes): array
    {
        $files = Zip::read(
            $bytes,
            2000,
            20_000_000,
            static fn (string $name): bool => 'content.xml' === $name,
            'This is no .ods spreadsheet; save it again as one.',
        );
        if (!isset($files['content.xml'])) {
            throw InvalidInput::at('', 'There is no sheet in this file; save it again as an .ods spreadsheet.');
        }
        $table = [];
        $rows = SafeXml::read($files['content.xml'])->xpath('(//*[local-name()="table"])[1]//*[local-name()="table-row"]') ?: [];
        foreach ($rows as $row) {
            $line = self::line($row, \count($table) + 1);
            // Empty lines repeat to the end of the sheet.
            $times = [] === $line ? min(1, self::times($row, 'number-rows-repeated')) : self::times($row, 'number-rows-repeated');
            for ($turn = 0; $turn < $times && \count($table) < Cells::MOST_ROWS; ++$turn) {
                $table[] = $line;
            }
        }

        return $table;
    }

    /** @return list<string> without the empty cells at its end */
    private static function line(\SimpleXMLElement $row, int $number): array
    {
        $line = [];
        $empty = 0;
        foreach ($row->xpath('*[local-name()="table-cell" or local-name()="covered-table-cell"]') ?: [] as $cell) {
            $text = trim(implode(' ', array_map(
                static fn (\SimpleXMLElement $one): string => dom_import_simplexml($one)->textContent,
                $cell->xpath('*[local-name()="p"]') ?: [],
            )));
            $times = self::times($cell, 'number-columns-repeated');
            if ('' === $text) {
                $empty += $times;
                continue;
            }
            if (\count($line) + $empty + $times > Cells::MOST_COLUMNS) {
                throw InvalidInput::at("line $number", \sprintf('this line has more than %d cells.', Cells::MOST_COLUMNS));
            }
            array_push($line, ...array_fill(0, $empty, ''), ...array_fill(0, $times, $text));
            $empty = 0;
        }

        return $line;
    }

    private static function times(\SimpleXMLElement $one, string $key): int
    {
        return max(1, (int) ($one->attributes(self::NAMES.'table:1.0')[$key] ?? 1));
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
        foreach (['names' => '3.5cm', 'steps' => $cells->width] as $name => $width) {
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
