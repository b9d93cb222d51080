<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Read by phpstan: the core knows nothing but itself and PHP. */
final class ArchitectureRules
{
    public function testTheCoreStandsAlone(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Pulsanda\Core'))
            ->canOnly()->dependOn()
            ->classes(Selector::inNamespace('Pulsanda\Core'), Selector::isStandardClass());
    }
}
