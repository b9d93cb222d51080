<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Ornament;

/**
 * The strokes of a percussion part of MusicXML, measure by measure.
 *
 * @phpstan-type Struck array{at: int, instrument: Instrument, velocity: int, roll: int, ornament: Ornament|null, hand: Hand|null}
 */
final class MusicXmlMeasures
{
    private const QUARTER = 960;
    /** MIDI velocity that is 100 percent of a note's dynamics. */
    private const FORTE = 90;
    private const LEFT_OUT = [
        './/note/lyric[not(text="R" or text="L")]' => 'Words under the notes are left out.',
        './/direction-type/dynamics' => 'Dynamic marks such as p and f are left out; accents and ghosts stay.',
        './/sound[@dacapo or @dalsegno or @tocoda or @fine]' => 'Da capo, dal segno and coda are not followed: all is played once.',
        './/measure-style/slash[@type="start"]' => 'Slashes have no notes, so these measures stay empty.',
        './/barline/ending' => 'First and second endings are played one after the other, without the repeat.',
    ];

    private int $divisions = 1;
    /** In divisions of the file, from the beginning of the measure. */
    private int $now = 0;
    private int $before = 0;
    /** @var list<Instrument> grace notes that the next note may be the flam or the drag of */
    private array $graces = [];
    private int $gone = 0;
    /** Measures that are repeated here; 0 for none. */
    private int $again = 0;
    /** Whether the note has come that they stand before. */
    private bool $arePlaced = false;

    private function __construct(private readonly MusicXmlInstruments $names, private readonly int $barTicks)
    {
    }

    /**
     * @param list<string> $lost
     *
     * @return list<list<Struck>> ticks of the bar
     *
     * @throws InvalidInput naming the measure
     */
    public static function of(\SimpleXMLElement $part, MusicXmlInstruments $names, int $barTicks, array &$lost): array
    {
        foreach (self::LEFT_OUT as $path => $sentence) {
            $found = \count($part->xpath($path) ?: []);
            0 === $found || $lost[] = $sentence;
        }
        $reading = new self($names, $barTicks);
        $measures = [];
        foreach ($part->xpath('measure') ?: [] as $measure) {
            $measures[] = $reading->measure($measure, [] === $measures, $lost);
            $measures = $reading->repeated($measure, $measures);
        }
        $gone = $reading->gone + \count($reading->graces);
        0 === $gone || $lost[] = 1 === $gone ? 'A grace note is left out.' : "$gone grace notes are left out.";

        return $measures;
    }

    /**
     * A sign stands for one, two or four measures that come again.
     *
     * @param list<list<Struck>> $measures so far, the one with the sign last
     *
     * @return list<list<Struck>>
     */
    private function repeated(\SimpleXMLElement $measure, array $measures): array
    {
        foreach ($measure->xpath('attributes/measure-style/measure-repeat') ?: [] as $sign) {
            $this->again = 'start' === (string) $sign['type'] ? max(1, min(4, (int) $sign)) : 0;
        }
        $last = \count($measures) - 1;
        if ($this->again > 0 && [] === $measures[$last] && isset($measures[$last - $this->again])) {
            $measures[$last] = $measures[$last - $this->again];
        }

        return $measures;
    }

    /**
     * @param list<string> $lost
     *
     * @return list<Struck>
     */
    private function measure(\SimpleXMLElement $measure, bool $first, array &$lost): array
    {
        [$this->now, $this->before, $end] = [0, 0, 0];
        $strokes = [];
        foreach ($measure->children() as $one) {
            if ('attributes' === $one->getName() && 0 < (int) $one->divisions) {
                $this->divisions = (int) $one->divisions;
            } elseif ('backup' === $one->getName()) {
                $this->now -= (int) $one->duration;
            } elseif ('forward' === $one->getName()) {
                $this->now += (int) $one->duration;
            } elseif ('note' === $one->getName()) {
                $stroke = $this->note($one);
                null === $stroke || $strokes[] = $stroke;
            }
            if ($this->now < 0) {
                throw InvalidInput::at(
                    'measure '.$measure['number'],
                    'a voice begins before its measure; correct this in the other program.',
                );
            }
            $end = max($end, $this->now);
        }
        // What comes before the first whole bar stands at its end.
        $length = $this->ticks($end);
        $late = $first && 'yes' === (string) $measure['implicit'] && $length < $this->barTicks ? $this->barTicks - $length : 0;
        $inside = [];
        foreach ($strokes as $stroke) {
            $stroke['at'] += $late;
            $stroke['at'] < $this->barTicks && $inside[] = $stroke;
        }
        $beyond = \count($strokes) - \count($inside);
        if ($beyond > 0) {
            $lost[] = \sprintf('Measure %s is longer than a bar; %d strokes beyond it are left out.', $measure['number'], $beyond);
        }

        return $inside;
    }

