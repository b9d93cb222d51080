<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;

/**
 * The token that every request that changes something carries: a signed double-submit cookie, bound to the session where there is one
 * (OWASP, Cross-Site Request Forgery Prevention). A visitor who has not signed in needs no session for it.
 */
final readonly class Csrf
{
    public const HEADER = 'X-CSRF-Token';
    private const COOKIE = 'pulsanda_visit';

    public function __construct(#[Autowire('%kernel.secret%')] private string $secret)
    {
    }

    /** @return array{string, Cookie|null} the token, and the cookie that it belongs to where the browser has none yet */
    public function token(Request $request): array
    {
        $visit = $this->visit($request);
        $cookie = null;
        if (null === $visit) {
            $visit = bin2hex(random_bytes(16));
            $cookie = Cookie::create(self::COOKIE, $visit, 0, '/', null, $request->isSecure(), true, false, Cookie::SAMESITE_STRICT);
        }

        return [$this->sign($visit, $request), $cookie];
    }

    public function isValid(Request $request): bool
    {
        $visit = $this->visit($request);
        $site = $request->headers->get('Sec-Fetch-Site');

        return null !== $visit && (null === $site || 'same-origin' === $site || 'none' === $site)
            && hash_equals($this->sign($visit, $request), (string) $request->headers->get(self::HEADER));
    }

    private function visit(Request $request): ?string
    {
        $visit = $request->cookies->get(self::COOKIE);

        return \is_string($visit) && 1 === preg_match('/^[0-9a-f]{32}$/D', $visit) ? $visit : null;
    }

    private function sign(string $visit, Request $request): string
    {
        $session = $request->hasPreviousSession() ? (string) $request->cookies->get($request->getSession()->getName()) : '';

        return hash_hmac('sha256', json_encode([$visit, $session], \JSON_THROW_ON_ERROR), $this->secret);
    }
}
