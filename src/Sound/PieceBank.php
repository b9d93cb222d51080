<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Strike;

/** A kit of which rows may play pieces of other kits, each as loud as in its own. */
final class PieceBank implements Bank
{
    /** @var array<string, BuiltKit> by name */
    private array $others = [];

    public function __construct(private readonly BuiltKit $kit, private readonly BuiltKits $kits)
    {
    }

    public function gain(?string $sound = null): float
    {
        $piece = Row::piece($sound);

        return null === $piece ? $this->kit->gain() : $this->other($piece[0]->value)->gain();
    }

    public function room(): Room
    {
        return $this->kit->room();
    }

    public function strike(Instrument $instrument, ?string $sound = null): Strike
    {
        $piece = Row::piece($sound);

        return null === $piece ? $this->kit->strike($instrument) : $this->other($piece[0]->value)->strike($piece[1]);
    }

    private function other(string $name): BuiltKit
    {
        return $this->others[$name] ??= $this->kits->of($name);
    }
}
