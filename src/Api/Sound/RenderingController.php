<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Sound;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\NewestAttempts;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Rendering;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Job\RenderAudio;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\AudioFormat;
use Pulsanda\App\Sound\Order;
use Pulsanda\App\Sound\Renderings;
use Pulsanda\App\Sound\Track;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\Tempo;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Beats to take away as sound: one that is being built, one that was handed in, those of a class. */
final readonly class RenderingController
{
    public function __construct(
        private Access $access,
        private Renderings $renderings,
        private EntityManagerInterface $entities,
        private NewestAttempts $newest,
        private MessageBusInterface $bus,
        private RateLimiterFactory $audioLimiter,
    ) {
    }

    /** A beat as it is on somebody's sheet. */
    #[Route('/api/renderings', methods: 'POST')]
    public function beat(Request $request): JsonResponse
    {
        $fields = Body::of($request, ['pattern', ...Order::KEYS], Body::MOST_BEAT);

        $account = $this->access->account();

        return $this->ask([new Track(Body::pattern($fields), $account->name, (string) $account->id)], Order::of($fields), 'beat');
    }

    /** A beat that was handed in: for the teacher, and for whose it is. */
    #[Route('/api/attempts/{id}/renderings', methods: 'POST')]
    public function attempt(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->teaches() ? $this->access->taughtAttempt($id) : $this->access->ownAttempt($id);

        return $this->ask([self::track($attempt)], Order::of(Body::of($request, Order::KEYS)), $attempt->part->assignment->title);
    }

    /** The newest beat of everybody in the class: in one zip, or as a parade at the task's tempo, in the order of `attempts`. */
    #[Route('/api/parts/{id}/renderings', methods: 'POST')]
    public function part(string $id, Request $request): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $fields = Body::of($request, ['attempts', ...Order::KEYS]);
        $order = Order::of($fields);
        $attempts = $this->newest->of($part);
        if ([] === $attempts) {
            throw new Conflict('Nobody has handed in yet, so there is nothing to download.');
        }
        $attempts = $fields->has('attempts') ? self::inOrder($attempts, $fields) : $attempts;
        $tempo = ($part->target() ?? $part->start)->tempo;
        $tracks = array_map(static fn (Attempt $one): Track => self::track($one, $order->parade ? $tempo : null), $attempts);

        return $this->ask($tracks, $order, $part->assignment->title);
    }

    /**
     * @param list<Attempt> $attempts
     *
     * @return non-empty-list<Attempt> those that are named, in that order
     */
    private static function inOrder(array $attempts, Fields $fields): array
    {
        $byId = [];
        foreach ($attempts as $attempt) {
            $byId[(string) $attempt->id] = $attempt;
        }
        $chosen = [];
        foreach ($fields->list('attempts', 1, \count($attempts)) as $i => $id) {
            $chosen[] = \is_string($id) && isset($byId[$id]) ? $byId[$id]
                : throw InvalidInput::at("attempts[$i]", 'this is not the newest beat of anybody, or it stands here twice.');
            unset($byId[$id]);
        }

        return [] === $chosen ? throw new \LogicException('A list of at least one is not empty.') : $chosen;
    }

    #[Route('/api/renderings/{id}', methods: 'GET')]
    public function state(string $id): JsonResponse
    {
        $rendering = $this->own($id);
        if ($this->renderings->isForgotten($rendering)) {
            $this->bus->dispatch(new RenderAudio($id));
        }

        return new JsonResponse($this->shape($rendering));
    }

    #[Route('/api/renderings/{id}', methods: 'DELETE')]
    public function stop(string $id): Response
    {
        $this->renderings->stop($this->own($id));

        return new Response(null, 204);
    }

    #[Route('/api/renderings/{id}/file', methods: 'GET')]
    public function file(string $id): BinaryFileResponse
    {
        $rendering = $this->own($id);
        $file = $this->renderings->fileOf($rendering) ?? throw new NotFoundHttpException();
        $ending = pathinfo($rendering->name, \PATHINFO_EXTENSION);
        $plain = preg_replace('/[^ -~]|[%"\\\\]/', '_', $rendering->name) ?? '';

        return new BinaryFileResponse($file, 200, [
            'Content-Type' => AudioFormat::tryFrom($ending)?->mime() ?? 'application/zip',
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $rendering->name, $plain),
            'Cache-Control' => 'private, no-store',
        ], false);
    }

    /** @param non-empty-list<Track> $tracks */
    private function ask(array $tracks, Order $order, string $name): JsonResponse
    {
        $account = $this->access->account();
        TooOften::unless($this->audioLimiter->create((string) $account->id)->consume());
        [$id, $later] = $this->renderings->ask($account, $tracks, $order, $name);
        if ($later) {
            $this->bus->dispatch(new RenderAudio($id));
        }
        $this->entities->clear();

        return new JsonResponse($this->shape($this->own($id)), 201);
    }

    private static function track(Attempt $attempt, ?Tempo $tempo = null): Track
    {
        $pattern = $attempt->pattern->titled($attempt->part->assignment->title);

        return new Track(null === $tempo ? $pattern : $pattern->at($tempo), $attempt->student->name, (string) $attempt->student->id);
    }

    private function own(string $id): Rendering
    {
        $rendering = Uuid::isValid($id) ? $this->entities->find(Rendering::class, Uuid::fromString($id)) : null;
        $own = null !== $rendering && $rendering->account->id->equals($this->access->account()->id);
        if (!$own || 'stopped' === $rendering->state) {
            throw new NotFoundHttpException();
        }

        return $rendering;
    }

    /** @return array<string, mixed> */
    private function shape(Rendering $rendering): array
    {
        return [
            'id' => (string) $rendering->id,
            'state' => $rendering->state,
            'name' => $rendering->name,
            'done' => $rendering->total > 0 ? round($rendering->done / $rendering->total, 3) : 1,
            'endsAt' => $rendering->endsAt->format(\DATE_ATOM),
            'left' => $this->renderings->left($rendering->account),
        ];
    }
}
