<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Judge;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Tests\Core\Ear\Hearing;

/** A fixed corpus: when something else is said of it, or it is marked otherwise, the comparison is another one. */
final class JudgeTest extends TestCase
{
    private const MISTAKES = 150;
    /** Of the version named: raise Judge::VERSION, then write what the test says here. */
    private const VERSION = 4;
    private const SAID = 'dc2935e707f2101086ed399ec70065cc';

    public function testWhatIsSaidAndMarkedBelongsToItsVersion(): void
    {
        $said = [];
        for ($case = 0; $case < self::MISTAKES; ++$case) {
            $hearing = Hearing::of(2026, $case);
            $said[] = [$hearing->sentences(), Comparison::of($hearing->target->pattern(), $hearing->played->pattern(), Policy::of())->mark()];
        }
        // And every groove of the Shelf beside the next one: little of that fits.
        $grooves = array_merge(...array_map(static fn ($lesson): array => $lesson->grooves, Grooves::lessons()));
        foreach ($grooves as $i => $groove) {
            $compared = Comparison::of($groove->pattern, $grooves[($i + 1) % \count($grooves)]->pattern, Policy::of());
            $said[] = [$compared->sentences(CountingStyle::Syllables), $compared->mark()];
        }
        $now = hash('xxh128', json_encode($said, \JSON_THROW_ON_ERROR));
        self::assertSame([self::VERSION, self::SAID], [Judge::VERSION, $now], 'the comparison is another one: see Judge::VERSION');
    }
}
