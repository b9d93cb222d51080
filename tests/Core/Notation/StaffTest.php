<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Notation;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Notation\Event;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

/** Beats as drummers read them: r is a rest, a point a dot, 3 a tuplet. */
final class StaffTest extends TestCase
{
    #[DataProvider('bars')]
    public function testABarIsWrittenWithFewRests(string $grid, string $up, string $down, ?Meter $meter = null): void
    {
        $meter ??= Meter::of(4, 4);
        $bar = Staff::bars(TextGrid::section($grid, $meter), $meter)[0];
        self::assertSame([$up, $down], [self::written($bar['up']), self::written($bar['down'])]);
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: Meter}> */
    public static function bars(): iterable
    {
        yield 'a rock beat' => [
            "kick x...|....|x...|....\nsnare ....|x...|....|x...\nclosed-hat x.x.|x.x.|x.x.|x.x.",
            '8 8 8 8 8 8 8 8',
            '4 r4 4 r4',
        ];
        yield 'a syncopated kick' => ['kick x..x|..x.|....|..x.', 'rw', '8. 16 r8 8 r4 r8 8'];
        yield 'sixteenths' => ['closed-hat xxxx|x..x|x.xx|.xx.', '16 16 16 16 8. 16 8 16 16 r16 16 8', 'rw'];
        yield 'nothing' => ['cowbell ....|....|....|....', 'rw', 'rw'];
        yield 'in six' => ["snare ......|x.....\nkick x.....|x.....", 'r4. 4.', '4. 4.', Meter::of(6, 8)];
    }

    public function testThreesAreTuplets(): void
    {
        $meter = Meter::of(4, 4);
        $row = Row::of(Instrument::Ride, [Hit::of(0), Hit::of(640), Hit::of(960), Hit::of(1280), Hit::of(1600)]);
        $bar = Staff::bars(Section::of('A', 1, [$row], $meter), $meter)[0];
        self::assertSame('3:4 3:8 3:8 3:8 3:8 r2', self::written($bar['up']));
    }

    /** @param list<int> $ats */
    #[DataProvider('divided')]
    public function testAnyTupletIsWrittenExactly(array $ats, string $written, ?Meter $meter = null): void
    {
        $meter ??= Meter::of(4, 4);
        $row = Row::of(Instrument::Ride, array_map(static fn (int $at): Hit => Hit::of($at), $ats));
        $up = Staff::bars(Section::of('A', 1, [$row], $meter), $meter)[0]['up'];
        self::assertSame($written, self::written($up));
        self::assertSame([], array_filter($up, static fn (Event $event): bool => !$event->isExact()));
    }

    /** @return iterable<string, array{0: list<int>, 1: string, 2?: Meter}> */
    public static function divided(): iterable
    {
        $fifths = array_map(static fn (int $i): int => 192 * $i, range(0, 4));
        $parts = static fn (int $count, int $length): array => array_map(static fn (int $i): int => (int) round($i * $length / $count), range(0, $count - 1));
        yield 'five' => [$fifths, '5:16 5:16 5:16 5:16 5:16 r4 r2'];
        yield 'seven' => [$parts(7, 960), '7:16 7:16 7:16 7:16 7:16 7:16 7:16 r4 r2'];
        yield 'nine' => [$parts(9, 960), str_repeat('9:32 ', 9).'r4 r2'];
        yield 'sixteenth triplets on one eighth' => [[0, 160, 320, 480, 720], '3:16 3:16 3:16 16 16 r4 r2'];
        yield 'a triplet beside sixteenths' => [[0, 240, 480, 640, 800], '16 16 3:16 3:16 3:16 r4 r2'];
        yield 'six' => [$parts(6, 960), '6:16 6:16 6:16 6:16 6:16 6:16 r4 r2'];
        yield 'five on half a beat' => [[...$parts(5, 480), 480], '5:32 5:32 5:32 5:32 5:32 8 r4 r2'];
        yield 'a triplet of one beat whose second hit ends it' => [[0, 640], '3:4 3:8 r4 r2'];
        yield 'quarter triplets over two beats' => [[0, 640, 1280], '3:4 3:4 3:4 r2'];
        yield 'a tuplet that begins with a rest' => [[320, 640], 'r3:8 3:8 3:8 r4 r2'];
        yield 'sixty-fourths' => [[0, 60, 120], '64 64 8. r32 r4 r2'];
        yield 'threes in a dotted beat' => [[0, 160, 320, 480], '3:16 3:16 3:16 8 r8 r4.', Meter::of(6, 8)];
    }

