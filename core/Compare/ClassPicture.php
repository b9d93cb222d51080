<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\Statement;

/**
 * What a class made of one target: how often each stroke was missed, where extras fall, how marks and aspects spread, and what is
 * said most. Every number is given as the list of those behind it.
 *
 * @phpstan-import-type Compared from Comparison
 * @phpstan-import-type Stated from Statement
 */
final readonly class ClassPicture
{
    /**
     * @param array<string, Compared> $results by the id of their beat
     *
     * @return array{
     *     strokes: list<array{instrument: string, tick: int, missed: list<string>, moved: list<string>}>,
     *     extras: list<array{instrument: string, tick: int, by: list<string>}>,
     *     aspects: array<string, list<array{value: float, of: string}>>,
     *     marks: list<array{value: float, of: string}>,
     *     statements: list<array{statement: Stated, of: string, by: list<string>}>,
     * }
     */
    public static function of(array $results): array
    {
        $strokes = $extras = $statements = $marks = [];
        $aspects = array_fill_keys(Policy::ASPECTS, []);
        foreach ($results as $id => $result) {
            $id = (string) $id;
            foreach ($result['pairs'] as $pair) {
                $played = $pair['played'] ?? $pair['instrument'];
                if (null !== $pair['target']) {
                    $stroke = $strokes[$pair['target']][$pair['instrument']] ?? [
                        'instrument' => $pair['instrument'],
                        'tick' => $pair['target'],
                        'missed' => [],
                        'moved' => [],
                    ];
                    match ($pair['status']) {
                        Status::Match->value => null,
                        Status::Missing->value => $stroke['missed'][] = $id,
                        default => $stroke['moved'][] = $id,
                    };
                    $strokes[$pair['target']][$pair['instrument']] = $stroke;
                }
                if (null !== $pair['submission'] && Status::Match->value !== $pair['status']) {
                    $extras[$pair['submission']][$played] ??= ['instrument' => $played, 'tick' => $pair['submission'], 'by' => []];
                    $extras[$pair['submission']][$played]['by'][] = $id;
                }
            }
            foreach ($result['statements'] as $statement) {
                $key = Statement::fromData($statement)->key();
                $statements[$key] ??= ['statement' => $statement, 'of' => $id, 'by' => []];
                $statements[$key]['by'][] = $id;
            }
            foreach ($result['aspects'] as $name => $value) {
                if (null !== $value) {
                    $aspects[$name][] = ['value' => (float) $value, 'of' => $id];
                }
            }
            if (null !== $result['mark']) {
                $marks[] = ['value' => (float) $result['mark'], 'of' => $id];
            }
        }
        $flat = static function (array $byTick): array {
            ksort($byTick);

            return array_merge(...array_map(static function (array $row): array {
                ksort($row);

                return array_values($row);
            }, array_values($byTick)));
        };
        usort($statements, static fn (array $a, array $b): int => \count($b['by']) <=> \count($a['by']));

        return [
            'strokes' => $flat($strokes),
            'extras' => $flat($extras),
            'aspects' => $aspects,
            'marks' => $marks,
            'statements' => $statements,
        ];
    }

    /**
     * Beats of which the same is said stand together.
     *
     * @param array<string, list<string>> $said keys of what is said, by the id of their beat
     *
     * @return list<non-empty-list<string>> ids, the largest group first; among equals in the order of their first
     */
    public static function groups(array $said): array
    {
        $groups = [];
        foreach ($said as $id => $keys) {
            sort($keys);
            $groups[json_encode($keys, \JSON_THROW_ON_ERROR)][] = (string) $id;
        }
        usort($groups, static fn (array $a, array $b): int => \count($b) <=> \count($a));

        return $groups;
    }

    /**
     * Beats that have one statement in common, whatever else is said of them: only where that is more than one group.
     *
     * @param array<string, list<string>> $said keys of what is said, by the id of their beat
     *
     * @return array<string, non-empty-list<string>> ids by that key, the largest first
     */
    public static function sharing(array $said): array
    {
        $by = $whole = [];
        foreach ($said as $id => $keys) {
            foreach (array_unique($keys) as $key) {
                $by[$key][] = (string) $id;
                $whole[$key][json_encode($keys, \JSON_THROW_ON_ERROR)] = true;
            }
        }
        $by = array_filter(
            $by,
            static fn (array $ids, string $key): bool => \count($ids) > 1 && \count($whole[$key]) > 1,
            \ARRAY_FILTER_USE_BOTH,
        );
        uasort($by, static fn (array $a, array $b): int => \count($b) <=> \count($a));

        return $by;
    }

    /**
     * Between two attempts of one student.
     *
     * @param list<string> $before keys of what is said
     * @param list<string> $after
     *
     * @return array{
     *     gone: list<int>,
     *     still: list<int>,
     *     new: list<int>,
     * } indices: in what was said before for those gone, in what is said after for the others
     */
    public static function progress(array $before, array $after): array
    {
        return [
            'gone' => array_keys(array_diff($before, $after)),
            'still' => array_keys(array_intersect($after, $before)),
            'new' => array_keys(array_diff($after, $before)),
        ];
    }
}
