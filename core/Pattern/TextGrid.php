<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\Meter;

/**
 * A section written as a small text grid, one line a row and one sign a step, as on a paper sheet:
 *
 *     kick        X...|....|x...|....
 *     closed-hat  x.x.|x.x.|x.x.|x.x.
 *
 * g is a ghost, s soft, x firm, X an accent, . nothing; u, v, d and D are the same, doubled within their step; f and F have a flam before
 * them, r and R a drag. Bar and beat lines are for the eye alone.
 */
final readonly class TextGrid
{
    /** Level, strokes in the step, ornament. */
    private const SIGNS = [
        'g' => [Level::Ghost, 1, null], 's' => [Level::Soft, 1, null], 'x' => [Level::Firm, 1, null], 'X' => [Level::Accent, 1, null],
        'u' => [Level::Ghost, 2, null], 'v' => [Level::Soft, 2, null], 'd' => [Level::Firm, 2, null], 'D' => [Level::Accent, 2, null],
        'f' => [Level::Firm, 1, Ornament::Flam], 'F' => [Level::Accent, 1, Ornament::Flam],
        'r' => [Level::Firm, 1, Ornament::Drag], 'R' => [Level::Accent, 1, Ornament::Drag],
    ];

    /**
     * @param string $grid lines of instrument and steps
     *
     * @throws InvalidInput naming the line
     */
    public static function section(string $grid, Meter $meter, int $bars = 1, Snap $snap = Snap::Sixteenth, string $name = 'A'): Section
    {
        $rows = [];
        foreach (preg_split('/\R/', trim($grid)) ?: [] as $i => $line) {
            if (1 !== preg_match('/^\s*(\S+)\s+(\S[\S ]*)$/', $line, $parts)) {
                throw InvalidInput::at('line '.($i + 1), 'write an instrument, then its steps.');
            }
            $instrument = Instrument::tryFrom($parts[1]) ?? throw InvalidInput::at(
                'line '.($i + 1),
                "there is no instrument \"$parts[1]\".",
            );
            $hits = [];
            foreach (str_split(str_replace(['|', ' '], '', $parts[2])) as $step => $sign) {
                if ('.' !== $sign) {
                    [$level, $roll, $ornament] = self::SIGNS[$sign] ?? throw InvalidInput::at(
                        'line '.($i + 1),
                        "\"$sign\" is not a sign; use g, s, x, X or a point, or u, v, d, D, f, F, r, R.",
                    );
                    $hits[] = Hit::of($step * $snap->ticks(), $level->entry(), roll: $roll, ornament: $ornament);
                }
            }
            $rows[] = Row::of($instrument, $hits, $snap);
        }

        return Section::of($name, $bars, $rows, $meter);
    }
}
