<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Strike;

/** A kit with somebody's own sounds. A name that they have not is played by the kit. */
final class OwnBank implements Bank
{
    /** @var array<string, Strike> by id */
    private array $known = [];

    /** @param array<string, string> $named id by name */
    public function __construct(private readonly Bank $kit, private readonly array $named, private readonly OwnSounds $sounds)
    {
    }

    public function gain(?string $sound = null): float
    {
        return $this->kit->gain($sound);
    }

    public function room(): Room
    {
        return $this->kit->room();
    }

    public function strike(Instrument $instrument, ?string $sound = null): Strike
    {
        $id = null === $sound ? null : $this->named[$sound] ?? null;

        return null === $id ? $this->kit->strike($instrument, $sound) : $this->known[$id] ??= $this->sounds->strike($id);
    }
}
