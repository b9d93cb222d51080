<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Pattern;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;

final class CatalogueTest extends TestCase
{
    public function testTheGeneralMidiMapIsCoveredOnce(): void
    {
        $numbers = array_map(static fn (Instrument $one): int => $one->midi(), Instrument::cases());
        sort($numbers);
        // 35 to 81 without the second ride (59), and shaker 82 and finger snap 26 of the extensions.
        self::assertSame([26, ...range(35, 58), ...range(60, 82)], $numbers);
        self::assertSame(
            [36, 38, 37, 42, 44, 46, 49],
            array_map(
                static fn (string $name): int => Instrument::from($name)->midi(),
                ['kick', 'snare', 'side-stick', 'closed-hat', 'pedal-hat', 'open-hat', 'crash'],
            ),
        );
    }

    public function testEveryInstrumentHasANameAFamilyAHeadAndAPlace(): void
    {
        $labels = [];
        foreach (Instrument::cases() as $i => $one) {
            self::assertSame($i, $one->order());
            self::assertContains($one->notehead(), ['oval', 'cross', 'ringed-cross', 'diamond', 'triangle']);
            self::assertContains($one->family(), ['drums', 'toms', 'cymbals', 'bells', 'hands', 'shakers', 'whistles']);
            self::assertMatchesRegularExpression('/^[A-G][456]$/', $one->staff());
            $labels[] = $one->label();
        }
        self::assertSame($labels, array_values(array_unique($labels)));
        self::assertSame('ringed-cross', Instrument::OpenHat->notehead());
        self::assertSame('triangle', Instrument::OpenTriangle->notehead());
    }

    public function testTwoSoundsOfOneInstrumentAreToldApart(): void
    {
        $pairs = ['conga', 'cuica', 'triangle', 'guiro', 'whistle', 'bongo', 'timbale', 'agogo', 'woodblock'];
        foreach ($pairs as $pair) {
            $both = array_values(array_filter(Instrument::cases(), static fn (Instrument $one): bool => str_ends_with($one->value, $pair)));
            $signs = array_map(static fn (Instrument $one): string => $one->staff().$one->sign(), $both);
            self::assertSame($signs, array_unique($signs), $pair);
        }
        self::assertSame(Instrument::OpenTriangle->staff(), Instrument::MuteTriangle->staff());
        self::assertSame(['open', 'muted'], [Instrument::OpenTriangle->sign(), Instrument::MuteTriangle->sign()]);
        self::assertSame(['short', 'long'], [Instrument::ShortGuiro->sign(), Instrument::LongGuiro->sign()]);
    }

    public function testFromTheTopOfAStaffDownCymbalsComeFirst(): void
    {
        $order = array_map(static fn (Instrument $one): string => $one->value, Instrument::byHeight());
        self::assertCount(\count(Instrument::cases()), array_unique($order));
        $set = ['crash', 'closed-hat', 'ride', 'high-tom', 'snare', 'floor-tom', 'kick', 'pedal-hat'];
        self::assertSame($set, array_values(array_intersect($order, $set)));
    }

    public function testHatsAndTrianglesCutOneAnotherOff(): void
    {
        self::assertSame(
            ['hat', 'hat', 'hat', 'triangle', 'triangle'],
            array_values(array_filter(array_map(static fn (Instrument $one): ?string => $one->choke(), Instrument::cases()))),
        );
    }

    public function testTheLevelsTakeEveryVelocityOnce(): void
    {
        foreach ([1 => 'ghost', 39 => 'ghost', 40 => 'soft', 74 => 'soft', 75 => 'firm', 104 => 'firm', 105 => 'accent', 127 => 'accent'] as $velocity => $name) {
            self::assertSame($name, Level::of($velocity)->value);
        }
        foreach (Level::cases() as $level) {
            self::assertSame($level, Level::of($level->entry()));
            self::assertSame($level, Level::of($level->lowest()));
        }
    }

    public function testAStepIsAsLongAsItsNoteValue(): void
    {
        self::assertSame([960, 480, 320, 240, 160, 120, 80, 60], array_map(static fn (Snap $snap): int => $snap->ticks(), Snap::cases()));
    }

    public function testATextGridReadsLikePaper(): void
    {
        $section = TextGrid::section("kick   X...|s...\nsnare  ....|g..x", Meter::of(2, 4));
        self::assertSame([[0, 118], [960, 60]], array_map(static fn ($hit): array => [$hit->at, $hit->velocity], $section->rows[0]->hits));
        self::assertSame(
            [[960, 28], [1680, 90]],
            array_map(static fn ($hit): array => [$hit->at, $hit->velocity], $section->rows[1]->hits),
        );
        foreach (['kick', "kick x...\ngong x...", 'kick x.z.', 'kick ....|....|....|....|x...'] as $wrong) {
            try {
                TextGrid::section($wrong, Meter::of(4, 4));
                self::fail("Taken: $wrong");
            } catch (InvalidInput $error) {
                self::assertNotSame('', $error->path);
            }
        }
    }
}
