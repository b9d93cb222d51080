<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Shelf;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Shelf\Groove;
use Pulsanda\Core\Shelf\Grooves;

/** What a groove's words promise is true of its strokes, and people can play it. */
final class ClaimsTest extends TestCase
{
    private const FEET = [Instrument::Kick, Instrument::Kick2, Instrument::PedalHat];
    private const BACKBEAT = [Instrument::Snare, Instrument::Snare2, Instrument::SideStick, Instrument::Clap];
    /** Strokes a second of one hand, or foot. */
    private const FASTEST = 12;

    #[DataProvider('grooves')]
    public function testItsClaimsAreTrue(Groove $groove): void
    {
        foreach ($groove->claims as $claim) {
            $words = explode(' ', $claim);
            $kind = array_shift($words);
            $says = "$groove->key: $claim";
            match ($kind) {
                'backbeat' => self::assertTrue(self::hasBackbeat($groove->pattern, (int) ($words[0] ?? $groove->pattern->bars())), $says),
                'fill' => self::assertTrue(self::passes($groove->pattern, ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 3, 'instruments' => []]), $says),
                'closes' => self::assertCloses($groove->pattern, $says),
                'grows' => self::assertGrows(self::of($groove->pattern, $words[0], (int) ($words[1] ?? 0)), $says),
                'even' => self::assertCount(1, array_unique(array_column(self::of($groove->pattern, $words[0]), 'velocity')), $says),
                'apart' => self::assertSame([(int) $words[1]], array_values(array_unique(self::gaps($groove->pattern, $words[0]))), $says),
                'divides' => self::assertDivides($groove->pattern, $words[0], (int) $words[1], $says),
                'skips' => self::assertSkips($groove->pattern, $words[0], $says),
                'later' => self::assertSame(
                    array_map(static fn (Stroke $one): int => $one->written + (int) $words[1], self::of($groove->pattern, $words[0], 1)),
                    array_map(
                        static fn (Stroke $one): int => $one->written - $groove->pattern->meter->barTicks(),
                        self::of($groove->pattern, $words[0], 2),
                    ),
                    $says,
                ),
                'at' => self::assertSame(
                    array_map(intval(...), \array_slice($words, 1)),
                    array_map(static fn (Stroke $one): int => intdiv($one->written, self::step($groove)) + 1, self::of($groove->pattern, $words[0])),
                    $says,
                ),
                'accents' => self::assertTrue(
                    self::passes($groove->pattern, ['kind' => 'accents-on', 'instrument' => $words[0], 'where' => $words[1] ?? 'beats']),
                    $says,
                ),
                'alternates' => self::assertTrue(self::passes($groove->pattern, ['kind' => 'sticking-alternates', 'instrument' => $words[0]]), $says),
                'linear' => self::assertCount(
                    \count(self::strokes($groove->pattern)),
                    array_unique(array_map(static fn (Stroke $one): int => $one->written, self::strokes($groove->pattern))),
                    $says,
                ),
                'hands' => self::assertSame(
                    $words[1],
                    // The second stroke of a double is the same hand's.
                    implode('', array_map(static fn (Stroke $one): string => $one->hand->value ?? '', self::of($groove->pattern, $words[0]))),
                    $says,
                ),
                default => self::fail("There is no such claim: $says"),
            };
        }
        self::assertLessThanOrEqual(30, mb_strlen($groove->from), 'it fits into a tag');
    }

    #[DataProvider('grooves')]
    public function testPeopleCanPlayIt(Groove $groove): void
    {
        $tempo = $groove->pattern->tempo;
        $hands = array_fill(0, 2 * $groove->players, -10.0);
        $feet = array_fill(0, 2 * $groove->players, -10.0);
        $moments = [];
        foreach ([...self::strokes($groove->pattern), ...array_map(
            static fn (Stroke $one): Stroke => $one->later($groove->pattern->ticks()),
            self::strokes($groove->pattern),
        )] as $stroke) {
            $moments[$stroke->tick][] = $stroke;
        }
        foreach ($moments as $tick => $strokes) {
            $at = $tempo->seconds($tick);
            foreach ($strokes as $stroke) {
                $limbs = \in_array($stroke->instrument, self::FEET, true) ? 'feet' : 'hands';
                asort($$limbs);
                $free = array_key_first($$limbs);
                self::assertNotNull($free);
                self::assertGreaterThanOrEqual(
                    1 / self::FASTEST - 1e-6,
                    $at - $$limbs[$free],
                    "$groove->key: {$stroke->instrument->value} at ".($tick / 240).' sixteenths, by one of '.\count($$limbs)." $limbs",
                );
                $$limbs[$free] = $at;
            }
            $names = array_map(static fn (Stroke $one): string => $one->instrument->value, $strokes);
            self::assertFalse(\in_array('closed-hat', $names, true) && \in_array('open-hat', $names, true), "$groove->key: a hat is open or closed");
        }
    }

    public function testWhatIsPlayedHasACertainTempo(): void
    {
        foreach (self::grooves() as [$groove]) {
            self::assertGreaterThanOrEqual(40, $groove->pattern->tempo->bpm(), $groove->key);
            self::assertLessThanOrEqual(300, $groove->pattern->tempo->bpm(), $groove->key);
        }
    }

    /** @return iterable<string, array{Groove}> */
    public static function grooves(): iterable
    {
        foreach (Grooves::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                yield $groove->pattern->title => [$groove];
            }
        }
    }

    /** @return list<Stroke> */
    private static function strokes(Pattern $pattern): array
    {
        return Strokes::written($pattern);
    }

    /** @return list<Stroke> of an instrument, in a bar from 1, or in all */
    private static function of(Pattern $pattern, string $instrument, int $bar = 0): array
    {
        $ticks = $pattern->meter->barTicks();

        return array_values(array_filter(
            self::strokes($pattern),
            static fn (Stroke $one): bool => $one->instrument->value === $instrument && (0 === $bar || intdiv($one->written, $ticks) === $bar - 1),
        ));
    }

    /** @param array<string, mixed> $rule */
    private static function passes(Pattern $pattern, array $rule): bool
    {
        return 1 === RequirementFile::read((string) json_encode([$rule]))->check(Submission::of($pattern, '', Tolerance::of()))['passed'];
    }

    private static function hasBackbeat(Pattern $pattern, int $bars): bool
    {
        $struck = [];
        foreach (self::strokes($pattern) as $one) {
            if (\in_array($one->instrument, self::BACKBEAT, true)) {
                $struck[$one->written] = true;
            }
        }
        for ($bar = 0; $bar < $bars; ++$bar) {
            foreach ($pattern->meter->groupStarts() as $i => $at) {
                if (1 === $i % 2 && !isset($struck[$bar * $pattern->meter->barTicks() + $at])) {
                    return false;
                }
            }
        }

        return true;
    }

    private static function assertCloses(Pattern $pattern, string $says): void
    {
        foreach ($pattern->sections[0]->rows as $row) {
            self::assertSame(0, null === $row->cycle ? 0 : $pattern->ticks() % $row->cycle, "$says: {$row->instrument->value}");
        }
    }

    /** @param list<Stroke> $strokes */
    private static function assertGrows(array $strokes, string $says): void
    {
        $velocities = array_column($strokes, 'velocity');
        // Up to its loudest stroke; what follows is the end that it grew to.
        $velocities = \array_slice($velocities, 0, 1 + (int) array_search(max([0, ...$velocities]), $velocities, true));
        $sorted = $velocities;
        sort($sorted);
        self::assertSame($sorted, $velocities, $says);
        self::assertGreaterThan(30, end($velocities) - $velocities[0], $says);
    }

    /** @return list<int> ticks from each stroke to the next */
    private static function gaps(Pattern $pattern, string $instrument): array
    {
        $places = array_map(static fn (Stroke $one): int => $one->written, self::of($pattern, $instrument));

        return array_map(static fn (int $a, int $b): int => $b - $a, \array_slice($places, 0, -1), \array_slice($places, 1));
    }

    private static function assertDivides(Pattern $pattern, string $instrument, int $into, string $says): void
    {
        $group = intdiv($pattern->meter->barTicks(), \count($pattern->meter->groups));
        self::assertSame([intdiv($group, $into)], array_values(array_unique(self::gaps($pattern, $instrument))), $says);
    }

    private static function assertSkips(Pattern $pattern, string $instrument, string $says): void
    {
        foreach (self::gaps($pattern, $instrument) as $i => $gap) {
            self::assertSame(0 === $i % 2 ? 960 : 480, $gap, $says);
        }
    }

    private static function step(Groove $groove): int
    {
        return $groove->pattern->sections[0]->rows[0]->snap->ticks();
    }
}
