<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Speaker;
use Pulsanda\App\Entity\SpokenWords;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\Decoder;
use Pulsanda\App\Sound\Speech;
use Pulsanda\App\Sound\SpokenAt;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;

/** Feedback that is spoken, and the student's spoken line back. Each side writes its own, and hears the other's. */
final readonly class SpokenController
{
    public function __construct(
        private Access $access,
        private SpokenAt $spoken,
        private Decoder $decoder,
        private RateLimiterFactory $audioLimiter,
    ) {
    }

    /** The body is the recording itself. */
    #[Route('/api/attempts/{id}/spoken', methods: 'PUT')]
    public function speak(string $id, Request $request): JsonResponse
    {
        [$attempt, $speaker] = $this->mine($id);
        TooOften::unless($this->audioLimiter->create((string) $this->access->account()->id)->consume());
        $this->spoken->put($attempt, $speaker, Speech::of($request->getContent(), $this->decoder));

        return new JsonResponse($this->spoken->of($attempt)[$speaker->value]);
    }

    #[Route('/api/attempts/{id}/spoken/caption', methods: 'PUT')]
    public function caption(string $id, Request $request): Response
    {
        [$attempt, $speaker] = $this->mine($id);
        $text = trim(Body::of($request, ['text'])->text('text', SpokenWords::MOST_CAPTION));
        if (!$this->spoken->caption($attempt, $speaker, $text)) {
            throw new Conflict('Nothing is spoken here, so there is nothing to write under it.');
        }

        return new Response(null, 204);
    }

    #[Route('/api/attempts/{id}/spoken', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $this->spoken->remove(...$this->mine($id));

        return new Response(null, 204);
    }

    #[Route('/api/attempts/{id}/spoken/{speaker}', requirements: ['speaker' => 'teacher|student'], methods: 'GET')]
    public function hear(string $id, string $speaker): Response
    {
        $speaker = Speaker::from($speaker);
        $attempt = $this->access->teaches() ? $this->access->taughtAttempt($id) : $this->access->ownAttempt($id);
        $mayHear = $this->access->teaches() || Speaker::Student === $speaker || null !== $attempt->feedback?->returnedAt;

        return new Response(($mayHear ? $this->spoken->opus($attempt, $speaker) : null) ?? throw new NotFoundHttpException(), 200, [
            'Content-Type' => 'audio/ogg',
            'Cache-Control' => 'private, no-store',
        ]);
    }

    /**
     * @return array{Attempt, Speaker} an attempt at which the signed-in person may speak, and as who
     *
     * @throws Conflict for a student to whom it is not returned
     */
    private function mine(string $id): array
    {
        if ($this->access->teaches()) {
            return [$this->access->markedAttempt($id), Speaker::Teacher];
        }
        $attempt = $this->access->ownAttempt($id);
        if (null === $attempt->feedback?->returnedAt) {
            throw new Conflict('This beat is not returned yet, so there is nothing to answer.');
        }

        return [$attempt, Speaker::Student];
    }
}
