<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Task;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\View;
use Pulsanda\Tests\Core\Lesson;

/** What a task leaves open, and what it refuses with a reason. */
final class FreedomTest extends TestCase
{
    private const OFFERED = [Instrument::Kick, Instrument::Snare];

    /** @param array<string, mixed> $open */
    #[DataProvider('beats')]
    public function testWhatIsNotOpenStaysAsItIs(array $open, Pattern $beat, ?string $refused): void
    {
        $start = Lesson::grid("kick ....|....|....|....\nsnare ....|....|....|....");
        $freedom = Freedom::fromData(json_decode((string) json_encode((object) $open)), '');
        self::assertEquals(
            $freedom,
            Freedom::fromData(json_decode((string) json_encode($freedom->toData())), ''),
            'it comes back as it was written',
        );
        try {
            $freedom->check($beat, $start, self::OFFERED);
            self::assertNull($refused);
        } catch (InvalidInput $error) {
            self::assertSame($refused, $error->getMessage());
        }
    }

    /** @return iterable<string, array{array<string, mixed>, Pattern, string|null}> */
    public static function beats(): iterable
    {
        $grid = "kick x...|....|x...|....\nsnare ....|x...|....|x...";
        yield 'a beat as asked' => [[], Lesson::grid($grid), null];
        yield 'another tempo' => [[], Lesson::grid($grid, tempo: Tempo::of(97, '4')), 'tempo: the task fixes the tempo at 96; keep it.'];
        yield 'the same tempo in other words' => [[], Lesson::grid($grid, tempo: Tempo::of(48, '2')), null];
        yield 'a tempo that is open' => [['tempo' => ['low' => 80, 'high' => 100]], Lesson::grid($grid, tempo: Tempo::of(80, '4')), null];
        yield 'a tempo beyond what is open' => [
            ['tempo' => ['low' => 80, 'high' => 100]],
            Lesson::grid($grid, tempo: Tempo::of(101, '4')),
            'tempo: the task asks for ♩ = 80 to 100; choose one between.',
        ];
        yield 'another meter' => [
            [],
            Lesson::grid('kick x...|....|x...', meter: Meter::of(3, 4)),
            'meter: the task is in 4/4; keep that meter.',
        ];
        yield 'a meter that is open' => [['meter' => true], Lesson::grid('kick x...|....|x...', meter: Meter::of(3, 4)), null];
        yield 'a swing' => [[], Lesson::grid($grid, swing: Swing::of(58)), 'swing: the task fixes the swing at 50 percent; keep it.'];
        yield 'a swing that is open' => [['swing' => true], Lesson::grid($grid, swing: Swing::of(58)), null];
        yield 'more bars' => [[], Lesson::grid($grid, 2), 'sections[0].bars: the task has 1 bar here; keep that length.'];
        yield 'more bars where the form is open' => [['form' => true], Lesson::grid($grid, 2), null];
        yield 'repeats' => [[], self::played(3), 'order: the task sets the order; keep it.'];
        yield 'repeats where the form is open' => [['form' => true], self::played(3), null];
        yield 'another section' => [[], self::twoSections(), 'sections: the task sets the sections; keep A.'];
        yield 'another kit' => [[], self::inParade($grid), null];
        yield 'another kit where it is set' => [
            ['kit' => false],
            self::inParade($grid),
            'kit: the task is played with the kit boathouse; keep it.',
        ];
        yield 'another instrument' => [
            [],
            Lesson::grid('cowbell x...'),
            'sections[0].rows[0].instrument: the task does not offer cowbell; remove this row.',
        ];
        yield 'another instrument where rows are open' => [['rows' => true], Lesson::grid('cowbell x...'), null];
        yield 'a forbidden one' => [
            ['rows' => true, 'forbidden' => ['cowbell']],
            Lesson::grid('cowbell x...'),
            'sections[0].rows[0].instrument: the task does not offer cowbell; remove this row.',
        ];
        yield 'a required row left out' => [
            ['required' => ['snare']],
            Lesson::grid('kick x...'),
            'sections[0].rows: the task needs a row of snare; add it again.',
        ];
        yield 'a required row left out of one section' => [
            ['form' => true, 'required' => ['snare']],
            self::twoSections(),
            'sections[1].rows: the task needs a row of snare; add it again.',
        ];
    }

    #[DataProvider('contradictions')]
    public function testWhatContradictsItselfIsRefused(string $json, string $sentence): void
    {
        $this->expectExceptionMessage($sentence);
        Freedom::fromData(json_decode($json), 'freedom');
    }

