<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/** A file that a person takes away. */
final readonly class Away
{
    public const TYPES = [
        'csv' => 'text/csv; charset=utf-8',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'zip' => 'application/zip',
    ];

    public static function file(string $bytes, string $type, string $name): Response
    {
        $name = strtr($name, '/\\%', '---');
        $plain = 'pulsanda.'.pathinfo($name, \PATHINFO_EXTENSION);

        return new Response($bytes, 200, [
            'Content-Type' => $type,
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name, $plain),
        ]);
    }
}
