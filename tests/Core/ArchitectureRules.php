<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Read by phpstan: the core knows nothing but itself and PHP, and folders only those below them, so that there is no circle. */
final class ArchitectureRules
{
    /** From the highest floor to the lowest; folders on one floor do not know one another. */
    private const CORE = [
        ['Shelf'], ['Task'], ['Require'], ['Compare', 'Edit', 'Format', 'Play', 'Sound'], ['Notation'], ['Say'], ['Pattern'], ['Rhythm'], ['Input'],
    ];
    private const COMPARE = [['Explain', 'Mark'], ['Say'], ['Pair']];
    private const APPLICATION = [
        ['Console'],
        ['Demo'],
        ['Api\Plan', 'Api\Bench', 'Api\Mark', 'Api\Picture', 'Api\Today', 'Api\School', 'Api\Edit', 'Api\Paper', 'Api\Shelf', 'Api\Sound'],
        ['School'],
        ['Page', 'Job', 'Api\Shape'],
        ['Security', 'Sound', 'Format'],
        ['Http'],
        ['Language'],
        ['Entity'],
        ['Database'],
    ];

    #[TestRule]
    public function theCoreStandsAlone(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Pulsanda\Core'))
            ->canOnly()->dependOn()
            ->classes(Selector::inNamespace('Pulsanda\Core'), Selector::isStandardClass());
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function foldersKnowOnlyThoseBelow(): iterable
    {
        yield from self::floors('Pulsanda\Core', self::CORE);
        yield from self::floors('Pulsanda\Core\Compare', self::COMPARE);
        yield from self::floors('Pulsanda\App', self::APPLICATION);
    }

    /**
     * @param list<list<string>> $floors
     *
     * @return iterable<Rule>
     */
    private static function floors(string $namespace, array $floors): iterable
    {
        $in = static fn (string $folder): SelectorInterface => Selector::inNamespace("$namespace\\$folder");
        $above = [];
        foreach ($floors as $floor) {
            foreach ($floor as $folder) {
                $others = array_map($in, [...$above, ...array_values(array_diff($floor, [$folder]))]);
                if ([] !== $others) {
                    yield "$namespace\\$folder" => PHPat::rule()->classes($in($folder))->shouldNot()->dependOn()->classes(...$others)
                        ->because('folders know only those below them');
                }
            }
            $above = [...$above, ...$floor];
        }
    }
}
