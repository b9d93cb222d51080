<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Pattern\Instrument;

/**
 * One thing that a teacher would say about a submission, as data; Words makes a sentence of it where somebody reads it.
 *
 * @phpstan-type Values array<string, bool|float|int|string|list<int>>
 * @phpstan-type Stated array{
 *     kind: string,
 *     scope: string,
 *     instruments: list<string>,
 *     bars: list<int>,
 *     ticks: int|null,
 *     strokes: int,
 *     at: list<int>,
 *     values: Values,
 *     gain?: float,
 * }
 */
final readonly class Statement
{
    /**
     * @param string           $scope       'whole', 'row', 'bar', 'stroke', 'dynamics' or 'feel'
     * @param list<Instrument> $instruments
     * @param list<int>        $bars        from 1
     * @param int|null         $ticks       how far the submission is late (+) or early (−)
     * @param int              $strokes     how many strokes it is about
     * @param list<int>        $at          written ticks of the places that it names, rising
     * @param Values           $values      what else its sentence tells, by name
     * @param list<int>        $pairs       indices of the pairs that it accounts for; empty for a setting
     * @param bool             $repairs     whether it gives target strokes other partners
     * @param array<int, int>  $explained   pairs whose target strokes have another partner by it => the pair of that partner
     */
    public function __construct(
        public StatementKind $kind,
        public string $scope,
        public array $instruments = [],
        public array $bars = [],
        public ?int $ticks = null,
        public int $strokes = 0,
        public array $at = [],
        public array $values = [],
        public array $pairs = [],
        public bool $repairs = false,
        public array $explained = [],
    ) {
    }

    /**
     * The same with the pairs that it accounts for.
     *
     * @param list<int>       $pairs
     * @param array<int, int> $explained
     */
    public function covering(array $pairs, array $explained = []): self
    {
        return new self(
            $this->kind,
            $this->scope,
            $this->instruments,
            $this->bars,
            $this->ticks,
            $this->strokes,
            $this->at,
            $this->values,
            $pairs,
            $this->repairs,
            $explained,
        );
    }

    /** @return string the same for statements that say the same: for grouping and for telling what is new */
    public function key(): string
    {
        return json_encode(
            [$this->kind, $this->scope, $this->instruments, $this->bars, $this->ticks, $this->at, $this->values],
            \JSON_THROW_ON_ERROR,
        );
    }

    /** @return Stated */
    public function toData(): array
    {
        return [
            'kind' => $this->kind->value,
            'scope' => $this->scope,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $this->instruments),
            'bars' => $this->bars,
            'ticks' => $this->ticks,
            'strokes' => $this->strokes,
            'at' => $this->at,
            'values' => $this->values,
        ];
    }

    /** @param Stated $data as toData gave it; which pairs it accounts for is not part of it */
    public static function fromData(array $data): self
    {
        return new self(
            StatementKind::from($data['kind']),
            $data['scope'],
            array_map(Instrument::from(...), $data['instruments']),
            $data['bars'],
            $data['ticks'],
            $data['strokes'],
            $data['at'],
            $data['values'],
        );
    }
}
