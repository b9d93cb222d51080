<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Colleague;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\SheetStyle;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Tag;
use Pulsanda\App\School\Enrolments;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** What is settled for a whole class: how it counts, who shares it, when its year is over, and how the next begins. */
final readonly class CourseController
{
    private const MOST_COLLEAGUES = 10;
    /** Days by which tasks may be shifted: three years. */
    private const MOST_DAYS = 1100;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
        private Enrolments $enrolments,
    ) {
    }

    /** How it counts, is drawn, taught and called, when it meets, and whether it is archived; what is left out stays. */
    #[Route('/api/courses/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $fields = Body::of($request, ['counting', 'sheet', 'language', 'name', 'year', 'lesson', 'archived']);
        $course = $fields->has('archived') ? $this->access->ownCourse($id) : $this->access->workedCourse($id);
        $this->entities->wrapInTransaction(function () use ($course, $fields): void {
            $this->entities->refresh($course, LockMode::PESSIMISTIC_WRITE);
            if ($fields->has('archived') && $fields->bool('archived', false) !== (null !== $course->archivedAt)) {
                null === $course->archivedAt ? $course->archive($this->now()) : $course->restore();
                $what = null === $course->archivedAt ? 'restore-class' : 'archive';
                $this->record->now($what, $this->access->account(), $course->id);
            }
            if ([] !== array_filter(['counting', 'sheet', 'language', 'name', 'lesson'], $fields->has(...))) {
                Access::current($course);
            }
            if ($fields->has('counting')) {
                $course->count(self::counting($fields));
            }
            if ($fields->has('sheet')) {
                $sheet = Fields::of($fields->value('sheet'), 'sheet', ['likeStaff', 'values']);
                $course->drawSheets(new SheetStyle($sheet->bool('likeStaff', false), $sheet->bool('values', false)));
            }
            if ($fields->has('language')) {
                $course->speak($fields->isNull('language') ? null : self::language($fields)->value);
            }
            if ($fields->has('name')) {
                [$name, $year] = self::name($fields);
                $course->call($name, $year);
            }
            if ($fields->has('lesson')) {
                $course->meet(self::lesson($fields));
            }
        });

        return new JsonResponse(['id' => (string) $course->id, 'name' => $course->name, 'counting' => $course->counting->value]);
    }

    /** Deletes a class in which there is nothing: nobody is or was in it, and it has no task. */
    #[Route('/api/courses/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $course = $this->access->ownCourse($id);
        $this->entities->wrapInTransaction(function () use ($course, $id): void {
            $this->entities->refresh($course, LockMode::PESSIMISTIC_WRITE);
            $connection = $this->entities->getConnection();
            $used = $connection->fetchOne(
                'SELECT EXISTS (SELECT 1 FROM enrolment WHERE course_id = :id) '
                    .'OR EXISTS (SELECT 1 FROM past_enrolment WHERE course_id = :id) '
                    .'OR EXISTS (SELECT 1 FROM assignment WHERE course_id = :id)',
                ['id' => $id],
            );
            if (false !== $used) {
                throw new Conflict("\"$course->name\" isn’t empty, so it can’t be deleted. Archive it instead.");
            }
            foreach (['colleague', 'shared_item', 'joining', 'join_code', 'own_column'] as $table) {
                $connection->delete($table, ['course_id' => $id]);
            }
            $this->entities->remove($course);
            $this->record->now('delete-class', $this->access->account(), $course->id);
        });

        return new Response(null, 204);
    }

    /** With whom a class is shared: those who are named, and nobody else. */
    #[Route('/api/courses/{id}/colleagues', methods: 'PUT')]
    public function share(string $id, Request $request): Response
    {
        $course = $this->access->ownCourse($id);
        $colleagues = [];
        foreach (Body::of($request, ['colleagues'])->list('colleagues', 0, self::MOST_COLLEAGUES) as $i => $one) {
            $account = \is_string($one) && Uuid::isValid($one) ? $this->entities->find(Account::class, Uuid::fromString($one)) : null;
            if (null === $account || $account->school !== $course->school || !$account->teaches() || $account === $course->teacher) {
                throw InvalidInput::at("colleagues[$i]", 'this is no other teacher of the school; choose one of the list.');
            }
            $colleagues[(string) $account->id] = $account;
        }
        $this->entities->wrapInTransaction(function () use ($course, $colleagues): void {
            foreach ($this->entities->getRepository(Colleague::class)->findBy(['course' => $course]) as $there) {
                if (isset($colleagues[(string) $there->account->id])) {
                    unset($colleagues[(string) $there->account->id]);
                } else {
                    $this->entities->remove($there);
                }
            }
            foreach ($colleagues as $account) {
                $this->entities->persist(new Colleague($course, $account, $course->school));
            }
            $this->record->now('share-class', $this->access->account(), $course->id);
        });

        return new Response(null, 204);
    }

    /** Takes a student into another class; what they have handed in stays theirs, and in the marks of the class that they leave. */
    #[Route('/api/courses/{id}/students/{student}/move', methods: 'POST')]
    public function move(string $id, string $student, Request $request): Response
    {
        $from = $this->access->workedCourse($id);
        $to = $this->access->workedCourse(Body::of($request, ['to'])->string('to'));
        $this->enrolments->move($this->access->everIn($student, $from), $from, $to, $this->access->account());

        return new Response(null, 204);
    }

    /**
     * The class of the next year: with the same teacher, colleagues, counting and sheets; its students and tasks where that is wanted.
     * Tasks come as drafts, their times so many days later, at the same time of the school's day.
     */
    #[Route('/api/courses/{id}/next', methods: 'POST')]
    public function next(string $id, Request $request): JsonResponse
    {
        $course = $this->access->ownCourse($id);
        $fields = Body::of($request, ['name', 'year', 'students', 'tasks', 'days', 'archive']);
        [$name, $year] = self::name($fields);
        $days = self::days($fields);
        $next = new Course($course->school, $course->teacher, $name, $course->counting, $year);
        $this->entities->wrapInTransaction(function () use ($course, $next, $fields, $days): void {
            // Of two presses at once, the second finds the class of the first.
            $this->entities->refresh($course, LockMode::PESSIMISTIC_WRITE);
            $same = ['school' => $course->school, 'teacher' => $course->teacher, 'name' => $next->name, 'year' => $next->year];
            if (null !== $this->entities->getRepository(Course::class)->findOneBy($same)) {
                $there = trim("There is a class \"$next->name\" already: $next->year");
                throw new Conflict("$there. Give the new one another name or year.");
            }
            $next->meet($course->lesson());
            $next->drawSheets($course->sheet);
            $next->speak($course->language);
            $this->entities->persist($next);
            foreach ($this->entities->getRepository(Colleague::class)->findBy(['course' => $course]) as $one) {
                $this->entities->persist(new Colleague($next, $one->account, $next->school));
            }
            if ($fields->bool('students', true)) {
                foreach ($this->entities->getRepository(Enrolment::class)->findBy(['course' => $course]) as $one) {
                    $this->entities->persist(new Enrolment($next->school, $next, $one->student));
                }
            }
            if ($fields->bool('tasks', true)) {
                $tasks = $this->entities->getRepository(Assignment::class)->findBy(['course' => $course], ['createdAt' => 'ASC']);
                foreach ($tasks as $one) {
                    $this->entities->persist($one->copyTo($next, $days, $this->now()));
                }
            }
            if ($fields->bool('archive', true)) {
                $course->archive($this->now());
            }
            $this->record->now('next-year', $this->access->account(), $next->id);
        });

        return new JsonResponse(['id' => (string) $next->id], 201);
    }

    /** The same assignment for another class, or once more for this one: a draft, so many days later. */
    #[Route('/api/assignments/{id}/copy', methods: 'POST')]
    public function copy(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $fields = Body::of($request, ['courseId', 'days']);
        $copy = $assignment->copyTo($this->access->workedCourse($fields->string('courseId')), self::days($fields), $this->now());
        $this->entities->wrapInTransaction(function () use ($copy): void {
            $this->entities->persist($copy);
            $this->record->now('copy-task', $this->access->account(), $copy->id);
        });

        return new JsonResponse(['id' => (string) $copy->id], 201);
    }

    /** @throws InvalidInput */
    private static function language(Fields $fields): Tag
    {
        return Tag::tryFrom($fields->string('language'))
            ?? throw InvalidInput::at('language', 'choose one of '.implode(', ', array_column(Tag::cases(), 'value')).'.');
    }

    public static function counting(Fields $fields): CountingStyle
    {
        return CountingStyle::tryFrom($fields->string('counting'))
            ?? throw InvalidInput::at('counting', 'this must be "steps", "syllables" or "bar-beat".');
    }

    /** @return array{day: int, time: string}|null */
    private static function lesson(Fields $fields): ?array
    {
        if ($fields->isNull('lesson')) {
            return null;
        }
        $lesson = Fields::of($fields->value('lesson'), 'lesson', ['day', 'time']);
        $day = $lesson->int('day');
        Range::check('lesson.day', $day, 1, 7);
        $time = $lesson->string('time');
        if (1 !== preg_match('/^(?:[01]\d|2[0-3]):[0-5]\d$/D', $time)) {
            throw InvalidInput::at('lesson.time', 'this must be a time of day such as "14:30".');
        }

        return ['day' => $day, 'time' => $time];
    }

    /** @return array{string, string} name and year */
    private static function name(Fields $fields): array
    {
        $name = PersonName::read('name', $fields->string('name'));

        return [$name, $fields->has('year') ? trim($fields->text('year', 20)) : ''];
    }

    private static function days(Fields $fields): int
    {
        $days = $fields->int('days', 0);
        Range::check('days', $days, -self::MOST_DAYS, self::MOST_DAYS);

        return $days;
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
