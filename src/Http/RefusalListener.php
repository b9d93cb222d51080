<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Pulsanda\App\Language\Reader;
use Pulsanda\App\Language\Refusals;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/** Gives every refusal its code, and says it in the language of who reads it, before HeaderListener tells its length. */
#[AsEventListener(priority: 8)]
final readonly class RefusalListener
{
    public function __construct(private Refusals $refusals, private Reader $reader)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $response = $event->getResponse();
        if (!$response instanceof JsonResponse || 'application/problem+json' !== $response->headers->get('Content-Type')) {
            return;
        }
        $problem = json_decode((string) $response->getContent(), true);
        if (!\is_array($problem) || !\is_string($sentence = $problem['detail'] ?? null)) {
            return;
        }
        [$code, $problem['detail']] = $this->refusals->told($this->reader->tag(), $sentence);
        $response->setData(['code' => $code] + $problem);
    }
}
