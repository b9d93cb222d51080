<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Tests\Core\Ear\Beat;
use Pulsanda\Tests\Core\Ear\Hearing;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/** Every sentence is read against the grid: what it says of numbers, bars, places and instruments is true of the two beats. */
final class WordsTest extends TestCase
{
    private const UGLY = '/ticks|\bon just\b|\b1 (hit|beat|bar)s\b|\ba hits\b|%|bar (\d+).*\bbar \1\b|  |\?/';

    public function testEverySentenceIsTrueOfTheGrid(): void
    {
        for ($case = 0; $case < 300; ++$case) {
            $hearing = Hearing::of(77, $case);
            foreach (CountingStyle::cases() as $style) {
                foreach ($hearing->comparison->sentences(Spoken::voice($style)) as $i => $text) {
                    $statement = $hearing->comparison->statements[$i];
                    $where = "$style->value, case $case: $text ".$statement->key();
                    self::assertLessThanOrEqual(20, \count(explode(' ', $text)), $where);
                    self::assertDoesNotMatchRegularExpression(self::UGLY, $text, $where);
                    foreach (\count($statement->instruments) > 3 ? [] : $statement->instruments as $instrument) {
                        self::assertStringContainsStringIgnoringCase($instrument->label(), $text, $where);
                    }
                    $this->read($text, $statement, $hearing, $style, $where);
                }
            }
        }
    }

    private function read(string $text, Statement $one, Hearing $hearing, CountingStyle $style, string $where): void
    {
        $row = ($one->instruments[0] ?? null)->value ?? '';
        $in = static fn (Beat $beat): array => array_column($beat->rows[$row] ?? [], 0);
        $bars = max($hearing->target->bars, $hearing->played->bars);
        $named = self::bars($text, $bars);
        if (\in_array($one->kind, [StatementKind::HitMissing, StatementKind::HitExtra], true)) {
            $isExtra = StatementKind::HitExtra === $one->kind;
            if ($isExtra) {
                self::assertSame([], array_diff($one->at, $in($hearing->played)), "$where: played there");
            }
            $this->number($text, $one->at, $named, $hearing->target, $where);
            $places = self::places($text, $hearing->target, $style, $bars);
            if ([] !== $places) {
                self::assertEqualsCanonicalizing($one->at, $places, $where);
            }
        }
        match ($one->kind) {
            StatementKind::RowMissing => self::assertStringContainsString(
                1 === $one->strokes ? 'its hit;' : \count($in($hearing->target)).' hits',
                str_replace('hit.', 'hit;', $text),
                $where,
            ),
            StatementKind::RowExtra => self::assertSame([[], true], [
                $in($hearing->target), str_contains($text, 1 === $one->strokes ? 'hit' : \count($in($hearing->played)).' hits'),
            ], $where),
            StatementKind::BarMissing => self::assertSame([], array_diff($named, range(1, $hearing->target->bars)), $where),
            StatementKind::BarExtra => self::assertSame([], array_diff($named, range(1, $hearing->played->bars)), $where),
            StatementKind::Tempo => self::assertSame(
                "Tempo: ♩ = {$hearing->played->bpm}; the task has ♩ = {$hearing->target->bpm}. Go "
                    .($hearing->played->bpm < $hearing->target->bpm ? 'faster.' : 'slower.'),
                $text,
            ),
            default => null,
        };
    }

    /**
     * @param list<int> $at
     * @param list<int> $named bars
     */
    private function number(string $text, array $at, array $named, Beat $target, string $where): void
    {
        $number = 1 === preg_match('/: (\d+) (?:extra )?(?:hits|ghost notes)/', $text, $found) ? (int) $found[1] : 1;
        $perBar = array_count_values(array_map($target->bar(...), $at));
        if (str_contains($text, 'every bar') || (1 === preg_match('/in bars/', $text) && !str_contains($text, 'together'))) {
            self::assertSame(array_fill_keys($named, $number), $perBar, $where);
        } else {
            self::assertSame(\count($at), $number, $where);
        }
    }

    /** @return list<int> that a sentence names */
    private static function bars(string $text, int $bars): array
    {
        if (str_contains($text, 'every bar') || str_contains($text, 'All bars')) {
            return range(1, $bars);
        }
        if (1 !== preg_match('/\bbars? ((?:\d+(?: to \d+)?(?:, | and )?)+)/i', $text, $found)) {
            return [];
        }
        $named = [];
        preg_match_all('/(\d+)(?: to (\d+))?/', $found[1], $runs, \PREG_SET_ORDER);
        foreach ($runs as $run) {
            array_push($named, ...range((int) $run[1], (int) ($run[2] ?? $run[1])));
        }

        return $named;
    }

    /** @return list<int> written ticks of the places that a sentence names; none where it names only bars, or what lies between places */
    private static function places(string $text, Beat $target, CountingStyle $style, int $bars): array
    {
        if (str_contains($text, 'just after')) {
            return [];
        }
        $counting = new Counting($target->meter, Spoken::voice($style));
        $named = [];
        foreach (explode('; ', $text) as $part) {
            preg_match_all('/(?:beat|step|steps|at) [^;]*?(?= in |;|\.$|$)(?: in (?:every bar|bars? (?:\d+(?: to \d+)?(?:, | and )?)+))?/', $part, $phrases);
            foreach ($phrases[0] as $phrase) {
                foreach (1 === $bars ? [1] : (self::bars($phrase, $bars) ?: range(1, $bars)) as $bar) {
                    for ($in = 0; $in < $target->meter->barTicks(); $in += 40) {
                        $tick = ($bar - 1) * $target->meter->barTicks() + $in;
                        $place = $counting->place($tick, false);
                        $word = str_replace('step ', '', $place);
                        if (!str_starts_with($place, 'just') && 1 === preg_match('/(?:^|, |and |at |on |steps? )'.preg_quote($word, '/').'(?= in |,| and |;|\.$|$)/', $phrase)) {
                            $named[] = $tick;
                        }
                    }
                }
            }
        }

        return array_values(array_unique($named));
    }

    public function testAFewInFull(): void
    {
        $target = 'kick x...|x...|x...|x...';
        $said = static fn (string $played, int $bars = 1): array => Lesson::texts(Lesson::compare(
            Lesson::grid(self::repeated($target, $bars), $bars),
            Lesson::grid(self::repeated($played, $bars), $bars),
        ));
        self::assertSame(['Kick: a hit is missing on beat 3; add it.'], $said('kick x...|x...|....|x...'));
        self::assertSame(['Kick: a hit is missing on beat 3 in every bar; add it.'], $said('kick x...|x...|....|x...', 2));
        self::assertSame(['Kick: 2 extra hits on beat 1 & and beat 2 & in every bar; remove them.'], $said('kick x.x.|x.x.|x...|x...', 2));
        self::assertSame(['The bar is empty; fill it.'], $said('snare ....|....|....|....'));
    }

    private static function repeated(string $grid, int $bars): string
    {
        [$row, $hits] = explode(' ', $grid, 2);

        return $row.' '.implode('|', array_fill(0, $bars, $hits));
    }
}
