<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Task\Freedom;

/** @extends CoreType<Freedom> */
final class FreedomType extends CoreType
{
    protected function write(mixed $value): array
    {
        return $value->toData();
    }

    protected function read(mixed $data): Freedom
    {
        return Freedom::fromData($data, '');
    }
}
