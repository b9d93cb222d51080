<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Http\Problem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/** Every request that changes something carries the token that GET /api/session gave. Runs before the firewall, so sign-in is covered. */
#[AsEventListener(priority: 16)]
final readonly class CsrfListener
{
    public const TOKEN = 'api';

    public function __construct(private CsrfTokenManagerInterface $tokens)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if ($request->isMethodSafe() || !str_starts_with($request->getPathInfo(), '/api/')) {
            return;
        }
        $token = $request->headers->get('X-CSRF-Token', '');
        if (!$request->hasPreviousSession() || !$this->tokens->isTokenValid(new CsrfToken(self::TOKEN, $token))) {
            $event->setResponse(Problem::response(403, 'This page is out of date; reload it and try again.', ['reason' => 'csrf']));
        }
    }
}
