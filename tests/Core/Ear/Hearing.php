<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Tests\Core\Spoken;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** One beat with up to six mistakes, and what the core says of it. */
final readonly class Hearing
{
    public const MOST = 6;
    /** Of these one at most: they change how many bars there are; what goes round goes round the loop that is there; what leans leaves its window. */
    private const CLASHES = [
        Mistakes::MOVING,
        ['half-time', 'bar-missing', 'bar-extra', 'length'],
        ['length', 'row-rotated', 'rotated'],
        ['hit-moved', 'ahead'],
        ['hit-moved', 'behind'],
    ];

    /** Of these one at most on the same row: no sentence about a row that moved is true of one that moved and runs otherwise. */
    private const OF_A_ROW = ['row-shifted', 'row-rotated', 'bars-shifted', 'subdivision'];

    /** @param list<string> $made kinds of the mistakes, in their order */
    private function __construct(public Beat $target, public Beat $played, public array $made, public Comparison $comparison)
    {
    }

    public static function of(int $seed, int $case): self
    {
        $random = new Randomizer(new Mt19937(crc32("$seed/$case")));
        $mistakes = new Mistakes($random);
        $count = $case % (self::MOST + 1);
        $first = Mistakes::KINDS[intdiv($case, self::MOST + 1) % \count(Mistakes::KINDS)];
        do {
            $target = Phrases::any($random);
            [$played, $made] = self::made($mistakes, $target, self::chosen($first, $random, $count), $count);
        } while (\count($made) < $count || ($count > 0 && !\in_array($first, $made, true)));

        return new self($target, $played, $made, Comparison::of($target->pattern(), $played->pattern(), Policy::of()));
    }

    /** @return list<string> kinds in the order in which they are tried: the wider comes later */
    private static function chosen(string $first, Randomizer $random, int $count): array
    {
        $kinds = $random->shuffleArray([$first, ...\array_slice($random->shuffleArray(array_diff(Mistakes::KINDS, [$first])), 0, $count + 3)]);

        $width = static fn (string $kind): int => match (true) {
            \in_array($kind, Mistakes::OF_HITS, true) => 0,
            \in_array($kind, ['swapped-rows', 'wrong-row'], true) => 2,
            \in_array($kind, Mistakes::OF_BARS, true) => 3,
            \in_array($kind, Mistakes::MOVING, true) => 4,
            default => 1,
        };
        usort($kinds, static fn (string $a, string $b): int => $width($a) <=> $width($b));

        return $kinds;
    }

    /**
     * @param list<string> $kinds
     *
     * @return array{Beat, list<string>}
     */
    private static function made(Mistakes $mistakes, Beat $played, array $kinds, int $count): array
    {
        $made = $changed = $exchanged = [];
        $crossed = false;
        foreach ($kinds as $kind) {
            $clash = array_filter(
                self::CLASHES,
                static fn (array $of): bool => \in_array($kind, $of, true) && [] !== array_intersect($of, $made),
            );
            $next = \count($made) === $count || [] !== $clash ? null : $mistakes->make($kind, $played);
            // A hit that a row took over a bar line is not in the bar that is then exchanged or left out.
            if (null !== $next && \in_array($kind, Mistakes::OF_BARS, true) && $crossed) {
                continue;
            }
            // Where a bar that was exchanged is left out, the other only stands elsewhere: that is no exchange any more.
            if (null !== $next && 'bar-missing' === $kind && \in_array($next->barLackingOf($played), $exchanged, true)) {
                continue;
            }
            $rows = null !== $next && \in_array($kind, self::OF_A_ROW, true) ? $next->rowsUnlike($played) : [];
            if ([] !== array_intersect($rows, $changed)) {
                continue;
            }
            if (null !== $next) {
                $changed = [...$changed, ...$rows];
                $exchanged = 'bars-swapped' === $kind ? $next->barsUnlike($played) : $exchanged;
                $crossed = $crossed || (\in_array($kind, Mistakes::CROSSING, true) && $next->inBars() !== $played->inBars());
                $played = $next;
                $made[] = $kind;
            }
        }

        return [$played, $made];
    }

    /** @return string|null what is false, or left out, or said twice */
    public function objection(): ?string
    {
        return Judge::objection($this->target->pattern(), $this->played->pattern(), $this->comparison->statements, $this->comparison->pairs);
    }

    public function isShort(): bool
    {
        return \count($this->comparison->statements) <= \count($this->made);
    }

    /** Whether what is said is what was done, kind by kind. */
    public function isExact(): bool
    {
        $said = array_map(static fn (Statement $one): string => $one->kind->value, $this->comparison->statements);
        $made = array_map(static fn (string $kind): string => match ($kind) {
            'row-shifted', 'bars-shifted' => 'shifted',
            'row-rotated' => 'rotated',
            'bar-empty' => 'bar-missing',
            'everywhere-missing' => 'hit-missing',
            'everywhere-extra' => 'hit-extra',
            'ghosts', 'too-soft' => 'uneven',
            'ghosts-missing' => 'hit-missing',
            'bar-elsewhere' => 'other-drum',
            'bars-cut' => 'bar-missing',
            'accents-late' => 'accents',
            default => $kind,
        }, $this->made);
        sort($said);
        sort($made);

        return $said === $made;
    }

    /** @return list<string> */
    public function sentences(): array
    {
        return $this->comparison->sentences(Spoken::voice(CountingStyle::Syllables));
    }
}
