<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\School\OneRoster;
use Pulsanda\Core\Say\Phrases;

/**
 * A marks table for other programs: as a table, and as the results of a OneRoster 1.2 CSV set.
 *
 * @phpstan-import-type Column from TermTable
 * @phpstan-import-type Line from TermTable
 */
final readonly class TermFile
{
    /**
     * @param array{parts: list<Column>, students: list<Line>} $term
     *
     * @return non-empty-list<non-empty-list<string|int|float|null>> with headings for its reader; marks are bare numbers
     */
    public static function table(array $term, Phrases $words): array
    {
        $say = static fn (string $key): string => $words->say("export.$key");
        $head = array_map($say, ['student', 'family', 'given', 'username', 'id']);
        foreach ($term['parts'] as $part) {
            $name = '' !== $part['name'] ? $part['name'] : $words->say('export.part', ['number' => (string) $part['position']]);
            $title = 1 < $part['parts'] ? "{$part['title']}, $name" : $part['title'];
            $head[] = $words->say('export.of', ['title' => $title, 'points' => (string) $part['points']]);
        }
        $table = [[...$head, ...array_map($say, ['percent', 'withMissing', 'missing', 'late', 'excused'])]];
        foreach ($term['students'] as $line) {
            [$given, $family] = PersonName::parts($line['name'], $line['given'], $line['family']);
            $row = [$line['name'], $family, $given, $line['signIn'], $line['source']];
            foreach ($line['cells'] as $cell) {
                $row[] = $cell['mark'] ?? ('open' === $cell['state'] ? '' : $say("state.{$cell['state']}"));
            }
            $table[] = [
                ...$row, self::percent($line['share']), self::percent($line['withMissing']), $line['missing'], $line['lateCount'],
                $line['excused'],
            ];
        }

        return $table;
    }

    /**
     * @param array{parts: list<Column>, students: list<Line>} $term
     * @param string                                           $today  such as "2026-12-01"
     * @param array<string, string>                            $people the id of another system by account
     * @param array<string, string>                            $dates  when a task was published, and a beat returned or handed in, by id
     *
     * @return array<string, list<array<string, string|int|float|null>>>
     *
     * @see OneRoster the files that these stand beside
     */
    public static function oneRoster(array $term, Course $course, string $today, array $people, array $dates): array
    {
        $items = $results = $titles = [];
        $class = $course->source ?? (string) $course->id;
        foreach ($term['parts'] as $part) {
            $title = trim($part['title'].' '.$part['name']);
            $same = $titles[$title] = ($titles[$title] ?? 0) + 1;
            $assigned = $dates[$part['id']] ?? $today;
            $items[$part['id']] = [
                'sourcedId' => $part['id'], 'title' => 1 < $same ? "$title ($same)" : $title,
                'assignDate' => $assigned, 'dueDate' => max($assigned, substr($part['dueAt'] ?? $assigned, 0, 10)),
                'classSourcedId' => $class, 'categorySourcedId' => 'beats', 'resultValueMin' => 0,
                'resultValueMax' => $part['points'], 'schoolSourcedId' => (string) $course->school->id,
            ];
        }
        foreach ($term['students'] as $line) {
            foreach ($line['cells'] as $cell) {
                // Students who have left the class are not in the set.
                if ($line['left'] || 'open' === $cell['state']) {
                    continue;
                }
                $results[] = [
                    'sourcedId' => "{$cell['partId']}-{$line['id']}", 'lineItemSourcedId' => $cell['partId'],
                    'studentSourcedId' => $people[$line['id']] ?? $line['id'],
                    'scoreStatus' => match ($cell['state']) {
                        'marked' => 'fully graded',
                        'handed-in' => 'submitted',
                        'excused' => 'exempt',
                        default => 'not submitted',
                    },
                    'score' => $cell['mark'], 'scoreDate' => $dates[$cell['attemptId'] ?? ''] ?? $today, 'classSourcedId' => $class,
                    'inProgress' => 'false', 'incomplete' => 'false', 'late' => $cell['late'] > 0 ? 'true' : 'false',
                    'missing' => 'missing' === $cell['state'] ? 'true' : 'false',
                ];
            }
        }

        return [
            'categories' => [['sourcedId' => 'beats', 'title' => 'Beats', 'weight' => 100]],
            'lineItems' => array_values($items),
            'results' => $results,
        ];
    }

    private static function percent(?float $share): ?float
    {
        return null === $share ? null : round(100 * $share, 1);
    }
}
