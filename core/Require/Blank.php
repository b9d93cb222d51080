<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Say\Voice;

/** A blank in the sentence of a requirement: what may stand in it, in a file and on a teacher's screen. */
final readonly class Blank
{
    private const MOST_INSTRUMENTS = 48;

    /** @param array<string, mixed> $more what else is known of it */
    private function __construct(public string $key, private string $type, private array $more = [])
    {
    }

    /** @param string|null $from key of another blank that this one is not below */
    public static function number(string $key, float $low, float $high, ?string $from = null): self
    {
        return new self($key, 'number', ['low' => $low, 'high' => $high] + (null === $from ? [] : ['from' => $from]));
    }

    /** @param string|null $from key of another blank that this one is not below */
    public static function whole(string $key, int $low, int $high, ?string $from = null): self
    {
        return new self($key, 'whole', ['low' => $low, 'high' => $high] + (null === $from ? [] : ['from' => $from]));
    }

    /** @param bool $all whether it may stand for all instruments */
    public static function instrument(bool $all = false): self
    {
        return new self('instrument', 'instrument', $all ? ['all' => true] : []);
    }

    /** @param bool $none whether the list may be empty */
    public static function instruments(string $key, bool $none = false): self
    {
        return new self($key, 'instruments', $none ? ['none' => true] : []);
    }

    /** @param non-empty-list<string> $options the last one holds where nothing is said */
    public static function choice(string $key, array $options): self
    {
        return new self($key, 'choice', ['options' => $options]);
    }

    /** Two different bars, from 1. */
    public static function bars(): self
    {
        return new self('bars', 'bars');
    }

    /** A pattern that is drawn on a sheet of its own. */
    public static function frame(): self
    {
        return new self('frame', 'frame');
    }

    /** @return array<string, mixed> as the catalogue sends it, in the words of a voice */
    public function toData(string $kind, Voice $voice): array
    {
        $words = [];
        foreach (array_intersect(['all', 'none'], array_keys($this->more)) as $which) {
            $words[$which] = $voice->say("asks.$kind.$which");
        }
        foreach ($this->options() as $option) {
            $words['options'][$option] = $voice->say("asks.$kind.$option");
        }

        return ['key' => $this->key, 'type' => $this->type, 'label' => $voice->say("asks.blank.$this->key")] + $words + $this->more;
    }

    /** @return list<string> of a choice */
    private function options(): array
    {
        $options = $this->more['options'] ?? [];

        return \is_array($options) ? array_values(array_filter($options, \is_string(...))) : [];
    }

    /**
     * @param array<string, mixed> $before what was read for the blanks before
     *
     * @return mixed a number, an instrument, a list of instruments, a pattern …
     *
     * @throws InvalidInput naming the place
     */
    public function read(Fields $fields, array $before): mixed
    {
        switch ($this->type) {
            case 'number':
            case 'whole':
                $value = 'whole' === $this->type ? $fields->int($this->key) : $fields->number($this->key);
                [$low, $high] = [$this->more['low'], $this->more['high']];
                $from = \is_string($this->more['from'] ?? null) ? $before[$this->more['from']] ?? null : null;
                \assert(is_numeric($low) && is_numeric($high));
                Range::check($this->key, $value, is_numeric($from) ? $from + 0 : $low + 0, $high + 0);

                return $value;
            case 'instrument':
                return isset($this->more['all']) && ($fields->isNull($this->key) || 'all' === $fields->value($this->key)) ? null
                    : PatternReader::instrument($fields->string($this->key), $this->key);
            case 'instruments':
                $least = isset($this->more['none']) ? 0 : 1;

                return 0 === $least && !$fields->has($this->key) ? [] : PatternReader::instruments(
                    $fields,
                    $this->key,
                    $least,
                    self::MOST_INSTRUMENTS,
                );
            case 'choice':
                $options = $this->options();
                $value = $fields->string($this->key, $options[array_key_last($options) ?? 0] ?? '');

                return \in_array($value, $options, true) ? $value
                    : throw InvalidInput::at($this->key, \sprintf('this must be "%s".', implode('" or "', $options)));
            case 'bars':
                $bars = $fields->ints($this->key, 2);

                return 2 === \count($bars) && min($bars) >= 1 && $bars[0] !== $bars[1] ? $bars
                    : throw InvalidInput::at($this->key, 'two different bars are needed here, such as [1, 2].');
            default:
                try {
                    return PatternReader::fromData($fields->value($this->key));
                } catch (InvalidInput $error) {
                    throw $error->under($this->key);
                }
        }
    }
}
