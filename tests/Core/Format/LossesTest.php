<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\Convert;
use Pulsanda\Core\Format\Given;
use Pulsanda\Core\Format\Grids;
use Pulsanda\Core\Format\Loss;
use Pulsanda\Core\Format\Losses;
use Pulsanda\Core\Format\StepSheet;
use Pulsanda\Core\Format\TypedWriter;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;
use Random\Randomizer;

/** What is written and read again differs from what there was by exactly what is told, for every kind of file. */
final class LossesTest extends TestCase
{
    private const ROUNDS = 200;

    #[DataProvider('kinds')]
    public function testStrokesDifferByExactlyWhatIsTold(string $kind): void
    {
        $random = Lesson::random(4);
        $seen = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $pattern = self::beat($random);
            $told = Losses::of($pattern, $kind);
            $seen += $told;
            if ([] === Strokes::heard($pattern, 1)) {
                continue; // a file of nothing is refused
            }
            $ending = explode('-', $kind)[0];
            [$bytes, $lost] = Convert::write($pattern, "beat.$ending", 'mid-written' === $kind);
            self::assertSame(array_values($told), $lost);
            $again = Convert::read($bytes, "beat.$ending", new Given($pattern))->pattern;
            $expected = self::strokes(self::held($pattern, $told, $kind), $kind);
            $read = self::strokes($again, $kind);
            if ('musicxml' === $kind && isset($told[Loss::OffGrid->value])) {
                // What is written at the nearest place may stand where another hit stands, and be another grid for its row's rolls.
                self::assertSame([], array_diff(self::places(self::held($pattern, $told, $kind)), self::places($again)), "$kind, round $round");
                continue;
            }
            self::assertEquals($expected, $read, "$kind, round $round: ".implode(' ', $told));
        }
        self::assertEqualsCanonicalizing(
            array_column(Losses::TABLE[$kind], 'value'),
            array_keys($seen),
            'every loss of the table happens, and no other',
        );
    }

    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (array_keys(Losses::TABLE) as $kind) {
            yield $kind => [$kind];
        }
    }

    public function testNothingIsToldOfWhatIsHeld(): void
    {
        $plain = Lesson::grid("kick x...|..x.\nsnare ....|X...", 1, Meter::of(2, 4));
        self::assertSame([Loss::Sound->value], array_keys(Losses::of($plain, 'mid')));
        self::assertSame([], Losses::of($plain, 'json'));
        $meter = Meter::of(4, 4);
        $row = Row::of(Instrument::Kick, [Hit::of(0, push: 20, roll: 3), Hit::of(320), Hit::of(250, silent: true)]);
        $pattern = Pattern::of('x', $meter, Tempo::of(96, '4'), [Section::of('A', 1, [$row], $meter)]);
        $told = Losses::of($pattern, 'txt');
        self::assertSame('1 push is left out.', $told['pushes']);
        self::assertSame('1 roll is written as single hits.', $told['rolls']);
        self::assertSame('1 muted hit is left out.', $told['muted']);
        self::assertArrayNotHasKey('off-grid', $told, 'triplets have a grid');
    }

    /** @param array<string, string> $told */
    private static function held(Pattern $pattern, array $told, string $kind): Pattern
    {
        $is = static fn (Loss $loss): bool => isset($told[$loss->value]);
        $sections = [];
        foreach ($is(Loss::Sections) ? [$pattern->sections[0]] : $pattern->sections as $section) {
            $length = $section->bars * $pattern->meter->barTicks();
            $rows = [];
            foreach ($section->rows as $row) {
                $step = match ($kind) {
                    'txt' => TypedWriter::step($row, $pattern->meter, $length), 'csv' => StepSheet::step($section, $pattern->meter), default => 1,
                };
                $notated = 'musicxml' === $kind ? Staff::places($section, $pattern->meter)[$row->instrument->value] ?? [] : [];
                $hits = [];
                foreach ($row->written($length) as [$at, $hit]) {
                    if (0 !== $at % $step || ('musicxml' === $kind && !isset($notated[$at]))) {
                        continue;
                    }
                    $lostMark = 'txt' === $kind && $is(Loss::Ornaments) && !TypedWriter::isMarked($hit);
                    $lostHand = 'txt' === $kind && (!TypedWriter::isMarked($hit) || null !== $hit->ornament);
                    $hits[] = Hit::of(
                        $at,
                        $is(Loss::Velocities) ? Level::of($hit->velocity)->entry() : $hit->velocity,
                        $is(Loss::Pushes) ? 0 : $hit->push,
                        match (true) {
                            !$is(Loss::Rolls) => $hit->roll,
                            'musicxml' === $kind => 2 ** min(3, (int) ceil(log($hit->roll, 2))),
                            'csv' === $kind && $row->snap->ticks() === $step => $hit->roll,
                            default => 1,
                        },
                        $is(Loss::Odds) && !str_starts_with($kind, 'mid') ? 100 : $hit->odds,
                        ornament: $lostMark ? null : $hit->ornament,
                        hand: $is(Loss::Hands) && (str_starts_with($kind, 'mid') || $lostHand) ? null : $hit->hand,
                    );
                }
                $snap = 'musicxml' === $kind && $is(Loss::Rolls) ? Grids::coarsest(array_map(static fn (Hit $one): int => $one->at, $hits)) : $row->snap;
                $rows[] = Row::of($row->instrument, $hits, $snap);
            }
            $sections[] = Section::of($section->name, $section->bars, $rows, $pattern->meter);
        }
        $order = $is(Loss::Sections) ? null : $pattern->order;

        return Pattern::of($pattern->title, $pattern->meter, $pattern->tempo, $sections, $order, $pattern->swing, $pattern->kit, $pattern->seed);
    }

    /** @return list<string> where hits stand, rolls as one */
    private static function places(Pattern $pattern): array
    {
        $places = [];
        foreach ($pattern->form() as $s => $section) {
            foreach ($section->rows as $row) {
                foreach ($row->written($section->bars * $pattern->meter->barTicks()) as [$at]) {
                    $places[] = "$s {$row->instrument->value} $at";
                }
            }
        }

        return $places;
    }

    /** @return list<string> tick, instrument, velocity, and what else this kind holds of a stroke */
    private static function strokes(Pattern $pattern, string $kind): array
    {
        $said = [];
        foreach (str_starts_with($kind, 'mid') ? Strokes::heard($pattern, 1) : Strokes::written($pattern) as $stroke) {
            $said[] = self::said($stroke, $kind, $pattern);
        }
        sort($said);

        return $said;
    }

    private static function said(Stroke $stroke, string $kind, Pattern $pattern): string
    {
        $isMidi = str_starts_with($kind, 'mid');
        $tick = 'mid' === $kind ? $pattern->grooveMap()->played($stroke->written) + $stroke->push : $stroke->tick;
        $more = $isMidi ? ' '.($stroke->ornament->value ?? '') : ' '.($stroke->ornament->value ?? '').' '.($stroke->hand->value ?? '').($stroke->optional ? ' now and then' : '');
        $velocity = 'musicxml' === $kind ? 3 * (int) round($stroke->velocity / 3) : $stroke->velocity;

        return \sprintf('%06d %s %d%s', $tick, $stroke->instrument->value, $velocity, $more);
    }

    private static function beat(Randomizer $random): Pattern
    {
        $meter = [Meter::of(4, 4), Meter::of(3, 4), Meter::of(6, 8), Meter::of(5, 4)][$random->getInt(0, 3)];
        $chance = static fn (int $in): bool => 0 === $random->getInt(0, $in - 1);
        $sections = [];
        foreach (0 === $random->getInt(0, 2) ? ['A', 'B'] : ['A'] as $name) {
            $bars = $random->getInt(1, 2);
            $rows = [];
            foreach ([Instrument::Kick, Instrument::Snare, Instrument::ClosedHat] as $instrument) {
                $snap = [Snap::Sixteenth, Snap::Sixteenth, Snap::Eighth, Snap::ThirtySecond, Snap::EighthTriplet][$random->getInt(0, 4 === $meter->unit ? 4 : 3)];
                $hits = [];
                for ($at = 0; $at < $bars * $meter->barTicks(); $at += $snap->ticks()) {
                    if ($chance(3)) {
                        $hits[] = Hit::of(
                            $chance(40) && $at > 0 ? $at + 7 : $at,
                            0 === $random->getInt(0, 2) ? $random->getInt(1, 127) : Level::cases()[$random->getInt(0, 3)]->entry(),
                            $chance(6) && $at > 0 ? $random->getInt(-20, 20) : 0,
                            $chance(8) ? $random->getInt(2, 3) : 1,
                            $chance(12) ? 50 : 100,
                            $chance(15),
                            ornament: $chance(10) ? Ornament::cases()[$random->getInt(0, 1)] : null,
                            hand: $chance(5) ? Hand::cases()[$random->getInt(0, 1)] : null,
                        );
                    }
                }
                $cycle = $chance(8) ? 3 * $snap->ticks() : null;
                $rows[] = Row::of($instrument, $hits, $snap, $cycle);
            }
            $sections[] = Section::of($name, $bars, $rows, $meter);
        }
        $order = array_map(static fn (Section $one): OrderEntry => OrderEntry::of($one->name, 1), $sections);
        $swing = $chance(3) ? Swing::of(60, 16) : Swing::of();

        return Pattern::of('Any', $meter, Tempo::of(100, Tempo::usualBeat($meter)), $sections, $order, $swing);
    }
}
