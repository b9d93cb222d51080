<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

/** How loud and soft the matched strokes of one row are beside the target. */
final readonly class RowDynamics
{
    /**
     * @param array<int, float> $off      differences that are more than let pass, by index of the pair
     * @param array<int, true>  $accented indices of pairs that are played as accents
     * @param bool              $isFlat   whether there is no difference between loud and soft
     * @param bool              $isFar    whether all of the row is much too loud or too soft
     */
    public function __construct(public array $off, private array $accented, public bool $isFlat, public bool $isFar)
    {
    }

    public function isAccented(int $pair): bool
    {
        return isset($this->accented[$pair]);
    }
}
