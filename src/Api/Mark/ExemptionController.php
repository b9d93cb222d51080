<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Exemption;
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
final readonly class ExemptionController
{
    /** In one statement, so that of two presses at once neither fails. */
    private const GRANT = <<<'SQL'
        INSERT INTO exemption (assignment_id, student_id, school_id, until, excused, reason)
        VALUES (:assignment_id, :student_id, :school_id, :until, :excused, :reason)
        ON CONFLICT (assignment_id, student_id) DO UPDATE SET until = excluded.until, excused = excluded.excused, reason = excluded.reason
        SQL;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
    ) {
    }

    /** Without a time and without being excused, what was granted ends. */
    #[Route('/api/assignments/{id}/exemptions', methods: 'PUT')]
    public function grant(string $id, Request $request): Response
    {
        $assignment = $this->access->workedAssignment($id);
        $fields = Body::of($request, ['students', 'until', 'excused', 'reason']);
        $until = $fields->has('until') ? Body::time($fields, 'until') : null;
        $excused = $fields->bool('excused', false);
        if (null !== $until && $until <= \DateTimeImmutable::createFromInterface($this->clock->now())) {
            throw InvalidInput::at('until', 'this time is over already; take one to come.');
        }
        $reason = $fields->text('reason', Exemption::MOST_REASON);
        $this->entities->wrapInTransaction(function () use ($assignment, $fields, $until, $excused, $reason): void {
            foreach ($this->students($assignment, $fields) as $student) {
                $place = ['assignment_id' => (string) $assignment->id, 'student_id' => (string) $student->id];
                if (null === $until && !$excused) {
                    $this->entities->getConnection()->delete('exemption', $place);
                } else {
                    $this->entities->getConnection()->executeStatement(self::GRANT, $place + [
                        'school_id' => (string) $assignment->school->id,
                        'until' => $until?->format(\DATE_ATOM),
                        'excused' => $excused ? 'true' : 'false',
                        'reason' => $reason,
                    ]);
                }
                $this->record->now('exemption', $this->access->account(), $assignment->id, [
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
            $student = $enrolment->student
                ?? throw InvalidInput::at("students[$i]", 'this is nobody of the class; choose from its list.');
            $students[(string) $student->id] = $student;
        }
        // In one order, so that two who grant the same do not wait for each other.
        ksort($students);

        return array_values($students);
    }
}