    /** @return iterable<string, array{string, string}> */
    public static function contradictions(): iterable
    {
        yield 'required and forbidden' => [
            '{"required": ["kick"], "forbidden": ["kick"]}',
            'freedom.required[0]: kick cannot be required and forbidden',
        ];
        yield 'a range the wrong way round' => ['{"tempo": {"low": 90, "high": 60}}', 'freedom.tempo.high'];
        yield 'an instrument twice' => ['{"required": ["kick", "kick"]}', 'freedom.required[1]: kick stands here twice'];
        yield 'an unknown freedom' => ['{"sound": true}', 'freedom.sound: this key is not known'];
        yield 'no truth' => ['{"meter": "yes"}', 'freedom.meter: true or false is needed'];
    }

    private static function played(int $times): Pattern
    {
        $one = Lesson::grid("kick x...|....|....|....\nsnare ....|x...|....|....");

        return Pattern::of($one->title, $one->meter, $one->tempo, $one->sections, [OrderEntry::of('A', $times)]);
    }

    private static function inParade(string $grid): Pattern
    {
        $one = Lesson::grid($grid);

        return Pattern::of($one->title, $one->meter, $one->tempo, $one->sections, kit: 'parade');
    }

    private static function twoSections(): Pattern
    {
        $one = Lesson::grid("kick x...|....|....|....\nsnare ....|x...|....|....");
        $other = Section::of('B', 1, [Row::of(Instrument::Kick, [])], $one->meter);

        return Pattern::of($one->title, $one->meter, $one->tempo, [...$one->sections, $other]);
    }

    public function testSectionsThatLookLikeTheSameNumberAreNotTheSame(): void
    {
        $meter = Meter::of(4, 4);
        $make = static fn (string ...$order): Pattern => Pattern::of(
            'Numbers',
            $meter,
            Tempo::of(96, '4'),
            [Section::of('1', 1, [], $meter), Section::of('01', 1, [], $meter)],
            array_values(array_map(static fn (string $name): OrderEntry => OrderEntry::of($name, 1), $order)),
        );
        Freedom::of()->check($make('1', '01'), $make('1', '01'), []);
        $this->expectExceptionMessage('the task sets the order');
        Freedom::of()->check($make('01', '1'), $make('1', '01'), []);
    }

    public function testATaskThatFixesItsKitFixesTheSoundsOfItsRows(): void
    {
        $with = static fn (?string $sound, float $level = 1): Pattern => ($beat = Lesson::grid('kick x...|....|x...|....'))->withSections([
            Section::of('A', 1, [Row::of(Instrument::Kick, $beat->sections[0]->rows[0]->hits, level: $level, sound: $sound)], $beat->meter),
        ]);
        $seen = Task::of(Kind::Copy, View::Seen, self::OFFERED, null, [$with('beacon/kick', 0.8)], freedom: Freedom::of(kit: false));
        $row = $seen->start->sections[0]->rows[0];
        self::assertSame([[], 'beacon/kick', 0.8], [$row->hits, $row->sound, $row->level], 'rows to fill sound as the target does');
        $seen->freedom->check($with('beacon/kick'), $seen->start, self::OFFERED);
        try {
            $seen->freedom->check($with('parade/kick'), $seen->start, self::OFFERED);
            self::fail('Another sound was let through.');
        } catch (InvalidInput $error) {
            self::assertSame('sections[0].rows[0].sound: the task sets the sound of this row; keep it.', $error->getMessage());
        }
        $hidden = Task::of(Kind::Copy, View::Hidden, self::OFFERED, null, [$with('beacon/kick', 0.8)]);
        self::assertSame([null, 1.0], [$hidden->start->sections[0]->rows[0]->sound, $hidden->start->sections[0]->rows[0]->level], 'what is hidden stays so');
        $hidden->freedom->check($with('parade/kick'), $hidden->start, self::OFFERED);
    }

    /** Two snares in one kit: what students begin with can be handed in. */
    public function testTwoRowsOfOneInstrumentKeepTheirTwoSounds(): void
    {
        $meter = Meter::of(4, 4);
        $with = static fn (?string ...$sounds): Pattern => Lesson::grid('snare ....')->withSections([Section::of('A', 1, array_map(
            static fn (?string $sound): Row => Row::of(Instrument::Snare, [], sound: $sound),
            array_values($sounds),
        ), $meter)]);
        $start = $with('beacon/snare', null);
        Freedom::of(kit: false)->check($start, $start, self::OFFERED);
        $this->expectExceptionMessage('sections[0].rows[1].sound');
        Freedom::of(kit: false)->check($with('beacon/snare', 'pier/snare'), $start, self::OFFERED);
    }
}
