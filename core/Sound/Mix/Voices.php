<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Wav;

/** The sounds of a bank as the mixer adds them: takes, tuned, kept as long as there is room for them. */
final class Voices
{
    /** Bytes of sounds that are kept. */
    private const MOST = 24_000_000;
    /** @var array<string, string> fields by take and tune */
    private array $known = [];
    private int $bytes = 0;

    public function __construct(private readonly Bank $bank)
    {
    }

    /** @return string the fields (see Sum) of what is heard for a stroke */
    public function fields(Sounding $sounding): string
    {
        $strike = $this->bank->strike($sounding->instrument, $sounding->sound);
        ['from' => $from, 'samples' => $samples] = $strike->take($sounding->velocity, $sounding->turn);
        $key = "{$sounding->instrument->value} $from $sounding->tune $sounding->sound";
        if (isset($this->known[$key])) {
            return $this->known[$key];
        }
        $pcm = substr($strike->pcm, 2 * $from, 2 * $samples);
        if (0.0 !== $sounding->tune) {
            $pcm = Wav::numbers(Sample::of(Wav::values($pcm))->at(2 ** ($sounding->tune / 12))->values);
        }
        $fields = Sum::fields($pcm);
        $this->bytes += \strlen($fields);
        while ($this->bytes > self::MOST && [] !== $this->known) {
            $this->bytes -= \strlen(array_shift($this->known));
        }

        return $this->known[$key] = $fields;
    }
}
