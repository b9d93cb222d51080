<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsMiddleware;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** A connection that is kept open between requests begins each of them as a new one would: without settings, locks and listeners. */
#[AsMiddleware]
final readonly class ConnectionReset implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                $connection = parent::connect($params);
                if (true !== ($params['persistent'] ?? false)) {
                    return $connection;
                }
                try {
                    $connection->exec('DISCARD ALL');
                } catch (Driver\Exception) {
                    // It was kept open over a restart of PostgreSQL; a connection that is known to be dead is opened anew.
                    $connection = parent::connect($params);
                    $connection->exec('DISCARD ALL');
                }

                return $connection;
            }
        };
    }
}
