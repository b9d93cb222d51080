<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * A strict content policy for every answer: everything comes from this host, nothing is inline. The web server sends the same with its
 * files.
 */
#[AsEventListener]
final readonly class HeaderListener
{
    public const HEADERS = [
        'Content-Security-Policy' => "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'; "
            ."media-src 'self'; connect-src 'self'; manifest-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'self'; "
            ."frame-ancestors 'none'",
        'X-Content-Type-Options' => 'nosniff',
        'Referrer-Policy' => 'same-origin',
        'Cross-Origin-Opener-Policy' => 'same-origin',
        'Cross-Origin-Resource-Policy' => 'same-origin',
        'Permissions-Policy' => 'camera=(), microphone=(self), geolocation=()',
    ];
    /** Half a year. */
    private const HSTS = 'max-age=15768000';

    public function __invoke(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        foreach (self::HEADERS as $name => $value) {
            $headers->set($name, $value);
        }
        // So that an answer that breaks off is known to be broken.
        $content = $event->getResponse()->getContent();
        if (false !== $content && !$event->getResponse()->isEmpty()) {
            $headers->set('Content-Length', (string) \strlen($content));
        }
        if ($event->getRequest()->isSecure()) {
            $headers->set('Strict-Transport-Security', self::HSTS);
        }
        // What names a person stays in no cache; an answer that may stay somewhere says so itself.
        if (!$headers->hasCacheControlDirective('public') && !$headers->hasCacheControlDirective('max-age')) {
            $headers->set('Cache-Control', 'no-store');
        }
    }
}
