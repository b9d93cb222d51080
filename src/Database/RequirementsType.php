<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;

/** @extends CoreType<Requirements> */
final class RequirementsType extends CoreType
{
    protected function write(mixed $value): array
    {
        return $value->toData();
    }

    protected function read(mixed $data): Requirements
    {
        return RequirementFile::fromData($data);
    }
}
