<?php

declare(strict_types=1);

namespace Pulsanda\App\Page;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** For a monitor: 200 while the application reaches its database, 503 while it does not. */
final readonly class HealthController
{
    #[Route('/healthz', methods: 'GET')]
    public function health(Connection $connection): JsonResponse
    {
        $connection->executeQuery('SELECT 1');

        return new JsonResponse(['status' => 'ok']);
    }
}
