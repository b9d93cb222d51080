<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Doctrine\ORM\OptimisticLockException;
use Psr\Log\LoggerInterface;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;

/** Turns every error of the API into application/problem+json: one sentence, the right status, nothing of the inside. */
#[AsEventListener(priority: -64)]
final readonly class ProblemListener
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        if (!str_starts_with($event->getRequest()->getPathInfo(), '/api/')) {
            return;
        }
        $error = $event->getThrowable();
        if ($error instanceof AuthenticationException || ($error instanceof AccessDeniedException)) {
            return; // The firewall answers these: 401 or 403.
        }
        $event->setResponse(match (true) {
            $error instanceof InvalidInput => Problem::response(422, $error->getMessage(), ['path' => $error->path]),
            $error instanceof Conflict => Problem::response(409, $error->getMessage(), $error->current),
            $error instanceof OptimisticLockException => Problem::response(409, 'This was changed elsewhere at the same moment; load it again.'),
            $error instanceof HttpExceptionInterface && $error->getStatusCode() < 500 => Problem::response($error->getStatusCode(), self::sentence($error), [], $error->getHeaders()),
            default => $this->unexpected($error),
        });
    }

    private function unexpected(\Throwable $error): \Symfony\Component\HttpFoundation\Response
    {
        $this->logger->error('Unexpected error: {message}', ['message' => $error->getMessage(), 'exception' => $error]);

        return Problem::response(500, 'Something went wrong on our side; nothing you typed is lost. Try again in a moment.');
    }

    /** @param HttpExceptionInterface&\Throwable $error */
    private static function sentence(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => 'This is not here, or it is not yours to see.',
            405 => 'This cannot be done here.',
            default => $error->getMessage(),
        };
    }
}
