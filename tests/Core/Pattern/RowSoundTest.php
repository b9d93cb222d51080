<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Pattern;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** What a row sounds with, and what it is called. */
final class RowSoundTest extends TestCase
{
    public function testAPieceOfAnotherKitAndANameAreKept(): void
    {
        $row = Row::of(Instrument::Snare, [], sound: 'beacon/clap', name: 'Clap, left');
        $meter = Meter::of(4, 4);
        $pattern = Pattern::of('Pieces', $meter, Tempo::of(96, '4'), [Section::of('A', 1, [$row], $meter)]);
        self::assertEquals($pattern, PatternReader::read(PatternWriter::write($pattern)));
        self::assertSame([KitName::Beacon, Instrument::Clap], Row::piece('beacon/clap'));
        self::assertNull(Row::piece('My sound'));
        self::assertSame('Clap, left', $row->withHits([])->name);
    }

    #[DataProvider('wrong')]
    public function testAPieceOfNoKitIsRefused(string $sound, ?string $name, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        Row::of(Instrument::Snare, [], sound: $sound, name: $name);
    }

    /** @return iterable<string, array{string, string|null, string}> */
    public static function wrong(): iterable
    {
        yield 'no kit' => ['lighthouse/kick', null, 'The kits are: boathouse'];
        yield 'no instrument' => ['beacon/frog', null, '"beacon/frog" is no piece of a kit'];
        yield 'two slashes' => ['beacon/kick/2', null, 'is no piece'];
        yield 'a long name' => ['beacon/kick', str_repeat('x', 25), '24'];
    }
}
