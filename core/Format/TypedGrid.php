<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/** A row as signs in cells: "x-x-|X-g-". How fine the cells are follows from how many fill whole bars. */
final readonly class TypedGrid
{
    /** Ticks by which the small note of a flam comes before its own. */
    private const FLAM = 60;
    /** Grids in the order in which they are tried. */
    private const SNAPS = [
        Snap::Sixteenth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::Eighth, Snap::ThirtySecond, Snap::ThirtySecondTriplet,
        Snap::SixtyFourth, Snap::Quarter,
    ];

    /**
     * @return array{list<array{Instrument, int, int}>, Snap} instrument, tick and velocity of every hit
     *
     * @throws InvalidInput
     */
    public static function read(string $text, Instrument $instrument, Meter $meter, string $place): array
    {
        $plain = preg_replace(['/\((.)\)/u', '/\s+/u'], ['g', ''], $text) ?? '';
        $drawn = str_contains($plain, '|');
        $segments = array_values(array_filter(explode('|', $plain), static fn (string $one): bool => '' !== $one));
        $cells = str_split(implode('', $segments));
        $snap = self::snap(\count($cells), $drawn ? \count($segments) : null, $meter)
            ?? throw InvalidInput::at($place, \sprintf(
                'this grid has %d cells; a bar of %s has %s.',
                \count($cells),
                $meter,
                implode(' or ', self::sizes($meter)),
            ));
        $hits = [];
        foreach ($cells as $i => $sign) {
            $at = $i * $snap->ticks();
            foreach (self::hits($sign, $instrument, $at, $place) as $hit) {
                $hits[] = $hit;
            }
        }

        return [$hits, $snap];
    }

    /** @return list<array{Instrument, int, int}> */
    private static function hits(string $sign, Instrument $instrument, int $at, string $place): array
    {
        $closed = Instrument::ClosedHat === $instrument || Instrument::PedalHat === $instrument;
        $level = match ($sign) {
            'X', 'A', 'O', '>' => Level::Accent,
            'x', 'o', '*', 'f', 'F' => Level::Firm,
            's', 'S' => Level::Soft,
            'g', 'G' => Level::Ghost,
            '-', '.', '_' => null,
            default => throw InvalidInput::at($place, "\"$sign\" is no sign of a grid; use x, X, s, g, o, f, and - for nothing."),
        };
        if (null === $level) {
            return [];
        }
        if ('f' === strtolower($sign)) {
            return $at < self::FLAM
                ? throw InvalidInput::at($place, 'a flam on the first place has nothing before it; write x there.')
                : [[$instrument, $at - self::FLAM, Level::Ghost->entry()], [$instrument, $at, $level->entry()]];
        }

        return [[$closed && 'o' === strtolower($sign) ? Instrument::OpenHat : $instrument, $at, $level->entry()]];
    }

    /**
     * The grid on which so many cells are whole bars; null where there is none.
     *
     * @param int|null $segments between lines, which are bars or beats; null where no line is drawn
     */
    private static function snap(int $cells, ?int $segments, Meter $meter): ?Snap
    {
        foreach (self::SNAPS as $snap) {
            $ticks = $cells * $snap->ticks();
            $bars = intdiv($ticks, $meter->barTicks());
            $whole = 0 === $ticks % $meter->barTicks();
            if ($whole && (null === $segments || $segments === $bars || $segments === $bars * \count($meter->groups))) {
                return $snap;
            }
        }

        return null;
    }

    /** @return list<int> cells that a bar may have */
    private static function sizes(Meter $meter): array
    {
        $sizes = [];
        foreach (self::SNAPS as $snap) {
            if (0 === $meter->barTicks() % $snap->ticks()) {
                $sizes[] = intdiv($meter->barTicks(), $snap->ticks());
            }
        }
        sort($sizes);

        return $sizes;
    }
}
