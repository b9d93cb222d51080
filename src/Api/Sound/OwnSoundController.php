<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Sound;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\Decoder;
use Pulsanda\App\Sound\OwnSounds;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Row;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Short sounds that people bring for their rows. A student's are heard by their teachers, a teacher's by the students of their classes. */
final readonly class OwnSoundController
{
    public function __construct(
        private Access $access,
        private OwnSounds $sounds,
        private Connection $connection,
        private RateLimiterFactory $audioLimiter,
    ) {
    }

    /** What can be heard in one's own beats, or (for a teacher) in those of a student. */
    #[Route('/api/sounds', methods: 'GET')]
    public function list(Request $request): JsonResponse
    {
        $of = $request->query->getString('of') ?: (string) $this->access->account()->id;

        return new JsonResponse(['sounds' => $this->mayHear($of) ? $this->sounds->of($of) : throw new NotFoundHttpException()]);
    }

    /** The body is the file itself; the name stands in the address. */
    #[Route('/api/sounds', methods: 'POST')]
    public function take(Request $request): JsonResponse
    {
        $account = $this->access->account();
        TooOften::unless($this->audioLimiter->create((string) $account->id)->consume());
        $name = trim($request->query->getString('name'));
        Range::checkText('name', $name, Row::MOST_SOUND);
        if (str_contains($name, '/')) {
            // With one, it would be a piece of a kit.
            throw InvalidInput::at('name', 'a name has no slash; leave it out.');
        }
        $length = $request->headers->get('Content-Length');
        if (is_numeric($length) && $length > Decoder::MOST_BYTES) {
            throw InvalidInput::at('', 'This sound is larger than 2 MB; shorten it, or save it as MP3, Ogg or Opus.');
        }
        $sound = $this->sounds->take($account, $name, $request->getContent());

        return new JsonResponse([
            'id' => (string) $sound->id,
            'name' => $sound->name,
            'own' => true,
            'seconds' => round($sound->samples / 44100, 2),
            'bytes' => $sound->bytes,
        ], 201);
    }

    #[Route('/api/sounds/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $account = (string) $this->access->account()->id;
        $own = 'DELETE FROM own_sound WHERE id = ? AND account_id = ?';

        $gone = Uuid::isValid($id) ? $this->connection->executeStatement($own, [$id, $account]) : 0;

        return 1 === $gone ? new Response(null, 204) : throw new NotFoundHttpException();
    }

    /** The sound as it was written here anew. */
    #[Route('/api/sounds/{id}/file', methods: 'GET')]
    public function file(string $id): Response
    {
        $owner = Uuid::isValid($id) ? $this->connection->fetchOne('SELECT account_id FROM own_sound WHERE id = ?', [$id]) : false;
        if (!\is_string($owner) || !($this->mayHear($owner) || $this->isTeacherOfMine($owner))) {
            throw new NotFoundHttpException();
        }

        return new Response($this->sounds->flac($id), 200, [
            'Content-Type' => 'audio/flac',
            // On a shared computer nothing of it stays.
            'Cache-Control' => 'private, no-store',
        ]);
    }

    /** Whether the beats of somebody are the signed-in person's own, or those of one of their students. */
    private function mayHear(string $account): bool
    {
        $own = $this->access->account();

        return $account === (string) $own->id || (Uuid::isValid($account) && (
            $this->teaches((string) $own->id, $account) || $this->isAdministratorOf($account)
        ));
    }

    /** An administrator marks in every class of the school, and hears what a teacher hears. */
    private function isAdministratorOf(string $student): bool
    {
        $own = $this->access->account();

        return Role::Administrator === $own->role && false !== $this->connection->fetchOne(
            "SELECT 1 FROM account WHERE id = ? AND school_id = ? AND role = 'student'",
            [$student, (string) $own->school->id],
        );
    }

    private function isTeacherOfMine(string $account): bool
    {
        return $this->teaches($account, (string) $this->access->account()->id);
    }

    private function teaches(string $teacher, string $student): bool
    {
        return false !== $this->connection->fetchOne(
            'SELECT 1 FROM enrolment e JOIN teaching t ON t.course_id = e.course_id WHERE t.account_id = ? AND e.student_id = ? LIMIT 1',
            [$teacher, $student],
        );
    }
}
