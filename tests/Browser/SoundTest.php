<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Strokes;

/** What is heard: every sound that the browser starts, held against the core's strokes. */
final class SoundTest extends BrowserTestCase
{
    /** Notes the time and the length of every sample that is started on the audio clock. */
    private const LISTEN = <<<'JS'
        window.heard = [];
        const start = AudioBufferSourceNode.prototype.start;
        AudioBufferSourceNode.prototype.start = function (when, ...more) {
            window.heard.push({when, late: this.context.currentTime - when, seconds: this.buffer.duration});
            return start.call(this, when, ...more);
        };
        JS;

    #[DataProvider('tasks')]
    public function testTheScheduledTimesAreTheCoresStrokes(string $title, string $student): void
    {
        $person = $this->person($student);
        $person->press($this->link($title));
        $person->press('Target');
        $target = $this->target($person);
        $person->soundsLoaded();
        $person->script(self::LISTEN);
        $person->press('Play');
        // Once through, and half of the second time.
        $expected = self::expected($target, 2);
        $most = $expected[intdiv(3 * \count($expected), 4)][0];
        $expected = array_values(array_filter($expected, static fn (array $one): bool => $one[0] < $most));
        /** @var list<array{when: float, late: float, seconds: float}> $heard */
        $heard = $person->until(static function () use ($person, $expected): ?array {
            $heard = $person->script('return window.heard');

            return \is_array($heard) && \count($heard) >= \count($expected) ? $heard : null;
        }, 'a pass and a half to sound');
        $person->press('Stop');
        usort($heard, static fn (array $a, array $b): int => $a['when'] <=> $b['when'] ?: $a['seconds'] <=> $b['seconds']);
        $lengths = $this->lengths($person);
        foreach ($expected as $i => [$seconds, $instrument]) {
            self::assertEqualsWithDelta(
                $seconds - $expected[0][0],
                $heard[$i]['when'] - $heard[0]['when'],
                0.0005,
                "stroke $i, $instrument",
            );
            self::assertLessThanOrEqual(0, $heard[$i]['late'], 'nothing is scheduled late');
        }
        // Per instrument, by the length of its sample, there are as many sounds as strokes.
        foreach (array_count_values(array_column($expected, 1)) as $instrument => $count) {
            $same = array_filter(
                \array_slice($heard, 0, \count($expected)),
                static fn (array $one): bool => abs($one['seconds'] - $lengths[$instrument]) < 0.0005,
            );
            self::assertCount($count, $same, $instrument);
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function tasks(): iterable
    {
        yield 'a triplet shuffle' => ['Foghorn Shuffle', 'freya'];
        yield 'two straight bars' => ['Lamplighters\' March', 'wren'];
    }

    public function testAHitAddedWhilePlayingIsHeardWhenTheLineComes(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Lamplighters');
        $wren->cell(0, 0)->click();
        $wren->soundsLoaded();
        $wren->script(self::LISTEN);
        $wren->press('Play');
        $wren->until(static fn (): bool => \count((array) $wren->script('return window.heard')) >= 1, 'the first kick');
        $before = \count((array) $wren->script('return window.heard'));
        foreach ([0, 960, 1920, 2880, 3840, 4800, 5760, 6720] as $tick) {
            $wren->cell(1, $tick)->click();
        }
        // One pass is five seconds: kick and eight snares.
        $wren->until(static fn (): bool => \count((array) $wren->script('return window.heard')) >= $before + 9, 'the new hits');
        self::assertGreaterThan(0, $wren->see('.sheet-words .lit')->getSize()->getWidth());
        $wren->see('[data-reading][style*="opacity: 1"]');
        $wren->press('Stop');
    }

    private function link(string $title): string
    {
        return 'Foghorn Shuffle' === $title ? "Look at it: $title" : "Begin: $title";
    }

    private function target(Person $person): Pattern
    {
        $json = $person->driver->executeAsyncScript(
            'const done = arguments[0]; fetch(location.pathname.replace("/bench/", "/api/parts/") + "/bench").then((r) => '
                .'r.json()).then((b) => done(JSON.stringify(b.target)))',
        );
        self::assertIsString($json);

        return PatternReader::read($json);
    }

    /** @return array<string, float> instrument => seconds of its sample */
    private function lengths(Person $person): array
    {
        $json = $person->driver->executeAsyncScript(
            'const done = arguments[0]; fetch("/api/catalogue").then((r) => r.json()).then((c) => '
                .'fetch(c.kits[0].url)).then((r) => r.json()).then((k) => done(JSON.stringify(k.sounds)))',
        );
        self::assertIsString($json);
        /** @var list<array{instrument: string, layers: list<array{takes: list<array{from: int, samples: int}>}>}> $sounds */
        $sounds = json_decode($json, true);
        $lengths = [];
        foreach ($sounds as ['instrument' => $instrument, 'layers' => $layers]) {
            $takes = array_merge(...array_column($layers, 'takes'));
            $last = $takes[\count($takes) - 1];
            // A little silence stands behind every take.
            $lengths[$instrument] = ($last['from'] + $last['samples'] + 64) / 44100;
        }

        return $lengths;
    }

    /** @return list<array{float, string}> seconds and instrument of every stroke of some passes */
    private static function expected(Pattern $pattern, int $passes): array
    {
        $groove = $pattern->grooveMap();
        $expected = [];
        for ($pass = 1; $pass <= $passes; ++$pass) {
            foreach (Strokes::heard($pattern, $pass) as $stroke) {
                $expected[] = [
                    $pattern->tempo->seconds(($pass - 1) * $pattern->ticks() + $groove->played($stroke->written) + $stroke->push),
                    $stroke->instrument->value,
                ];
            }
        }
        usort($expected, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return $expected;
    }
}