    public function testWhatHasNoGridIsMarked(): void
    {
        $meter = Meter::of(4, 4);
        $row = Row::of(Instrument::Ride, [Hit::of(0), Hit::of(107), Hit::of(500)]);
        $up = Staff::bars(Section::of('A', 1, [$row], $meter), $meter)[0]['up'];
        self::assertSame([false, false, false], array_map(
            static fn (Event $event): bool => $event->isExact(),
            array_values(array_filter($up, static fn (Event $event): bool => [] !== $event->struck)),
        ));
    }

    public function testVoicesAddUpAndEveryHitIsWrittenOverRandomBeats(): void
    {
        $random = Lesson::random(8);
        $meters = [
            Meter::of(4, 4), Meter::of(3, 4), Meter::of(6, 8), Meter::of(5, 4, [3, 2]), Meter::of(7, 8, [2, 2, 3]), Meter::of(9, 8),
            Meter::of(5, 8, [3, 2]), Meter::of(2, 2),
        ];
        for ($round = 0; $round < 200; ++$round) {
            $meter = $meters[$round % \count($meters)];
            $rows = [];
            foreach ([Instrument::Kick, Instrument::Snare, Instrument::ClosedHat, Instrument::PedalHat] as $instrument) {
                $step = [240, 120, 480][$random->getInt(0, 2)];
                $hits = [];
                for ($at = 0; $at < 2 * $meter->barTicks(); $at += $step) {
                    if (0 === $random->getInt(0, 2)) {
                        $hits[] = Hit::of($at);
                    }
                }
                $rows[] = Row::of($instrument, $hits);
            }
            $count = 0;
            foreach (Staff::bars(Section::of('A', 2, $rows, $meter), $meter) as $bar) {
                foreach ($bar as $events) {
                    $sum = array_sum(array_map(static fn (Event $event): int => $event->ticks, $events));
                    self::assertSame($meter->barTicks(), $sum, (string) $meter);
                    $at = 0;
                    foreach ($events as $event) {
                        self::assertSame($at, $event->at, 'one after the other');
                        $at += $event->ticks;
                        $count += \count($event->struck);
                    }
                }
            }
            self::assertSame(array_sum(array_map(static fn (Row $row): int => \count($row->hits), $rows)), $count);
        }
    }

    /** @param list<OrderEntry>|null $order */
    #[DataProvider('beginnings')]
    public function testAPickupIsWrittenWithoutTheRestsBeforeIt(string $begins, int $from, string $up, ?Meter $meter = null, ?array $order = null): void
    {
        $meter ??= Meter::of(4, 4);
        $pickup = TextGrid::section($begins, $meter, name: 'Pickup');
        $pattern = Pattern::of('Pickup', $meter, Tempo::of(100, '4'), [$pickup, TextGrid::section('kick x...x...', $meter)], $order);
        self::assertSame($from, Staff::pickup($pattern));
        self::assertSame($up, self::written(Staff::bars($pickup, $meter, Staff::pickup($pattern))[0]['up']));
    }

    /** @return iterable<string, array{0: string, 1: int, 2: string, 3?: Meter|null, 4?: list<OrderEntry>}> */
    public static function beginnings(): iterable
    {
        $twice = [OrderEntry::of('Pickup', 2), OrderEntry::of('A', 1)];
        $again = [OrderEntry::of('Pickup', 1), OrderEntry::of('A', 1), OrderEntry::of('Pickup', 1)];
        yield 'the last beat' => ['snare ............x.x.', 2880, '8 8'];
        yield 'an eighth' => ['snare ..............x.', 2880, 'r8 8'];
        yield 'feet alone' => ['kick ............x...', 2880, 'r4'];
        yield 'half a bar' => ['snare ........x...x...', 1920, '4 4'];
        yield 'six eighths' => ['snare ..........x.', 1440, 'r4 8', Meter::of(6, 8)];
        yield 'more than half is a bar' => ['snare ....x...x...x...', 0, 'r4 4 4 4'];
        yield 'nothing is a bar' => ['snare ................', 0, 'rw'];
        yield 'played twice' => ['snare ............x...', 0, 'r2 r4 4', null, $twice];
        yield 'played again' => ['snare ............x...', 0, 'r2 r4 4', null, $again];
        yield 'all there is' => ['snare ............x...', 0, 'r2 r4 4', null, [OrderEntry::of('Pickup', 1)]];
    }

    /** @param list<Event> $events */
    private static function written(array $events): string
    {
        return implode(' ', array_map(
            static fn (Event $event): string => ([] === $event->struck ? 'r' : '').(null === $event->tuplet() ? '' : "{$event->tuplet()->parts}:")
                .$event->value.str_repeat('.', $event->dots),
            $events,
        ));
    }
}
