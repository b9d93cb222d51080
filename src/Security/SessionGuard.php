<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Http\Problem;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/** Ends a session that is older than two weeks, or was signed out from elsewhere, and lets nobody further who has not chosen a password of
 * their own, or not given the code of their two-step sign-in. Without use, it ends after twelve hours by itself. */
#[AsEventListener(priority: 7)]
final readonly class SessionGuard
{
    private const LONGEST = 14 * 86_400;
    /** What can be done with a password that somebody else has given. */
    private const FIRST = ['/healthz', '/api/session', '/api/password', '/api/language', '/api/sign-out'];
    /** What can be done before that code is given. */
    private const BEFORE = ['/healthz', '/api/session', '/api/second', '/api/sign-out'];

    public function __construct(private Security $security, private TokenStorageInterface $tokens, private ClockInterface $clock)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !$request->hasPreviousSession()) {
            return;
        }
        $account = $this->security->getUser();
        if (!$account instanceof Account) {
            return;
        }
        $began = $request->getSession()->getMetadataBag()->getCreated();
        if ($this->clock->now()->getTimestamp() - $began > self::LONGEST || !$account->isSignedInSince($began)) {
            $this->tokens->setToken(null);
            $request->getSession()->invalidate();
            if ('session' !== $request->attributes->get('_route')) {
                $event->setResponse(Problem::response(401, 'You were signed out; sign in again.'));
            }
        } elseif ($account->hasSecond() && true !== $request->getSession()->get(SecondFactor::DONE) && (
            'PUT' === $request->getMethod() || !\in_array($request->getPathInfo(), self::BEFORE, true)
        )) {
            $event->setResponse(Problem::response(403, 'Enter the code from your authenticator app first.', ['reason' => 'second']));
        } elseif ($account->mustChangePassword() && !\in_array($request->getPathInfo(), self::FIRST, true)) {
            $event->setResponse(Problem::response(403, 'Choose a password of your own first.', ['reason' => 'password']));
        }
    }
}
