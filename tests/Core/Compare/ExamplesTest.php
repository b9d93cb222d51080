<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Preset;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/** What docs/thirty-beats.md says is what is said. */
final class ExamplesTest extends TestCase
{
    private const PRESETS = ['loudness' => Preset::Dynamics, 'swing' => Preset::Swing, 'meter' => Preset::Meter];

    #[DataProvider('examples')]
    public function testWhatIsWrittenIsSaid(string $heading, string $beats, string $mark, string $said): void
    {
        self::assertSame(1, preg_match(
            '~^In (?<meter>\d+/\d+)(?:, (?<bars>\d) bars)?(?:, played at (?<tempo>\d+))?(?:, swing of eighths at (?<swing>[\d.]+) asked)?'
                .'(?:, played in (?<own>\d+/\d+))?(?:, a task about (?<about>\w+))?\.$~',
            $heading,
            $is,
            \PREG_UNMATCHED_AS_NULL,
        ));
        $meter = self::meter($is['meter'] ?? '');
        $bars = (int) ($is['bars'] ?? 1);
        $swing = isset($is['swing']) ? Swing::of((float) $is['swing'], 8) : null;
        $target = Lesson::grid(self::rows($beats, 'asked'), $bars, $meter, null, $swing);
        $own = self::meter($is['own'] ?? $is['meter'] ?? '');
        $played = str_contains($beats, 'played the same') ? self::rows($beats, 'asked') : self::rows($beats, 'played');
        $beat = Lesson::grid($played, $bars, $own, Tempo::of((int) ($is['tempo'] ?? 96), '4'));
        $preset = self::PRESETS[$is['about'] ?? ''] ?? Preset::Usual;
        $compared = Comparison::of($target, $beat, $preset->policy());
        self::assertSame(
            ["$mark of 20", $said],
            [$compared->mark().' of 20', implode('', array_map(static fn (string $one): string => "- $one\n", $compared->sentences(Spoken::voice(CountingStyle::Syllables))))],
        );
    }

    /** @return iterable<string, array{string, string, string, string}> how it is played, the beats, the mark and what is said */
    public static function examples(): iterable
    {
        $text = (string) file_get_contents(\dirname(__DIR__, 3).'/docs/thirty-beats.md');
        $found = preg_match_all('~^## (\d+\. .+)\n(.+)\n```\n((?:.+\n)+?)```\n([\d.]+) of 20\n((?:- .+\n)*)~m', $text, $all, \PREG_SET_ORDER);
        self::assertSame([30, 30], [$found, substr_count($text, '## ')]);
        foreach ($all as [, $name, $heading, $beats, $mark, $said]) {
            yield $name => [$heading, $beats, $mark, $said];
        }
    }

    private static function meter(string $text): Meter
    {
        return Meter::of(...array_map(intval(...), explode('/', $text)));
    }

    /** @return string the grid of one side */
    private static function rows(string $beats, string $side): string
    {
        preg_match_all("~^$side +(.+)$~m", $beats, $rows);

        return implode("\n", $rows[1]);
    }
}
