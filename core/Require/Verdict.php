<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

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

    /** @return string "3 hits", "1 bar" */
    public function count(string $name, string $of): string
    {
        return Submission::plural((int) $this->number($name), $of);
    }

    /** @return string "4", "2 to 4" */
    public function range(): string
    {
        return Submission::range($this->number('low'), $this->number('high'));
    }

    /** @return string the instrument's name as it begins a sentence; $all where none is named */
    public function instrument(string $name = 'instrument', string $all = 'In all'): string
    {
        $value = $this->found[$name] ?? null;

        return \is_string($value) ? Instrument::from($value)->label() : $all;
    }

    /** @return string "kick, snare and clap" */
    public function instruments(string $name): string
    {
        $list = $this->found[$name] ?? [];

        return Submission::names(array_map(Instrument::from(...), \is_array($list) ? $list : []));
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
    public function first(\Closure $place): string
    {
        $first = $this->evidence[0] ?? null;

        return null === $first ? '' : lcfirst(Instrument::from($first['instrument'])->label()).' at '.$place($first['at']);
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
