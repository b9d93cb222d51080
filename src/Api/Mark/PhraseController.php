<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Phrase;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** A teacher's own phrases; they come with every attempt that is marked. */
final readonly class PhraseController
{
    public function __construct(private Access $access, private EntityManagerInterface $entities)
    {
    }

    #[Route('/api/phrases', methods: 'POST')]
    public function add(Request $request): JsonResponse
    {
        $teacher = $this->access->teacher();
        $fields = Body::of($request, ['text', 'kind']);
        $text = $fields->text('text', Phrase::MOST_TEXT);
        $kind = $fields->isNull('kind') ? null : StatementKind::tryFrom($fields->string('kind'))
            ?? throw InvalidInput::at('kind', 'there is no such kind of comment.');
        if ('' === $text) {
            throw InvalidInput::at('text', 'this phrase is empty; write something.');
        }
        if (Phrase::MOST <= $this->entities->getRepository(Phrase::class)->count(['teacher' => $teacher])) {
            throw new Conflict(\sprintf('You have %d phrases already; remove one that you do not use.', Phrase::MOST));
        }
        $phrase = new Phrase($teacher->school, $teacher, $text, $kind?->value);
        $this->entities->persist($phrase);
        $this->entities->flush();

        return new JsonResponse(self::data($phrase), 201);
    }

    /** @return array{id: string, text: string, kind: string|null} */
    public static function data(Phrase $phrase): array
    {
        return ['id' => (string) $phrase->id, 'text' => $phrase->text, 'kind' => $phrase->kind];
    }

    #[Route('/api/phrases/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $phrase = Uuid::isValid($id) ? $this->entities->find(Phrase::class, Uuid::fromString($id)) : null;
        if (null === $phrase || $phrase->teacher !== $this->access->teacher()) {
            throw new NotFoundHttpException();
        }
        $this->entities->remove($phrase);
        $this->entities->flush();

        return new Response(null, 204);
    }
}
