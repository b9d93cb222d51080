<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Leave;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** More time for one student or several, also where a task is closed already, or that nothing is expected of them. */
final readonly class LeaveController
{
    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
    ) {
    }

    /** Without a time and without being excused, what was granted ends. */
    #[Route('/api/assignments/{id}/leave', methods: 'PUT')]
    public function grant(string $id, Request $request): Response
    {
        $assignment = $this->access->workedAssignment($id);
        $fields = Body::of($request, ['students', 'until', 'excused', 'reason']);
        $until = $fields->has('until') ? Body::time($fields, 'until') : null;
        $excused = $fields->bool('excused', false);
        if (null !== $until && $until <= \DateTimeImmutable::createFromInterface($this->clock->now())) {
            throw InvalidInput::at('until', 'this time is over already; take one to come.');
        }
        $reason = $fields->text('reason', Leave::MOST_REASON);
        $this->entities->wrapInTransaction(function () use ($assignment, $fields, $until, $excused, $reason): void {
            foreach ($this->students($assignment, $fields) as $student) {
                $leave = $this->entities->getRepository(Leave::class)->findOneBy(['assignment' => $assignment, 'student' => $student]);
                if (null === $until && !$excused) {
                    null === $leave || $this->entities->remove($leave);
                } else {
                    $leave ??= new Leave($assignment, $student, $assignment->school);
                    $leave->grant($until, $excused, $reason);
                    $this->entities->persist($leave);
                }
                $this->record->now('leave', $this->access->account(), $assignment->id, [
                    'student' => (string) $student->id, 'until' => $until?->format(\DATE_ATOM), 'excused' => $excused,
                ]);
            }
        });

        return new Response(null, 204);
    }

    /** @return list<Account> those that are named, all of them in the class */
    private function students(Assignment $assignment, Fields $fields): array
    {
        $students = [];
        foreach ($fields->list('students', 1, 60) as $i => $one) {
            $enrolment = \is_string($one) && Uuid::isValid($one)
                ? $this->entities->getRepository(Enrolment::class)->findOneBy(['course' => $assignment->course, 'student' => $one])
                : null;
            $students[] = $enrolment->student
                ?? throw InvalidInput::at("students[$i]", 'this is nobody of the class; choose from its list.');
        }

        return $students;
    }
}
