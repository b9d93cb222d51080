<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Sound\Kit\Kit;
use Pulsanda\Core\Sound\Kit\Kits;
use Pulsanda\Core\Sound\Kit\Recording;
use Pulsanda\Core\Sound\Kit\ReferenceGroove;
use Pulsanda\Core\Sound\Loudness;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Strike;

/**
 * Builds kits: what is recorded comes out of the sound font, what is electronic from its recipes; both become the same kind of sound.
 *
 * @phpstan-import-type Sound from BuiltKit
 * @phpstan-import-type Description from BuiltKit
 */
final readonly class KitBuilder
{
    public function __construct(private BuiltKits $kits, private SoundFont $font)
    {
    }

    /** Whether recorded kits can be built here. */
    public function canRecord(): bool
    {
        return $this->font->isThere();
    }

    /** @return \Generator<string, int> the kits that are built, and the bytes of their sounds */
    public function build(): \Generator
    {
        $begun = [];
        foreach (Kits::all() as $kit) {
            $recordings = [];
            foreach ($kit->voices() as $instrument => $voice) {
                if ($voice instanceof Recording) {
                    $recordings[$instrument->value] = $voice;
                }
            }
            if ([] === $recordings || $this->canRecord()) {
                // All are rendered at once, behind what is computed here.
                $begun[] = [$kit, [] === $recordings ? static fn (): array => [] : $this->font->render($recordings)];
            }
        }
        $built = [];
        foreach ($begun as [$kit, $takes]) {
            $description = $this->describe($kit, $takes());
            $json = json_encode($description, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES);
            $name = $kit->name()->value;
            $built[$name] = $this->kits->keep($name, 'json', $json);
            yield $name => array_sum(array_column($description['sounds'], 'bytes'));
        }
        $this->kits->replace($built);
    }

    /**
     * @param array<string, array<string, non-empty-list<Sample>>> $takes of what is recorded
     *
     * @return Description
     */
    private function describe(Kit $kit, array $takes): array
    {
        $name = $kit->name()->value;
        $sounds = $there = [];
        foreach ($kit->voices() as $instrument => $voice) {
            $there[] = $instrument;
            $raw = $voice instanceof Recording
                ? array_map(static fn (array $all): array => array_map(
                    static fn (Sample $take): Sample => 0.0 === $voice->tune ? $take : $take->at(2 ** ($voice->tune / 12)),
                    $all,
                ), $takes[$instrument->value])
                : array_fill_keys(array_column(Level::cases(), 'value'), [$voice->render()]);
            $varied = $voice instanceof Recording && $voice->varied;
            $sounds[] = $this->keep($name, $instrument, Strike::of($instrument, $raw, $varied, $voice->seconds));
        }
        $impulse = $kit->room()->impulse();
        $frames = '';
        foreach ($impulse[0] as $i => $left) {
            $frames .= pack('v2', $left & 0xFFFF, $impulse[1][$i] & 0xFFFF);
        }
        $room = Flac::encode($frames, 2);
        $description = [
            'name' => $name,
            'gain' => 1.0,
            'room' => [
                'size' => $kit->room()->value,
                'url' => $this->kits->keep('room/'.$kit->room()->value, 'flac', $room),
                'bytes' => \strlen($room),
            ],
            'played' => Kits::played($there),
            'sounds' => $sounds,
        ];

        return ['gain' => $this->gain($description)] + $description;
    }

    /** @return Sound */
    private function keep(string $kit, Instrument $instrument, Strike $strike): array
    {
        $flac = Flac::encode($strike->pcm, 1);
        $url = $this->kits->keep("$kit/$instrument->value", 'flac', $flac);
        $this->kits->keepBeside($url, 'pcm', $strike->pcm);

        return ['instrument' => $instrument->value, 'url' => $url, 'bytes' => \strlen($flac), 'layers' => $strike->layers];
    }

    /**
     * What brings a kit to the loudness of the others.
     *
     * @param Description $description
     */
    private function gain(array $description): float
    {
        $groove = ReferenceGroove::pattern();
        $excerpt = Excerpt::whole($groove);
        $gain = 1.0;
        // Once more, since the limiter bends what is louder.
        for ($round = 0; $round < 2; ++$round) {
            $bank = $this->kits->bank(['gain' => $gain] + $description);
            $gain *= 10 ** ((ReferenceGroove::LOUDNESS - Loudness::of(Mixdown::of($groove, $excerpt, $bank))) / 20);
        }

        return round($gain, 4);
    }
}
