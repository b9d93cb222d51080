<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Judge;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Tests\Core\Ear\Hearing;
use Pulsanda\Tests\Core\Ear\Phrases;
use Pulsanda\Tests\Core\Lesson;

/** A fixed corpus: when something else is said of it, or it is marked otherwise, the comparison is another one. */
final class JudgeTest extends TestCase
{
    private const MISTAKES = 150;
    /** Of the version named: raise Judge::VERSION, then write what the test says here. */
    private const OTHERS = 80;
    private const VERSION = 6;
    private const SAID = '919e3f1ebeb2da85137e7ef6348f3168';

    public function testWhatIsSaidAndMarkedBelongsToItsVersion(): void
    {
        $said = [];
        for ($case = 0; $case < self::MISTAKES; ++$case) {
            $hearing = Hearing::of(2026, $case);
            $said[] = self::heard(Comparison::of($hearing->target->pattern(), $hearing->played->pattern(), Policy::of()));
        }
        // And composed beats beside the next one: little of that fits.
        $random = Lesson::random(2027);
        $beats = array_map(static fn (): Pattern => Phrases::any($random)->pattern(), range(1, self::OTHERS));
        foreach ($beats as $i => $beat) {
            $said[] = self::heard(Comparison::of($beat, $beats[($i + 1) % \count($beats)], Policy::of()));
        }
        $now = hash('xxh128', json_encode($said, \JSON_THROW_ON_ERROR));
        self::assertSame([self::VERSION, self::SAID], [Judge::VERSION, $now], 'the comparison is another one: see Judge::VERSION');
    }

    /** @return array{list<string>, float|null} what is said, whatever its words, and the mark */
    private static function heard(Comparison $comparison): array
    {
        return [array_map(static fn (Statement $one): string => $one->key(), $comparison->statements), $comparison->mark()];
    }
}
