<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** Two bars differ by so many strokes; one that is moved counts once. */
final readonly class BarsDiffer implements Requirement
{
    /** @param list<int> $bars two of one pass, from 1 */
    public function __construct(private array $bars, private int $low, private int $high)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'bars-differ',
            [
                Blank::bars(),
                Blank::whole('low', 0, 100_000),
                Blank::whole('high', 0, 100_000, 'low'),
            ],
            ['bars' => [1, 2], 'low' => 1, 'high' => 4],
        );
    }

    public function asks(Voice $voice): string
    {
        [$a, $b] = $this->bars;

        return $voice->say('rule.bars-differ', ['a' => $a, 'b' => $b] + Verdict::rangeOf($this->low, $this->high));
    }

    public function check(Submission $submission): Verdict
    {
        [$a, $b] = $this->bars;
        $bars = $submission->pattern->bars();
        $found = ['a' => $a, 'b' => $b, 'bars' => $bars, 'low' => $this->low, 'high' => $this->high];
        if (max($a, $b) > $bars) {
            return Verdict::of(false, $found);
        }
        $by = ($b - $a) * $submission->pattern->meter->barTicks();
        $moved = array_map(
            static fn (Stroke $one): Stroke => new Stroke(
                $one->instrument,
                $one->written - $by,
                $one->push,
                $one->velocity,
                false,
                $one->section,
                $one->ornament,
                $one->hand,
            ),
            $submission->inBar($b),
        );
        $different = array_values(
            array_filter(
                Pairing::of($submission->inBar($a), $moved, $submission->tolerance)->pairs,
                static fn (Pair $pair): bool => $pair->differs(),
            ),
        );
        $count = \count($different);

        return Verdict::of(
            $count >= $this->low && $count <= $this->high,
            ['count' => $count] + $found,
            array_map(static fn (Pair $pair): Stroke => $pair->stroke(), $different),
        );
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        [$a, $b] = [(int) $verdict->number('a'), (int) $verdict->number('b')];
        $values = ['a' => $a, 'b' => $b, 'bar' => max($a, $b), 'count' => (int) $verdict->number('count')];

        return $voice->say(match (true) {
            max($a, $b) > $verdict->number('bars') => 'rule.bars-differ.noBar',
            $verdict->passed => 'rule.bars-differ.passed',
            default => 'rule.bars-differ.failed',
        }, ['bars' => (int) $verdict->number('bars')] + $values + $verdict->range());
    }
}
