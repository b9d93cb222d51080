<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Language\Tag;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Csrf;
use Pulsanda\App\Security\Record;
use Pulsanda\App\Security\SecondFactor;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Who is signed in, and the token for what changes something. */
final readonly class SessionController
{
    #[Route('/api/session', name: 'session', methods: 'GET')]
    public function session(Request $request, Csrf $csrf, Reader $reader, #[CurrentUser] ?Account $account): JsonResponse
    {
        [$token, $cookie] = $csrf->token($request);
        $response = new JsonResponse([
            'csrf' => $token,
            'language' => $reader->tag()->value,
            'account' => null === $account ? null : [
                'id' => (string) $account->id,
                'name' => $account->name,
                'role' => $account->role->value,
                'school' => $account->school->name,
                'language' => $account->language,
                'zone' => $account->school->zone,
                'mustChange' => $account->mustChangePassword(),
                'second' => match (true) {
                    !$account->hasSecond() => 'none',
                    true === $request->getSession()->get(SecondFactor::DONE) => 'given',
                    default => 'needed',
                },
            ],
        ]);
        if (null !== $cookie) {
            $response->headers->setCookie($cookie);
        }

        return $response;
    }

    /** The language in which this person reads; null for that of the school. */
    #[Route('/api/language', methods: 'PUT')]
    public function language(Request $request, Access $access, EntityManagerInterface $entities, Reader $reader): JsonResponse
    {
        $fields = Body::of($request, ['language']);
        $account = $access->account();
        $account->read($fields->isNull('language') ? null : self::tag($fields)->value);
        $entities->flush();

        return new JsonResponse(['language' => $reader->tag()->value]);
    }

    /** @throws InvalidInput for a language that is not known here, without telling it back */
    public static function tag(Fields $fields): Tag
    {
        return Tag::tryFrom($fields->string('language'))
            ?? throw InvalidInput::at('language', 'choose one of '.implode(', ', array_column(Tag::cases(), 'value')).'.');
    }

    /** Signs this account out wherever it is signed in, here too. */
    #[Route('/api/sign-out-everywhere', methods: 'POST')]
    public function signOutEverywhere(
        Request $request,
        Access $access,
        EntityManagerInterface $entities,
        Record $record,
        ClockInterface $clock,
    ): Response {
        $account = $access->account();
        $entities->wrapInTransaction(static function () use ($account, $record, $clock): void {
            $account->signOutEverywhere(\DateTimeImmutable::createFromInterface($clock->now()));
            $record->now('sign-out-everywhere', $account, $account->id);
        });
        $request->getSession()->invalidate();

        return new Response(null, 204);
    }
}
