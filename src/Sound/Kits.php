<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Mixdown;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** The kits whose sounds are built and can be fetched by the browser. */
final readonly class Kits
{
    public function __construct(#[Autowire('%env(default:app.data:PULSANDA_DATA)%/sounds')] private string $folder)
    {
    }

    /**
     * @return list<array{name: string, sounds: list<array{instrument: string, url: string, bytes: int}>}>
     */
    public function all(): array
    {
        $manifest = $this->folder.'/manifest.json';
        if (!is_file($manifest)) {
            return [];
        }

        /** @var list<array{name: string, sounds: list<array{instrument: string, url: string, bytes: int}>}> */
        return json_decode((string) file_get_contents($manifest), true, 8, \JSON_THROW_ON_ERROR);
    }

    /** @return list<float> samples of a sound at half the rate of the files; none when the kit has no such sound */
    public function samples(string $kit, Instrument $instrument): array
    {
        foreach ($this->all() as $one) {
            foreach ($kit === $one['name'] ? $one['sounds'] : [] as $sound) {
                if ($instrument->value === $sound['instrument']) {
                    return Mixdown::halved(
                        Wav::samples((string) file_get_contents($this->folder.substr($sound['url'], \strlen('/sounds')))),
                    );
                }
            }
        }

        return [];
    }

    /**
     * Replaces all built sounds.
     *
     * @param array<string, array<string, string>> $kits kit => instrument => WAV bytes
     */
    public function write(array $kits): void
    {
        $manifest = [];
        foreach ($kits as $kit => $sounds) {
            if (!is_dir("$this->folder/$kit") && !mkdir("$this->folder/$kit", 0o755, true)) {
                throw new \RuntimeException("The folder $this->folder/$kit cannot be made; check the rights and the free space.");
            }
            $list = [];
            foreach ($sounds as $instrument => $wav) {
                $file = \sprintf('%s/%s.%s.wav', $kit, $instrument, substr(hash('sha256', $wav), 0, 10));
                if (!is_file("$this->folder/$file") && false === file_put_contents("$this->folder/$file", $wav)) {
                    throw new \RuntimeException("The sound $file cannot be written; check the rights and the free space.");
                }
                $list[] = ['instrument' => $instrument, 'url' => "/sounds/$file", 'bytes' => \strlen($wav)];
            }
            $manifest[] = ['name' => $kit, 'sounds' => $list];
        }
        file_put_contents("$this->folder/manifest.json", json_encode($manifest, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES));
    }
}
