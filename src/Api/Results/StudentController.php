<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Pulsanda\App\Security\Access;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** A student's page over the term: one's own, and those of a teacher's students. */
final readonly class StudentController
{
    public function __construct(private Access $access, private StudentTerm $term)
    {
    }

    #[Route('/api/term', methods: 'GET')]
    public function own(): JsonResponse
    {
        return new JsonResponse($this->term->of($this->access->student(), null));
    }

    #[Route('/api/students/{id}/term', methods: 'GET')]
    public function taught(string $id): JsonResponse
    {
        return new JsonResponse($this->term->of($this->access->knownStudent($id), $this->access->teacher()));
    }
}
