<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** Files of every kind that patterns come in and go out as, known by their endings. */
final readonly class Convert
{
    private const ENDINGS = ['json', 'mid', 'txt', 'csv', 'musicxml'];

    /**
     * @param string             $name    of the file, whose ending says what it is
     * @param Pattern|null       $like    whose meter and tempo hold where a file has none
     * @param int|null           $channel of the drums in a MIDI file
     * @param array<int, string> $map     instruments of MIDI notes that the catalogue does not know
     * @param CountingStyle      $style   which decides what typed numbers count
     *
     * @throws InvalidInput
     */
    public static function read(
        string $bytes,
        string $name,
        ?Pattern $like = null,
        ?int $channel = null,
        array $map = [],
        CountingStyle $style = CountingStyle::Syllables,
    ): Imported {
        $ending = self::ending($name);
        if ('json' === $ending) {
            return new Imported(PatternReader::read($bytes));
        }
        if ('musicxml' === $ending) {
            return MusicXmlReader::read($bytes);
        }
        if ('mid' === $ending) {
            return MidiReader::read($bytes, $channel, $map);
        }
        $meter = $like->meter ?? Meter::of(4, 4);
        if ('csv' === $ending) {
            return self::named($name, StepSheet::section($bytes, $meter), $meter, $like);
        }
        $typed = self::typed($bytes, $meter, style: $style);
        $read = self::named($name, $typed->section, $meter, $like);
        $told = null === $typed->numbers ? [] : [\sprintf('%s are read as %s.', implode(', ', $typed->which), $typed->numbers->value)];

        return new Imported($read->pattern, [...$read->lost, ...$told]);
    }

    /**
     * A pattern of one section, called as its file.
     *
     * @param Pattern|null $like whose tempo, swing and kit it takes
     */
    public static function named(string $name, Section $section, Meter $meter, ?Pattern $like = null): Imported
    {
        $title = mb_substr(pathinfo($name, \PATHINFO_FILENAME), 0, Pattern::MOST_TITLE);

        return new Imported(Pattern::of(
            '' === trim($title) ? 'From paper' : $title,
            $meter,
            $like->tempo ?? Tempo::of(100, '4'),
            [$section],
            null,
            $like?->swing,
            $like->kit ?? 'boathouse',
        ));
    }

    /**
     * What somebody types, or pastes out of a spreadsheet.
     *
     * @param Numbers|null $numbers what bare numbers count that could be either; null to decide it
     *
     * @throws InvalidInput naming the line and the word
     */
    public static function typed(
        string $text,
        Meter $meter,
        int $bars = 1,
        ?Numbers $numbers = null,
        CountingStyle $style = CountingStyle::Syllables,
    ): TypedReading {
        return str_contains($text, "\t") ? new TypedReading(StepSheet::section($text, $meter), null, [])
            : TypedReader::read($text, $meter, $bars, $numbers, $style);
    }

    /**
     * @param bool $written MIDI on the written ticks, without swing and push
     * @param bool $rows    MIDI with a track an instrument
     *
     * @return array{string, list<string>} the file, and what it cannot hold of the pattern
     *
     * @throws InvalidInput for an ending that is not known
     */
    public static function write(Pattern $pattern, string $name, bool $written = false, bool $rows = false): array
    {
        $ending = self::ending($name);
        if ('json' === $ending) {
            return [PatternWriter::write($pattern), []];
        }
        if ('mid' === $ending) {
            return [MidiWriter::write($pattern, !$written, $rows), self::lostInMidi($pattern)];
        }
        if ('musicxml' === $ending) {
            return [MusicXmlWriter::write($pattern), self::lostInMusicXml($pattern)];
        }
        $section = $pattern->sections[0];
        [$text, $lost] = 'csv' === $ending ? StepSheet::write($section, $pattern->meter) : TypedWriter::section($section, $pattern->meter);

        return [$text, [...$lost, ...self::lostInSheet($pattern)]];
    }

    /** @return list<string> what a sheet of one section leaves out of a pattern, whatever stands in it */
    public static function lostInSheet(Pattern $pattern): array
    {
        $name = $pattern->sections[0]->name;

        return 1 === \count($pattern->sections) ? [] : ["Only section $name is written; a file of this kind holds one."];
    }

    /** @return list<string> */
    private static function lostInMidi(Pattern $pattern): array
    {
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                foreach ($row->hits as $hit) {
                    if (100 !== $hit->odds) {
                        return ['Odds are decided as in the first pass; kit, balance and room are not in a MIDI file.'];
                    }
                }
            }
        }

        return ['Kit, balance and room are not in a MIDI file.'];
    }

    /** @return list<string> */
    private static function lostInMusicXml(Pattern $pattern): array
    {
        $off = $odd = 0;
        foreach ($pattern->sections as $section) {
            $barTicks = $pattern->meter->barTicks();
            $there = [];
            foreach (Staff::bars($section, $pattern->meter) as $b => $bar) {
                foreach ([...$bar['up'], ...$bar['down']] as $event) {
                    foreach ($event->struck as [$instrument]) {
                        $there[$instrument->value][$b * $barTicks + $event->at] = true;
                    }
                }
            }
            foreach ($section->rows as $row) {
                $hits = $row->written($section->bars * $barTicks);
                $usual = $row->snap === Grids::coarsest(array_column($hits, 0));
                foreach ($hits as [$at, $hit]) {
                    $off += isset($there[$row->instrument->value][$at]) ? 0 : 1;
                    $odd += 1 === $hit->roll || ($usual && \in_array($hit->roll, [2, 4, 8], true)) ? 0 : 1;
                }
            }
        }
        $lost = match ($off) {
            0 => [],
            1 => ['One hit does not stand on the grid of notation and is written at the nearest place.'],
            default => ["$off hits do not stand on the grid of notation and are written at the nearest places."],
        };

        return [
            ...$lost,
            ...(0 === $odd ? [] : ['Some rolls are written as rolls of 2, 4 or 8 strokes over the usual step.']),
            'Pushes, odds, kit, balance and room are not in MusicXML.',
        ];
    }

    private static function ending(string $name): string
    {
        $ending = strtolower(pathinfo($name, \PATHINFO_EXTENSION));
        $ending = ['midi' => 'mid', 'tsv' => 'csv', 'xml' => 'musicxml'][$ending] ?? $ending;

        return \in_array($ending, self::ENDINGS, true) ? $ending : throw InvalidInput::at(
            '',
            \sprintf(
                'Files that end in ".%s" are not known here; use .pulsanda.json, .mid, .musicxml, .mxl, .csv, .ods, .xlsx or .txt.',
                mb_substr($ending, 0, 10),
            ),
        );
    }
}
