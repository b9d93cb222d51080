<?php

declare(strict_types=1);

namespace Pulsanda\App\Mail;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;

#[AutoconfigureTag('mailer.transport_factory')]
final readonly class MailboxFactory implements TransportFactoryInterface
{
    public function __construct(private Mailbox $mailbox)
    {
    }

    public function create(Dsn $dsn): TransportInterface
    {
        return $this->mailbox;
    }

    public function supports(Dsn $dsn): bool
    {
        return 'mailbox' === $dsn->getScheme();
    }
}
