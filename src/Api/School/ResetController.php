<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\ResetLink;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Job\MailReset;
use Pulsanda\App\Mail\Mailbox;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;

/** A new password by mail, for those whose address is known; and the stand-in mailbox, for the administrator. */
final readonly class ResetController
{
    private const USED = 'This link has been used, or its hour is over. Ask for another.';

    public function __construct(
        private Access $access,
        private MessageBusInterface $bus,
        private EntityManagerInterface $entities,
        private Passwords $passwords,
        private ClockInterface $clock,
        private Record $record,
        private RateLimiterFactory $joinLimiter,
        private Mailbox $mailbox,
        #[Autowire('%env(default:app.mailer:MAILER_DSN)%')]
        private string $mailer,
    ) {
    }

    /** The same answer for every name. */
    #[Route('/api/forgot', methods: 'POST')]
    public function forgot(Request $request): Response
    {
        TooOften::unless($this->joinLimiter->create('forgot '.$request->getClientIp())->consume());
        $name = Body::of($request, ['name'])->text('name', 200);
        $this->bus->dispatch(new MailReset($name, self::address($request)));

        return new Response(null, 204);
    }

    /** Where this server was reached. nginx hands the host on without a port: behind a proxy that is right, else it is nginx's own. */
    private static function address(Request $request): string
    {
        $port = $request->server->get('SERVER_PORT');
        $plain = $request->isFromTrustedProxy() || str_contains((string) $request->headers->get('Host'), ':') || !is_numeric($port)
            || \in_array((int) $port, [80, 443], true);

        return $request->getSchemeAndHttpHost().($plain ? '' : ":$port");
    }

    #[Route('/api/reset', methods: 'POST')]
    public function reset(Request $request): Response
    {
        TooOften::unless($this->joinLimiter->create('reset '.$request->getClientIp())->consume());
        $fields = Body::of($request, ['key', 'password']);
        $link = $this->entities->find(ResetLink::class, hash('sha256', $fields->string('key')));
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        if (null === $link || $link->endsAt <= $now) {
            throw new Conflict(self::USED);
        }
        $this->entities->wrapInTransaction(function () use ($link, $fields, $now): void {
            // To delete it is to use it: of several at once, one does.
            if (1 !== $this->entities->getConnection()->executeStatement('DELETE FROM reset_link WHERE hash = ?', [$link->hash])) {
                throw new Conflict(self::USED);
            }
            $this->passwords->choose($link->account, $fields->string('password'));
            $link->account->signOutEverywhere($now->modify('-1 second'));
            $this->record->now('reset-by-mail', $link->account, $link->account->id);
        });

        return new Response(null, 204);
    }

    /** What the stand-in has kept; nothing where the school has a mail server of its own. */
    #[Route('/api/mailbox', methods: 'GET')]
    public function mailbox(): JsonResponse
    {
        $this->access->administrator();
        $stands = Mailbox::DSN === $this->mailer;

        return new JsonResponse(['standIn' => $stands, 'mails' => $stands ? $this->mailbox->read() : []]);
    }
}
