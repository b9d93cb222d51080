<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Instrument;

/** What instruments are called on paper and in spreadsheets: names, trade names and the usual abbreviations. */
final readonly class Names
{
    private const OTHERS = [
        'kick' => ['k', 'bd', 'b', 'bass', 'bass drum', 'kick drum', 'bassdrum'],
        'kick-2' => ['kick2', 'bd2', 'second bass drum'],
        'snare' => ['s', 'sd', 'sn', 'snare drum'],
        'snare-2' => ['snare2', 'sd2', 'electric snare'],
        'side-stick' => ['ss', 'rim', 'rim click', 'rimclick', 'cross stick', 'crossstick', 'x-stick', 'stick', 'rs'],
        'clap' => ['cp', 'claps', 'hand clap', 'handclap'],
        'closed-hat' => [
            'h', 'hh', 'ch', 'chh', 'hat', 'hats', 'hi hat', 'hi hats', 'hihat', 'hihats', 'closed hat', 'closed hats', 'closed hihat',
            'closed hh', 'hh closed', 'hc',
        ],
        'pedal-hat' => ['ph', 'phh', 'pedal hat', 'pedal hihat', 'foot hat', 'hat foot', 'hh pedal', 'hp'],
        'open-hat' => ['oh', 'ohh', 'open hat', 'open hats', 'open hihat', 'open hh', 'hh open', 'ho'],
        'low-floor-tom' => ['floor tom-2', 'ft2'],
        'floor-tom' => ['ft', 'ft1', 'floor', 'tom4', 't4'],
        'low-tom' => ['lt', 'tom3', 't3'],
        'low-mid-tom' => ['lmt', 'mt', 'mid tom', 'tom'],
        'high-mid-tom' => ['hmt', 'tom2', 't2'],
        'high-tom' => ['ht', 'hi tom', 'tom1', 't1'],
        'crash' => ['cr', 'cc', 'c', 'crash cymbal', 'cymbal'],
        'crash-2' => ['cr2', 'crash2'],
        'ride' => ['r', 'rd', 'rc', 'ride cymbal'],
        'ride-bell' => ['rb', 'bell', 'bell of the ride', 'cup'],
        'china' => ['chinese cymbal'],
        'tambourine' => ['tamb', 'tmb', 'tb'],
        'cowbell' => ['cb', 'bell block'],
        'high-bongo' => ['hi bongo', 'bongo high', 'bongo'],
        'low-bongo' => ['lo bongo', 'bongo low'],
        'mute-conga' => ['conga mute', 'slap conga'],
        'open-conga' => ['conga', 'high conga', 'conga high', 'quinto'],
        'low-conga' => ['conga low', 'tumba'],
        'high-timbale' => ['timbale'],
        'high-agogo' => ['agogo'],
        'maracas' => ['maraca'],
        'shaker' => ['sh', 'shk'],
        'short-guiro' => ['guiro'],
        'claves' => ['clave', 'cl'],
        'high-woodblock' => ['wb', 'woodblock', 'wood block', 'hi woodblock', 'high wood block'],
        'low-woodblock' => ['lo woodblock', 'low wood block'],
        'mute-triangle' => ['triangle mute', 'closed triangle'],
        'open-triangle' => ['tri', 'triangle'],
        'snap' => ['snaps', 'finger snaps'],
    ];

    /** As General MIDI calls them, which many programs write; those that differ from ours. */
    private const IN_GENERAL_MIDI = [
        'kick-2' => ['acoustic bass drum', 'bass drum 2'], 'kick' => ['bass drum 1'], 'snare' => ['acoustic snare'],
        'clap' => ['hand clap'],
        'low-floor-tom' => ['low floor tom'], 'floor-tom' => ['high floor tom'], 'low-mid-tom' => ['low-mid tom'],
        'high-mid-tom' => ['hi-mid tom', 'high-mid tom'], 'crash' => ['crash cymbal 1', 'crash 1'], 'ride' => ['ride cymbal 1', 'ride 1'],
        'splash' => ['splash cymbal'], 'crash-2' => ['crash cymbal 2', 'crash 2'], 'high-bongo' => ['high bongo'],
        'mute-conga' => ['mute hi conga', 'mute high conga'], 'open-conga' => ['open hi conga', 'open high conga'],
        'high-woodblock' => ['hi wood block'],
    ];

    /**
     * The instrument of this name, in any case, with hyphens or without; null where none is called so. A number that belongs to a name is
     * joined to it ("kick-2", "tom1"): one that stands apart is a step.
     */
    public static function instrument(string $name): ?Instrument
    {
        static $known = null;
        if (null === $known) {
            $known = [];
            foreach (Instrument::cases() as $one) {
                $others = array_merge(
                    self::OTHERS[$one->value] ?? [],
                    self::IN_GENERAL_MIDI[$one->value] ?? [],
                    NamesElsewhere::NAMES[$one->value],
                );
                foreach ([$one->value, $one->label(), ...$others] as $other) {
                    $known[self::plain($other)] ??= $one;
                }
            }
        }
        \assert(\is_array($known));
        $found = $known[self::plain($name)] ?? null;

        return $found instanceof Instrument ? $found : null;
    }

    private static function plain(string $name): string
    {
        return trim(preg_replace('/[\s_.:]+|-(?!\d)/u', ' ', mb_strtolower($name)) ?? '');
    }
}
