<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;

/** @extends CoreType<Pattern> */
final class PatternType extends CoreType
{
    protected function write(mixed $value): array
    {
        return PatternWriter::toData($value);
    }

    protected function read(mixed $data): Pattern
    {
        return PatternReader::fromData($data);
    }
}
