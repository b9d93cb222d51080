<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * A groove that ships. It is written as
 *
 *     = Short Five | 5/8 3+2 | 160 | 3
 *     kick        x.....|....
 *     snare       ......|X...
 *
 * title, meter with its groups, beats a minute of the meter's usual note value, and level from 1 (first lessons) to 3; where they are
 * needed follow "swing 66.67/8", "grid 8t", "bars 3", "kit pier", "from Cuba", where it is at home, and "players 3", where one person alone
 * cannot play it. What to listen for in it stands in lang/, as `groove.short-five`. A line "cycle claves 10" lets a row start over by
 * itself after ten steps of the grid; "hands snare RLRR" gives the hits of a row their hands, again and again; "claims
 * backbeat, grows snare" says what the words promise, for Claims to prove.
 */
final readonly class Groove
{
    /** Letters of titles, for keys. */
    private const PLAIN = ['á' => 'a', 'ã' => 'a', 'é' => 'e', 'ı' => 'i', 'ö' => 'o', 'ş' => 's', 'ü' => 'u'];

    /**
     * @param int          $level   1–3
     * @param string       $from    the people or the place whose it is; empty where it is anybody's
     * @param int          $players who play it together
     * @param list<string> $claims  as Claims reads them
     */
    private function __construct(
        public string $key,
        public int $level,
        public Pattern $pattern,
        public string $from,
        public int $players,
        public array $claims,
    ) {
    }

    /** @throws InvalidInput */
    public static function read(string $text): self
    {
        [$head, $grid] = explode("\n", trim($text), 2) + ['', ''];
        [$title, $meter, $bpm, $level] = array_map(trim(...), explode('|', ltrim($head, '= '))) + ['', '4/4', '100', '1'];
        $more = [];
        foreach (\array_slice(explode('|', $head), 4) as $word) {
            [$key, $value] = explode(' ', trim($word), 2) + ['', ''];
            $more[$key] = $value;
        }
        $meter = self::meter($meter);
        $snap = Snap::from($more['grid'] ?? '16');
        [$percent, $unit] = explode('/', $more['swing'] ?? '50/16') + ['50', '16'];
        [$lines, $cycles, $hands, $claims] = self::lines($grid, $snap);
        $lengths = array_map(
            static fn (string $line): int => $snap->ticks() * preg_match_all('/[gsxXuvdDfFrR.]/', (string) strstr($line, ' ')),
            $lines,
        );
        $bars = (int) ($more['bars'] ?? max(1, intdiv(max($lengths), $meter->barTicks())));
        foreach ($lines as $i => $line) {
            if ($lengths[$i] !== $bars * $meter->barTicks() && !isset($cycles[strstr($line, ' ', true)])) {
                throw InvalidInput::at($title, "the row \"$line\" is not as long as the bars.");
            }
        }
        $section = TextGrid::section(implode("\n", $lines), $meter, $bars, $snap);
        $rows = array_map(
            static fn (Row $row): Row => Row::of(
                $row->instrument,
                self::struck($row->hits, $hands[$row->instrument->value] ?? ''),
                $snap,
                $cycles[$row->instrument->value] ?? null,
            ),
            $section->rows,
        );
        $tempo = Tempo::of((float) $bpm, Tempo::usualBeat($meter));
        $swing = Swing::of((float) $percent, (int) $unit);
        $pattern = Pattern::of($title, $meter, $tempo, [Section::of('A', $bars, $rows, $meter)], null, $swing, $more['kit'] ?? 'boathouse');

        return new self(
            self::keyOf($title), (int) $level, $pattern, $more['from'] ?? '', (int) ($more['players'] ?? 1), $claims,
        );
    }

    /** "5/4 3+2" */
    private static function meter(string $text): Meter
    {
        [$sign, $groups] = explode(' ', $text, 2) + ['', null];
        [$count, $unit] = explode('/', $sign) + ['4', '4'];

        return Meter::of((int) $count, (int) $unit, null === $groups ? null : array_map(intval(...), explode('+', $groups)));
    }

    /**
     * @param list<Hit> $hits
     *
     * @return list<Hit> with the hands, which begin anew where they end
     */
    private static function struck(array $hits, string $hands): array
    {
        return '' === $hands ? $hits : array_map(
            static fn (Hit $hit, int $i): Hit => Hit::of(
                $hit->at, $hit->velocity, roll: $hit->roll, ornament: $hit->ornament, hand: Hand::from($hands[$i % \strlen($hands)]),
            ),
            $hits,
            array_keys($hits),
        );
    }

    /** @return array{non-empty-list<string>, array<string, int>, array<string, string>, list<string>} rows; cycles in ticks, and hands, by
     *                                                                                              instrument; claims */
    private static function lines(string $grid, Snap $snap): array
    {
        $lines = $cycles = $hands = $claims = [];
        foreach (array_map(trim(...), explode("\n", trim($grid))) as $line) {
            if (1 === preg_match('/^cycle (\S+) (\d+)$/D', $line, $found)) {
                $cycles[$found[1]] = (int) $found[2] * $snap->ticks();
            } elseif (1 === preg_match('/^hands (\S+) ([RL ]+)$/D', $line, $found)) {
                $hands[$found[1]] = str_replace(' ', '', $found[2]);
            } elseif (str_starts_with($line, 'claims ')) {
                $claims = array_map(trim(...), explode(',', substr($line, 7)));
            } else {
                $lines[] = $line;
            }
        }

        return [] === $lines ? throw InvalidInput::at('', 'A groove needs a row.') : [$lines, $cycles, $hands, $claims];
    }

    public static function keyOf(string $title): string
    {
        return trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower(strtr($title, self::PLAIN))), '-');
    }
}
