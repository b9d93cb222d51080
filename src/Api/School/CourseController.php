<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** What a teacher settles for a whole class. */
final readonly class CourseController
{
    public function __construct(private Access $access, private EntityManagerInterface $entities)
    {
    }

    /** How places are said to this class: in its sheets, and in everything that is said of its beats. */
    #[Route('/api/courses/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $course = $this->access->taughtCourse($id);
        $counting = CountingStyle::tryFrom(Body::of($request, ['counting'])->string('counting'))
            ?? throw InvalidInput::at('counting', 'this must be "steps", "syllables" or "bar-beat".');
        $course->count($counting);
        $this->entities->flush();

        return new JsonResponse(['id' => (string) $course->id, 'name' => $course->name, 'counting' => $course->counting->value]);
    }
}
