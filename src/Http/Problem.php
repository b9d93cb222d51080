<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;

/** An error as RFC 9457 describes it. */
final readonly class Problem
{
    /**
     * @param string               $detail  one sentence for a person: what is wrong and what to do
     * @param array<string, mixed> $more    further members
     * @param array<string, mixed> $headers
     */
    public static function response(int $status, string $detail, array $more = [], array $headers = []): JsonResponse
    {
        $body = ['title' => Response::$statusTexts[$status] ?? 'Error', 'status' => $status, 'detail' => $detail] + $more;
        $response = new JsonResponse($body, $status, $headers);
        $response->headers->set('Content-Type', 'application/problem+json');

        return $response;
    }
}
