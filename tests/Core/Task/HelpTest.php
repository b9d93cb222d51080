<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Task;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\Question;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

final class HelpTest extends TestCase
{
    /** @param array<string, mixed> $answer */
    #[DataProvider('answers')]
    public function testAnAnswerSaysWhatWasAskedAndNoMore(Question $question, array $answer): void
    {
        $comparison = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(['snare' => [5], 'kick' => [1, 10]] + Lesson::TARGET));
        $counting = new Counting(Meter::of(4, 4), Spoken::voice(CountingStyle::Steps));
        self::assertSame(
            $answer,
            $question->answer(
                $comparison,
                [Instrument::Kick, Instrument::Snare, Instrument::ClosedHat, Instrument::Cowbell],
                $counting,
                1,
            ),
        );
    }

    /** @return iterable<string, array{Question, array<string, mixed>}> */
    public static function answers(): iterable
    {
        yield 'nothing' => [Question::Nothing, []];
        yield 'how many are right' => [Question::Count, ['count' => 10]];
        yield 'which rows' => [Question::Rows, ['rows' => [
            ['instrument' => 'kick', 'right' => false], ['instrument' => 'snare', 'right' => false],
            ['instrument' => 'closed-hat', 'right' => true], ['instrument' => 'cowbell', 'right' => true],
        ]]];
        yield 'which bars' => [Question::Bars, ['bars' => [['bar' => 1, 'right' => false]]]];
        yield 'which places' => [
            Question::Places,
            ['places' => [['at' => 2160, 'place' => 'step 10'], ['at' => 2880, 'place' => 'step 13']]],
        ];
    }

    public function testAPlaceThatRepeatsFromBarToBarIsToldOnce(): void
    {
        $target = Lesson::steps(['kick' => [1, 17, 33, 5]], 3);
        $counting = new Counting(Meter::of(4, 4), Spoken::voice(CountingStyle::Steps));
        $answer = Question::Places->answer(Lesson::compare($target, Lesson::steps(['kick' => [5]], 3)), [Instrument::Kick], $counting, 3);
        self::assertSame([0], array_column($answer['places'] ?? [], 'at'), 'not bars 2 and 3 as well');
    }

    public function testBarsAreSaidOneByOne(): void
    {
        $target = Lesson::steps(['kick' => [1, 17, 33]], 3);
        $counting = new Counting(Meter::of(4, 4), Spoken::voice(CountingStyle::Steps));
        $answer = Question::Bars->answer(Lesson::compare($target, Lesson::steps(['kick' => [1, 33]], 3)), [Instrument::Kick], $counting, 3);
        self::assertSame(
            ['bars' => [['bar' => 1, 'right' => true], ['bar' => 2, 'right' => false], ['bar' => 3, 'right' => true]]],
            $answer,
        );
    }

    public function testAnswersAgreeWithTheComparisonOverRandomBeats(): void
    {
        $random = Lesson::random(77);
        for ($round = 0; $round < 20; ++$round) {
            [$target, $beat] = [Lesson::any($random), Lesson::any($random)];
            $comparison = Lesson::compare($target, $beat);
            $counting = new Counting($beat->meter, Spoken::voice(CountingStyle::BarBeat));
            $offered = $beat->instruments();
            $differing = array_filter($comparison->pairing->pairs, static fn ($pair): bool => $pair->differs());
            $count = Question::Count->answer($comparison, $offered, $counting, $beat->bars());
            self::assertSame(
                \count(array_filter($comparison->pairing->pairs, static fn ($pair): bool => Status::Match === $pair->status)),
                $count['count'] ?? null,
            );
            $rows = Question::Rows->answer($comparison, $offered, $counting, $beat->bars())['rows'] ?? [];
            self::assertSame(
                array_map(static fn (Instrument $one): string => $one->value, $offered),
                array_column($rows, 'instrument'),
                'no row that the student does not know of',
            );
            foreach ($rows as ['instrument' => $name, 'right' => $right]) {
                $touched = array_filter(
                    $differing,
                    static fn ($pair): bool => $name === $pair->target?->instrument->value
                        || $name === $pair->submission?->instrument->value,
                );
                self::assertSame([] === $touched, $right, $name);
            }
            $bars = Question::Bars->answer($comparison, $offered, $counting, $beat->bars())['bars'] ?? [];
            self::assertSame(range(1, $beat->bars()), array_column($bars, 'bar'), 'never more bars than the student has');
            $places = Question::Places->answer($comparison, $offered, $counting, $beat->bars())['places'] ?? [];
            self::assertSame([] === $differing, [] === $places);
            self::assertLessThanOrEqual(\count($differing), \count($places));
            self::assertSame([], Question::Nothing->answer($comparison, $offered, $counting, $beat->bars()));
        }
    }

    public function testHelpIsWrittenAsItIsRead(): void
    {
        $data = ['ask' => 'rows', 'times' => 3, 'ticks' => false, 'hearings' => null, 'byBar' => false, 'slower' => true, 'suggested' => false, 'few' => true];
        self::assertSame($data, Help::fromData((object) $data, '')->toData());
        self::assertSame(
            ['ask' => 'nothing', 'times' => null, 'ticks' => true, 'hearings' => null, 'byBar' => true, 'slower' => true, 'suggested' => false, 'few' => false],
            Help::fromData(new \stdClass(), '')->toData(),
        );
    }

    /** @param array<string, mixed> $data */
    #[DataProvider('wrong')]
    public function testHelpThatMakesNoSenseIsNamed(array $data, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessageMatches('/'.preg_quote($sentence, '/').'/');
        Help::fromData((object) $data, 'help');
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'another question' => [['ask' => 'everything'], 'help.ask: this must be "nothing"'];
        yield 'never' => [['times' => 0], 'help.times: 0 is out of range'];
        yield 'a fraction' => [['hearings' => 1.5], 'help.hearings'];
        yield 'an unknown key' => [['peek' => true], 'help.peek: this key is not known'];
    }
}
