<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\SafeXml;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * Reads the percussion parts of a MusicXML file, partwise, into a pattern: every note by its instrument's MIDI number, else by its name,
 * else by where it stands on the staff. Rehearsal marks and repeats become sections and their order. What a pattern cannot hold is told.
 */
final readonly class MusicXmlReader
{
    public const MOST_BYTES = 4_000_000;
    private const MOST_MEASURES = 1000;
    private const MOST_PARTS = 64;
    /** Notes and rests of all parts. */
    private const MOST_NOTES = 20_000;
    private const SWINGS = ['eighth' => 8, '16th' => 16];

    /** @throws InvalidInput naming the measure */
    public static function read(string $xml): Imported
    {
        $score = self::parse($xml);
        $sizes = [
            'parts' => [\count($score->xpath('part') ?: []), self::MOST_PARTS],
            'measures in a part' => [
                max([0, ...array_map(static fn (\SimpleXMLElement $part): int => $part->measure->count(), $score->xpath('part') ?: [])]),
                self::MOST_MEASURES,
            ],
            'notes and rests' => [\count($score->xpath('part/measure/note') ?: []), self::MOST_NOTES],
        ];
        foreach ($sizes as $what => [$count, $most]) {
            if ($count > $most) {
                throw InvalidInput::at('', "This score has $count $what; at most $most are read, so take a part of it.");
            }
        }
        $lost = [];
        $parts = self::percussion($score, $lost);
        // A part that ends earlier rests for the others; the longest one tells the form.
        usort($parts, static fn (\SimpleXMLElement $a, \SimpleXMLElement $b): int => $b->measure->count() <=> $a->measure->count());
        $first = $parts[0]->xpath('measure') ?: [];
        $meter = self::meter($first, $lost);
        $measures = [];
        foreach ($parts as $part) {
            $names = MusicXmlInstruments::of($score, (string) $part['id']);
            foreach (MusicXmlMeasures::of($part, $names, $meter->barTicks(), $lost) as $i => $strokes) {
                $measures[$i] = array_merge($measures[$i] ?? [], $strokes);
            }
            array_push($lost, ...$names->unknown());
        }
        $form = new MusicXmlForm($meter);
        [$sections, $order] = $form->of($first, array_values($measures));

        return new Imported(Pattern::of(
            self::title($score),
            $meter,
            self::tempo($first, $meter, $lost),
            $sections,
            $order,
            self::swing($first),
        ), array_values(array_unique([...$lost, ...$form->lost])));
    }

    private static function parse(string $xml): \SimpleXMLElement
    {
        if (\strlen($xml) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This file is larger than 4 MB; take a part of it.');
        }
        $score = SafeXml::read($xml);
        if ('score-timewise' === $score->getName()) {
            throw InvalidInput::at('', 'This is timewise MusicXML; save it partwise, as most programs do.');
        }

        return 'score-partwise' === $score->getName() ? $score : throw InvalidInput::at('', 'This is XML, but no MusicXML score.');
    }

    /**
     * @param list<string> $lost
     *
     * @return non-empty-list<\SimpleXMLElement>
     */
    private static function percussion(\SimpleXMLElement $score, array &$lost): array
    {
        $percussion = $others = [];
        foreach ($score->xpath('part') ?: [] as $part) {
            $drums = [] !== ($part->xpath('(measure/note/unpitched)[1] | (measure/attributes/clef/sign[.="percussion"])[1]') ?: []);
            if ($drums) {
                $percussion[] = $part;
            } else {
                $others[] = self::name($score, (string) $part['id']);
            }
        }
        if ([] !== $others) {
            $lost[] = 'Parts without drums are left out: '.implode(', ', \array_slice($others, 0, 8)).'.';
        }

        return [] === $percussion
            ? throw InvalidInput::at('', 'There is no percussion part in this score; drums stand on a percussion clef, without pitch.')
            : $percussion;
    }

    private static function name(\SimpleXMLElement $score, string $id): string
    {
        foreach ($score->xpath('part-list/score-part') ?: [] as $one) {
            if ((string) $one['id'] === $id && '' !== trim((string) $one->{'part-name'})) {
                return mb_substr(trim((string) $one->{'part-name'}), 0, 40);
            }
        }

        return 'one without a name';
    }

    /**
     * @param array<\SimpleXMLElement> $measures
     * @param list<string>             $lost
     */
    private static function meter(array $measures, array &$lost): Meter
    {
        $meters = [];
        foreach ($measures as $measure) {
            foreach ($measure->xpath('attributes/time[beats and beat-type]') ?: [] as $time) {
                $meters[$time->beats.'/'.$time->{'beat-type'}] = (string) $measure['number'];
            }
        }
        $meters = [] === $meters ? ['4/4' => '1'] : $meters;
        [$count, $unit] = explode('/', (string) array_key_first($meters)) + ['4', '4'];
        if (\count($meters) > 1) {
            $lost[] = \sprintf('The meter changes in measure %s; all of it is set in %s.', end($meters), array_key_first($meters));
        }
        try {
            // "3+2" is written so where the groups are told.
            $groups = str_contains($count, '+') ? array_map(intval(...), explode('+', $count)) : null;

            return Meter::of(null === $groups ? (int) $count : (int) array_sum($groups), (int) $unit, $groups);
        } catch (InvalidInput) {
            $lost[] = "The meter $count/$unit cannot be kept; it is set in 4/4.";

            return Meter::of(4, 4);
        }
    }

    /**
     * @param array<\SimpleXMLElement> $measures
     * @param list<string>             $lost
     */
    private static function tempo(array $measures, Meter $meter, array &$lost): Tempo
    {
        $beat = Tempo::usualBeat($meter);
        $quarters = [];
        foreach ($measures as $measure) {
            foreach ($measure->xpath('direction/sound[@tempo] | sound[@tempo]') ?: [] as $sound) {
                $quarters[] = (float) $sound['tempo'];
            }
        }
        $usual = Tempo::of(100, '4')->quarters();
        $first = $quarters[0] ?? $usual;
        if (\count(array_unique(array_map(strval(...), $quarters))) > 1) {
            $lost[] = \sprintf('The tempo changes; all of it is played at ♩ = %s.', round($first, 2));
        }
        foreach ([$beat, '4'] as $one) {
            $bpm = round($first * $usual / Tempo::of(100, $one)->quarters(), 2);
            if ($bpm >= 20 && $bpm <= 400) {
                return Tempo::of($bpm, $one);
            }
        }
        $lost[] = \sprintf('The tempo ♩ = %s cannot be kept; it becomes 100.', round($first, 2));

        return Tempo::of(100, '4');
    }

    /** @param array<\SimpleXMLElement> $measures */
    private static function swing(array $measures): Swing
    {
        foreach ($measures as $measure) {
            foreach ($measure->xpath('.//sound/swing[first and second]') ?: [] as $swing) {
                [$first, $second] = [(float) $swing->first, (float) $swing->second];
                $percent = $first + $second > 0 ? round(100 * $first / ($first + $second), 2) : 50;

                return Swing::of(max(50.0, min(75.0, $percent)), self::SWINGS[(string) $swing->{'swing-type'}] ?? 8);
            }
        }

        return Swing::of();
    }

    private static function title(\SimpleXMLElement $score): string
    {
        foreach (['work/work-title', 'movement-title', 'credit/credit-words'] as $path) {
            $title = trim((string) preg_replace('/[\x00-\x1f\x7f]+/', ' ', (string) (($score->xpath($path) ?: [])[0] ?? '')));
            if ('' !== $title) {
                return mb_substr($title, 0, Pattern::MOST_TITLE);
            }
        }

        return 'From notation';
    }
}
