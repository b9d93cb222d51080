<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;

/** @extends CoreType<Policy> */
final class PolicyType extends CoreType
{
    protected function write(mixed $value): array
    {
        return PolicyFile::toData($value);
    }

    protected function read(mixed $data): Policy
    {
        return PolicyFile::fromData($data);
    }
}
