<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Driver\PDO\Exception as DriverFailure;
use Doctrine\DBAL\Exception\ConnectionLost;
use Doctrine\ORM\OptimisticLockException;
use PHPUnit\Framework\TestCase;
use Pulsanda\App\Http\ProblemListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;

final class ProblemTest extends TestCase
{
    public function testACommitThatBrokeOffWithTheConnectionIsToBeSentAgain(): void
    {
        $lost = new \PDOException('SQLSTATE[HY000]: General error: 7 server closed the connection unexpectedly');
        $wrapped = new ConnectionLost(DriverFailure::new($lost), null);
        self::assertSame(503, $this->answered(new OptimisticLockException('Commit failed', null, $wrapped)));
        self::assertSame(409, $this->answered(new OptimisticLockException('The version is another one', null)));
    }

    private function answered(\Throwable $error): ?int
    {
        $event = new ExceptionEvent(
            $this->createStub(HttpKernelInterface::class),
            Request::create('/api/today'),
            HttpKernelInterface::MAIN_REQUEST,
            $error,
        );
        (new ProblemListener())($event);

        return $event->getResponse()?->getStatusCode();
    }
}
