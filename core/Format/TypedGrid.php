<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/** A row as signs in cells: "x-x-|X-g-". How fine the cells are follows from how many there are in a bar. docs/typed.md has the rules. */
final readonly class TypedGrid
{
    /** Grids in the order in which they are tried. */
    private const SNAPS = [
        Snap::Sixteenth, Snap::Eighth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::ThirtySecond, Snap::ThirtySecondTriplet,
        Snap::SixtyFourth, Snap::Quarter,
    ];

    /**
     * @param list<array{Instrument, Hit}> $hits
     * @param int                          $bars that its cells fill
     */
    private function __construct(public array $hits, public Snap $snap, public int $bars)
    {
    }

    /**
     * @param Snap|null $counted the grid of a counting line above, where there is one
     *
     * @throws InvalidInput
     */
    public static function read(string $text, Instrument $instrument, Meter $meter, string $place, ?Snap $counted = null): self
    {
        $plain = preg_replace(['/\(([^)])\)/u', '/[\s:]+/u'], ['g', ''], $text) ?? '';
        $drawn = str_contains(trim($plain, '|'), '|') || (str_starts_with($plain, '|') && str_ends_with($plain, '|'));
        $segments = array_values(array_filter(explode('|', $plain), static fn (string $one): bool => '' !== $one));
        $cells = mb_str_split(implode('', $segments));
        $snap = self::snap(\count($cells), $drawn ? \count($segments) : null, $meter, $counted);
        if (null === $snap) {
            $sizes = implode(', ', array_unique(self::sizes($meter)));
            throw InvalidInput::at($place, \sprintf(
                'this grid has %d cells; a bar of %s has %s. Draw | between the bars, or correct the number.',
                \count($cells),
                $meter,
                $sizes,
            ));
        }
        $hits = [];
        foreach ($cells as $i => $sign) {
            $hit = self::hit($sign, $instrument, $i * $snap->ticks(), $place);
            null === $hit || $hits[] = $hit;
        }

        return new self($hits, $snap, (int) ceil(\count($cells) * $snap->ticks() / $meter->barTicks()));
    }

    /** @return array{Instrument, Hit}|null null for a rest */
    private static function hit(string $sign, Instrument $instrument, int $at, string $place): ?array
    {
        $closed = Instrument::ClosedHat === $instrument || Instrument::PedalHat === $instrument;
        $level = match ($sign) {
            'X', 'A', 'O', '>' => Level::Accent,
            'x', 'o', '*', '1', 'f', 'F', 'd', 'D', 'R', 'r', 'L', 'l' => Level::Firm,
            's', 'S' => Level::Soft,
            'g', 'G' => Level::Ghost,
            '-', '.', '_', '0' => null,
            default => throw InvalidInput::at(
                $place,
                "\"$sign\" is no sign of a grid; use x, X, s, g, o, f for a flam, d for a drag, R and L, and - for nothing.",
            ),
        };
        if (null === $level) {
            return null;
        }
        $ornament = ['f' => Ornament::Flam, 'd' => Ornament::Drag][strtolower($sign)] ?? null;

        return [
            $closed && 'o' === strtolower($sign) ? Instrument::OpenHat : $instrument,
            Hit::of($at, $level->entry(), ornament: $ornament, hand: Hand::tryFrom(strtoupper($sign))),
        ];
    }

    /**
     * The grid on which so many cells are whole bars, where that can only be one.
     *
     * @param int|null $segments between lines, which are bars or beats; null where no line is drawn
     */
    private static function snap(int $cells, ?int $segments, Meter $meter, ?Snap $counted): ?Snap
    {
        foreach (null === $counted ? self::SNAPS : [$counted] as $snap) {
            if (0 === $cells || 0 !== $cells * $snap->ticks() % $meter->barTicks()) {
                continue;
            }
            $bars = intdiv($cells * $snap->ticks(), $meter->barTicks());
            $fits = match (true) {
                null !== $counted => true,
                null !== $segments => $segments === $bars || $segments === $bars * \count($meter->groups),
                // Without lines, sixteenths go on through the bars; a coarser grid is one bar, and a finer one needs lines.
                default => Snap::Sixteenth === $snap || (1 === $bars && \in_array($snap, self::coarse($meter), true)),
            };
            if ($fits) {
                return $snap;
            }
        }

        return null;
    }

    /** @return list<Snap> grids of which a bar is told by its number of cells */
    private static function coarse(Meter $meter): array
    {
        // A dotted beat is not divided in triplets.
        return 4 === $meter->unit ? [Snap::Eighth, Snap::EighthTriplet, Snap::Quarter] : [Snap::Eighth, Snap::Quarter];
    }

    /** @return list<int> cells that a bar may have, fewest first */
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
