<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\JoinCode;
use Pulsanda\App\Entity\Joining;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
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
        private Roster $roster,
        private Passwords $passwords,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
        private RateLimiterFactory $joinLimiter,
    ) {
    }

    /** A new code; the one before is none any more. */
    #[Route('/api/courses/{id}/code', methods: 'POST')]
    public function show(string $id): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        $this->end($course);
        $this->entities->persist(new JoinCode($course, $course->school, JoinCode::make(), $this->now()->modify(self::HOUR)));
        $this->entities->flush();

        return $this->joining($id);
    }

    #[Route('/api/courses/{id}/code', methods: 'DELETE')]
    public function hide(string $id): Response
    {
        $this->end($this->access->taughtCourse($id));

        return new Response(null, 204);
    }

    /** The code that holds, and who waits. */
    #[Route('/api/courses/{id}/joining', methods: 'GET')]
    public function joining(string $id): JsonResponse
    {
        $course = $this->access->taughtCourse($id);
        $code = $this->entities->find(JoinCode::class, $course);
        $waiting = $this->entities->getRepository(Joining::class)->findBy(['course' => $course], ['id' => 'ASC']);

        return new JsonResponse([
            'code' => null !== $code && $code->endsAt > $this->now() ? $code->code : null,
            'endsAt' => $code?->endsAt->format(\DATE_ATOM),
            'waiting' => array_map(static fn (Joining $one): array => [
                'id' => (string) $one->id, 'name' => $one->name, 'signIn' => $one->signIn, 'at' => $one->at->format(\DATE_ATOM),
            ], $waiting),
        ]);
    }

    /** By whoever has read the code: they choose their password themselves. */
    #[Route('/api/join', methods: 'POST')]
    public function join(Request $request): JsonResponse
    {
        TooOften::unless($this->joinLimiter->create((string) $request->getClientIp())->consume());
        $fields = Body::of($request, ['code', 'name', 'password']);
        $code = $this->entities->getRepository(JoinCode::class)->findOneBy(['code' => JoinCode::canonical($fields->string('code'))]);
        if (null === $code || $code->endsAt <= $this->now() || null !== $code->course->archivedAt) {
            throw new Conflict('No class has this code now; look once more at what your teacher shows.');
        }
        $people = $this->roster->read($fields->text('name', Roster::MOST_NAME));
        if (1 !== \count($people)) {
            throw new Conflict('Write one name, your own.');
        }
        [['name' => $name, 'given' => $given, 'signIn' => $signIn]] = $people;
        $in = $this->entities->getRepository(Enrolment::class)->count(['course' => $code->course]);
        $waiting = $this->entities->getRepository(Joining::class)->count(['course' => $code->course]);
        if ($in + $waiting >= PeopleController::MOST_STUDENTS) {
            throw new Conflict('This class is full; tell your teacher.');
        }
        // The hash is made as for an account, which there is not yet.
        $account = new Account($code->school, $signIn, $name, Role::Student, $given);
        $this->passwords->choose($account, $fields->string('password'));
        $this->entities->persist(new Joining($code->course, $code->school, $name, $given, $signIn, $account->getPassword(), $this->now()));
        $this->entities->flush();

        return new JsonResponse(['signIn' => $signIn, 'class' => $code->course->name], 201);
    }

    /** Lets somebody in who waits, or sends them away. */
    #[Route('/api/joining/{id}', methods: 'POST')]
    public function settle(string $id, Request $request): Response
    {
        $joining = Uuid::isValid($id) ? $this->entities->find(Joining::class, Uuid::fromString($id)) : null;
        $course = $this->access->workedCourse((string) ($joining->course->id ?? throw new NotFoundHttpException()));
        $this->entities->wrapInTransaction(function () use ($joining, $course, $request): void {
            if (Body::of($request, ['in'])->bool('in', false)) {
                $account = new Account($course->school, $joining->signIn, $joining->name, Role::Student, $joining->given);
                $account->setPassword($joining->password);
                $this->entities->persist($account);
                $this->entities->persist(new Enrolment($course->school, $course, $account));
                $this->record->now('join', $this->access->account(), $account->id);
            }
            $this->entities->remove($joining);
        });

        return new Response(null, 204);
    }

    private function end(Course $course): void
    {
        $code = $this->entities->find(JoinCode::class, $course);
        if (null !== $code) {
            $this->entities->remove($code);
            $this->entities->flush();
        }
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
