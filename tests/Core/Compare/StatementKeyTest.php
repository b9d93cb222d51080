<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/**
 * Statements are data: they come back from storage, and the same thing has the same key whoever did it.
 *
 * @phpstan-import-type Compared from Comparison
 */
final class StatementKeyTest extends TestCase
{
    public function testAStatementComesBackFromStorageAndSaysTheSame(): void
    {
        $random = Lesson::random(71);
        for ($round = 0; $round < 15; ++$round) {
            $comparison = Lesson::compare(Lesson::any($random), Lesson::any($random));
            $data = $comparison->toData();
            /** @var Compared $stored */
            $stored = json_decode((string) json_encode($data, \JSON_PRESERVE_ZERO_FRACTION), true);
            $back = array_map(Statement::fromData(...), $stored['statements']);
            self::assertSame(
                array_map(static fn (Statement $one): string => $one->key(), $comparison->statements),
                array_map(static fn (Statement $one): string => $one->key(), $back),
            );
            foreach (CountingStyle::cases() as $style) {
                $result = Report::of($comparison->toData(), Spoken::voice($style));
                self::assertSame($comparison->sentences(Spoken::voice($style)), array_column($result['statements'], 'text'));
                self::assertSame($result['statements'], Report::of($stored, Spoken::voice($style))['statements']);
            }
        }
    }

    public function testTheKeyDoesNotDependOnTheWords(): void
    {
        $target = Lesson::steps(Lesson::TARGET);
        $one = Lesson::compare($target, Lesson::steps(['snare' => [5]] + Lesson::TARGET));
        $two = Lesson::compare($target, Lesson::steps(['snare' => [5], 'closed-hat' => [1, 3, 5, 7, 9, 11, 13]] + Lesson::TARGET));
        self::assertNotSame($one->sentences(Spoken::voice(CountingStyle::Steps)), $one->sentences(Spoken::voice(CountingStyle::Syllables)));
        $keys = static fn ($comparison): array => array_map(static fn (Statement $said): string => $said->key(), $comparison->statements);
        self::assertSame($keys($one), array_values(array_intersect($keys($two), $keys($one))), 'the same slip beside another one');
        self::assertNotSame(
            $keys($one),
            $keys(Lesson::compare($target, Lesson::steps(['snare' => [13]] + Lesson::TARGET))),
            'another place',
        );
    }
}
