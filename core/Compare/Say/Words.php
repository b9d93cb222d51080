<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Makes a sentence of a statement, for a student of twelve and at most 20 words, in the counting style of the class.
 *
 * @phpstan-type Said array{
 *     kind: string,
 *     scope: string,
 *     instruments: list<string>,
 *     bars: list<int>,
 *     ticks: int|null,
 *     strokes: int,
 *     place: string,
 *     text: string,
 * }
 */
final readonly class Words
{
    private Wording $wording;

    /** @param int $bars of the longer of the two patterns */
    public function __construct(Meter $meter, CountingStyle $style, int $bars)
    {
        $this->wording = new Wording($meter, $style, $bars);
    }

    /** @return Said as in the result object */
    public function said(Statement $statement): array
    {
        $data = $statement->toData();
        unset($data['at'], $data['values']);

        return $data + ['place' => $this->place($statement), 'text' => $this->text($statement)];
    }

    public function text(Statement $one): string
    {
        return match ($one->kind) {
            StatementKind::HitMissing => $this->hits($one, '%2$s %3$s missing %1$s', '; add %4$s.'),
            StatementKind::HitExtra => $this->hits($one, '%2$s too many %1$s', '; take %4$s out.'),
            StatementKind::HitMoved => $this->hits($one, '%2$s %1$s %3$s '.$this->offBy($one), '.'),
            StatementKind::OtherDrum => $this->hits($one, 'you played '.self::small($one->instruments[1]).' instead %1$s', '.'),
            StatementKind::Meter, StatementKind::Tempo, StatementKind::Length, StatementKind::Form, StatementKind::Swing => self::setting(
                $one->kind,
                $one->values,
            ),
            StatementKind::Accents, StatementKind::Flat, StatementKind::Uneven => $this->dynamics($one),
            StatementKind::Ahead, StatementKind::Behind => $this->feel($one),
            default => $this->cause($one),
        };
    }

    private function place(Statement $one): string
    {
        return match ($one->scope) {
            'feel' => '',
            'stroke', 'dynamics' => implode('; ', array_map($this->wording->place(...), $one->at)),
            default => Wording::bars($one->bars),
        };
    }

    private function offBy(Statement $one): string
    {
        return $this->wording->distance($one->ticks ?? 0).(($one->ticks ?? 0) > 0 ? ' late' : ' early');
    }

    /** @param string $say with where (1), "a hit" or "3 hits" (2), is or are (3) and it or them (4) to be filled in */
    private function hits(Statement $one, string $say, string $do): string
    {
        $many = $one->strokes > 1;
        $fill = static fn (string $text, string $where): string => \sprintf(
            $text,
            $where,
            $many ? "$one->strokes hits" : 'a hit',
            $many ? 'are' : 'is',
            $many ? 'them' : 'it',
        );
        $say = $one->instruments[0]->label().': '.$say;
        [$where, $bars] = [[] === $one->at ? '' : $this->wording->places($one->at), $this->wording->inBars($one->bars)];

        return Wording::shortEnough($fill($say.$do, $where), $fill($say.'.', $where), $fill($say.$do, $bars));
    }

    private function cause(Statement $one): string
    {
        $bars = $one->bars;
        [$first, $second] = [$one->instruments[0] ?? null, $one->instruments[1] ?? null];
        $name = $first?->label() ?? 'Everything';
        $hits = 1 === $one->strokes ? 'hit' : "$one->strokes hits";
        $bar = $bars[0] ?? 1;

        return match ($one->kind) {
            StatementKind::Shifted => null === $first ? "Everything is {$this->offBy($one)}."
                : "$name: every hit ".('bar' === $one->scope ? $this->wording->inBars($bars).' ' : '')."is {$this->offBy($one)}.",
            StatementKind::SwappedRows => "$name and ".self::small($second).' are exchanged; swap them.',
            StatementKind::WrongRow => "$name: the whole part is played on ".self::small($second).'; move it to '.self::small($first).'.',
            StatementKind::DoubleTime => 'Everything is twice as fast as asked; spread it over twice the time.',
            StatementKind::HalfTime => 'Everything is half as fast as asked; bring it into half the time.',
            StatementKind::RowMissing => "$name is left out; add its $hits.",
            StatementKind::RowExtra => "$name is not asked for; take its $hits out.",
            StatementKind::BarMissing => true === $one->values['moved']
                ? "Bar $bar is left out; put it in, and the rest falls into place."
                : "Bar $bar is empty; fill it.",
            StatementKind::BarExtra => true === $one->values['moved']
                ? "Bar $bar is one too many; take it out, and the rest falls into place."
                : "Bar $bar should be empty; take its hits out.",
            StatementKind::BarsSwapped => \sprintf('Bars %s are exchanged; swap them.', Wording::join(array_map(strval(...), $bars))),
            StatementKind::NoVariation => self::noVariation($bars, (int) self::one($one->values, 'bar')),
            default => throw new \LogicException($one->kind->value.' is said elsewhere.'),
        };
    }

    /** @param list<int> $instead */
    private static function noVariation(array $instead, int $bar): string
    {
        $are = \count($instead) > 1 ? 'Bars '.Wording::join(array_map(strval(...), $instead)).' are' : 'Bar '.implode('', $instead).' is';

        return \count($instead) > 4
            ? "Every bar repeats bar $bar; make the others different, as asked."
            : "$are the same as bar $bar; make the change that is asked.";
    }

    private function dynamics(Statement $one): string
    {
        $text = match (true) {
            StatementKind::Flat === $one->kind => 'Dynamics: every hit is equally loud; make louder and softer ones.',
            StatementKind::Uneven === $one->kind => 'Dynamics: some hits are louder or softer than asked, %s.',
            'missing' === $one->values['accents'] => 'Accents are missing %s; play harder there.',
            default => 'Accents where none are asked, %s; play softer there.',
        };

        return Wording::shortEnough(
            \sprintf($text, [] === $one->at ? '' : $this->wording->places($one->at)),
            \sprintf($text, $this->wording->inBars($one->bars)),
        );
    }

    private function feel(Statement $one): string
    {
        $who = [] === $one->instruments ? 'Everything is a little ' : $one->instruments[0]->label().': a little ';

        return $who.(
            StatementKind::Behind === $one->kind
                ? 'behind the beat throughout; play a touch earlier.'
                : 'ahead of the beat throughout; wait a touch longer.'
        );
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private static function setting(StatementKind $kind, array $values): string
    {
        if (StatementKind::Form === $kind) {
            return 'Form: your sections have '.self::lengths($values, 'has').' bars; the task has '.self::lengths($values, 'asked').'.';
        }
        [$has, $asked] = [self::one($values, 'has'), self::one($values, 'asked')];
        [$low, $high] = StatementKind::Tempo === $kind ? [(float) self::one($values, 'low'), (float) self::one($values, 'high')] : [0, 0];

        return match ($kind) {
            StatementKind::Meter => "Meter: your beat is in $has, but the task is in $asked.",
            StatementKind::Length => \sprintf(
                'Length: your beat has %s, but the task has %s.',
                self::bars((float) $has),
                self::bars((float) $asked),
            ),
            StatementKind::Swing => \sprintf(
                'Swing: %s percent, but %s percent are asked; swing %s.',
                self::number((float) $has),
                self::number((float) $asked),
                (float) $has < (float) $asked ? 'more' : 'less',
            ),
            default => \sprintf(
                'Tempo: %s, but %s quarter notes a minute are asked; go %s.',
                self::number((float) $has),
                self::number($low).($high > $low ? ' to '.self::number($high) : ''),
                (float) $has < $low ? 'faster' : 'slower',
            ),
        };
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private static function one(array $values, string $name): string
    {
        $value = $values[$name] ?? '';

        return \is_array($value) ? '' : (string) $value;
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private static function lengths(array $values, string $name): string
    {
        $list = $values[$name] ?? [];
        $list = \is_array($list) ? $list : [];

        return \count($list) > 4 ? \count($list).' parts' : Wording::join(array_map(strval(...), $list));
    }

    private static function small(?Instrument $instrument): string
    {
        return lcfirst($instrument?->label() ?? '');
    }

    private static function bars(float $bars): string
    {
        return 1.0 === $bars ? 'one bar' : self::number($bars).' bars';
    }

    private static function number(float $number): string
    {
        return (string) round($number, 2);
    }
}
