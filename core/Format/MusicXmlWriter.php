<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Notation\Event;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Writes a pattern as MusicXML 4.0, partwise: one percussion part of two voices, as the staff sets it. Sections stand in their order, with
 * repeats and names; swing and tempo are told.
 */
final readonly class MusicXmlWriter
{
    /** Of a quarter: ticks, in parts that sevenths and ninths of them have as whole numbers. */
    private const DIVISIONS = self::TICK * 960;
    private const TICK = 21;
    private const TYPES = [
        'w' => 'whole', '2' => 'half', '4' => 'quarter', '8' => 'eighth', '16' => '16th', '32' => '32nd', '64' => '64th',
    ];
    private const HEADS = ['cross' => 'x', 'ringed-cross' => 'circle-x', 'diamond' => 'diamond', 'triangle' => 'triangle'];
    private const BEATS = ['1' => 'whole', '2' => 'half', '4' => 'quarter', '8' => 'eighth', '16' => '16th'];
    private const ACCENT = 105;
    private const GHOST = 40;

    private \XMLWriter $xml;

    private function __construct(private Pattern $pattern)
    {
        $this->xml = new \XMLWriter();
    }

    public static function write(Pattern $pattern): string
    {
        return (new self($pattern))->document();
    }

    private function document(): string
    {
        $this->xml->openMemory();
        $this->xml->setIndent(true);
        $this->xml->startDocument('1.0', 'UTF-8', 'no');
        $this->xml->writeDtd(
            'score-partwise',
            '-//Recordare//DTD MusicXML 4.0 Partwise//EN',
            'http://www.musicxml.org/dtds/partwise.dtd',
        );
        $this->in('score-partwise', ['version' => '4.0'], function (): void {
            $this->in('work', [], fn () => $this->xml->writeElement('work-title', $this->pattern->title));
            $this->in('part-list', [], fn () => $this->in('score-part', ['id' => 'P1'], $this->instruments(...)));
            $this->in('part', ['id' => 'P1'], $this->measures(...));
        });
        $this->xml->endDocument();

        return $this->xml->outputMemory();
    }

    private function instruments(): void
    {
        $this->xml->writeElement('part-name', 'Drums');
        foreach ($this->pattern->instruments() as $one) {
            $this->in('score-instrument', ['id' => self::id($one)], fn () => $this->xml->writeElement('instrument-name', $one->label()));
        }
        foreach ($this->pattern->instruments() as $one) {
            $this->in('midi-instrument', ['id' => self::id($one)], function () use ($one): void {
                $this->xml->writeElement('midi-channel', '10');
                // Counted from 1.
                $this->xml->writeElement('midi-unpitched', (string) ($one->midi() + 1));
            });
        }
    }

    private function measures(): void
    {
        $sections = array_column(
            array_map(static fn (Section $one): array => [$one->name, $one], $this->pattern->sections),
            1,
            0,
        );
        $pickup = Staff::pickup($this->pattern);
        $number = 0;
        $last = array_sum(array_map(static fn (OrderEntry $entry): int => $sections[$entry->section]->bars, $this->pattern->order));
        foreach ($this->pattern->order as $entry) {
            $from = 0 === $number ? $pickup : 0;
            $bars = Staff::bars($sections[$entry->section], $this->pattern->meter, $from);
            foreach ($bars as $b => $bar) {
                // A pickup is measure 0.
                $named = ['number' => (string) (++$number - ($pickup > 0 ? 1 : 0))] + ($from > 0 ? ['implicit' => 'yes'] : []);
                $this->in('measure', $named, function () use ($bar, $b, $bars, $entry, $from, $number, $last): void {
                    1 !== $number || $this->attributes();
                    $times = $entry->times > 1 ? $entry->times : null;
                    if (null !== $times && 0 === $b) {
                        $this->in('barline', ['location' => 'left'], fn () => $this->empty('repeat', ['direction' => 'forward']));
                        $times < 3 || $this->direction(fn () => $this->xml->writeElement('words', "Play $times times"));
                    }
                    if (0 === $b && \count($this->pattern->sections) > 1) {
                        $this->direction(fn () => $this->xml->writeElement('rehearsal', $entry->section));
                    }
                    1 !== $number || $this->tempo();
                    $this->voice($bar['up'], '1', 'up');
                    if ([] !== array_filter($bar['down'], static fn (Event $event): bool => [] !== $event->struck)) {
                        $length = (string) (self::TICK * ($this->pattern->meter->barTicks() - $from));
                        $this->in('backup', [], fn () => $this->xml->writeElement('duration', $length));
                        $this->voice($bar['down'], '2', 'down');
                    }
                    $this->closed($b === \count($bars) - 1 ? $times : null, $number === $last);
                });
            }
        }
    }

    /** The bar line at the end of a measure: a repeat, or the end of the piece. */
    private function closed(?int $times, bool $isLast): void
    {
        if (null === $times && !$isLast) {
            return;
        }
        $this->in('barline', ['location' => 'right'], function () use ($times): void {
            $this->xml->writeElement('bar-style', 'light-heavy');
            null === $times || $this->empty('repeat', ['direction' => 'backward', 'times' => (string) $times]);
        });
    }

    private function attributes(): void
    {
        $this->in('attributes', [], function (): void {
            $this->xml->writeElement('divisions', (string) self::DIVISIONS);
            $this->in('time', [], function (): void {
                $meter = $this->pattern->meter;
                $isUsual = $meter->groups === Meter::of($meter->count, $meter->unit)->groups;
                $this->xml->writeElement('beats', $isUsual ? (string) $meter->count : implode('+', $meter->groups));
                $this->xml->writeElement('beat-type', (string) $this->pattern->meter->unit);
            });
            $this->in('clef', [], fn () => $this->xml->writeElement('sign', 'percussion'));
        });
    }

    private function tempo(): void
    {
        if ($this->pattern->swing->percent > 50) {
            $of = 8 === $this->pattern->swing->unit ? 'eighths' : 'sixteenths';
            $words = \sprintf('Swing %s %% (%s)', round($this->pattern->swing->percent, 2), $of);
            $this->direction(fn () => $this->xml->writeElement('words', $words));
        }
        $this->in('direction', ['placement' => 'above'], function (): void {
            $beat = $this->pattern->tempo->beat;
            $this->in('direction-type', [], fn () => $this->in('metronome', [], function () use ($beat): void {
                $this->xml->writeElement('beat-unit', self::BEATS[rtrim($beat, '.')] ?? 'quarter');
                !str_ends_with($beat, '.') || $this->empty('beat-unit-dot');
                $this->xml->writeElement('per-minute', (string) $this->pattern->tempo->bpm());
            }));
            $this->in('sound', ['tempo' => (string) round($this->pattern->tempo->quarters(), 4)], function (): void {
                $percent = (int) round($this->pattern->swing->percent);
                if ($percent > 50) {
                    $this->in('swing', [], function () use ($percent): void {
                        $this->xml->writeElement('first', (string) $percent);
                        $this->xml->writeElement('second', (string) (100 - $percent));
                        $this->xml->writeElement('swing-type', 8 === $this->pattern->swing->unit ? 'eighth' : '16th');
                    });
                }
            });
        });
    }

    /** @param list<Event> $events */
    private function voice(array $events, string $voice, string $stem): void
    {
        foreach ($events as $i => $event) {
            if ([] === $event->struck) {
                $this->in('note', [], function () use ($events, $i, $event, $voice): void {
                    $this->empty('rest', 'w' === $event->value ? ['measure' => 'yes'] : []);
                    $this->xml->writeElement('duration', (string) self::duration($event));
                    $this->xml->writeElement('voice', $voice);
                    'w' === $event->value || $this->value($event);
                    $this->notations($events, $i, true, null, null);
                });
                continue;
            }
            foreach ($event->struck as [$instrument, $hit]) {
                $this->graces($instrument, $hit, $voice, $stem);
            }
            foreach ($event->struck as $h => [$instrument, $hit]) {
                // Loudness as percent of forte, which MIDI plays at 90.
                $loud = ['dynamics' => (string) round($hit->velocity / 0.9, 2)];
                $this->in('note', $loud, function () use ($events, $i, $event, $h, $instrument, $hit, $voice, $stem): void {
                    0 === $h || $this->empty('chord');
                    $this->place($instrument);
                    $this->xml->writeElement('duration', (string) self::duration($event));
                    $this->empty('instrument', ['id' => self::id($instrument)]);
                    $this->xml->writeElement('voice', $voice);
                    $this->value($event);
                    $this->xml->writeElement('stem', $stem);
                    $this->head($instrument, $hit);
                    0 !== $h || $this->beams($events, $i);
                    $this->notations($events, $i, 0 === $h, $hit, $instrument->sign());
                    // Sticking stands under the notes, as words do.
                    null === $hit->hand || $this->in('lyric', [], function () use ($hit): void {
                        $this->xml->writeElement('syllabic', 'single');
                        $this->xml->writeElement('text', $hit->hand->value ?? '');
                    });
                });
            }
        }
    }

    private function place(Instrument $instrument): void
    {
        $this->in('unpitched', [], function () use ($instrument): void {
            $this->xml->writeElement('display-step', $instrument->staff()[0]);
            $this->xml->writeElement('display-octave', $instrument->staff()[1]);
        });
    }

    /** The small notes before a flam or a drag. */
    private function graces(Instrument $instrument, Hit $hit, string $voice, string $stem): void
    {
        $count = \count($hit->ornament?->before() ?? []);
        for ($i = 0; $i < $count; ++$i) {
            $this->in('note', [], function () use ($instrument, $hit, $voice, $stem, $count, $i): void {
                $this->empty('grace', 1 === $count ? ['slash' => 'yes'] : []);
                $this->place($instrument);
                $this->empty('instrument', ['id' => self::id($instrument)]);
                $this->xml->writeElement('voice', $voice);
                $this->xml->writeElement('type', 1 === $count ? 'eighth' : '16th');
                $this->xml->writeElement('stem', $stem);
                $this->head($instrument, $hit);
                foreach (1 === $count ? [] : [1, 2] as $number) {
                    $this->beam($number, 0 === $i ? 'begin' : 'end');
                }
            });
        }
    }

    /** @return int divisions */
    private static function duration(Event $event): int
    {
        $division = $event->division;

        return null === $division ? self::TICK * $event->ticks : intdiv(self::TICK * $division->length * $event->parts, $division->parts);
    }

    private function value(Event $event): void
    {
        $this->xml->writeElement('type', self::TYPES[$event->value]);
        0 === $event->dots || $this->empty('dot');
        $tuplet = $event->tuplet();
        if (null !== $tuplet) {
            $this->in('time-modification', [], function () use ($tuplet): void {
                $this->xml->writeElement('actual-notes', (string) $tuplet->parts);
                $this->xml->writeElement('normal-notes', (string) $tuplet->normal);
            });
        }
    }

    private function head(Instrument $instrument, Hit $hit): void
    {
        $this->xml->startElement('notehead');
        $hit->velocity >= self::GHOST || $this->xml->writeAttribute('parentheses', 'yes');
        $this->xml->text(self::HEADS[$instrument->notehead()] ?? 'normal');
        $this->xml->endElement();
    }

    /** @param list<Event> $events */
    private function beams(array $events, int $i): void
    {
        $same = static fn (int $j): bool => isset($events[$j]) && $events[$j]->span === $events[$i]->span
            && [] !== $events[$j]->struck && (int) $events[$j]->value >= 8;
        if (!$same($i)) {
            return;
        }
        $beam = match ([$same($i - 1), $same($i + 1)]) {
            [false, true] => 'begin', [true, true] => 'continue', [true, false] => 'end', default => null,
        };
        if (null === $beam) {
            return;
        }
        $this->beam(1, $beam);
        // The second and third beams join those of their neighbours that have as many, and are hooks beside those that have fewer.
        $has = static fn (int $j, int $number): bool => $same($j) && (int) $events[$j]->value >= 8 * 2 ** ($number - 1);
        for ($number = 2; $has($i, $number); ++$number) {
            $this->beam($number, match ([$has($i - 1, $number), $has($i + 1, $number)]) {
                [false, true] => 'begin',
                [true, true] => 'continue',
                [true, false] => 'end',
                default => $same($i + 1) ? 'forward hook' : 'backward hook',
            });
        }
    }

    private function beam(int $number, string $beam): void
    {
        $this->xml->startElement('beam');
        $this->xml->writeAttribute('number', (string) $number);
        $this->xml->text($beam);
        $this->xml->endElement();
    }

    /** @param list<Event> $events */
    private function notations(array $events, int $i, bool $first, ?Hit $hit, ?string $sign): void
    {
        $tuplet = $events[$i]->tuplet();
        $isIn = static fn (int $j): bool => isset($events[$j]) && $events[$j]->tuplet() === $tuplet;
        $begins = $first && null !== $tuplet && !$isIn($i - 1);
        $ends = $first && null !== $tuplet && !$isIn($i + 1) && !$begins;
        $isAccent = null !== $hit && $hit->velocity >= self::ACCENT;
        $roll = $hit->roll ?? 1;
        if (!$begins && !$ends && !$isAccent && 1 === $roll && null === $sign) {
            return;
        }
        $this->in('notations', [], function () use ($begins, $ends, $isAccent, $roll, $sign): void {
            !$begins || $this->empty('tuplet', ['type' => 'start', 'number' => '1']);
            !$ends || $this->empty('tuplet', ['type' => 'stop', 'number' => '1']);
            if ($roll > 1) {
                $this->in('ornaments', [], function () use ($roll): void {
                    $this->xml->startElement('tremolo');
                    $this->xml->writeAttribute('type', 'single');
                    $this->xml->text((string) min(3, (int) ceil(log($roll, 2))));
                    $this->xml->endElement();
                });
            }
            if ('open' === $sign || 'muted' === $sign) {
                // An o, and a +.
                $this->in('technical', [], fn () => $this->empty('open' === $sign ? 'open-string' : 'stopped'));
            }
            $articulation = match ($sign) {
                'short' => 'staccato',
                'long' => 'tenuto',
                default => null,
            };
            if ($isAccent || null !== $articulation) {
                $this->in('articulations', [], function () use ($isAccent, $articulation): void {
                    !$isAccent || $this->empty('accent');
                    null === $articulation || $this->empty($articulation);
                });
            }
        });
    }

    private function direction(\Closure $type): void
    {
        $this->in('direction', ['placement' => 'above'], fn () => $this->in('direction-type', [], $type));
    }

    /** @param array<string, string> $attributes */
    private function in(string $name, array $attributes, \Closure $inside): void
    {
        $this->xml->startElement($name);
        foreach ($attributes as $attribute => $value) {
            $this->xml->writeAttribute($attribute, $value);
        }
        $inside();
        $this->xml->endElement();
    }

    /** @param array<string, string> $attributes */
    private function empty(string $name, array $attributes = []): void
    {
        $this->in($name, $attributes, static function (): void {});
    }

    private static function id(Instrument $instrument): string
    {
        return 'P1-I'.$instrument->midi();
    }
}
