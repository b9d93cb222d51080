<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Pattern\Stroke;

/** One stroke on its way from the target to the submission. */
final readonly class Note
{
    /**
     * @param int  $at     written tick where it is now
     * @param int  $push   ticks
     * @param int  $origin written tick where it is asked, or was played
     * @param bool $strays whether it stands on the drum of another row
     */
    public function __construct(public string $row, public int $at, public int $push, public int $origin, public bool $strays = false)
    {
    }

    public static function of(Stroke $stroke): self
    {
        return new self($stroke->instrument->value, $stroke->written, $stroke->push, $stroke->written);
    }

    public function to(int $at): self
    {
        return new self($this->row, $at, $this->push, $this->origin, $this->strays);
    }

    public function on(string $row, bool $strays = false): self
    {
        return new self($row, $this->at, $this->push, $this->origin, $strays);
    }
}
