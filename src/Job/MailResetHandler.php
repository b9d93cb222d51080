<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\ResetLink;
use Pulsanda\App\Entity\SignInName;
use Pulsanda\App\Language\Catalogues;
use Pulsanda\App\Language\Tag;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Mime\Email;
use Symfony\Component\RateLimiter\RateLimiterFactory;

/**
 * Mails a link for a new password to a teacher or administrator whose address is known; to everybody else nothing, so that nobody learns
 * by it who there is. The worker does it, so that the answer takes the same time for every name.
 */
#[AsMessageHandler]
final readonly class MailResetHandler
{
    private const GOOD_FOR = '+1 hour';

    public function __construct(
        private EntityManagerInterface $entities,
        private MailerInterface $mailer,
        private ClockInterface $clock,
        private RateLimiterFactory $resetAccountLimiter,
        private Catalogues $catalogues,
        #[Autowire('%env(default:app.sender:MAIL_FROM)%')]
        private string $from,
    ) {
    }

    public function __invoke(MailReset $asked): void
    {
        $name = SignInName::canonical($asked->name);
        $account = null === $name ? null : $this->entities->getRepository(Account::class)->findOneBy(['signIn' => $name]);
        if (null === $account || !$account->teaches() || '' === $account->email || $account->isDisabled()) {
            return;
        }
        // Knowing a name is not enough to fill its owner's mailbox.
        if (!$this->resetAccountLimiter->create((string) $account->id)->consume()->isAccepted()) {
            return;
        }
        foreach ($this->entities->getRepository(ResetLink::class)->findBy(['account' => $account]) as $old) {
            $this->entities->remove($old);
        }
        $key = bin2hex(random_bytes(16));
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        $this->entities->persist(new ResetLink(hash('sha256', $key), $account, $now->modify(self::GOOD_FOR)));
        $this->entities->flush();
        $words = $this->catalogues->in(Tag::meant($account->language ?? $account->school->language) ?? Tag::AmericanEnglish);
        $this->mailer->send((new Email())->from($this->from)->to($account->email)->subject($words->say('mail.reset.subject'))->text(
            $words->say('mail.reset.text', [
                'name' => $account->given, 'school' => $account->school->name, 'link' => "$asked->server/reset#$key",
            ]),
        ));
    }
}
