<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;

/** Single differences: those that are alike are said once. */
final readonly class Differences
{
    /** Sentences about a row in which what moved is said as left out and too many. */
    private const APART = 2;

    /** Velocity by which a stroke is another one than asked, where two lists are equally good. */
    private const LOUDER = 10;

    /**
     * What a difference is, apart from its place. A stroke that was moved by itself is said as one left out and one too many where both
     * are said anyway, when that is shorter.
     */
    public static function likeness(Pair $pair): string
    {
        return $pair->status->value.match ($pair->status) {
            Status::Moved => ' '.$pair->ticks(),
            Status::OtherDrum => ' '.$pair->submission?->instrument->value,
            default => '',
        };
    }

    /** @param list<Pair> $pairs of one row */
    public static function account(array $pairs, int $grace): RowAccount
    {
        $kinds = $missing = $extra = [];
        $louder = 0;
        $moved = ['missing' => [], 'extra' => []];
        foreach ($pairs as $pair) {
            if (!$pair->differs()) {
                $louder += abs(($pair->target->velocity ?? 0) - ($pair->submission->velocity ?? 0)) > self::LOUDER ? 1 : 0;
                continue;
            }
            $kinds[self::likeness($pair)] = ($kinds[self::likeness($pair)] ?? 0) + 1;
            if (Status::Missing === $pair->status) {
                $missing[] = $pair->stroke()->tick;
            } elseif (Status::Extra === $pair->status) {
                $extra[] = $pair->stroke()->tick;
            } elseif (null !== $pair->target && null !== $pair->submission) {
                $moved['missing'][] = $pair->target->tick;
                $moved['extra'][] = $pair->submission->tick;
            }
        }
        if ([] === $moved['missing']) {
            return new RowAccount([], $kinds, $missing, $extra, louder: $louder);
        }
        $all = [[...$missing, ...$moved['missing']], [...$extra, ...$moved['extra']]];
        array_walk($all, static fn (array &$ticks) => sort($ticks));
        // What one stroke left may be where another came to: there it is right.
        $all = [self::without($all[0], $all[1], $grace), self::without($all[1], $all[0], $grace)];
        $both = array_filter([Status::Missing->value => \count($all[0]), Status::Extra->value => \count($all[1])]);
        $apart = new RowAccount([], $both, $all[0], $all[1], louder: $louder);

        return self::isShorterApart($kinds) ? $apart : new RowAccount([], $kinds, $missing, $extra, 0, [$apart], $louder);
    }

    /**
     * Those that are said together.
     *
     * @param list<LeftPair>    $pairs  row by row
     * @param list<string>      $apart  rows in which what was moved is said as left out and too many
     * @param list<OnOtherDrum> $joined
     *
     * @return list<non-empty-list<LeftPair>>
     */
    public static function alike(array $pairs, Tolerance $tolerance, array $apart, array $joined): array
    {
        $rows = [];
        foreach ($pairs as $left) {
            if ($left->pair->differs()) {
                $rows[$tolerance->sameness($left->pair->instrument())][self::likeness($left->pair)][] = $left;
            }
        }
        [$none, $many] = [Status::Missing->value, Status::Extra->value];
        foreach ($rows as $row => $groups) {
            if (\in_array($row, $apart, true) || self::isShorterApart(array_map(count(...), $groups))) {
                $rows[$row] = self::apart($groups, array_diff_key($groups, [$none => 0, $many => 0]), $tolerance->grace);
            }
        }
        $along = [];
        foreach ($joined as $one) {
            // On the row itself, what another one has too many may stand.
            $isFree = !\in_array($one->asked, array_map(static fn (OnOtherDrum $other): string => $other->played, $joined), true);
            foreach ($isFree ? $one->along : [] as $tick) {
                $along[rtrim($one->played, Remainder::ASIDE)][$tick] = $one->asked;
            }
            $rows = self::acrossDrums($rows, $one->asked, $one->played, $tolerance);
        }
        // What is too many is told by the row in which it stands, which may be another than where it belongs.
        $said = $more = [];
        foreach ($rows as $row => $groups) {
            foreach ($groups as $key => $group) {
                foreach ($group as $left) {
                    $isOnIt = null !== $left->played && $tolerance->sameness($left->played->instrument) === $row;
                    $asked = $isOnIt ? $along[$row][$left->pair->stroke()->tick] ?? null : null;
                    if (Status::Extra !== $left->pair->status) {
                        $said["$key $row"][] = $left;
                    } elseif (null === $asked) {
                        $said["$key ".($left->played->instrument ?? $left->pair->instrument())->value][] = $left;
                    } else {
                        $more["$key $asked"][] = $left;
                    }
                }
            }
        }
        foreach ($more as $key => $group) {
            $said[$key] = [...$said[$key] ?? [], ...$group];
        }

        return array_values($said);
    }

    /**
     * What is left out in one row and too many in another is one on another drum.
     *
     * @param array<string, array<string, list<LeftPair>>> $rows
     * @param string                                       $played the row in which they were played
     *
     * @return array<string, array<string, list<LeftPair>>>
     */
    private static function acrossDrums(array $rows, string $row, string $played, Tolerance $tolerance): array
    {
        [$none, $many] = [Status::Missing->value, Status::Extra->value];
        $there = rtrim($played, Remainder::ASIDE);
        // Beside a row that is on another instrument: only what was really played on this one.
        $isBeside = static fn (LeftPair $one): bool => $played === $there
            || $tolerance->sameness(($one->played ?? $one->pair->stroke())->instrument) === $there;
        foreach ($rows[$row][$none] ?? [] as $m => $missing) {
            foreach (array_filter($rows[$there][$many] ?? [], $isBeside) as $e => $extra) {
                [$target, $submission] = [$missing->pair->target, $extra->pair->submission];
                if (null !== $target && null !== $submission && abs($target->tick - $submission->tick) <= $tolerance->grace) {
                    $pair = new Pair(Status::OtherDrum, $target, $submission);
                    // In a row that is exchanged, it may stand where it is asked.
                    if ($tolerance->sameness(($extra->played ?? $submission)->instrument) !== $row) {
                        $rows[$row][self::likeness($pair)][] = new LeftPair($pair, $extra->played);
                    }
                    unset($rows[$row][$none][$m], $rows[$there][$many][$e]);
                    break;
                }
            }
        }

        return array_map(static fn (array $groups): array => array_map(array_values(...), array_filter($groups)), $rows);
    }

    /**
     * Pairs as one stroke left out and one too many.
     *
     * @param array<string, list<LeftPair>> $groups
     * @param array<string, list<LeftPair>> $apart  those of them that are taken apart
     *
     * @return array<string, list<LeftPair>>
     */
    private static function apart(array $groups, array $apart, int $grace): array
    {
        $groups = array_diff_key($groups, $apart);
        [$none, $many] = [$groups[Status::Missing->value] ?? [], $groups[Status::Extra->value] ?? []];
        foreach (array_merge([], ...array_values($apart)) as $left) {
            $none[] = new LeftPair(new Pair(Status::Missing, $left->pair->target, null), null);
            $many[] = new LeftPair(new Pair(Status::Extra, null, $left->pair->submission), $left->played);
        }
        // What one stroke left may be where another came to: there it is right.
        foreach ($none as $m => $missing) {
            foreach ($many as $e => $extra) {
                if (abs($missing->pair->stroke()->tick - $extra->pair->stroke()->tick) <= $grace) {
                    unset($none[$m], $many[$e]);
                    break;
                }
            }
        }

        return array_map(array_values(...), array_filter([Status::Missing->value => $none, Status::Extra->value => $many]) + $groups);
    }

    /** @param array<string, int> $kinds of one row: left out and too many are two sentences, whatever moved */
    public static function isShorterApart(array $kinds): bool
    {
        $moved = array_diff_key($kinds, [Status::Missing->value => 0, Status::Extra->value => 0]);

        return [] !== $moved && \count($kinds) > self::APART;
    }

    /**
     * @param list<int> $ticks
     * @param list<int> $others
     *
     * @return list<int>
     */
    public static function without(array $ticks, array $others, int $grace): array
    {
        return array_values(array_filter(
            $ticks,
            static fn (int $tick): bool => [] === array_filter($others, static fn (int $other): bool => abs($tick - $other) <= $grace),
        ));
    }
}
