<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shelf;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Api\Shape\Music;
use Pulsanda\App\Api\Shape\Notated;
use Pulsanda\App\Api\Shape\OnPaper;
use Pulsanda\App\Api\Shape\TaughtClasses;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\SharedItem;
use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Shelf\Groove;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Shelf\Lesson;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\TaskPlan;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Shelf: patterns and tasks to keep and to use again. */
final readonly class ShelfController
{
    public function __construct(
        private Access $access,
        private Shelf $shelf,
        private TaughtClasses $classes,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Reader $reader,
    ) {
    }

    #[Route('/api/shelf', methods: 'GET')]
    public function list(): JsonResponse
    {
        $phrases = $this->reader->phrases();

        return new JsonResponse([
            'lessons' => array_map(static fn (Lesson $one): array => [
                'key' => $one->key,
                'name' => $phrases->say("lesson.$one->key.name"),
                'teaches' => $phrases->say("lesson.$one->key.teaches"),
            ], Grooves::lessons()),
            'courses' => array_map(
                static fn (Course $one): array => ['id' => (string) $one->id, 'name' => $one->name],
                $this->access->teaches() ? $this->courses() : [],
            ),
            'items' => $this->shelf->items(),
        ]);
    }

    /** The beats of a thing, to look at, to hear and to take; of a task all that it asks too, for teachers. */
    #[Route('/api/shelf/{key}', methods: 'GET', requirements: ['key' => '(groove:|task:)?[a-z0-9-]+'])]
    public function show(string $key): JsonResponse
    {
        $thing = $this->shelf->find($key);
        $style = $this->counting();

        return new JsonResponse([
            'key' => $key,
            'version' => $thing instanceof ShelfItem ? $thing->version : 0,
            'counting' => $style->value,
            'beats' => array_map(fn (array $beat): array => [
                'name' => $beat[0],
                'pattern' => PatternWriter::toData($beat[1]),
                'music' => Music::of(
                    $beat[1]->meter,
                    $beat[1]->swing,
                    max(1, ...array_map(static fn (Section $one): int => $one->bars, $beat[1]->sections)),
                    $this->reader->counting($style),
                ),
                'staff' => Notated::of($beat[1]),
            ], Shelf::beats($thing)),
            'plan' => $this->shelf->plan($thing)?->toData(),
        ]);
    }

    /** The beats of a thing for paper. */
    #[Route('/api/paper/shelf/{key}', methods: 'GET', requirements: ['key' => '(groove:|task:)?[a-z0-9-]+'])]
    public function paper(string $key, Request $request): JsonResponse
    {
        $thing = $this->shelf->find($key);
        [$title, $words] = match (true) {
            $thing instanceof ShelfItem => [$thing->title, $thing->plan->brief ?? $thing->listen],
            $thing instanceof Groove => [$thing->pattern->title, $this->reader->phrases()->say("groove.$thing->key")],
            default => [$thing->plan->title, $this->shelf->plan($thing)->brief ?? ''],
        };
        $beats = array_map(static fn (array $beat): array => ['', $beat[1], []], Shelf::beats($thing));

        return OnPaper::of($request, $this->reader, $title, '', $words, '', $this->counting(), $beats);
    }

    /** Keeps a pattern, a plan, or an assignment with all its parts. */
    #[Route('/api/shelf', methods: 'POST')]
    public function keep(Request $request): JsonResponse
    {
        $account = $this->access->account();
        $most = $this->access->teaches() ? Document::MOST_BYTES : Body::MOST_BEAT;
        $fields = Body::of($request, [...ShelfItemInput::KEYS, 'pattern', 'plan', 'assignmentId'], $most);
        $input = ShelfItemInput::of($fields);
        if ($fields->has('pattern')) {
            $pattern = Body::pattern($fields)->titled($input->title);
            $kept = ShelfItem::pattern($account, $pattern, Glimpse::of($pattern));
        } else {
            $this->access->teacher();
            $plan = $fields->has('assignmentId')
                ? self::planOf($this->access->taughtAssignment($fields->string('assignmentId')))
                : TaskPlan::of(Fields::of($fields->value('plan'), 'plan', TaskPlan::KEYS));
            $kept = ShelfItem::task($account, $plan, Glimpse::of(Shelf::first($plan)));
        }
        $input->describe($kept, $this->access->teaches());
        $this->shelf->keep($account, [$kept]);

        return new JsonResponse(['key' => (string) $kept->id, 'version' => $kept->version], 201);
    }

    /** The version sent is the one that the changes rest on; if another tab has saved since, nothing is overwritten. */
    #[Route('/api/shelf/{key}', methods: 'PUT')]
    public function change(string $key, Request $request): JsonResponse
    {
        $kept = $this->shelf->own($key);
        $fields = Body::of($request, ['version', ...ShelfItemInput::KEYS, 'pattern'], Body::MOST_BEAT);
        $version = $fields->int('version');
        $input = ShelfItemInput::of($fields);
        $pattern = $fields->has('pattern') ? Body::pattern($fields)->titled($input->title) : null;
        if (null !== $pattern && null !== $kept->plan) {
            throw InvalidInput::at('pattern', 'this is a task; it has parts, and no pattern of its own.');
        }
        $this->entities->wrapInTransaction(function () use ($kept, $version, $input, $pattern): void {
            $this->entities->refresh($kept, LockMode::PESSIMISTIC_WRITE);
            $was = self::said($kept, $kept->pattern);
            $wasShared = $kept->shared;
            $input->describe($kept, $this->access->teaches());
            if ($wasShared && !$kept->shared) {
                // Others have lent it to their classes, and would not find it any more to end that.
                $this->entities->getConnection()->executeStatement(
                    'DELETE FROM shared_item WHERE item_id = ? AND course_id NOT IN (SELECT course_id FROM teaching WHERE account_id = ?)',
                    [(string) $kept->id, (string) $this->access->account()->id],
                );
            }
            if ($was === self::said($kept, $pattern ?? $kept->pattern)) {
                return; // what is sent again is no second hand
            }
            if ($kept->version !== $version) {
                $this->entities->refresh($kept);
                throw new Conflict('This was changed in another tab or on another device; choose which one to keep.', ['kept' => [
                    'version' => $kept->version,
                    'title' => $kept->title,
                    'listen' => $kept->listen,
                    'tags' => $kept->tags,
                    'level' => $kept->level,
                    'shared' => $kept->shared,
                    'pattern' => null === $kept->pattern ? null : PatternWriter::toData($kept->pattern),
                ]]);
            }
            if (null !== $pattern) {
                $kept->put($pattern, Glimpse::of($pattern));
            }
            $kept->changed();
        });

        return new JsonResponse(['key' => (string) $kept->id, 'version' => $kept->version]);
    }

    #[Route('/api/shelf/{key}', methods: 'DELETE')]
    public function remove(string $key): Response
    {
        $this->entities->remove($this->shelf->own($key));
        $this->entities->flush();

        return new Response(null, 204);
    }

    /** Which of the teacher's classes may take a pattern. */
    #[Route('/api/shelf/{key}/classes', methods: 'PUT', requirements: ['key' => '(groove:)?[a-z0-9-]+'])]
    public function lend(string $key, Request $request): JsonResponse
    {
        $this->access->teacher();
        $thing = $this->shelf->find($key);
        if (!$thing instanceof Groove && !($thing instanceof ShelfItem && null !== $thing->pattern)) {
            throw new Conflict('A class can take patterns; a task is set to it.');
        }
        [$mine, $courses] = [$this->classes->all(), $this->classes->chosen($request)];
        $this->entities->wrapInTransaction(function () use ($thing, $courses, $mine): void {
            $of = $thing instanceof Groove ? ['groove' => $thing->key] : ['item' => $thing];
            foreach ($mine as $course) {
                $this->entities->lock($course, LockMode::PESSIMISTIC_WRITE);
                $known = $this->entities->getRepository(SharedItem::class)->findOneBy(['course' => $course] + $of);
                $wanted = \in_array($course, $courses, true);
                if (null === $known && $wanted) {
                    $this->entities->persist(new SharedItem($course->school, $course, $of['item'] ?? null, $of['groove'] ?? null));
                } elseif (null !== $known && !$wanted) {
                    $this->entities->remove($known);
                }
            }
        });

        return new JsonResponse(['sharedWith' => array_map(static fn (Course $one): string => (string) $one->id, $courses)]);
    }

    /** Makes an assignment of a task, with all its parts, for a class; only its teacher sees it until it is published. */
    #[Route('/api/shelf/{key}/assignment', methods: 'POST', requirements: ['key' => '(task:)?[a-z0-9-]+'])]
    public function assign(string $key, Request $request): JsonResponse
    {
        $course = $this->access->workedCourse(Body::of($request, ['courseId'])->string('courseId'));
        $thing = $this->shelf->find($key);
        $plan = $this->shelf->plan($thing);
        if (null === $plan) {
            throw new Conflict('This is a pattern; use it in a task as target, starting beat or frame.');
        }
        $assignment = new Assignment($course->school, $course, \DateTimeImmutable::createFromInterface($this->clock->now()));
        foreach ($plan->parts as $part) {
            $assignment->add($part->task, $part->waits)->describe($part->name, $part->brief);
        }
        $assignment->describe($plan->title, $plan->brief, null);
        $this->entities->persist($assignment);
        $this->entities->flush();

        return new JsonResponse(['id' => (string) $assignment->id], 201);
    }

    /** The whole shelf of the signed-in person, as a zip of open files. */
    #[Route('/api/shelf-file', methods: 'GET')]
    public function file(): Response
    {
        $own = $this->entities->getRepository(ShelfItem::class)->findBy(['owner' => $this->access->account()], ['id' => 'ASC']);
        if ([] === $own) {
            throw new Conflict('There is nothing of your own on the shelf yet.');
        }

        return new Response(ShelfFile::write($own), 200, [
            'Content-Type' => 'application/zip',
            'Content-Disposition' => 'attachment; filename="shelf.zip"',
        ]);
    }

    /** Takes a zip of a shelf in, all of it or nothing; what is there already stays once. */
    #[Route('/api/shelf-file', methods: 'POST')]
    public function bring(Request $request): JsonResponse
    {
        $account = $this->access->account();
        $teaches = $this->access->teaches();
        $known = [];
        foreach ($this->entities->getRepository(ShelfItem::class)->findBy(['owner' => $account]) as $kept) {
            $known[self::said($kept, $kept->pattern)] = true;
        }
        $new = $twice = [];
        foreach (ShelfFile::read($request->getContent(), $account, $teaches) as $kept) {
            $said = self::said($kept, $kept->pattern);
            isset($known[$said]) ? $twice[] = $kept : $new[] = $kept;
            $known[$said] = true;
        }
        $this->shelf->keep($account, $new);

        return new JsonResponse(['kept' => \count($new), 'twice' => \count($twice)], 201);
    }

    /** All that makes a kept thing what it is. */
    private static function said(ShelfItem $kept, ?Pattern $pattern): string
    {
        return json_encode([
            $kept->title, $kept->listen, $kept->tags, $kept->level, $kept->shared,
            null === $pattern ? null : PatternWriter::toData($pattern), $kept->plan?->toData(),
        ], \JSON_THROW_ON_ERROR);
    }

    private static function planOf(Assignment $assignment): TaskPlan
    {
        $parts = array_map(static fn (Part $part): PlanPart => $part->planned(), $assignment->parts());

        return new TaskPlan(
            $assignment->title,
            $assignment->brief,
            [] === $parts ? throw new Conflict('This assignment has no part, so there is nothing to save.') : $parts,
        );
    }

    /** @return list<Course> that are not archived, of a teacher with those shared with them; or all of a student */
    private function courses(): array
    {
        return $this->access->teaches() ? $this->classes->all() : array_map(
            static fn (Enrolment $one): Course => $one->course,
            $this->entities->getRepository(Enrolment::class)->findBy(['student' => $this->access->account()]),
        );
    }

    private function counting(): CountingStyle
    {
        return ($this->courses()[0] ?? null)->counting ?? CountingStyle::Syllables;
    }
}
