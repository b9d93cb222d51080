<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Psr\Log\LogLevel;
use Symfony\Component\HttpKernel\Attribute\WithHttpStatus;
use Symfony\Component\HttpKernel\Attribute\WithLogLevel;

/** What was sent rests on a state that is no longer the current one, or on one that does not allow it. */
#[WithHttpStatus(409), WithLogLevel(LogLevel::NOTICE)]
final class Conflict extends \RuntimeException
{
    /** @param array<string, mixed> $current what there is now, for the person to choose */
    public function __construct(string $sentence, public readonly array $current = [])
    {
        parent::__construct($sentence);
    }
}
