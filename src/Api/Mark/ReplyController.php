<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** One sentence of a student back to the teacher, at what was returned. It can be changed, and read at the next marking. */
final readonly class ReplyController
{
    public function __construct(private Access $access, private EntityManagerInterface $entities)
    {
    }

    #[Route('/api/attempts/{id}/reply', methods: 'PUT')]
    public function __invoke(string $id, Request $request): Response
    {
        $attempt = $this->access->ownAttempt($id);
        $text = trim(Body::of($request, ['text'])->text('text', Feedback::MOST_REPLY));
        $written = $this->entities->createQuery(
            'UPDATE '.Feedback::class.' f SET f.reply = :text WHERE f.attempt = :attempt AND f.returnedAt IS NOT NULL',
        )->setParameters(['text' => $text, 'attempt' => $attempt->id])->execute();
        if (0 === $written) {
            throw new Conflict('This beat is not returned yet, so there is nothing to answer.');
        }

        return new Response(null, 204);
    }
}
