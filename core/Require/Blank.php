<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\PatternReader;

/** A blank in the sentence of a requirement: what may stand in it, in a file and on a teacher's screen. */
final readonly class Blank
{
    private const MOST_INSTRUMENTS = 48;

    /** @param array<string, mixed> $more what else a screen needs to know */
    private function __construct(public string $key, private string $type, private string $label, private array $more = [])
    {
    }

    /** @param string|null $from key of another blank that this one is not below */
    public static function number(string $key, string $label, float $low, float $high, ?string $from = null): self
    {
        return new self($key, 'number', $label, ['low' => $low, 'high' => $high] + (null === $from ? [] : ['from' => $from]));
    }

    /** @param string|null $from key of another blank that this one is not below */
    public static function whole(string $key, string $label, int $low, int $high, ?string $from = null): self
    {
        return new self($key, 'whole', $label, ['low' => $low, 'high' => $high] + (null === $from ? [] : ['from' => $from]));
    }

    /** @param string|null $all what stands for all instruments; null where one must be named */
    public static function instrument(string $label, ?string $all = null): self
    {
        return new self('instrument', 'instrument', $label, null === $all ? [] : ['all' => $all]);
    }

    /** @param string|null $none what an empty list says; null where at least one is needed */
    public static function instruments(string $key, string $label, ?string $none = null): self
    {
        return new self($key, 'instruments', $label, null === $none ? [] : ['none' => $none]);
    }

    /** @param non-empty-array<string, string> $options words by value; the last one holds where nothing is said */
    public static function choice(string $key, string $label, array $options): self
    {
        return new self($key, 'choice', $label, ['options' => $options]);
    }

    /** Two different bars, from 1. */
    public static function bars(): self
    {
        return new self('bars', 'bars', 'bars');
    }

    /** A pattern that is drawn on a sheet of its own. */
    public static function frame(): self
    {
        return new self('frame', 'frame', 'frame');
    }

    /** @return array<string, mixed> as the catalogue sends it */
    public function toData(): array
    {
        return ['key' => $this->key, 'type' => $this->type, 'label' => $this->label] + $this->more;
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
                $options = array_keys((array) $this->more['options']);
                $value = $fields->string($this->key, (string) array_key_last((array) $this->more['options']));

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
