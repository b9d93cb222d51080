<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Pattern\Instrument;

/**
 * One thing that a teacher would say about a submission, with the differences that it accounts for.
 *
 * @phpstan-type Said array{kind: string, scope: string, instruments: list<string>, bars: list<int>, ticks: int|null, strokes: int, place: string, text: string}
 */
final readonly class Statement
{
    /**
     * @param string           $scope       'whole', 'row', 'bar', 'stroke', 'dynamics' or 'feel'
     * @param list<Instrument> $instruments
     * @param list<int>        $bars        from 1
     * @param int|null         $ticks       how far the submission is late (+) or early (−)
     * @param list<int>        $pairs       indices of the pairs that it accounts for; empty for a setting
     * @param int              $strokes     how many strokes it is about
     * @param list<string>     $places      in counting words
     * @param bool             $repairs     whether its target strokes were re-paired, and count as explained
     * @param string           $text        one plain sentence for a student, at most 20 words
     */
    public function __construct(
        public StatementKind $kind,
        public string $scope,
        public array $instruments,
        public array $bars,
        public ?int $ticks,
        public array $pairs,
        public int $strokes,
        public array $places,
        public string $text,
        public bool $repairs = false,
    ) {
    }

    /**
     * The same with the pairs that it accounts for.
     *
     * @param list<int> $pairs
     */
    public function covering(array $pairs): self
    {
        return new self($this->kind, $this->scope, $this->instruments, $this->bars, $this->ticks, $pairs, $this->strokes, $this->places, $this->text, $this->repairs);
    }

    /** @return Said as in the result object */
    public function toData(): array
    {
        return [
            'kind' => $this->kind->value,
            'scope' => $this->scope,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $this->instruments),
            'bars' => $this->bars,
            'ticks' => $this->ticks,
            'strokes' => $this->strokes,
            'place' => implode('; ', $this->places),
            'text' => $this->text,
        ];
    }
}
