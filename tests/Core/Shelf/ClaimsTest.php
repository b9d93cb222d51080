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
                default => $this->checkPlaces($groove, $kind, $words, $says),
            };
        }
        self::assertNotSame([], $groove->claims, "$groove->key: words promise something");
        self::assertLessThanOrEqual(30, mb_strlen($groove->from), 'it fits into a tag');
    }

    /**
     * Claims that count steps, from 1, or bars.
     *
     * @param list<string> $words
     */
    private function checkPlaces(Groove $groove, string $kind, array $words, string $says): void
    {
        $pattern = $groove->pattern;
        $numbers = array_map(intval(...), array_values(array_filter($words, is_numeric(...))));
        $names = array_values(array_filter($words, static fn (string $one): bool => !is_numeric($one)));
        [$first, $second] = $names + ['', ''];
        $together = array_values(array_intersect($this->steps($groove, $first), $this->steps($groove, $second)));
        match ($kind) {
            'tempo' => self::assertTrue($pattern->tempo->bpm() >= $numbers[0] && $pattern->tempo->bpm() <= $numbers[1], $says),
            'strokes' => self::assertCount($numbers[0] * $pattern->bars(), self::strokes($pattern), $says),
            'rests' => self::assertNotContains($numbers[0], array_merge(...array_values($this->bars($groove, 1))), $says),
            'alone' => self::assertSame([], $together, $says),
            'together' => self::assertSame($numbers, $together, $says),
            'includes' => self::assertContains($numbers[0], $this->steps($groove, $first), $says),
            'lengths' => self::assertLengths(self::gaps($pattern, $first), $numbers, $says),
            'swings' => self::assertNotSame([], array_filter(
                self::strokes($pattern),
                static fn (Stroke $one): bool => 1 === intdiv($one->written, intdiv(3840, $pattern->swing->unit)) % 2 && 0 === $one->written % 240,
            ), $says),
            'softer' => self::assertLessThan($numbers[0], min([127, ...array_column(self::of($pattern, $first), 'velocity')]), $says),
            'same-places' => self::assertSame($this->bars($groove, $numbers[0]), $this->bars($groove, $numbers[1]), $says),
            'differs' => self::assertDiffers($this->bars($groove, $numbers[0]), $this->bars($groove, $numbers[1]), $first, $says),
            'falls' => self::assertFalls(array_filter(self::strokes($pattern), static fn (Stroke $one): bool => $one->written >= $numbers[0]), $says),
            'groups' => self::assertSame($numbers, $pattern->meter->groups, $says),
            'accents-at' => self::assertSame($numbers, $this->steps($groove, $first, 105), $says),
            'accent-walks' => self::assertSame(
                array_map(static fn (int $bar): int => 1 + 4 * $bar + 16 * $bar, range(0, $pattern->bars() - 1)),
                $this->steps($groove, $first, 105),
                $says,
            ),
            'softer-graces' => self::assertTrue(self::areGracesSofter($pattern), $says),
            'grows-at' => self::assertGreaterThan(...[...self::velocitiesAt($groove, $first, $numbers), $says]),
            'layers' => self::assertLayers($groove, $numbers[0], $says),
            default => self::fail("There is no such claim: $says"),
        };
    }

    /** @return list<int> steps from 1 at which an instrument is struck at least so hard */
    private function steps(Groove $groove, string $instrument, int $least = 1): array
    {
        $struck = array_filter(self::of($groove->pattern, $instrument), static fn (Stroke $one): bool => $one->velocity >= $least);

        return array_values(array_map(static fn (Stroke $one): int => intdiv($one->written, self::step($groove)) + 1, $struck));
    }

    /**
     * @param list<int> $steps from 1
     *
     * @return list<int>
     */
    private static function velocitiesAt(Groove $groove, string $instrument, array $steps): array
    {
        $velocities = [];
        foreach (self::of($groove->pattern, $instrument) as $one) {
            $velocities[intdiv($one->written, self::step($groove)) + 1] = $one->velocity;
        }

        return array_map(static fn (int $step): int => $velocities[$step] ?? 0, $steps);
    }

    /** @return array<string, list<int>> by instrument, the steps of a bar from 1 */
    private function bars(Groove $groove, int $bar): array
    {
        $found = [];
        $ticks = $groove->pattern->meter->barTicks();
        foreach ($groove->pattern->sections[0]->rows as $row) {
            foreach (self::of($groove->pattern, $row->instrument->value, $bar) as $one) {
                $found[$row->instrument->value][] = intdiv($one->written % $ticks, self::step($groove)) + 1;
            }
        }

        return $found;
    }

    /**
     * @param list<int> $gaps
     * @param list<int> $lengths again and again
     */
    private static function assertLengths(array $gaps, array $lengths, string $says): void
    {
        self::assertNotSame([], $gaps, $says);
        foreach ($gaps as $i => $gap) {
            self::assertSame($lengths[$i % \count($lengths)], $gap, $says);
        }
    }

    /**
     * @param array<string, list<int>> $a
     * @param array<string, list<int>> $b
     * @param string                   $only the row in which alone they differ; empty for any
     */
    private static function assertDiffers(array $a, array $b, string $only, string $says): void
    {
        self::assertNotSame($a, $b, $says);
        if ('' !== $only) {
            unset($a[$only], $b[$only]);
            self::assertSame($a, $b, $says);
        }
    }

    /** @param array<Stroke> $strokes toms, each as low as the one before or lower */
    private static function assertFalls(array $strokes, string $says): void
    {
        $toms = array_values(array_filter($strokes, static fn (Stroke $one): bool => 'toms' === $one->instrument->family()));
        $pitches = array_map(static fn (Stroke $one): int => $one->instrument->midi(), $toms);
        $sorted = $pitches;
        rsort($sorted);
        self::assertSame($sorted, $pitches, $says);
        self::assertGreaterThan(1, \count(array_unique($pitches)), $says);
    }

    /** Whether drags are softer than what they lead to, and than every tap. */
    private static function areGracesSofter(Pattern $pattern): bool
    {
        $soft = $firm = [];
        foreach (self::strokes($pattern) as $one) {
            if (0 === $one->written % 240 && 720 !== $one->written % 960) {
                $firm[] = $one->velocity;
            } else {
                $soft[] = $one->velocity;
            }
        }

        return [] !== $soft && [] !== $firm && max($soft) < min($firm);
    }

    /** Every so many bars more instruments play than before, and none of them stops. */
    private static function assertLayers(Groove $groove, int $bars, string $says): void
    {
        $before = [];
        for ($bar = 1; $bar <= $groove->pattern->bars(); ++$bar) {
            $now = [];
            foreach ($groove->pattern->sections[0]->rows as $row) {
                [] === self::of($groove->pattern, $row->instrument->value, $bar) || $now[] = $row->instrument->value;
            }
            self::assertSame([], array_diff($before, $now), $says);
            $isNew = 1 === $bar || 0 === ($bar - 1) % $bars;
            self::assertSame($isNew, \count($now) > \count($before), "$says, bar $bar");
            $before = $now;
        }
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
