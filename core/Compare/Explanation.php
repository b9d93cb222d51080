<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

/**
 * Chooses the causes with which the fewest statements account for every difference. A cause that saves nothing but says the same
 * more widely is preferred to the single strokes. No stroke is explained twice, and a difference is explained when all its strokes are.
 */
final class Explanation
{
    /** @var array<int, string> index of pair => its likeness */
    private array $different = [];
    /** @var array<int, int> object id of stroke => index of its pair */
    private array $matched = [];

    /**
     * @param list<Pair>  $pairs
     * @param list<Cause> $causes
     */
    private function __construct(private readonly array $pairs, private readonly array $causes)
    {
        foreach ($pairs as $i => $pair) {
            if ($pair->differs()) {
                $this->different[$i] = self::likeness($pair);
            } elseif (null !== $pair->target && null !== $pair->submission) {
                $this->matched[spl_object_id($pair->target)] = $this->matched[spl_object_id($pair->submission)] = $i;
            }
        }
    }

    /**
     * @param list<Pair>  $pairs
     * @param list<Cause> $causes
     *
     * @return list<Cause> those to be said
     */
    public static function of(array $pairs, array $causes): array
    {
        $search = new self($pairs, $causes);
        $best = $search->completed([]);
        // A cause that concerns everything may pay only together with others, so each is also tried as the first.
        foreach ($causes as $cause) {
            if ('whole' === $cause->scope || StatementKind::SwappedRows === $cause->kind) {
                $other = $search->completed([$cause]);
                $best = [$other[0], $other[1]] < [$best[0], $best[1]] ? $other : $best;
            }
        }

        return $best[2];
    }

    /** What a difference is, apart from its place: those with the same key are said in one statement. */
    public static function likeness(Pair $pair): string
    {
        return $pair->status->value.' '.$pair->instrument()->value.' '.match ($pair->status) {
            Status::Moved => $pair->ticks(),
            Status::OtherDrum => $pair->submission?->instrument->value,
            default => '',
        };
    }

    /**
     * Adds causes as long as one makes the report shorter, or as short and wider.
     *
     * @param list<Cause> $chosen
     *
     * @return array{int, int, list<Cause>} statements, differences left to single statements, the causes
     */
    private function completed(array $chosen): array
    {
        $best = $this->score($chosen);
        do {
            $better = null;
            foreach ($this->causes as $cause) {
                if (!$this->overlaps($cause, $chosen)) {
                    $score = $this->score([...$chosen, $cause]);
                    if ([$score[0], $score[1]] < [$best[0], $best[1]]) {
                        [$best, $better] = [$score, $cause];
                    }
                }
            }
            if (null !== $better) {
                $chosen[] = $better;
            }
        } while (null !== $better);

        return $best;
    }

    /** @param list<Cause> $chosen */
    private function overlaps(Cause $cause, array $chosen): bool
    {
        foreach ($chosen as $other) {
            if ([] !== array_intersect_key($cause->explains, $other->explains)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Cause> $chosen
     *
     * @return array{int, int, list<Cause>}
     */
    private function score(array $chosen): array
    {
        $explained = [];
        foreach ($chosen as $cause) {
            $explained += $cause->explains;
        }
        $groups = [];
        $left = 0;
        foreach ($this->different as $i => $likeness) {
            if (!self::isExplained($this->pairs[$i], $explained)) {
                $groups[$likeness] = true;
                ++$left;
            }
        }
        // Only a match that a chosen cause has a part in can be lost by it.
        foreach (array_intersect_key($this->matched, $explained) as $i) {
            if (self::isTornApart($this->pairs[$i], $explained)) {
                $groups[self::likeness($this->pairs[$i])] = true;
                ++$left;
            }
        }

        return [\count($chosen) + \count($groups), $left, $chosen];
    }

    /**
     * Whether a match would be lost: undoing the causes pairs one of its strokes with another, and leaves the other alone.
     *
     * @param array<int, true> $explained object ids of strokes
     */
    private static function isTornApart(Pair $pair, array $explained): bool
    {
        return null !== $pair->target && null !== $pair->submission
            && isset($explained[spl_object_id($pair->target)]) !== isset($explained[spl_object_id($pair->submission)]);
    }

    /** @param array<int, true> $explained object ids of strokes */
    public static function isExplained(Pair $pair, array $explained): bool
    {
        return (null === $pair->target || isset($explained[spl_object_id($pair->target)]))
            && (null === $pair->submission || isset($explained[spl_object_id($pair->submission)]));
    }
}
