<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Psr\Log\LoggerInterface;
use Pulsanda\App\Http\Problem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Symfony\Component\Security\Http\Authentication\AuthenticationSuccessHandlerInterface;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;
use Symfony\Component\Security\Http\Event\LogoutEvent;

/** What the API answers to signing in and out, and to being asked without it. */
final readonly class SignIn implements AuthenticationSuccessHandlerInterface, AuthenticationFailureHandlerInterface, AuthenticationEntryPointInterface
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token): Response
    {
        return new Response(null, 204);
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        if ($exception instanceof TooManyLoginAttemptsAuthenticationException) {
            $this->logger->warning('Sign-in refused: too many tries from {address}', ['address' => $request->getClientIp()]);

            return Problem::response(429, 'Too many tries; wait a minute, then sign in again.', [], ['Retry-After' => '60']);
        }

        return Problem::response(401, 'This name and password do not go together; check both and try again.');
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return Problem::response(401, 'Sign in first.');
    }

    #[AsEventListener]
    public function onLogout(LogoutEvent $event): void
    {
        $event->setResponse(new Response(null, 204));
    }
}
