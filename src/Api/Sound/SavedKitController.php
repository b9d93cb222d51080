<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Sound;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\TaughtClasses;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\SavedKit;
use Pulsanda\App\Format\Zip;
use Pulsanda\App\Http\Away;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\SavedKits;
use Pulsanda\Core\Sound\Kit\OwnKit;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Kits that people put together from pieces of other kits and their own sounds. */
final readonly class SavedKitController
{
    private const MOST_BYTES = 32_768;

    public function __construct(
        private Access $access,
        private SavedKits $kits,
        private TaughtClasses $classes,
        private EntityManagerInterface $entities,
    ) {
    }

    #[Route('/api/kits', methods: 'GET')]
    public function list(): JsonResponse
    {
        return new JsonResponse([
            'kits' => $this->kits->of($this->access->account()),
            'courses' => array_map(
                static fn (Course $one): array => ['id' => (string) $one->id, 'name' => $one->name],
                $this->access->teaches() ? $this->classes->all() : [],
            ),
        ]);
    }

    /** Keeps a kit by its name; one's own of that name becomes this one. */
    #[Route('/api/kits', methods: 'PUT')]
    public function keep(Request $request): JsonResponse
    {
        $kit = OwnKit::of(Body::of($request, OwnKit::KEYS, self::MOST_BYTES));

        return new JsonResponse(['id' => (string) $this->kits->keep($this->access->account(), $kit)->id]);
    }

    #[Route('/api/kits/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $this->entities->remove($this->own($id));
        $this->entities->flush();

        return new Response(null, 204);
    }

    /** Which of the teacher's classes may use it. */
    #[Route('/api/kits/{id}/classes', methods: 'PUT')]
    public function lend(string $id, Request $request): JsonResponse
    {
        $this->access->teacher();
        $courses = $this->classes->chosen($request);
        $this->kits->lend($this->own($id), $this->classes->all(), $courses);

        return new JsonResponse(['sharedWith' => array_map(static fn (Course $one): string => (string) $one->id, $courses)]);
    }

    /** The kit with its sounds, as a zip of open files. */
    #[Route('/api/kits/{id}/file', methods: 'GET')]
    public function file(string $id): Response
    {
        $kit = $this->own($id);

        return Away::file(Zip::write($this->kits->files($kit)), Away::TYPES['zip'], "$kit->name.zip");
    }

    private function own(string $id): SavedKit
    {
        $kit = Uuid::isValid($id) ? $this->entities->find(SavedKit::class, Uuid::fromString($id)) : null;

        return $kit instanceof SavedKit && $kit->account === $this->access->account() ? $kit : throw new NotFoundHttpException();
    }
}
