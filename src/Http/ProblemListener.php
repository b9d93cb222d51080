<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\Exception\RetryableException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityNotFoundException;
use Doctrine\ORM\OptimisticLockException;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;

/** Turns every error into application/problem+json: one sentence, the right status, nothing of the inside. */
#[AsEventListener(priority: -64)]
final readonly class ProblemListener
{
    /** Seconds after which a service that is being restarted is back. */
    private const BACK_IN = '2';

    private const NOT_HERE = 'This is not here, or it is not yours to see.';

    public function __invoke(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        // A refusal of ours comes wrapped, with the status that its class names.
        $refusal = $error->getPrevious();
        $error = $refusal instanceof InvalidInput || $refusal instanceof Conflict || $refusal instanceof TooOften ? $refusal : $error;
        if ($error instanceof AuthenticationException || $error instanceof AccessDeniedException) {
            return; // The firewall answers these: 401 or 403.
        }
        $event->setResponse(match (true) {
            $error instanceof InvalidInput => Problem::response(422, $error->getMessage(), ['path' => $error->path]),
            $error instanceof Conflict => Problem::response(409, $error->getMessage(), $error->current),
            $error instanceof TooOften => Problem::response(429, $error->getMessage(), [], ['Retry-After' => (string) $error->wait]),
            // A commit that broke off with the connection is called a lock that failed: that is no conflict.
            $error instanceof OptimisticLockException && !self::isAway($error) => Problem::response(
                409,
                'This was changed elsewhere at the same moment; load it again.',
            ),
            // Two did at the same moment what only one can do.
            $error instanceof UniqueConstraintViolationException || $error instanceof ForeignKeyConstraintViolationException
                || $error instanceof RetryableException => Problem::response(
                    409,
                    'Somebody changed this at the same moment. Load the page again, look, and try once more.',
                ),
            $error instanceof EntityNotFoundException => Problem::response(404, self::NOT_HERE),
            $error instanceof HttpExceptionInterface && $error->getStatusCode() < 500 => Problem::response(
                $error->getStatusCode(),
                self::sentence($error),
                [],
                $error->getHeaders(),
            ),
            self::isAway($error) => self::away(),
            default => Problem::response(500, 'Something went wrong on our side; nothing you typed is lost. Try again in a moment.'),
        });
    }

    public static function away(): Response
    {
        return Problem::response(
            503,
            'The server is being restarted; try again in a moment.',
            [],
            ['Retry-After' => self::BACK_IN],
        );
    }

    /** Whether the database cannot be reached, or ended the connection: SQLSTATE 08… or 57P01 to 57P03. */
    public static function isAway(\Throwable $error): bool
    {
        for ($one = $error; null !== $one; $one = $one->getPrevious()) {
            $state = match (true) {
                $one instanceof ConnectionException => '08006',
                $one instanceof DriverException => (string) $one->getSQLState(),
                $one instanceof \PDOException => (string) ($one->errorInfo[0] ?? $one->getCode()),
                default => '',
            };
            $lost = 1 === preg_match('/^(08|57P0[1-3])/', $state) || 1 === preg_match(
                '/server closed the connection|no connection to the server|connection to server/i',
                $one instanceof \PDOException ? $one->getMessage() : '',
            );
            if ($lost) {
                return true;
            }
        }

        return false;
    }

    /** @param HttpExceptionInterface&\Throwable $error */
    private static function sentence(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => self::NOT_HERE,
            405 => 'This cannot be done here.',
            default => $error->getMessage(),
        };
    }
}
