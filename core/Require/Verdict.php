<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Say\Voice;

/**
 * Whether a requirement is met, with what was found and the strokes that show it: data, of which its requirement makes a sentence.
 *
 * @phpstan-type Found array<string, bool|float|int|string|list<string>>
 * @phpstan-type Judged array{
 *     passed: bool,
 *     share?: float,
 *     found: Found,
 *     evidence: list<array{instrument: string, tick: int, at: int}>,
 * }
 */
final readonly class Verdict
{
    /**
     * @param float                                               $share    0–1 of the points that it earns
     * @param Found                                               $found
     * @param list<array{instrument: string, tick: int, at: int}> $evidence by tick; tick with push, at without
     */
    private function __construct(public bool $passed, public float $share, private array $found, public array $evidence)
    {
    }

    /**
     * What the sentence tells, and the strokes that show it.
     *
     * @param array<string, bool|float|int|string|Instrument|list<Instrument>|list<string>|null> $found
     * @param list<Stroke>                                                                       $evidence
     * @param float|null                                                                         $share    0–1; null for all or nothing
     */
    public static function of(bool $passed, array $found, array $evidence = [], ?float $share = null): self
    {
        $plain = static fn (mixed $one): mixed => $one instanceof Instrument ? $one->value : $one;
        /** @var Found $data */
        $data = array_filter(
            array_map(static fn (mixed $one): mixed => \is_array($one) ? array_map($plain, $one) : $plain($one), $found),
            static fn (mixed $one): bool => null !== $one,
        );

        return new self(
            $passed,
            $share ?? ($passed ? 1 : 0),
            $data,
            array_map(
                static fn (Stroke $one): array => [
                    'instrument' => $one->instrument->value,
                    'tick' => $one->tick,
                    'at' => $one->written,
                ],
                $evidence,
            ),
        );
    }

    public function number(string $name): float
    {
        $value = $this->found[$name] ?? 0;

        return \is_array($value) ? 0 : (float) $value;
    }

    /** @param string $else where nothing was found */
    public function text(string $name, string $else): string
    {
        $value = $this->found[$name] ?? $else;

        return \is_string($value) ? $value : $else;
    }

    /** @return string the end of a key: "passed" or "failed" */
    public function way(): string
    {
        return $this->passed ? 'passed' : 'failed';
    }

    /** @return array{low: float, high: float, range: string} what was asked for, for a message */
    public function range(): array
    {
        return self::rangeOf($this->number('low'), $this->number('high'));
    }

    /**
     * @return array{
     *     low: float,
     *     high: float,
     *     range: string,
     * } range is "no" where both are the same
     */
    public static function rangeOf(float $low, float $high): array
    {
        return ['low' => $low, 'high' => $high, 'range' => $low === $high ? 'no' : 'yes'];
    }

    /** @return string the instrument's name as it begins a sentence; "In all" where none is named */
    public function label(Voice $voice): string
    {
        return $voice->capital($this->named($voice));
    }

    /** @return string the instrument's name inside a sentence */
    public function named(Voice $voice): string
    {
        $value = $this->found['instrument'] ?? null;

        return \is_string($value) ? $voice->name(Instrument::from($value)) : $voice->say('rule.inAll');
    }

    /** @return string "kick, snare and clap" */
    public function instruments(string $name, Voice $voice): string
    {
        $list = $this->found[$name] ?? [];

        return $voice->names(array_map(Instrument::from(...), \is_array($list) ? $list : []));
    }

    /** @return list<string> */
    public function words(string $name): array
    {
        $list = $this->found[$name] ?? [];

        return \is_array($list) ? $list : [];
    }

    /**
     * @param \Closure(int): string $place
     *
     * @return string the first stroke that shows it: "kick at bar 2, beat 3"
     */
    public function first(\Closure $place, Voice $voice): string
    {
        $first = $this->evidence[0] ?? null;

        return null === $first ? '' : $voice->say('rule.first', [
            'name' => $voice->name(Instrument::from($first['instrument'])),
            'place' => $place($first['at']),
        ]);
    }

    /** @return Judged */
    public function toData(): array
    {
        return ['passed' => $this->passed, 'share' => round($this->share, 4), 'found' => $this->found, 'evidence' => $this->evidence];
    }

    /** @param Judged $data as toData gave it */
    public static function fromData(array $data): self
    {
        return new self($data['passed'], $data['share'] ?? ($data['passed'] ? 1 : 0), $data['found'], $data['evidence']);
    }
}
