<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Compare\Say\Hints;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/** Under a comment stands how to get it right; and what nobody hears is no fault. */
final class HintsTest extends TestCase
{
    private const GROOVE = "kick x...|....|x...|....\nsnare ....|X...|....|X...\nclosed-hat x.x.|x.x.|x.x.|x.x.";

    public function testEveryKindHasOneAndItIsShort(): void
    {
        foreach (StatementKind::cases() as $kind) {
            $hint = self::hint(new Statement($kind, 'row', [Instrument::Snare], [1], 240, 1, [0]), Meter::of(4, 4));
            self::assertMatchesRegularExpression('/[.?…]$/u', $hint, $kind->value);
            self::assertLessThanOrEqual(20, \count(explode(' ', $hint)), $hint);
        }
    }

    #[DataProvider('played')]
    public function testItFitsWhatWasPlayed(Pattern $target, Pattern $played, string $hint): void
    {
        $statements = Comparison::of($target, $played, Policy::of())->toData()['statements'];
        self::assertNotSame([], $statements);
        self::assertSame($hint, self::hint(Statement::fromData($statements[0]), $target->meter));
    }

    /** @return iterable<string, array{Pattern, Pattern, string}> */
    public static function played(): iterable
    {
        $groove = Lesson::grid(self::GROOVE);
        $with = static fn (string $row, string $steps): Pattern => Lesson::grid((string) preg_replace("/^$row .*$/m", "$row $steps", self::GROOVE));
        yield 'no backbeat on 4' => [$groove, $with('snare', '....|X...|....|....'), 'Count, and clap 2 and 4. Then give them to the snare.'];
        yield 'a hat is missing' => [
            $groove, $with('closed-hat', 'x.x.|x.x.|..x.|x.x.'), 'Keep your hand going like a clock, also where nothing else happens.',
        ];
        yield 'a kick is missing' => [$groove, $with('kick', 'x...|....|....|....'), 'Say the word of the place aloud before you put your foot down.'];
        yield 'one too many' => [$groove, $with('kick', 'x...|....|x...|..x.'), 'Skip it once, and listen to the gap.'];
        yield 'kick and snare are swapped' => [
            $groove, Lesson::grid(str_replace(['kick', 'snare', 'low'], ['low', 'kick', 'snare'], self::GROOVE)), 'The low drum says boom, the snare says clap. Say the bar aloud, then play it.',
        ];
        yield 'a ghost is missing' => [
            $with('snare', '...g|X...|...g|X...'), $with('snare', '....|X...|....|X...'), 'Drop the stick from two fingers’ height: it should be felt more than heard.',
        ];
        $three = static fn (string $snare): Pattern => Lesson::grid("kick x...|....|....\nsnare $snare", 1, Meter::of(3, 4));
        yield 'in three there is no 4 to clap' => [
            $three('....|x...|x...'), $three('....|....|x...'), 'Say the word of the place aloud, and strike with it.',
        ];
        yield 'straight for swung' => [self::swung(66.67), self::swung(50), 'Yours walks evenly. Think tri-(p)-let, and leave the middle one out.'];
        yield 'swung for straight' => [self::swung(50), self::swung(66.67), 'Yours skips. Make all steps equally long.'];
    }

    public function testWhatNobodyHearsIsNoFault(): void
    {
        $said = static fn (Pattern $target, Pattern $played): array => [
            Lesson::texts($compared = Lesson::compare($target, $played)), $compared->mark(),
        ];
        self::assertSame([[], 20.0], $said(self::swung(66.67), self::swung(66)));
        self::assertSame([[], 20.0], $said(self::swung(66.67, 78), self::swung(66.67, 79)));
        self::assertCount(1, $said(self::swung(66.67), self::swung(64))[0]);
        self::assertSame(['Tempo: ♩ = 81; the task has ♩ = 78. Go slower.'], $said(self::swung(66.67, 78), self::swung(66.67, 81))[0]);
    }

    public function testAReportCarriesIt(): void
    {
        $compared = Lesson::compare(Lesson::grid(self::GROOVE), Lesson::grid(str_replace('....|X...|....|X...', '....|X...|....|....', self::GROOVE)));
        self::assertStringContainsString('clap 2 and 4', json_encode(Report::of($compared->toData(), Spoken::voice()), \JSON_THROW_ON_ERROR));
    }

    private static function hint(Statement $one, Meter $meter): string
    {
        return Spoken::voice()->say('hint.'.Hints::of($one, $meter));
    }

    private static function swung(float $percent, float $bpm = 96): Pattern
    {
        $groove = Lesson::grid(self::GROOVE);

        return Pattern::of('Lesson', Meter::of(4, 4), Tempo::of($bpm, '4'), $groove->sections, null, Swing::of($percent, 8));
    }
}
