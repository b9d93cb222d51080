<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Status;

/**
 * What a class made of one target: how often each stroke was missed, where extras fall, how marks and aspects spread, and what is
 * said most. Every number is given as the list of those behind it.
 *
 * @phpstan-import-type Result from Comparison
 */
final readonly class ClassPicture
{
    /**
     * @param array<string, Result> $results result objects by the id of their beat
     *
     * @return array{strokes: list<array{instrument: string, tick: int, missed: list<string>, moved: list<string>}>, extras: list<array{instrument: string, tick: int, by: list<string>}>, aspects: array<string, list<array{value: float, of: string}>>, marks: list<array{value: float, of: string}>, statements: list<array{kind: string, text: string, by: list<string>}>}
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
                    $key = $pair['instrument'].' '.$pair['target'];
                    $strokes[$key] ??= ['instrument' => $pair['instrument'], 'tick' => $pair['target'], 'missed' => [], 'moved' => []];
                    match ($pair['status']) {
                        Status::Match->value => null,
                        Status::Missing->value => $strokes[$key]['missed'][] = $id,
                        default => $strokes[$key]['moved'][] = $id,
                    };
                }
                if (null !== $pair['submission'] && Status::Match->value !== $pair['status']) {
                    $key = $played.' '.$pair['submission'];
                    $extras[$key] ??= ['instrument' => $played, 'tick' => $pair['submission'], 'by' => []];
                    $extras[$key]['by'][] = $id;
                }
            }
            foreach ($result['statements'] as $statement) {
                $statements[$statement['text']] ??= ['kind' => $statement['kind'], 'text' => $statement['text'], 'by' => []];
                $statements[$statement['text']]['by'][] = $id;
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
        $place = static fn (array $a, array $b): int => $a['tick'] <=> $b['tick'] ?: $a['instrument'] <=> $b['instrument'];
        usort($strokes, $place);
        usort($extras, $place);
        usort($statements, static fn (array $a, array $b): int => \count($b['by']) <=> \count($a['by']) ?: $a['text'] <=> $b['text']);

        return ['strokes' => $strokes, 'extras' => $extras, 'aspects' => $aspects, 'marks' => $marks, 'statements' => $statements];
    }

    /**
     * Beats of which the same is said stand together.
     *
     * @param array<string, list<string>> $said the statements' sentences by the id of their beat
     *
     * @return list<array{statements: list<string>, of: list<string>}> the largest first; among equals in the order of their first
     */
    public static function groups(array $said): array
    {
        $groups = [];
        foreach ($said as $id => $sentences) {
            $key = $sentences;
            sort($key);
            $key = implode("\n", $key);
            $groups[$key] ??= ['statements' => $sentences, 'of' => []];
            $groups[$key]['of'][] = (string) $id;
        }
        usort($groups, static fn (array $a, array $b): int => \count($b['of']) <=> \count($a['of']));

        return $groups;
    }

    /**
     * Between two attempts of one student.
     *
     * @param list<string> $before sentences
     * @param list<string> $after
     *
     * @return array{gone: list<string>, still: list<string>, new: list<string>}
     */
    public static function progress(array $before, array $after): array
    {
        return [
            'gone' => array_values(array_diff($before, $after)),
            'still' => array_values(array_intersect($after, $before)),
            'new' => array_values(array_diff($after, $before)),
        ];
    }
}
