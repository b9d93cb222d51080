<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/**
 * One JSON object, read strictly: every key must be known, every value of its type. What is left out takes the default given,
 * or is refused where none is given.
 */
final readonly class Fields
{
    /**
     * @param array<mixed> $data  by key
     * @param list<string> $known the keys that may occur
     *
     * @throws InvalidInput naming the first key that is not known
     */
    private function __construct(private array $data, private string $path, array $known)
    {
        foreach ($data as $key => $_) {
            if (!\in_array($key, $known, true)) {
                throw InvalidInput::at($this->at((string) $key), 'this key is not known; remove it or correct its name.');
            }
        }
    }

    /**
     * @param list<string> $known
     *
     * @throws InvalidInput when $value is not an object or has an unknown key
     */
    public static function of(mixed $value, string $path, array $known): self
    {
        if (!$value instanceof \stdClass) {
            throw InvalidInput::at($path, 'an object {…} is needed here, not '.self::describe($value).'.');
        }

        return new self((array) $value, $path, $known);
    }

    public function has(string $key): bool
    {
        return \array_key_exists($key, $this->data);
    }

    public function at(string $key): string
    {
        return '' === $this->path ? $key : $this->path.'.'.$key;
    }

    /** @throws InvalidInput */
    public function int(string $key, ?int $default = null): int
    {
        if (null !== $default && !$this->has($key)) {
            return $default;
        }
        $value = $this->value($key);
        // JSON has one kind of number: 240.0 is the whole number 240.
        if (\is_float($value) && floor($value) === $value && abs($value) < 2 ** 53) {
            return (int) $value;
        }
        if (!\is_int($value)) {
            throw InvalidInput::at($this->at($key), 'a whole number is needed here, not '.self::describe($value).'.');
        }

        return $value;
    }

    /** @throws InvalidInput */
    public function number(string $key, ?float $default = null): float
    {
        if (null !== $default && !$this->has($key)) {
            return $default;
        }
        $value = $this->value($key);
        if (!\is_int($value) && !\is_float($value)) {
            throw InvalidInput::at($this->at($key), 'a number is needed here, not '.self::describe($value).'.');
        }

        return (float) $value;
    }

    /** @throws InvalidInput */
    public function string(string $key, ?string $default = null): string
    {
        if (null !== $default && !$this->has($key)) {
            return $default;
        }
        $value = $this->value($key);
        if (!\is_string($value)) {
            throw InvalidInput::at($this->at($key), 'a text in quotes is needed here, not '.self::describe($value).'.');
        }

        return $value;
    }

    /**
     * A text of at most $most characters, empty where it is left out; line breaks are allowed, other control characters are not.
     *
     * @throws InvalidInput
     */
    public function text(string $key, int $most): string
    {
        $text = trim($this->string($key, ''));
        if (mb_strlen($text) > $most) {
            throw InvalidInput::at(
                $this->at($key),
                \sprintf('this text has %d characters; at most %d fit, so shorten it.', mb_strlen($text), $most),
            );
        }
        if (1 === preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]/', $text)) {
            throw InvalidInput::at($this->at($key), 'this text holds control characters; remove them.');
        }

        return $text;
    }

    /** @throws InvalidInput */
    public function bool(string $key, bool $default): bool
    {
        $value = $this->has($key) ? $this->value($key) : $default;
        if (!\is_bool($value)) {
            throw InvalidInput::at($this->at($key), 'true or false is needed here, not '.self::describe($value).'.');
        }

        return $value;
    }

    /**
     * @return list<mixed>
     *
     * @throws InvalidInput when it is no list, or is shorter or longer than allowed
     */
    public function list(string $key, int $least, int $most): array
    {
        $value = $this->value($key);
        if (!\is_array($value) || !array_is_list($value)) {
            throw InvalidInput::at($this->at($key), 'a list […] is needed here, not '.self::describe($value).'.');
        }
        $count = \count($value);
        if ($count < $least || $count > $most) {
            throw InvalidInput::at(
                $this->at($key),
                \sprintf('there are %d entries; between %d and %d are allowed.', $count, $least, $most),
            );
        }

        return $value;
    }

    /**
     * @return list<int>
     *
     * @throws InvalidInput
     */
    public function ints(string $key, int $most): array
    {
        $ints = [];
        foreach ($this->list($key, 0, $most) as $i => $value) {
            if (!\is_int($value)) {
                throw InvalidInput::at($this->at($key)."[$i]", 'a whole number is needed here, not '.self::describe($value).'.');
            }
            $ints[] = $value;
        }

        return $ints;
    }

    /** Null when the key is left out or null. */
    public function isNull(string $key): bool
    {
        return !isset($this->data[$key]);
    }

    /** @throws InvalidInput when the key is left out */
    public function value(string $key): mixed
    {
        if (!$this->has($key)) {
            throw InvalidInput::at($this->at($key), 'this is missing; add it.');
        }

        return $this->data[$key];
    }

    /**
     * Runs $build and puts this object's path before the error it may throw.
     *
     * @template T
     *
     * @param \Closure(): T $build
     *
     * @return T
     *
     * @throws InvalidInput
     */
    public function build(\Closure $build): mixed
    {
        try {
            return $build();
        } catch (InvalidInput $error) {
            throw str_starts_with($error->path, $this->path) && '' !== $this->path ? $error : $error->under($this->path);
        }
    }

    private static function describe(mixed $value): string
    {
        return match (true) {
            null === $value => 'null',
            \is_bool($value) => $value ? 'true' : 'false',
            \is_string($value) => 'the text "'.mb_substr($value, 0, 40).'"',
            \is_array($value) => 'a list',
            \is_int($value), \is_float($value) => 'the number '.json_encode($value),
            default => 'an object',
        };
    }
}
