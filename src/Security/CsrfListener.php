<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Http\Problem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/**
 * Every request that changes something carries the token that GET /api/session gave, whatever its path is: what a path means is the
 * router's business, and it decodes before it compares. Runs before the firewall, so signing in and out is covered.
 */
#[AsEventListener(priority: 16)]
final readonly class CsrfListener
{
    public function __construct(private Csrf $csrf)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        if ($event->isMainRequest() && !$event->getRequest()->isMethodSafe() && !$this->csrf->isValid($event->getRequest())) {
            $event->setResponse(Problem::response(403, 'This page is out of date; reload it and try again.', ['reason' => 'csrf']));
        }
    }
}
