<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Sound\Kit\OwnKit;

/** @extends CoreType<OwnKit> */
final class OwnKitType extends CoreType
{
    protected function write(mixed $value): array
    {
        return $value->toData();
    }

    protected function read(mixed $data): OwnKit
    {
        return OwnKit::of(Fields::of($data, '', OwnKit::KEYS));
    }
}
