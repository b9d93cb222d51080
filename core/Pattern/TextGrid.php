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
 * g is a ghost, s soft, x firm, X an accent, d a stroke that is doubled, . nothing; bar and beat lines are for the eye alone.
 */
final readonly class TextGrid
{
    private const SIGNS = ['g' => Level::Ghost, 's' => Level::Soft, 'x' => Level::Firm, 'X' => Level::Accent, 'd' => Level::Firm];

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
                    $level = self::SIGNS[$sign] ?? throw InvalidInput::at(
                        'line '.($i + 1),
                        "\"$sign\" is not a sign; use g, s, x, X, d or a point.",
                    );
                    $hits[] = Hit::of($step * $snap->ticks(), $level->entry(), roll: 'd' === $sign ? 2 : 1);
                }
            }
            $rows[] = Row::of($instrument, $hits, $snap);
        }

        return Section::of($name, $bars, $rows, $meter);
    }
}
