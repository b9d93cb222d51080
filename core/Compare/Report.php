<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\Words;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Voice;

/**
 * The result object as people read it: what a comparison found, its statements in words.
 *
 * @phpstan-import-type Said from Words
 * @phpstan-import-type PlacementData from Placement
 * @phpstan-import-type PairData from Comparison
 * @phpstan-import-type Compared from Comparison
 *
 * @phpstan-type Result array{
 *     target: int,
 *     cost: float,
 *     strokes: array{target: int, submission: int},
 *     pairs: list<PairData>,
 *     statements: list<Said>,
 *     aspects: array<string, float|null>,
 *     placement?: PlacementData,
 *     mark: float|null,
 *     points: float,
 *     weights: array<string, float>,
 * }
 */
final readonly class Report
{
    /**
     * @param Compared $compared as it is stored
     *
     * @return Result
     */
    public static function of(array $compared, Voice $voice): array
    {
        $words = self::words($compared['meter'], $voice, $compared['bars']);
        $compared['statements'] = array_map(
            static fn (array $data): array => $words->said(Statement::fromData($data)) + ['gain' => $data['gain'] ?? null],
            $compared['statements'],
        );
        unset($compared['meter'], $compared['bars']);

        return $compared;
    }

    /** @param array{int, int, list<int>} $meter count, unit and groups */
    public static function words(array $meter, Voice $voice, int $bars): Words
    {
        return new Words(Meter::of(...$meter), $voice, $bars);
    }
}
