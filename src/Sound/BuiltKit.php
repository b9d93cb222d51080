<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Strike;

/**
 * A kit as it was built into the data folder: the description that the browser reads too, and beside each FLAC file its bare numbers.
 *
 * @phpstan-type Sound array{instrument: string, url: string, bytes: int,
 *     layers: list<array{to: int, takes: list<array{from: int, samples: int}>}>}
 * @phpstan-type Description array{name: string, gain: float, room: array{size: string, url: string, bytes: int},
 *     played: array<string, string>, sounds: list<Sound>}
 */
final class BuiltKit implements Bank
{
    /** @var array<string, Strike> */
    private array $strikes = [];

    /**
     * @param string      $folder      of all sounds
     * @param Description $description
     */
    public function __construct(private readonly string $folder, private readonly array $description)
    {
    }

    public function gain(?string $sound = null): float
    {
        return $this->description['gain'];
    }

    public function room(): Room
    {
        return Room::from($this->description['room']['size']);
    }

    public function strike(Instrument $instrument, ?string $sound = null): Strike
    {
        $name = $this->description['played'][$instrument->value] ?? $instrument->value;

        return $this->strikes[$name] ??= $this->load($name);
    }

    private function load(string $name): Strike
    {
        foreach ($this->description['sounds'] as $sound) {
            if ($name === $sound['instrument']) {
                $file = $this->folder.'/'.substr($sound['url'], \strlen('/sounds/'), -\strlen('flac')).'pcm';

                return new Strike((string) file_get_contents($file), $sound['layers']);
            }
        }

        throw new \LogicException("The kit {$this->description['name']} has no $name.");
    }
}
