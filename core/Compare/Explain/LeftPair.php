<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Pattern\Stroke;

/** A pair among what some causes leave, with the stroke that was really played. */
final readonly class LeftPair
{
    /**
     * @param Pair        $pair   with the submission's stroke as it would be without the causes
     * @param Stroke|null $played as it is; null where none was played
     */
    public function __construct(public Pair $pair, public ?Stroke $played)
    {
    }
}