    /** @return Struck|null for a rest, a grace note, the end of a tie, and what is no drum */
    private function note(\SimpleXMLElement $note): ?array
    {
        $duration = (int) $note->duration;
        $chord = isset($note->chord);
        $at = $chord ? $this->before : $this->now;
        if (!$chord && !isset($note->grace)) {
            $this->before = $this->now;
            $this->now += $duration;
        }
        if (!$chord && $this->arePlaced) {
            $this->gone += \count($this->graces);
            $this->graces = [];
        }
        $this->arePlaced = $chord ? $this->arePlaced : !isset($note->grace);
        if (isset($note->grace) && null !== $grace = $this->names->find($note)) {
            $this->graces[] = $grace;
        }
        // Most notes have none of these: what has is looked through, since each look takes its time in a large score.
        $tied = isset($note->tie) && [] !== ($note->xpath('tie[@type="stop"]') ?: []);
        if (isset($note->rest) || isset($note->grace) || isset($note->cue) || $tied) {
            return null;
        }
        $instrument = $this->names->find($note);

        return null === $instrument ? null : [
            'at' => $this->ticks($at),
            'instrument' => $instrument,
            'velocity' => self::velocity($note),
            'roll' => self::roll($note),
            'ornament' => $this->ornament($instrument),
            'hand' => self::hand($note),
        ];
    }

    /** What the grace notes before a note make of it: one a flam, two a drag. */
    private function ornament(Instrument $instrument): ?Ornament
    {
        $its = \count(array_filter($this->graces, static fn (Instrument $one): bool => $one === $instrument));
        $ornament = [1 => Ornament::Flam, 2 => Ornament::Drag][$its] ?? null;
        if (null !== $ornament) {
            $this->graces = array_values(array_filter($this->graces, static fn (Instrument $one): bool => $one !== $instrument));
        }

        return $ornament;
    }

    private static function hand(\SimpleXMLElement $note): ?Hand
    {
        $signs = isset($note->notations) || isset($note->lyric) ? $note->xpath('notations/technical/fingering | lyric/text') : [];
        foreach ($signs ?: [] as $sign) {
            $hand = Hand::tryFrom(strtoupper(trim((string) $sign)));
            if (null !== $hand) {
                return $hand;
            }
        }

        return null;
    }

    private function ticks(int $divisions): int
    {
        return (int) round($divisions * self::QUARTER / $this->divisions);
    }

    private static function velocity(\SimpleXMLElement $note): int
    {
        if (isset($note['dynamics'])) {
            return max(1, min(127, (int) round((float) $note['dynamics'] * self::FORTE / 100)));
        }
        $loud = isset($note->notations)
            && [] !== ($note->xpath('notations/articulations/accent | notations/articulations/strong-accent') ?: []);

        return match (true) {
            $loud => Level::Accent->entry(),
            'yes' === (string) $note->notehead['parentheses'] => Level::Ghost->entry(),
            default => Level::Firm->entry(),
        };
    }

    private static function roll(\SimpleXMLElement $note): int
    {
        $signs = isset($note->notations) ? $note->xpath('notations/ornaments/tremolo[not(@type) or @type="single"]') : [];
        $marks = (int) (($signs ?: [])[0] ?? 0);

        return 2 ** max(0, min(3, $marks));
    }
}
