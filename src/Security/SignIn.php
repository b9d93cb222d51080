<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\AccountLoader;
use Pulsanda\App\Http\Problem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface as FailureHandler;
use Symfony\Component\Security\Http\Authentication\AuthenticationSuccessHandlerInterface as SuccessHandler;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface as EntryPoint;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Symfony\Component\Security\Http\Event\LogoutEvent;

/** What the API answers to signing in and out, and to being asked without it. */
final readonly class SignIn implements SuccessHandler, FailureHandler, EntryPoint
{
    public function __construct(private Record $record, private TokenStorageInterface $tokens, private AccountLoader $accounts)
    {
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token): Response
    {
        $account = $token->getUser();
        if ($account instanceof Account) {
            $this->record->now('sign-in', $account, $account->id);
        }

        return new Response(null, 204);
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        if ($exception instanceof TooManyLoginAttemptsAuthenticationException) {
            $minutes = $exception->getMessageData()['%minutes%'] ?? 1;
            $minutes = is_numeric($minutes) ? max(1, (int) $minutes) : 1;

            return Problem::response(
                429,
                \sprintf('That was wrong several times; wait %s, then sign in again.', 1 === $minutes ? 'a minute' : "$minutes minutes"),
                [],
                ['Retry-After' => (string) (60 * $minutes)],
            );
        }

        return Problem::response(401, 'This name and password do not go together; check both and try again.');
    }

    /** Whose name was tried, where there is such an account; what was typed is not kept. */
    #[AsEventListener]
    public function failed(LoginFailureEvent $event): void
    {
        $badge = $event->getPassport()?->getBadge(UserBadge::class);
        $meant = $badge instanceof UserBadge ? $this->accounts->meant($badge->getUserIdentifier()) : null;
        $what = $event->getException() instanceof TooManyLoginAttemptsAuthenticationException ? 'sign-in-limit' : 'sign-in-failed';
        $this->record->now($what, null, $meant?->id, [], $meant?->school, $event->getRequest()->getClientIp());
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return Problem::response(401, 'Sign in first.');
    }

    /** Before the firewall, which would begin a session to keep the address in; the browser part knows where it was. */
    #[AsEventListener(priority: 2)]
    public function onDenied(ExceptionEvent $event): void
    {
        if ($event->getThrowable() instanceof AccessDeniedException && null === $this->tokens->getToken()) {
            $event->setResponse($this->start($event->getRequest()));
        }
    }

    #[AsEventListener]
    public function onLogout(LogoutEvent $event): void
    {
        $account = $event->getToken()?->getUser();
        if ($account instanceof Account) {
            $this->record->now('sign-out', $account, $account->id);
        }
        $event->setResponse(new Response(null, 204));
    }
}
