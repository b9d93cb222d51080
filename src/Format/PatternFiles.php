<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Format\Convert;
use Pulsanda\Core\Format\Given;
use Pulsanda\Core\Format\Imported;
use Pulsanda\Core\Format\Losses;
use Pulsanda\Core\Format\MidiWriter;
use Pulsanda\Core\Format\MusicXmlReader;
use Pulsanda\Core\Format\StepSheet;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\SafeXml;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/** Files of every kind, those of the core and those that are zips: compressed MusicXML and spreadsheets. */
final readonly class PatternFiles
{
    private const CONTAINER = 'META-INF/container.xml';

    /**
     * @param string $name of the file, whose ending says what it is
     *
     * @throws InvalidInput
     */
    public static function read(string $bytes, string $name, Given $given = new Given()): Imported
    {
        $like = $given->like;
        $meter = $like->meter ?? Meter::of(4, 4);

        return match (self::ending($name)) {
            'mxl' => MusicXmlReader::read(self::score($bytes)),
            'xlsx' => Convert::named($name, StepSheet::ofTable(Xlsx::read($bytes), $meter), $meter, $like),
            'ods' => Convert::named($name, StepSheet::ofTable(Ods::read($bytes), $meter), $meter, $like),
            default => Convert::read($bytes, $name, $given),
        };
    }

    /**
     * @return array{string, list<string>} the file, and what it cannot hold of the pattern
     *
     * @throws InvalidInput for an ending that is not known
     */
    public static function write(Pattern $pattern, string $name, bool $written = false, bool $rows = false): array
    {
        switch (self::ending($name)) {
            case 'mxl':
                [$xml, $lost] = Convert::write($pattern, 'score.musicxml');

                return [Zip::write([
                    'mimetype' => 'application/vnd.recordare.musicxml',
                    self::CONTAINER => '<?xml version="1.0" encoding="UTF-8"?>'."\n"
                        .'<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>'
                        .'</rootfiles></container>',
                    'score.musicxml' => $xml,
                ], 'mimetype'), $lost];
            case 'mid.zip':
                return [Zip::write(self::apart($pattern, $written)), array_values(Losses::of($pattern, $written ? 'mid-written' : 'mid'))];
            case 'xlsx':
            case 'ods':
                $cells = Cells::of($pattern->sections[0], $pattern);

                $file = 'ods' === self::ending($name) ? Ods::write($cells) : Xlsx::write($cells);

                return [$file, array_values(Losses::of($pattern, 'csv'))];
            default:
                return Convert::write($pattern, $name, $written, $rows);
        }
    }

    private static function ending(string $name): string
    {
        return str_ends_with(strtolower($name), '.mid.zip') ? 'mid.zip' : strtolower(pathinfo($name, \PATHINFO_EXTENSION));
    }

    /** @return array<string, string> a MIDI file an instrument, by its name */
    private static function apart(Pattern $pattern, bool $written): array
    {
        $files = [];
        foreach ($pattern->instruments() as $instrument) {
            $alone = $pattern->withSections(array_map(static fn (Section $one): Section => Section::of(
                $one->name,
                $one->bars,
                array_values(array_filter($one->rows, static fn (Row $row): bool => $row->instrument === $instrument)),
                $pattern->meter,
            ), $pattern->sections));
            $files[$instrument->label().'.mid'] = MidiWriter::write($alone, !$written);
        }

        return $files;
    }

    /** The score in a compressed MusicXML file: the one that its container names, else the first. */
    private static function score(string $bytes): string
    {
        $files = Zip::read(
            $bytes,
            200,
            MusicXmlReader::MOST_BYTES,
            static fn (string $name): bool => self::CONTAINER === $name
                || (1 === preg_match('/\.(musicxml|xml)$/Di', $name) && !str_starts_with($name, 'META-INF/')),
            'This is no compressed MusicXML; save it again as .mxl or .musicxml.',
        );
        $container = isset($files[self::CONTAINER]) ? SafeXml::read($files[self::CONTAINER]) : null;
        foreach ($container?->xpath('//*[local-name()="rootfile"]') ?? [] as $root) {
            if (isset($files[(string) $root['full-path']])) {
                return $files[(string) $root['full-path']];
            }
        }
        unset($files[self::CONTAINER]);

        if ([] === $files) {
            throw InvalidInput::at('', 'There is no score in this file; save it again in the other program.');
        }

        return reset($files);
    }
}
