<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shelf;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Shelf\Groove;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Shelf\ReadyTask;
use Pulsanda\Core\Shelf\ReadyTasks;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\TaskPlan;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Uid\Uuid;

/**
 * What stands on the Shelf for somebody. For a teacher: the grooves and tasks that ship, their own, and what others of the school
 * share. For a student: their own beats, and what their teachers let their classes take.
 *
 * A thing is known by a key: the id of a kept one, or "groove:" and "task:" with the name of one that ships.
 *
 * @phpstan-type Row array{
 *     id: string, version: int, title: string, listen: string, tags: string, level: int, shared: bool, glimpse: string, kind: string,
 *     parts: int, owner: string, mine: bool,
 * }
 */
final readonly class Shelf
{
    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Reader $reader,
    ) {
    }

    /** @return list<array<string, mixed>> own ones first, then what others share, then what ships */
    public function items(): array
    {
        $sharedWith = $this->sharedWith();
        $taught = $this->access->teaches();
        $phrases = $this->reader->phrases();
        $items = array_map(static fn (array $row): array => [
            'key' => $row['id'],
            'kind' => $row['kind'],
            'title' => $row['title'],
            'listen' => $row['listen'],
            'form' => '',
            'trains' => '',
            'introduction' => '',
            'tags' => json_decode($row['tags'], true, 8, \JSON_THROW_ON_ERROR),
            'level' => $row['level'],
            'lesson' => '',
            'owner' => $row['owner'],
            'mine' => $row['mine'],
            'shared' => $row['shared'],
            'sharedWith' => $taught ? $sharedWith[$row['id']] ?? [] : [],
            'parts' => $row['parts'],
            'version' => $row['version'],
            'glimpse' => json_decode($row['glimpse'], true, 16, \JSON_THROW_ON_ERROR),
        ], $this->rows());
        foreach (Grooves::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                $key = "groove:$groove->key";
                if ($taught || isset($sharedWith[$key])) {
                    $classes = $taught ? $sharedWith[$key] ?? [] : [];
                    $items[] = self::shipped($key, 'pattern', $groove, $lesson->key, $groove->pattern, $classes) + [
                        'title' => $groove->pattern->title,
                        'parts' => 1,
                        'listen' => $phrases->say("groove.$groove->key"),
                        'tags' => '' === $groove->from ? [] : [$phrases->say('from.'.Groove::keyOf($groove->from))],
                        'form' => '',
                        'trains' => '',
                        'introduction' => '',
                    ];
                }
            }
        }
        foreach ($taught ? ReadyTasks::all() : [] as $task) {
            $items[] = self::shipped("task:$task->key", 'task', $task, $task->lesson, self::first($task->plan), []) + [
                'title' => $task->plan->title,
                'parts' => \count($task->plan->parts),
                'listen' => $task->say('listen', $phrases),
                'tags' => [],
                'form' => $task->form,
                'trains' => $task->say('trains', $phrases),
                'introduction' => $task->say('introduction', $phrases),
            ];
        }

        return $items;
    }

    /** @throws NotFoundHttpException where it is not on the Shelf of the signed-in person */
    public function find(string $key): ShelfItem|Groove|ReadyTask
    {
        [$kind, $name] = explode(':', $key, 2) + ['', ''];
        $found = match ($kind) {
            'groove' => Grooves::find($name),
            'task' => $this->access->teaches() ? ReadyTasks::find($name) : null,
            default => Uuid::isValid($key) ? $this->entities->find(ShelfItem::class, Uuid::fromString($key)) : null,
        };
        if (null === $found || !($found instanceof ReadyTask || $this->mayTake($found, $key))) {
            throw new NotFoundHttpException();
        }

        return $found;
    }

    /** One that the signed-in person has kept. */
    public function own(string $id): ShelfItem
    {
        $kept = Uuid::isValid($id) ? $this->entities->find(ShelfItem::class, Uuid::fromString($id)) : null;

        return $kept?->owner === $this->access->account() ? $kept : throw new NotFoundHttpException();
    }

    /**
     * Puts things on the Shelf of somebody, all or none.
     *
     * @param list<ShelfItem> $things
     *
     * @throws Conflict where they do not fit
     */
    public function keep(Account $owner, array $things): void
    {
        $this->entities->wrapInTransaction(function () use ($owner, $things): void {
            // One at a time for one person, so that the count holds.
            $this->connection->executeQuery('SELECT 1 FROM account WHERE id = ? FOR NO KEY UPDATE', [(string) $owner->id]);
            $count = $this->connection->fetchOne('SELECT count(*) FROM shelf_item WHERE owner_id = ?', [(string) $owner->id]);
            $most = $owner->teaches() ? ShelfItem::MOST : ShelfItem::MOST_OWN;
            if (\is_int($count) && $count + \count($things) > $most) {
                throw new Conflict(\sprintf('Your shelf has room for %d and holds %d; take some off first.', $most, $count));
            }
            array_map($this->entities->persist(...), $things);
        });
    }

    /** @return list<array{string, Pattern}> the beats to look at and to hear, with their names */
    public static function beats(ShelfItem|Groove|ReadyTask $thing): array
    {
        $plan = $thing instanceof Groove ? null : $thing->plan;
        if (null !== $plan) {
            return array_map(static fn (PlanPart $part): array => [$part->name, self::shown($part)], $plan->parts);
        }

        return $thing instanceof ReadyTask || null === $thing->pattern ? [] : [['', $thing->pattern]];
    }

    /** The plan of a task, in the reader's language where it ships; null for a pattern. */
    public function plan(ShelfItem|Groove|ReadyTask $thing): ?TaskPlan
    {
        return match (true) {
            $thing instanceof Groove => null,
            $thing instanceof ReadyTask => $thing->planIn($this->reader->phrases()),
            default => $thing->plan,
        };
    }

    /** What is to be seen first of a task. */
    public static function first(TaskPlan $plan): Pattern
    {
        return self::shown($plan->parts[0]);
    }

    private static function shown(PlanPart $part): Pattern
    {
        return $part->task->targets[0] ?? $part->task->start;
    }

    private function mayTake(ShelfItem|Groove $found, string $key): bool
    {
        $account = $this->access->account();
        if ($found instanceof ShelfItem && $found->owner === $account) {
            return true;
        }
        if ($this->access->teaches()) {
            return $found instanceof Groove || ($found->shared && $found->school === $account->school);
        }

        return isset($this->sharedWith()[$key]);
    }

    /**
     * @param list<string> $classes that may take it
     *
     * @return array<string, mixed>
     */
    private static function shipped(
        string $key,
        string $kind,
        Groove|ReadyTask $one,
        string $lesson,
        Pattern $pattern,
        array $classes,
    ): array {
        return [
            'key' => $key,
            'kind' => $kind,
            'level' => $one->level,
            'lesson' => $lesson,
            'owner' => '',
            'mine' => false,
            'shared' => false,
            'sharedWith' => $classes,
            'version' => 0,
            'glimpse' => Glimpse::of($pattern),
        ];
    }

    /** @return list<Row> */
    private function rows(): array
    {
        $account = $this->access->account();
        $others = $this->access->teaches()
            ? 'SELECT id FROM shelf_item WHERE shared AND school_id = :school'
            : 'SELECT l.item_id FROM shared_item l JOIN enrolment e ON e.course_id = l.course_id WHERE e.student_id = :account';
        /** @var list<Row> $rows */
        $rows = $this->connection->fetchAllAssociative(<<<SQL
            SELECT k.id, k.version, k.title, k.listen, k.tags, k.level, k.shared, k.glimpse,
                CASE WHEN k.plan IS NULL THEN 'pattern' ELSE 'task' END AS kind,
                coalesce(json_array_length(k.plan -> 'parts'), 1) AS parts, a.name AS owner, k.owner_id = :account AS mine
            FROM shelf_item k JOIN account a ON a.id = k.owner_id
            WHERE k.id IN (SELECT id FROM shelf_item WHERE owner_id = :account UNION $others)
            ORDER BY k.owner_id = :account DESC, k.id DESC
            SQL, ['account' => (string) $account->id, 'school' => (string) $account->school->id]);

        return $rows;
    }

    /** @return array<string, list<string>> the classes of the signed-in person that may take a thing, by its key */
    private function sharedWith(): array
    {
        $courses = $this->access->teaches()
            ? 'SELECT t.course_id FROM teaching t JOIN course c ON c.id = t.course_id WHERE t.account_id = ? AND c.archived_at IS NULL'
            : 'SELECT course_id FROM enrolment WHERE student_id = ?';
        /** @var list<array{key: string, course: string}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            "SELECT coalesce(item_id::text, 'groove:' || groove) AS key, course_id AS course FROM shared_item "
                ."WHERE course_id IN ($courses)",
            [(string) $this->access->account()->id],
        );
        $sharedWith = [];
        foreach ($rows as ['key' => $key, 'course' => $course]) {
            $sharedWith[$key][] = $course;
        }

        return $sharedWith;
    }
}
