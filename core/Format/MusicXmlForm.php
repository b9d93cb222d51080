<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Sections and their order out of measures: a section begins at a rehearsal mark and on both sides of a repeat; one that comes again as it
 * was is the same.
 *
 * @phpstan-import-type Struck from MusicXmlMeasures
 *
 * @phpstan-type Run array{name: string, from: int, bars: int, times: int}
 */
final class MusicXmlForm
{
    /** @var list<string> sentences of what there was no room for */
    public array $lost = [];

    public function __construct(private readonly Meter $meter)
    {
    }

    /**
     * @param array<\SimpleXMLElement> $measures
     * @param list<list<Struck>>       $strokes  by measure
     *
     * @return array{list<Section>, list<OrderEntry>}
     */
    public function of(array $measures, array $strokes): array
    {
        $sections = $order = [];
        $runs = self::runs(array_values($measures));
        if (\count($runs) > Pattern::MOST_ORDER) {
            $this->lost[] = \sprintf('The first %d of %d sections that follow one another are kept.', Pattern::MOST_ORDER, \count($runs));
        }
        foreach (\array_slice($runs, 0, Pattern::MOST_ORDER) as $run) {
            for ($from = 0; $from < $run['bars']; $from += Section::MOST_BARS) {
                $bars = min(Section::MOST_BARS, $run['bars'] - $from);
                $rows = $this->rows(\array_slice($strokes, $run['from'] + $from, $bars));
                $name = $this->keep($sections, $run['name'], $bars, $rows);
                if (null !== $name && \count($order) < Pattern::MOST_ORDER) {
                    $order[] = OrderEntry::of($name, $run['bars'] <= Section::MOST_BARS ? $run['times'] : 1);
                }
            }
        }
        $used = array_column($order, 'section');

        return [array_values(array_filter($sections, static fn (Section $one): bool => \in_array($one->name, $used, true))), $order];
    }

    /**
     * @param list<Section> $sections
     * @param list<Row>     $rows
     *
     * @return string|null the name of the section that is so; null where there is no room for one more
     */
    private function keep(array &$sections, string $name, int $bars, array $rows): ?string
    {
        $base = '' === $name ? \chr(\ord('A') + min(25, \count($sections))) : mb_substr($name, 0, 20);
        $taken = [];
        foreach ($sections as $one) {
            $again = '' === $name || $one->name === $base || str_starts_with($one->name, "$base ");
            if ($again && $one->bars === $bars && serialize($one->rows) === serialize($rows)) {
                return $one->name;
            }
            $taken[] = $one->name;
        }
        if (\count($sections) >= Pattern::MOST_SECTIONS) {
            $this->lost[] = \sprintf('There are more than %d sections; what comes after them is left out.', Pattern::MOST_SECTIONS);

            return null;
        }
        for ($free = $base, $number = 2; \in_array($free, $taken, true); ++$number) {
            $free = "$base $number";
        }
        $sections[] = Section::of($free, $bars, $rows, $this->meter);

        return $free;
    }

    /**
     * @param list<\SimpleXMLElement> $measures
     *
     * @return list<Run>
     */
    private static function runs(array $measures): array
    {
        $endings = [] !== array_filter($measures, static fn (\SimpleXMLElement $one): bool => [] !== ($one->xpath('barline/ending') ?: []));
        $runs = [];
        $repeat = 0;
        $fresh = true;
        foreach ($measures as $i => $measure) {
            $mark = trim((string) (($measure->xpath('direction/direction-type/rehearsal') ?: [])[0] ?? ''));
            $opens = [] !== ($measure->xpath('barline/repeat[@direction="forward"]') ?: []);
            if ($fresh || $opens || '' !== $mark) {
                $runs[] = ['name' => (string) preg_replace('/[\x00-\x1f\x7f]+/', ' ', $mark), 'from' => $i, 'bars' => 1, 'times' => 1];
                $repeat = $opens ? \count($runs) - 1 : $repeat;
            } else {
                $run = array_pop($runs);
                $runs[] = ['bars' => $run['bars'] + 1] + $run;
            }
            $back = ($measure->xpath('barline/repeat[@direction="backward"]') ?: [])[0] ?? null;
            $fresh = null !== $back;
            if (null !== $back) {
                $times = $endings ? 1 : max(2, min(OrderEntry::MOST_TIMES, (int) ($back['times'] ?? 2)));
                $again = \array_slice($runs, $repeat);
                if (1 === \count($again)) {
                    array_splice($runs, $repeat, 1, [['times' => $times] + $again[0]]);
                } else {
                    for ($turn = 1; $turn < $times; ++$turn) {
                        array_push($runs, ...$again);
                    }
                }
                $repeat = \count($runs);
            }
        }

        return $runs;
    }

    /**
     * @param list<list<Struck>> $bars
     *
     * @return list<Row>
     */
    private function rows(array $bars): array
    {
        $places = [];
        foreach ($bars as $b => $strokes) {
            foreach ($strokes as $stroke) {
                ['at' => $at, 'instrument' => $instrument, 'velocity' => $velocity] = $stroke;
                $tick = $b * $this->meter->barTicks() + $at;
                $known = $places[$instrument->order()][$tick] ?? null;
                if (null === $known || $known->velocity < $velocity) {
                    $places[$instrument->order()][$tick] = Hit::of(
                        $tick,
                        $velocity,
                        roll: $stroke['roll'],
                        ornament: $stroke['ornament'],
                        hand: $stroke['hand'],
                    );
                }
            }
        }
        ksort($places);
        if (\count($places) > Section::MOST_ROWS) {
            $this->lost[] = \sprintf('A section has %d rows at most; the instruments after them are left out.', Section::MOST_ROWS);
        }
        $rows = [];
        foreach (\array_slice($places, 0, Section::MOST_ROWS, true) as $order => $hits) {
            ksort($hits);
            $rows[] = Row::of(Instrument::cases()[$order], array_values($hits), Grids::coarsest(array_keys($hits)));
        }

        return $rows;
    }
}
