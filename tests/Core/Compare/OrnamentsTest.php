<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Mix\Soundings;
use Pulsanda\Tests\Core\Spoken;

/** Flams, drags and sticking: written, heard, compared. */
final class OrnamentsTest extends TestCase
{
    /** @param list<string> $said */
    #[DataProvider('beats')]
    public function testWhatIsSaid(string $asked, string $played, array $said, float $mark, bool $sticking = false): void
    {
        $compared = Comparison::of(self::snare($asked), self::snare($played), Policy::of(sticking: $sticking));
        self::assertSame($said, $compared->sentences(Spoken::voice(CountingStyle::Syllables)));
        self::assertSame($mark, $compared->mark());
    }

    /** @return iterable<string, array{0: string, 1: string, 2: list<string>, 3: float, 4?: bool}> */
    public static function beats(): iterable
    {
        yield 'as asked' => ['x f x f', 'x f x f', [], 20];
        yield 'flams left out' => ['x f x f', 'x x x x', ['Snare: a flam is missing on beat 2 and beat 4; add it.'], 18];
        yield 'one of two' => ['x f x f', 'x f x x', ['Snare: a flam is missing on beat 4; add it.'], 19];
        yield 'a flam that is not asked' => ['x x x x', 'x f x x', ['Snare: a flam is extra on beat 2; play a single stroke.'], 18];
        yield 'a drag for a flam' => ['x f x x', 'x d x x', ['Snare: play a flam on beat 2, not a drag.'], 18];
        yield 'a hit with its flam left out' => ['x f x f', 'x . x f', ['Snare: a hit is missing on beat 2; add it.'], 16];
        yield 'flams written as two hits' => ['x f x f', 'x o x o', ['Snare: play a flam on beat 2 and beat 4, not two separate hits.'], 18];
        yield 'a drag written as three' => ['x x d x', 'x x t x', ['Snare: play a drag on beat 3, not three separate hits.'], 18];
        yield 'a flam for two hits' => ['x x o x', 'x x f x', ['Snare: play two separate hits on beat 3, not a flam.'], 18];
        yield 'two hits where two are asked' => ['x x o x', 'x x o x', [], 20];
        yield 'a hit too many before one that has no flam' => ['x f x x', 'x f o x', ['Snare: an extra hit on beat 2 a ta; remove it.'], 16.5];
        yield 'hands are not compared' => ['R L R L', 'L R L R', [], 20];
        yield 'unless the policy says so' => ['R L R L', 'R L L R', [
            'Snare: play with the right hand on beat 3.', 'Snare: play with the left hand on beat 4.',
        ], 19, true];
        yield 'a hand that is not written' => ['R x x x', 'x x x x', ['Snare: play with the right hand on beat 1.'], 18, true];
    }

    /** The sheet draws what was written, and lights it up with what is said of it. */
    public function testGraceHitsThatAreWrittenStayInTheResult(): void
    {
        $result = Comparison::of(self::snare('x d x x'), self::snare('x t x x'), Policy::of())->toData();
        self::assertSame(['target' => 4, 'submission' => 6], $result['strokes']);
        $graces = array_values(array_filter($result['pairs'], static fn (array $pair): bool => 'extra' === $pair['status']));
        self::assertSame([840, 720], array_column($graces, 'submission'));
        self::assertSame([0, 0], array_column($graces, 'statement'));
    }

    public function testGraceStrokesAreHeardBeforeTheirHitAndSofter(): void
    {
        $heard = static fn (string $beats): array => array_map(
            static fn ($one): array => [$one->played, $one->velocity],
            Soundings::of(self::snare($beats), 1),
        );
        // At 120 quarters a minute a millisecond has 1.92 ticks.
        self::assertSame([[0, 90], [960 - 58, 50], [960, 90]], $heard('x f . .'));
        self::assertSame([[960 - 115, 50], [960 - 58, 50], [960, 90]], $heard('. d . .'));
        foreach (['parade' => 48, 'pier' => 54, 'tide-pool' => 67] as $kit => $ticks) {
            $flam = self::snare('. f . .');
            $flam = Pattern::of('Graces', $flam->meter, $flam->tempo, $flam->sections, kit: $kit);
            self::assertSame(960 - $ticks, Soundings::of($flam, 1)[0]->played, "in $kit its own distance");
        }
    }

    public function testTheFileKeepsThem(): void
    {
        $pattern = self::snare('x f d L');
        self::assertEquals($pattern, PatternReader::read(PatternWriter::write($pattern)));
        self::assertStringContainsString('{"at":2880,"hand":"L"}', PatternWriter::write($pattern));
    }

    /** A word a beat: x, f for a flam, d for a drag, o and t for the same written as two and three hits, R and L for hands. */
    private static function snare(string $beats): Pattern
    {
        $hits = [];
        foreach (explode(' ', $beats) as $beat => $sign) {
            for ($grace = ['o' => 1, 't' => 2][$sign] ?? 0; $grace > 0; --$grace) {
                $hits[] = Hit::of(960 * $beat - 120 * $grace, 50);
            }
            if ('.' !== $sign) {
                $hits[] = Hit::of(
                    960 * $beat,
                    ornament: ['f' => Ornament::Flam, 'd' => Ornament::Drag][$sign] ?? null,
                    hand: Hand::tryFrom($sign),
                );
            }
        }
        $meter = Meter::of(4, 4);

        return Pattern::of('Graces', $meter, Tempo::of(120, '4'), [Section::of('A', 1, [Row::of(Instrument::Snare, $hits)], $meter)]);
    }
}
