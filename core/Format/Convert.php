<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
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
     * @param string $name of the file, whose ending says what it is
     *
     * @throws InvalidInput
     */
    public static function read(string $bytes, string $name, Given $given = new Given()): Imported
    {
        $ending = self::ending($name);
        if ('json' === $ending) {
            return new Imported(PatternReader::read($bytes));
        }
        if ('musicxml' === $ending) {
            return MusicXmlReader::read($bytes);
        }
        if ('mid' === $ending) {
            return MidiReader::read($bytes, $given->channel, $given->map);
        }
        $like = $given->like;
        $meter = $like->meter ?? Meter::of(4, 4);
        if ('csv' === $ending) {
            return self::named($name, StepSheet::section($bytes, $meter), $meter, $like);
        }
        $typed = self::typed($bytes, $meter, style: $given->style);
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
            return [MidiWriter::write($pattern, !$written, $rows), array_values(Losses::of($pattern, $written ? 'mid-written' : 'mid'))];
        }
        if ('musicxml' === $ending) {
            return [MusicXmlWriter::write($pattern), array_values(Losses::of($pattern, 'musicxml'))];
        }
        $section = $pattern->sections[0];
        $text = 'csv' === $ending ? StepSheet::write($section, $pattern->meter) : TypedWriter::section($section, $pattern->meter);

        return [$text, array_values(Losses::of($pattern, $ending))];
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
