<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Paper;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\NewestAttempts;
use Pulsanda\App\Api\Shape\OnPaper;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Beats for paper: the targets of a part, one's own beat, one that was handed in, or the newest of a whole class. */
final readonly class PaperController
{
    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private NewestAttempts $newest,
        private Reader $reader,
    ) {
    }

    /** The targets, for those who may see them. */
    #[Route('/api/paper/target/{id}', methods: 'GET')]
    public function target(string $id, Request $request): JsonResponse
    {
        $part = $this->access->teaches() ? $this->access->taughtPart($id) : $this->access->openPart($id);
        if (!$this->access->teaches() && !Disclosure::of($part, $this->access->account())->target) {
            throw new NotFoundHttpException();
        }
        // A task without a target is handed out as what it begins with.
        $patterns = [] === $part->targets ? [$part->start] : $part->targets;

        return $this->answer($request, $part, array_map(static fn (Pattern $one): array => ['', $one, []], $patterns));
    }

    /** One's own beat as it was saved last. */
    #[Route('/api/paper/beat/{id}', methods: 'GET')]
    public function beat(string $id, Request $request): JsonResponse
    {
        $part = $this->access->openPart($id);
        $student = $this->access->account();
        $draft = $this->entities->getRepository(Draft::class)->findOneBy(['part' => $part, 'student' => $student]);

        return $this->answer($request, $part, [[$student->name, $draft->pattern ?? $part->start, []]]);
    }

    /** A beat that was handed in, with what differs, where that may be seen. */
    #[Route('/api/paper/attempt/{id}', methods: 'GET')]
    public function attempt(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->teaches() ? $this->access->taughtAttempt($id) : $this->access->ownAttempt($id);
        $may = Disclosure::of($attempt->part, $this->access->account(), $attempt);

        return $this->answer($request, $attempt->part, [$this->beatOf($attempt, $may->target)]);
    }

    /** The newest beat of everybody, by name. */
    #[Route('/api/paper/class/{id}', methods: 'GET')]
    public function class(string $id, Request $request): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $attempts = $this->newest->of($part);
        if ([] === $attempts) {
            throw new Conflict('Nobody has handed in yet, so there is nothing to print.');
        }

        return $this->answer($request, $part, array_map(fn (Attempt $one): array => $this->beatOf($one, true), $attempts));
    }

    /** @return array{string, Pattern, list<string>} */
    private function beatOf(Attempt $attempt, bool $differs): array
    {
        $said = $differs ? $attempt->findings()->sentences($this->reader->of($attempt->part->assignment->course)) : [];

        return [$attempt->student->name, $attempt->pattern, $said];
    }

    /** @param list<array{string, Pattern, list<string>}> $beats whose they are, and what is said of them */
    private function answer(Request $request, Part $part, array $beats): JsonResponse
    {
        $frames = $this->access->teaches() || Disclosure::of($part, $this->access->account())->frames;

        return OnPaper::ofPart($request, $this->reader, $part, $beats, $frames);
    }
}
