<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

/** Strokes that are left out in one row and were played in another. */
final readonly class OnOtherDrum
{
    /**
     * @param string    $asked   the row that is asked
     * @param string    $played  the row in which they were played
     * @param int       $strokes how many
     * @param int       $change  statements by which the list becomes longer (+) or shorter (−) when that is said
     * @param list<int> $along   ticks of what is too many there as it is too many in other bars of the row that is asked
     */
    public function __construct(
        public string $asked,
        public string $played,
        public int $strokes,
        public int $change,
        public array $along = [],
    ) {
    }
}
