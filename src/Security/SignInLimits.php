<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\SignInName;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Event\CheckPassportEvent;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;

/**
 * How often somebody may try to sign in. Every try is counted before its password is looked at, so that tries at one moment count as
 * those one after another do. Limits are by account and address (someone who types wrongly), by account alone (someone who guesses
 * from many places), and by address alone, wide enough for a class behind one address.
 */
final readonly class SignInLimits
{
    public function __construct(
        private RequestStack $requests,
        private RateLimiterFactory $signInHereLimiter,
        private RateLimiterFactory $signInAccountLimiter,
        private RateLimiterFactory $signInAddressLimiter,
    ) {
    }

    /** Before anybody is looked up. */
    #[AsEventListener(priority: 2100)]
    public function before(CheckPassportEvent $event): void
    {
        $badge = $event->getPassport()->getBadge(UserBadge::class);
        $name = $badge instanceof UserBadge ? SignInName::canonical($badge->getUserIdentifier()) : null;
        $limiters = [$this->signInAddressLimiter->create($this->address())];
        if (null !== $name) {
            array_push($limiters, $this->here($name), $this->signInAccountLimiter->create(hash('sha256', $name)));
        }
        foreach ($limiters as $limiter) {
            $limit = $limiter->consume();
            if (!$limit->isAccepted()) {
                throw new TooManyLoginAttemptsAuthenticationException(
                    max(1, (int) round(($limit->getRetryAfter()->getTimestamp() - time()) / 60)),
                );
            }
        }
        if (null === $name) {
            throw new BadCredentialsException('This is no name.');
        }
    }

    /** A person who signs in at last has only mistyped before. */
    #[AsEventListener]
    public function after(LoginSuccessEvent $event): void
    {
        $this->here($event->getUser()->getUserIdentifier())->reset();
    }

    private function here(string $name): LimiterInterface
    {
        return $this->signInHereLimiter->create(hash('sha256', json_encode([$name, $this->address()], \JSON_THROW_ON_ERROR)));
    }

    private function address(): string
    {
        return $this->requests->getMainRequest()?->getClientIp() ?? '';
    }
}
