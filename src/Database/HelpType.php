<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Task\Help;

/** @extends CoreType<Help> */
final class HelpType extends CoreType
{
    protected function write(mixed $value): array
    {
        return $value->toData();
    }

    protected function read(mixed $data): Help
    {
        return Help::fromData($data, '');
    }
}
