<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Security\CsrfListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

final readonly class SessionController
{
    #[Route('/api/session', methods: 'GET')]
    public function session(Request $request, CsrfTokenManagerInterface $tokens, #[CurrentUser] ?Account $account): JsonResponse
    {
        $request->getSession()->start();

        return new JsonResponse([
            'csrf' => $tokens->getToken(CsrfListener::TOKEN)->getValue(),
            'account' => null === $account ? null : ['id' => (string) $account->id, 'name' => $account->name, 'role' => $account->role->value, 'school' => $account->school->name],
        ]);
    }
}
