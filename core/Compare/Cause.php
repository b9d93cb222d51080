<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Pattern\Instrument;

/** One thing that may have happened to a whole row or to everything, with the strokes that it would explain. */
final readonly class Cause
{
    /**
     * @param string           $scope       'whole', 'row' or 'bar'
     * @param list<Instrument> $instruments
     * @param list<int>        $bars        from 1
     * @param int|null         $ticks       late (+) or early (−)
     * @param array<int, true> $explains    object ids of the strokes, of both sides
     * @param bool             $repairs     whether undoing it gives each of its target strokes a submission stroke
     * @param int              $strokes     how many strokes it is about
     */
    public function __construct(
        public StatementKind $kind,
        public string $scope,
        public array $instruments,
        public array $bars,
        public ?int $ticks,
        public array $explains,
        public bool $repairs,
        public int $strokes,
    ) {
    }
}
