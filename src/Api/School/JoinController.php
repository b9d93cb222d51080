<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\JoinCode;
use Pulsanda\App\Entity\Joining;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\School\JoinByCode;
use Pulsanda\App\School\KnownStudents;
use Pulsanda\App\Security\Access;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Joining a class by a code that is shown for an hour; the teacher lets in who stands before them. */
final readonly class JoinController
{
    private const HOUR = '+1 hour';

    public function __construct(
        private Access $access,
        private JoinByCode $join,
        private KnownStudents $known,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private RateLimiterFactory $joinLimiter,
    ) {
    }

    /** A new code; the one before is none any more. */
    #[Route('/api/courses/{id}/code', methods: 'POST')]
    public function show(string $id): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        $ends = $this->now()->modify(self::HOUR);
        // One statement, so that of two presses at once the later one counts.
        $this->entities->getConnection()->executeStatement(
            'INSERT INTO join_code (course_id, school_id, code, ends_at) VALUES (?, ?, ?, ?) '
                .'ON CONFLICT (course_id) DO UPDATE SET code = excluded.code, ends_at = excluded.ends_at',
            [(string) $course->id, (string) $course->school->id, JoinCode::make(), $ends->format(\DATE_ATOM)],
        );

        return $this->joining($id);
    }

    #[Route('/api/courses/{id}/code', methods: 'DELETE')]
    public function hide(string $id): Response
    {
        $course = $this->access->taughtCourse($id);
        $this->entities->getConnection()->delete('join_code', ['course_id' => (string) $course->id]);

        return new Response(null, 204);
    }

    /** The code in force, and who waits. */
    #[Route('/api/courses/{id}/joining', methods: 'GET')]
    public function joining(string $id): JsonResponse
    {
        $course = $this->access->taughtCourse($id);
        $code = $this->entities->find(JoinCode::class, $course);
        $waiting = $this->entities->getRepository(Joining::class)->findBy(['course' => $course], ['id' => 'ASC']);
        $names = array_map(static fn (Joining $one): string => $one->name, $waiting);
        $known = [] === $names ? [] : $this->known->named($names, $course, $this->access->account());

        return new JsonResponse([
            'code' => null !== $code && $code->endsAt > $this->now() ? $code->code : null,
            'endsAt' => $code?->endsAt->format(\DATE_ATOM),
            'waiting' => array_map(static fn (Joining $one): array => [
                'id' => (string) $one->id,
                'name' => $one->name,
                'signIn' => $one->signIn,
                'at' => $one->at->format(\DATE_ATOM),
                'hasAccount' => null !== $one->account,
                'known' => null === $one->account ? $known[$one->name] ?? [] : [],
            ], $waiting),
        ]);
    }

    /** By whoever has read the code: with a name and a password that they choose, or with the account that they have. */
    #[Route('/api/join', methods: 'POST')]
    public function join(Request $request): JsonResponse
    {
        // Only what fails is counted, so that two classes fit behind one address.
        $limiter = $this->joinLimiter->create((string) $request->getClientIp());
        TooOften::unlessLeft($limiter->consume(0));
        $fields = Body::of($request, ['code', 'name', 'signIn', 'password']);
        try {
            $code = $this->join->codeOf($fields->string('code'));
            $joining = $fields->has('signIn')
                ? $this->join->askAgain($code, $fields->string('signIn'), $fields->string('password'))
                : $this->join->ask($code, $fields->text('name', PersonName::MOST), $fields->string('password'));
        } catch (Conflict $refused) {
            $limiter->consume();
            throw $refused;
        }
        if (null === $joining) {
            $limiter->consume();
            throw new Conflict('This username and password do not go together. Check both and try again.');
        }

        return new JsonResponse(['signIn' => $joining->signIn, 'class' => $code->course->name], 201);
    }

    /** Lets somebody in who waits, or sends them away; `account` says who they are, where they have one already. */
    #[Route('/api/joining/{id}', methods: 'POST')]
    public function settle(string $id, Request $request): Response
    {
        $joining = Uuid::isValid($id) ? $this->entities->find(Joining::class, Uuid::fromString($id)) : null;
        $course = $this->access->workedCourse((string) ($joining->course->id ?? throw new NotFoundHttpException()));
        $fields = Body::of($request, ['in', 'account']);
        if (!$fields->bool('in', false)) {
            $this->join->sendAway($joining);

            return new Response(null, 204);
        }
        $same = Body::uuid($fields, 'account');
        $known = $this->known->named([$joining->name], $course, $this->access->account())[$joining->name] ?? [];
        if (null !== $same && !\in_array((string) $same, array_column($known, 'id'), true)) {
            throw new Conflict('This account is not theirs, or it is in the class already. Load the page again.');
        }
        $this->join->letIn($joining, null === $same ? null : $this->entities->find(Account::class, $same), $this->access->account());

        return new Response(null, 204);
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
