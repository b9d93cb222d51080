<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Api\Shape\Waiting;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Phrase;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\App\Security\Record;
use Pulsanda\App\Sound\SpokenAt;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Play\CameAbout;
use Pulsanda\Core\Play\HowItLay;
use Pulsanda\Core\Play\Timing;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** The Marking table: who has handed in, one attempt beside its target, the teacher's answer. A student reads what was returned. */
final readonly class MarkingController
{
    /** What a sentence to several students holds in place of a name. */
    public const NAME = '{name}';
    private const MOST_GROUP = 200;

    public function __construct(
        private Access $access,
        private ClassTable $table,
        private Answers $answers,
        private Judging $judging,
        private Waiting $waiting,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
        private Reader $reader,
        private SpokenAt $spoken,
    ) {
    }

    #[Route('/api/parts/{id}/marking', methods: 'GET')]
    public function list(string $id): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        // Asked first: what is judged between the two questions is only told as waiting once more, never as judged with what was before.
        $recomparing = $this->judging->progress([$part]);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::part($part),
            'parts' => Shapes::partNames($part->assignment),
            ...$this->table->of($part),
            'recomparing' => $recomparing,
        ]);
    }

    #[Route('/api/attempts/{id}', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        if ($this->access->teaches()) {
            return $this->toMark($this->access->taughtAttempt($id));
        }
        if (Uuid::isValid($id)) {
            $this->answers->open($id, $this->access->student());
        }

        return $this->returned($this->access->ownAttempt($id));
    }

    /** Keeps what the teacher has typed so far; the student does not see it yet. */
    #[Route('/api/attempts/{id}/feedback', methods: 'PUT')]
    public function save(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->markedAttempt($id);
        [$version, $write] = $this->answer($attempt, $request);
        if (null !== $attempt->feedback?->returnedAt) {
            throw new Conflict('This feedback is returned already; return it again to change it.');
        }

        return new JsonResponse(Shapes::feedback($this->answers->store($attempt, $version, $write)));
    }

    #[Route('/api/attempts/{id}/return', methods: 'POST')]
    public function giveBack(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->markedAttempt($id);
        [$version, $write, $mark] = $this->answer($attempt, $request);
        if (null === $mark) {
            throw InvalidInput::at('mark', 'give a mark before you return this.');
        }
        $sent = Body::of($request, ['version', 'mark', 'text', 'pins', 'correction']);
        self::checkFilled($sent->string('text'), self::NAME, '{place}', '{instrument}');
        $feedback = $this->answers->store($attempt, $version, $write, $this->access->teacher());

        return new JsonResponse(Shapes::feedback($feedback) + ['next' => $this->next($attempt->part, $attempt)]);
    }

    /** Whether a beat counts from when it was pressed without a connection, or from its arrival; `always` for all of the task. */
    #[Route('/api/attempts/{id}/press', methods: 'PUT')]
    public function acceptPress(string $id, Request $request): Response
    {
        $attempt = $this->access->markedAttempt($id);
        $fields = Body::of($request, ['accepted', 'always']);
        [$accepted, $always] = [$fields->bool('accepted', false), $fields->bool('always', false)];
        if (null === $attempt->pressedAt) {
            throw new Conflict('This beat was handed in with a connection, so there is only one time.');
        }
        $this->entities->wrapInTransaction(function () use ($attempt, $accepted, $always): void {
            $attempt->acceptPress($accepted);
            if ($always) {
                $attempt->part->assignment->trustPresses($accepted);
            }
            $this->record->now('accept-press', $this->access->teacher(), $attempt->id, ['accepted' => $accepted, 'always' => $always]);
        });

        return new Response(null, 204);
    }

    /** Takes a return back, until the student has opened it. */
    #[Route('/api/attempts/{id}/take-back', methods: 'POST')]
    public function takeBack(string $id): JsonResponse
    {
        $attempt = $this->access->markedAttempt($id);
        $this->answers->takeBack($attempt->part, [$attempt], $this->access->teacher());

        return new JsonResponse(Shapes::feedback($attempt->feedback));
    }

    /** One answer to several attempts: all are returned, or none. */
    #[Route('/api/parts/{id}/return-group', methods: 'POST')]
    public function giveBackAll(string $id, Request $request): JsonResponse
    {
        $part = $this->access->markedPart($id);
        $fields = Body::of($request, ['attempts', 'mark', 'text']);
        $text = $fields->text('text', Feedback::MOST_TEXT - 200);
        self::checkFilled($text, '{place}', '{instrument}');
        $given = self::mark($fields, $part);
        $answers = [];
        foreach ($this->attempts($part, $fields) as $attempt) {
            if (null !== $attempt->feedback?->returnedAt) {
                throw new Conflict(\sprintf('%s has an answer already; load the class again.', $attempt->student->name));
            }
            $mark = $given ?? (null === $attempt->suggested ? null : min($attempt->suggested, $part->points));
            if (null === $mark) {
                throw InvalidInput::at('mark', 'there is no suggested mark here; give one.');
            }
            $answers[] = [$attempt, $mark, self::withOwn($text, $attempt)];
        }
        $this->answers->giveBackAll($part, $answers, $this->access->teacher());

        return new JsonResponse(['returned' => \count($answers)]);
    }

    /**
     * A text for several, and under it what is written to this one alone.
     *
     * @throws InvalidInput where both together are too long
     */
    private static function withOwn(string $text, Attempt $attempt): string
    {
        [$all, $own] = str_replace(self::NAME, $attempt->student->given, [$text, $attempt->feedback->text ?? '']);
        // What was kept of the text itself is in it.
        $both = '' === $own || str_contains("\n$all\n", "\n$own\n") ? $all : ltrim("$all\n$own", "\n");
        if (mb_strlen($both) > Feedback::MOST_TEXT) {
            $name = $attempt->student->name;
            throw InvalidInput::at('text', "with what is written to $name alone, this is too long; shorten it.");
        }

        return $both;
    }

    /** One text added to the feedback of several attempts; each stays to be marked, with whatever else is said there. */
    #[Route('/api/parts/{id}/add-to-group', methods: 'POST')]
    public function addToAll(string $id, Request $request): JsonResponse
    {
        $part = $this->access->markedPart($id);
        $fields = Body::of($request, ['attempts', 'text']);
        $text = trim($fields->text('text', Feedback::MOST_TEXT - 200));
        if ('' === $text) {
            throw InvalidInput::at('text', 'this is empty; write something.');
        }
        self::checkFilled($text, '{place}', '{instrument}');
        $texts = array_map(
            static fn (Attempt $one): array => [$one, str_replace(self::NAME, $one->student->given, $text)],
            $this->attempts($part, $fields),
        );
        $this->answers->addToAll($texts);

        return new JsonResponse(['added' => \count($texts)]);
    }

    /** Takes the returns of several attempts back, until one of the students has opened it. */
    #[Route('/api/parts/{id}/take-back-group', methods: 'POST')]
    public function takeBackGroup(string $id, Request $request): JsonResponse
    {
        $part = $this->access->markedPart($id);
        $attempts = $this->attempts($part, Body::of($request, ['attempts']));
        $this->answers->takeBack($part, $attempts, $this->access->teacher());

        return new JsonResponse(['takenBack' => \count($attempts)]);
    }

    /** @return non-empty-list<Attempt> those that are named, all of this part, in their order */
    private function attempts(Part $part, Fields $fields): array
    {
        $ids = $fields->list('attempts', 1, self::MOST_GROUP);
        $uuids = array_map(static fn (mixed $id): ?Uuid => \is_string($id) && Uuid::isValid($id) ? Uuid::fromString($id) : null, $ids);
        $found = $this->entities->createQuery(
            'SELECT a, s, f FROM '.Attempt::class.' a JOIN a.student s LEFT JOIN a.feedback f WHERE a.part = :part AND a.id IN (:ids)',
        )
            ->setParameters(['part' => $part->id, 'ids' => array_map(strval(...), array_filter($uuids))])->getResult();
        $byId = [];
        foreach (\is_array($found) ? $found : [] as $attempt) {
            \assert($attempt instanceof Attempt);
            $byId[(string) $attempt->id] = $attempt;
        }
        $attempts = [];
        foreach ($uuids as $i => $id) {
            $attempts[] = $byId[(string) $id] ?? throw InvalidInput::at(
                "attempts[$i]",
                'this is no attempt of this part, or it stands here twice.',
            );
            unset($byId[(string) $id]);
        }
        \assert([] !== $attempts);

        return $attempts;
    }

    /** @throws InvalidInput for a phrase that was not filled in */
    private static function checkFilled(string $text, string ...$blanks): void
    {
        foreach ($blanks as $blank) {
            if (str_contains($text, $blank)) {
                throw InvalidInput::at('text', "the text still says $blank. Write what belongs there, or delete it.");
            }
        }
    }

    private static function mark(Fields $fields, Part $part): ?float
    {
        $mark = $fields->isNull('mark') ? null : $fields->number('mark');
        if (null !== $mark) {
            Range::check('mark', $mark, 0, $part->points);
        }

        return $mark;
    }

    /** @return array{int, \Closure(Feedback): void, float|null} the version that it rests on, what it writes, and the mark */
    private function answer(Attempt $attempt, Request $request): array
    {
        $fields = Body::of($request, ['version', 'mark', 'text', 'pins', 'correction']);
        $mark = self::mark($fields, $attempt->part);
        $text = $fields->text('text', Feedback::MOST_TEXT);
        $pins = $fields->has('pins') ? self::pins($fields, $attempt) : null;
        $correction = null;
        if (!$fields->isNull('correction')) {
            $correction = Body::pattern($fields, 'correction');
            try {
                $attempt->part->task()->check($correction);
            } catch (InvalidInput $error) {
                throw $error->under('correction');
            }
        }

        return [$fields->int('version'), static function (Feedback $feedback) use ($mark, $text, $pins, $correction, $fields): void {
            $feedback->write($mark, $text);
            if (null !== $pins) {
                $feedback->pin($pins);
            }
            if ($fields->has('correction')) {
                $feedback->correct($correction);
            }
        }, $mark];
    }

    /** @return list<array{instrument: string|null, from: int, to: int, text: string}> */
    private static function pins(Fields $fields, Attempt $attempt): array
    {
        $pins = [];
        $end = max($attempt->pattern->ticks(), $attempt->part->target()?->ticks() ?? 0);
        foreach ($fields->list('pins', 0, Feedback::MOST_PINS) as $i => $data) {
            $pin = Fields::of($data, "pins[$i]", ['instrument', 'from', 'to', 'text']);
            $text = $pin->text('text', Feedback::MOST_PIN_TEXT);
            if ('' === $text) {
                throw InvalidInput::at("pins[$i].text", 'this note is empty; write something, or delete it.');
            }
            [$from, $to] = [$pin->int('from'), $pin->int('to')];
            Range::check("pins[$i].from", $from, 0, $end - 1);
            Range::check("pins[$i].to", $to, $from + 1, $end);
            $instrument = $pin->isNull('instrument') ? null : PatternReader::instrument(
                $pin->string('instrument'),
                "pins[$i].instrument",
            )->value;
            $pins[] = ['instrument' => $instrument, 'from' => $from, 'to' => $to, 'text' => $text];
        }

        return $pins;
    }

    private function toMark(Attempt $attempt): JsonResponse
    {
        $part = $attempt->part;
        $before = $attempt->number < 2 ? null : $this->entities->getRepository(Attempt::class)->findOneBy(
            ['part' => $part, 'student' => $attempt->student, 'number' => $attempt->number - 1],
        );
        $phrases = $this->entities->getRepository(Phrase::class)->findBy(
            ['teacher' => $this->access->teacher()],
            ['text' => 'ASC'],
            Phrase::MOST,
        );

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::plannedPart($part),
            'music' => Shapes::music($this->reader->of($part->assignment->course), $part, $attempt->pattern),
            'student' => [
                'id' => (string) $attempt->student->id,
                'name' => $attempt->student->name,
                'firstName' => $attempt->student->given,
            ],
            'attempt' => Shapes::attempt($attempt),
            ...$this->judged($attempt),
            'suggested' => $attempt->suggested,
            'suggestedBefore' => $attempt->suggestedBefore,
            'before' => null === $before ? null : [
                'attempt' => Shapes::attempt($before),
                ...$this->judged($before),
                'feedback' => Shapes::feedback($before->feedback),
                'spoken' => $this->spoken->of($before),
                'progress' => $this->progress($before, $attempt),
            ],
            'feedback' => Shapes::feedback($attempt->feedback),
            'spoken' => $this->spoken->of($attempt),
            ...self::asPlayed($attempt),
            'phrases' => array_map(PhraseController::data(...), $phrases),
            'next' => $this->next($part, $attempt),
        ]);
    }

    /** @return array<string, mixed> how a beat was played, where it was, and how much of it a hand struck */
    private static function asPlayed(Attempt $attempt): array
    {
        $task = $attempt->part->task();
        $cameAbout = CameAbout::of($attempt->pattern, $task->start);

        return [
            'played' => Timing::isPlayed($attempt->pattern) ? HowItLay::of($attempt->pattern) : null,
            'cameAbout' => 0 === $cameAbout['struck'] && null === $task->freedom->played ? null : $cameAbout,
        ];
    }

    /** @return array<string, list<string>> what is gone, still there, and new since the attempt before, in words */
    private function progress(Attempt $before, Attempt $after): array
    {
        $voice = $this->reader->of($after->part->assignment->course);
        $said = ['gone' => $before->findings()->sentences($voice)];
        $said['still'] = $said['new'] = $after->findings()->sentences($voice);
        $progress = ClassPicture::progress($before->findings()->keys(), $after->findings()->keys());
        $words = [];
        foreach ($progress as $what => $indices) {
            $words[$what] = array_map(static fn (int $i): string => $said[$what][$i], $indices);
        }

        return $words;
    }

    /** @return array<string, mixed> how an attempt compares with its best target, what the others would give, and the requirements */
    private function judged(Attempt $attempt, bool $places = true): array
    {
        $best = $attempt->results[0] ?? null;
        $voice = $this->reader->of($attempt->part->assignment->course);

        return [
            'result' => Shapes::result($best, $voice),
            'target' => null === $best ? null : Shapes::pattern($attempt->part->targets[$best['target']] ?? null),
            'others' => array_map(
                static fn (array $one): array => [
                    'target' => $one['target'],
                    'mark' => $one['mark'],
                    'statements' => \count($one['statements']),
                ],
                \array_slice($attempt->results, 1),
            ),
            'checked' => Shapes::checked($attempt->checked, $attempt->pattern, $voice, $places),
        ];
    }

    private function returned(Attempt $attempt): JsonResponse
    {
        $may = Disclosure::of($attempt->part, $this->access->account(), $attempt);
        // A result names the target's places, so it stays here when the target is hidden.
        $judged = ($may->target ? [] : ['result' => null, 'target' => null, 'others' => []]) + $this->judged($attempt, $may->frames);
        if (!$may->mark) {
            $judged = ['result' => Shapes::withoutMark($judged['result']), 'others' => []] + $judged;
        }

        $more = 0;
        if ($attempt->part->task()->help->few) {
            $more = Shapes::statementsLeft($judged['result']);
            $judged['result'] = Shapes::withFewStatements($judged['result']);
        }

        return new JsonResponse([
            'assignment' => Shapes::assignment($attempt->part->assignment),
            'open' => $attempt->part->assignment->isOpen($this->clock->now()),
            'part' => Shapes::part($attempt->part),
            'music' => Shapes::music(
                $this->reader->of($attempt->part->assignment->course),
                $attempt->part,
                $attempt->pattern,
                $may->target,
            ),
            'attempt' => Shapes::attempt($attempt),
            ...($may->verdicts ? [] : ['checked' => null]) + $judged,
            'feedback' => $may->answer ? Shapes::feedback($attempt->feedback) : null,
            'spoken' => $may->answer ? $this->spoken->of($attempt) : ['teacher' => null, 'student' => null],
            'more' => $more,
            ...self::asPlayed($attempt),
        ]);
    }

    /** @return string|null the id of another student's newest attempt that waits for an answer, in the list's order, going round */
    private function next(Part $part, Attempt $current): ?string
    {
        $before = $after = [];
        $passed = false;
        foreach ($this->waiting->of($part) as ['student' => $student, 'attempt' => $attempt]) {
            if ($student === (string) $current->student->id) {
                $passed = true;
            } elseif (null !== $attempt) {
                $passed ? $after[] = $attempt : $before[] = $attempt;
            }
        }

        return [...$after, ...$before][0] ?? null;
    }
}
