<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Plan\PartInput;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Phrase;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Recomparer;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\PatternReader;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** The Marking table: who has handed in, one attempt beside its target, the teacher's answer. A student reads what was returned. */
final readonly class MarkingController
{
    /** What a sentence to several students holds in place of a name. */
    public const NAME = '{name}';
    private const MOST_GROUP = 200;
    private const MOST_POLICIES = 24;

    public function __construct(private Access $access, private ClassTable $table, private Recomparer $recomparer, private EntityManagerInterface $entities, private ClockInterface $clock)
    {
    }

    #[Route('/api/parts/{id}/marking', methods: 'GET')]
    public function list(string $id): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $students = $this->table->students($part);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::part($part),
            'parts' => array_map(static fn (Part $one): array => ['id' => (string) $one->id, 'position' => $one->position], array_values($part->assignment->parts->toArray())),
            'students' => $students,
            'groups' => ClassTable::groups($students),
            'recomparing' => $this->recomparer->progress([$part]),
        ]);
    }

    #[Route('/api/attempts/{id}', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        return Role::Teacher === $this->access->account()->role ? $this->toMark($this->access->taughtAttempt($id)) : $this->returned($this->access->ownAttempt($id));
    }

    /** Keeps what the teacher has typed so far; the student does not see it yet. */
    #[Route('/api/attempts/{id}/feedback', methods: 'PUT')]
    public function save(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        if (null !== $attempt->feedback?->returnedAt) {
            throw new Conflict('This answer is returned already; return it again to change it.');
        }
        $feedback = $this->answer($attempt, $request);
        $this->entities->flush();

        return new JsonResponse(Shapes::feedback($feedback));
    }

    #[Route('/api/attempts/{id}/return', methods: 'POST')]
    public function giveBack(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $feedback = $this->answer($attempt, $request);
        if (null === $feedback->mark) {
            throw InvalidInput::at('mark', 'give a mark before you return this.');
        }
        $feedback->returnedAt = $this->clock->now();
        $this->entities->flush();

        return new JsonResponse(Shapes::feedback($feedback) + ['next' => $this->next($attempt->part, $attempt)]);
    }

    /** Takes a return back, within a minute. */
    #[Route('/api/attempts/{id}/take-back', methods: 'POST')]
    public function takeBack(string $id): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $this->takeBackAll([$attempt]);

        return new JsonResponse(Shapes::feedback($attempt->feedback));
    }

    /** One answer to several attempts: all are returned, or none. */
    #[Route('/api/parts/{id}/return-group', methods: 'POST')]
    public function giveBackAll(string $id, Request $request): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $fields = Body::of($request, ['attempts', 'mark', 'text']);
        $text = Body::text($fields, 'text', Feedback::MOST_TEXT - 200);
        $given = self::mark($fields, $part);
        $attempts = $this->attempts($part, $fields);
        foreach ($attempts as $i => $attempt) {
            if (null !== $attempt->feedback?->returnedAt) {
                throw new Conflict(\sprintf('%s has an answer already; load the class again.', $attempt->student->name));
            }
            $mark = $given ?? (null === $attempt->suggested ? null : min($attempt->suggested, $part->points));
            if (null === $mark) {
                throw InvalidInput::at('mark', 'there is no suggested mark here; give one.');
            }
            $feedback = $attempt->feedback ?? new Feedback($attempt->school, $attempt);
            [$feedback->mark, $feedback->text, $feedback->returnedAt] = [$mark, str_replace(self::NAME, $attempt->student->firstName(), $text), $this->clock->now()];
            $this->entities->persist($feedback);
        }
        $this->entities->flush();

        return new JsonResponse(['returned' => \count($attempts)]);
    }

    /** Takes the returns of several attempts back, within a minute. */
    #[Route('/api/parts/{id}/take-back-group', methods: 'POST')]
    public function takeBackGroup(string $id, Request $request): JsonResponse
    {
        $attempts = $this->attempts($this->access->taughtPart($id), Body::of($request, ['attempts']));
        $this->takeBackAll($attempts);

        return new JsonResponse(['takenBack' => \count($attempts)]);
    }

    /** What one attempt would get under other policies: nothing is stored. */
    #[Route('/api/attempts/{id}/weigh', methods: 'POST')]
    public function weigh(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $changed = clone $attempt->part;
        $marks = [];
        foreach (Body::of($request, ['policies'])->list('policies', 1, self::MOST_POLICIES) as $i => $data) {
            $changed->policy = PartInput::policy($data, "policies[$i]");
            $assessment = $changed->assess($attempt->pattern, $attempt->note);
            $result = $assessment->results[0] ?? null;
            $marks[] = ['mark' => $result['mark'] ?? null, 'aspects' => (object) ($result['aspects'] ?? []), 'said' => $assessment->said()];
        }

        return new JsonResponse(['marks' => $marks]);
    }

    /** @param list<Attempt> $attempts */
    private function takeBackAll(array $attempts): void
    {
        foreach ($attempts as $attempt) {
            if (null === $attempt->feedback?->returnedAt || $attempt->feedback->returnedAt->modify(Feedback::UNDO) < $this->clock->now()) {
                throw new Conflict('More than a minute has passed, so the student may have read it; change the answer and return it again.');
            }
        }
        foreach ($attempts as $attempt) {
            \assert(null !== $attempt->feedback);
            $attempt->feedback->returnedAt = null;
        }
        $this->entities->flush();
    }

    /** @return list<Attempt> those that are named, all of this part */
    private function attempts(Part $part, Fields $fields): array
    {
        $ids = $fields->list('attempts', 1, self::MOST_GROUP);
        $attempts = [];
        foreach ($ids as $i => $id) {
            $attempt = \is_string($id) ? $this->access->taughtAttempt($id) : null;
            if ($attempt?->part !== $part || \in_array($attempt, $attempts, true)) {
                throw InvalidInput::at("attempts[$i]", 'this is no attempt of this part, or it stands here twice.');
            }
            $attempts[] = $attempt;
        }

        return $attempts;
    }

    private static function mark(Fields $fields, Part $part): ?float
    {
        $mark = $fields->isNull('mark') ? null : $fields->number('mark');
        if (null !== $mark) {
            Range::check('mark', $mark, 0, $part->points);
        }

        return $mark;
    }

    private function answer(Attempt $attempt, Request $request): Feedback
    {
        $fields = Body::of($request, ['mark', 'text', 'pins', 'correction']);
        $mark = self::mark($fields, $attempt->part);
        $text = Body::text($fields, 'text', Feedback::MOST_TEXT);
        $pins = $fields->has('pins') ? self::pins($fields, $attempt) : null;
        $correction = null;
        if (!$fields->isNull('correction')) {
            try {
                $correction = PatternReader::fromData($fields->value('correction'));
                $attempt->part->freedom->check($correction, $attempt->part->start, $attempt->part->instruments);
            } catch (InvalidInput $error) {
                throw $error->under('correction');
            }
        }
        $feedback = $attempt->feedback ?? new Feedback($attempt->school, $attempt);
        [$feedback->mark, $feedback->text] = [$mark, $text];
        $feedback->pins = $pins ?? $feedback->pins;
        if ($fields->has('correction')) {
            $feedback->correction = $correction;
        }
        $this->entities->persist($feedback);

        return $feedback;
    }

    /** @return list<array{instrument: string|null, from: int, to: int, text: string}> */
    private static function pins(Fields $fields, Attempt $attempt): array
    {
        $pins = [];
        $end = max($attempt->pattern->ticks(), $attempt->part->target()?->ticks() ?? 0);
        foreach ($fields->list('pins', 0, Feedback::MOST_PINS) as $i => $data) {
            $pin = Fields::of($data, "pins[$i]", ['instrument', 'from', 'to', 'text']);
            $text = Body::text($pin, 'text', Feedback::MOST_PIN_TEXT);
            if ('' === $text) {
                throw InvalidInput::at("pins[$i].text", 'this note is empty; write something, or take it away.');
            }
            [$from, $to] = [$pin->int('from'), $pin->int('to')];
            Range::check("pins[$i].from", $from, 0, $end - 1);
            Range::check("pins[$i].to", $to, $from + 1, $end);
            $pins[] = ['instrument' => $pin->isNull('instrument') ? null : PatternReader::instrument($pin->string('instrument'), "pins[$i].instrument")->value, 'from' => $from, 'to' => $to, 'text' => $text];
        }

        return $pins;
    }

    private function toMark(Attempt $attempt): JsonResponse
    {
        $part = $attempt->part;
        $before = $attempt->number < 2 ? null : $this->entities->getRepository(Attempt::class)->findOneBy(['part' => $part, 'student' => $attempt->student, 'number' => $attempt->number - 1]);
        $phrases = $this->entities->getRepository(Phrase::class)->findBy(['teacher' => $this->access->teacher()], ['text' => 'ASC'], Phrase::MOST);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::plannedPart($part),
            'music' => Shapes::music($part, $attempt->pattern),
            'student' => ['id' => (string) $attempt->student->id, 'name' => $attempt->student->name, 'firstName' => $attempt->student->firstName()],
            'attempt' => Shapes::attempt($attempt),
            ...self::judged($attempt),
            'suggested' => $attempt->suggested,
            'before' => null === $before ? null : ['attempt' => Shapes::attempt($before), ...self::judged($before), 'feedback' => Shapes::feedback($before->feedback), 'progress' => ClassPicture::progress($before->said, $attempt->said)],
            'feedback' => Shapes::feedback($attempt->feedback),
            'phrases' => array_map(static fn (Phrase $one): array => ['id' => (string) $one->id, 'text' => $one->text], $phrases),
            'next' => $this->next($part, $attempt),
        ]);
    }

    /** @return array<string, mixed> how an attempt compares with its best target, what the others would give, and the requirements */
    private static function judged(Attempt $attempt): array
    {
        $best = $attempt->results[0] ?? null;

        return [
            'result' => $best,
            'target' => null === $best ? null : Shapes::pattern($attempt->part->targets[$best['target']] ?? null),
            'others' => array_map(static fn (array $one): array => ['target' => $one['target'], 'mark' => $one['mark'], 'statements' => \count($one['statements'])], \array_slice($attempt->results, 1)),
            'checked' => $attempt->checked,
        ];
    }

    private function returned(Attempt $attempt): JsonResponse
    {
        $back = null !== $attempt->feedback?->returnedAt;
        $seen = $back && TargetView::Seen === $attempt->part->view;
        // A result names the target's places, so it stays here when the target is hidden.
        $judged = $seen ? self::judged($attempt) : ['result' => null, 'target' => null, 'others' => [], 'checked' => $back ? $attempt->checked : null];

        return new JsonResponse([
            'assignment' => Shapes::assignment($attempt->part->assignment),
            'open' => $attempt->part->assignment->isOpen($this->clock->now()),
            'part' => Shapes::part($attempt->part),
            'music' => Shapes::music($attempt->part, $attempt->pattern, $seen),
            'attempt' => Shapes::attempt($attempt),
            ...$judged,
            'feedback' => $back ? Shapes::feedback($attempt->feedback) : null,
        ]);
    }

    /** @return string|null the id of another student's newest attempt that waits for an answer, in the list's order, going round */
    private function next(Part $part, Attempt $current): ?string
    {
        $before = $after = [];
        $passed = false;
        foreach ($this->table->students($part) as $student) {
            if ($student['id'] === (string) $current->student->id) {
                $passed = true;
            } elseif ([] !== $student['attempts'] && 'returned' !== $student['attempts'][0]['state']) {
                $passed ? $after[] = $student['attempts'][0]['id'] : $before[] = $student['attempts'][0]['id'];
            }
        }

        return [...$after, ...$before][0] ?? null;
    }
}
