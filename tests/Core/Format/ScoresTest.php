<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\MusicXmlReader;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/** Small scores after the habits of many programs. Each says in its first comment what is to be read, and what is told to be lost. */
final class ScoresTest extends TestCase
{
    private const LOUD = ['!' => 118, '(' => 28, '' => 90];

    #[DataProvider('scores')]
    public function testAScoreIsReadAsItSays(string $xml, string $says): void
    {
        $read = MusicXmlReader::read($xml);
        $asked = array_filter(explode("\n", trim($says)), static fn (string $line): bool => 1 !== preg_match('/^(order|tempo|swing) /', $line));
        sort($asked);
        $found = [
            "bars {$read->pattern->bars()} in {$read->pattern->meter}",
            ...self::rows($read->pattern),
            ...array_map(static fn (string $lost): string => "lost $lost", $read->lost),
        ];
        sort($found);
        self::assertSame($asked, $found);
        foreach (['order' => self::order($read->pattern), 'tempo' => "{$read->pattern->tempo->bpm()} {$read->pattern->tempo->beat}",
            'swing' => "{$read->pattern->swing->percent} {$read->pattern->swing->unit}"] as $what => $value) {
            if (1 === preg_match("/^$what (.+)$/m", $says, $one)) {
                self::assertSame($one[1], $value);
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function scores(): iterable
    {
        $files = glob(__DIR__.'/scores/*.musicxml') ?: [];
        self::assertGreaterThanOrEqual(40, \count($files));
        foreach ($files as $file) {
            $xml = (string) file_get_contents($file);
            $text = str_starts_with($xml, "\xFF\xFE") ? (string) mb_convert_encoding(substr($xml, 2), 'UTF-8', 'UTF-16LE') : $xml;
            self::assertSame(1, preg_match('/<!--\n(.+?)-->/s', $text, $says), $file);
            yield basename($file, '.musicxml') => [$xml, $says[1] ?? ''];
        }
    }

    /** @return list<string> a line an instrument: ticks, each with its loudness (!, (, =90), ornament (f, d), hand and roll */
    private static function rows(Pattern $pattern): array
    {
        $rows = $rolls = [];
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                foreach ($row->hits as $hit) {
                    $rolls["{$row->instrument->value} $hit->at"] = 1 === $hit->roll ? '' : "r$hit->roll";
                }
            }
        }
        $last = [];
        foreach (Strokes::written($pattern) as $stroke) {
            $key = "{$stroke->instrument->value} $stroke->written";
            $isOfRoll = '' !== ($rolls[$last[$stroke->instrument->value] ?? ''] ?? '') && !isset($rolls[$key]);
            if (!$isOfRoll) {
                $rows[$stroke->instrument->value][] = $stroke->written.self::signs($stroke).($rolls[$key] ?? '');
                $last[$stroke->instrument->value] = $key;
            }
        }

        return array_map(static fn (string $name, array $hits): string => "$name ".implode(' ', $hits), array_keys($rows), $rows);
    }

    private static function signs(Stroke $stroke): string
    {
        $loud = array_search($stroke->velocity, self::LOUD, true);

        return (false === $loud ? "=$stroke->velocity" : $loud).substr($stroke->ornament->value ?? '', 0, 1).($stroke->hand->value ?? '');
    }

    private static function order(Pattern $pattern): string
    {
        return implode(', ', array_map(static fn (OrderEntry $one): string => "$one->section $one->times", $pattern->order));
    }
}
