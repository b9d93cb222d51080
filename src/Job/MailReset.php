<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

/** Somebody has forgotten a password: the name that they typed, and the address at which they reached this server. */
final readonly class MailReset
{
    public function __construct(public string $name, public string $server)
    {
    }
}
