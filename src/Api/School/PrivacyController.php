<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\SortBy;
use Pulsanda\App\Http\Away;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Erasure;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the school settles for all, and the data about people: to download, to erase, and for how long it is kept. */
final readonly class PrivacyController
{
    private const MOST_YEARS = 30;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private PersonFile $file,
        private Erasure $erasure,
        private Record $record,
    ) {
    }

    #[Route('/api/school', methods: 'PUT')]
    public function settle(Request $request): Response
    {
        $administrator = $this->access->administrator();
        $fields = Body::of($request, ['name', 'zone', 'language', 'counting', 'points', 'keepYears', 'sortBy']);
        $name = PersonName::read('name', $fields->string('name'));
        $points = $fields->int('points');
        Range::check('points', $points, 1, 1000);
        $administrator->school->settle($name, self::zone($fields->string('zone')), CourseController::counting($fields), $points);
        if ($fields->has('language')) {
            $administrator->school->speak(SessionController::tag($fields)->value);
        }
        $years = $fields->has('keepYears') && !$fields->isNull('keepYears') ? $fields->int('keepYears') : null;
        null === $years || Range::check('keepYears', $years, 1, self::MOST_YEARS);
        $sortBy = !$fields->has('sortBy') ? null : SortBy::tryFrom($fields->string('sortBy'))
            ?? throw InvalidInput::at('sortBy', 'this must be "given" or "family".');
        $this->entities->wrapInTransaction(function () use ($administrator, $years, $sortBy): void {
            $administrator->school->keepFor($years);
            null === $sortBy || $administrator->school->sortBy($sortBy);
            $this->record->now('settle', $administrator, $administrator->school->id, ['keepYears' => $years]);
        });

        return new Response(null, 204);
    }

    /** Which classes go when, by the years that the school keeps them. */
    #[Route('/api/school/kept', methods: 'GET')]
    public function kept(): JsonResponse
    {
        return new JsonResponse(['classes' => $this->erasure->planned((string) $this->access->administrator()->school->id)]);
    }

    /** All data about the signed-in person. */
    #[Route('/api/my-file', methods: 'GET')]
    public function mine(): Response
    {
        $account = $this->access->account();

        return Away::file($this->file->of($account), Away::TYPES['zip'], "$account->name.zip");
    }

    #[Route('/api/accounts/{id}/file', methods: 'GET')]
    public function file(string $id): Response
    {
        $account = $this->access->cared($id);
        $this->access->administrator();
        $this->record->now('take-file', $this->access->account(), $account->id);

        return Away::file($this->file->of($account), Away::TYPES['zip'], "$account->name.zip");
    }

    /** Erases a person and all that is theirs. The name is typed, so that nobody does it by accident: it cannot be undone. */
    #[Route('/api/accounts/{id}/erase', methods: 'POST')]
    public function erase(string $id, Request $request): Response
    {
        $administrator = $this->access->administrator();
        $account = $this->access->cared($id);
        if (trim(Body::of($request, ['name'])->string('name')) !== $account->name) {
            throw InvalidInput::at('name', "type \"$account->name\", so that nobody is erased by accident.");
        }
        if (false !== $this->connection->fetchOne('SELECT 1 FROM course WHERE teacher_id = ? LIMIT 1', [$id])) {
            throw new Conflict("$account->name has classes; give them to another teacher first.");
        }
        $this->entities->detach($account);
        $this->connection->transactional(function () use ($id, $administrator, $account): void {
            $this->erasure->people([$id]);
            $this->record->now('erase', $administrator, $account->id);
        });

        return new Response(null, 204);
    }

    /** A class for another teacher. */
    #[Route('/api/courses/{id}/teacher', methods: 'PUT')]
    public function hand(string $id, Request $request): Response
    {
        $administrator = $this->access->administrator();
        $course = $this->access->taughtCourse($id);
        $teacher = $this->access->cared(Body::of($request, ['teacherId'])->string('teacherId'), true);
        if (!$teacher->teaches() || $teacher->isDisabled()) {
            throw InvalidInput::at('teacherId', 'this is no teacher of the school; choose one of the list.');
        }
        $this->entities->wrapInTransaction(function () use ($course, $teacher, $administrator, $id): void {
            $course->handTo($teacher);
            $this->connection->delete('colleague', ['course_id' => $id, 'account_id' => (string) $teacher->id]);
            $this->record->now('hand-class', $administrator, $course->id);
        });

        return new Response(null, 204);
    }

    /** @throws InvalidInput where no clock goes so */
    public static function zone(string $zone): string
    {
        return \in_array($zone, \DateTimeZone::listIdentifiers(), true)
            ? $zone : throw InvalidInput::at('zone', 'there is no such time zone; choose one of the list, such as Europe/Lisbon.');
    }
}
