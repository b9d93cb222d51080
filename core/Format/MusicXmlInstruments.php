<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Instrument;

/** Which drum a note of a MusicXML part is, and which names are no drum that is known here. */
final class MusicXmlInstruments
{
    private const HEADS = [
        'x' => 'cross', 'cross' => 'cross', 'circle-x' => 'ringed-cross', 'circled x' => 'ringed-cross', 'diamond' => 'diamond',
        'triangle' => 'triangle',
    ];
    /** Where a place and a head say no more, the drum that is meant most often. */
    private const USUAL = [
        Instrument::Kick, Instrument::Snare, Instrument::ClosedHat, Instrument::OpenHat, Instrument::Ride, Instrument::Crash,
        Instrument::PedalHat, Instrument::HighTom, Instrument::HighMidTom, Instrument::LowMidTom, Instrument::LowTom,
        Instrument::FloorTom, Instrument::SideStick, Instrument::RideBell, Instrument::Cowbell,
    ];

    /** @var array<string, int> how many notes there are of each name without a drum */
    private array $unknown = [];
    /** @var array<string, string> the drum that a note of such a name is by its place */
    private array $placed = [];

    /**
     * @param array<string, Instrument> $known by the ids of the score
     * @param array<string, string>     $names of all
     */
    private function __construct(private readonly array $known, private readonly array $names)
    {
    }

    public static function of(\SimpleXMLElement $score, string $part): self
    {
        $midi = [];
        foreach (Instrument::cases() as $one) {
            $midi[$one->midi()] = $one;
        }
        $known = $names = [];
        foreach ($score->xpath('part-list/score-part') ?: [] as $one) {
            if ((string) $one['id'] !== $part) {
                continue;
            }
            foreach ($one->xpath('score-instrument') ?: [] as $instrument) {
                $id = (string) $instrument['id'];
                $names[$id] = trim((string) $instrument->{'instrument-name'});
                $found = Names::instrument($names[$id]);
                null === $found || $known[$id] = $found;
            }
            foreach ($one->xpath('midi-instrument[midi-unpitched]') ?: [] as $instrument) {
                // Counted from 1.
                $found = $midi[(int) $instrument->{'midi-unpitched'} - 1] ?? null;
                null === $found || $known[(string) $instrument['id']] = $found;
            }
        }

        return new self($known, $names);
    }

    public function find(\SimpleXMLElement $note): ?Instrument
    {
        $id = (string) $note->instrument['id'];
        $name = mb_substr($this->names[$id] ?? '', 0, 40);
        $found = $this->known[$id] ?? self::byPlace($note);
        if (null !== $found && '' !== $name && !isset($this->known[$id])) {
            // A name that nobody knows says nothing; where the note stands does.
            $this->placed[$name] = $found->label();
        }
        if (null === $found) {
            $name = '' === $name ? 'without a name' : $name;
            $this->unknown[$name] = ($this->unknown[$name] ?? 0) + 1;
        }
        $mayBeOpen = Instrument::ClosedHat === $found && isset($note->notations);

        return $mayBeOpen && [] !== ($note->xpath('notations/technical/open') ?: []) ? Instrument::OpenHat : $found;
    }

    /** @return list<string> sentences */
    public function unknown(): array
    {
        return [
            ...array_map(
                static fn (string $name, string $drum): string => "\"$name\" is read as $drum, by where it stands.",
                array_map(strval(...), array_keys($this->placed)),
                $this->placed,
            ),
            ...array_map(
                static fn (string $name, int $count): string => "\"$name\" is no drum that is known here; $count of it left out.",
                array_map(strval(...), array_keys($this->unknown)),
                $this->unknown,
            ),
        ];
    }

    private static function byPlace(\SimpleXMLElement $note): ?Instrument
    {
        $place = $note->unpitched->{'display-step'}.$note->unpitched->{'display-octave'};
        $head = self::HEADS[(string) $note->notehead] ?? 'oval';
        foreach ([...self::USUAL, ...Instrument::cases()] as $one) {
            if ($one->staff() === $place && $one->notehead() === $head) {
                return $one;
            }
        }

        return null;
    }
}
