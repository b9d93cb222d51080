<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;

/** @extends CoreType<list<Pattern>> */
final class PatternListType extends CoreType
{
    protected function write(mixed $value): array
    {
        return array_map(PatternWriter::toData(...), $value);
    }

    protected function read(mixed $data): array
    {
        \assert(\is_array($data) && array_is_list($data));

        return array_map(PatternReader::fromData(...), $data);
    }
}
