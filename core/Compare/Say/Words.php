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
 *     hint: string,
 * }
 */
final readonly class Words
{
    private const MOST_NAMES = 3;

    private Wording $wording;

    /** @param int $bars of the longer of the two patterns */
    public function __construct(private Meter $meter, CountingStyle $style, int $bars)
    {
        $this->wording = new Wording($meter, $style, $bars);
    }

    /** @return Said as in the result object */
    public function said(Statement $statement): array
    {
        $data = $statement->toData();
        unset($data['at'], $data['values']);

        return $data + [
            'place' => $this->place($statement),
            'text' => $this->text($statement),
            'hint' => Hints::of($statement, $this->meter),
        ];
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
            StatementKind::Accents, StatementKind::Flat, StatementKind::Uneven, StatementKind::Balance => $this->dynamics($one),
            StatementKind::Ornament, StatementKind::Sticking => $this->ornament($one),
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
        $at = [] === $one->at ? [0] : $one->at;
        $first = Wording::withoutRolls($at);
        $each = $this->wording->inEach($first);
        $count = $each ?? \count($first);
        $isRoll = \count($first) < \count($at);
        $name = $isRoll ? 'roll' : (true === ($one->values['ghosts'] ?? false) ? 'ghost note' : 'hit');
        if ($isRoll && 0 !== $first[0] % Wording::ROLL) {
            // The first stroke of it is right: it is played as something else.
            $on = $this->wording->places(array_values(array_unique(array_map(Wording::step(...), $first))));
            $instead = StatementKind::HitExtra === $one->kind
                ? 'a single hit is correct; do not roll it.' : 'play a roll, not a single hit.';

            return ucfirst("{$one->instruments[0]->label()}: $on, $instead");
        }
        if ($isRoll) {
            // A roll stands where its step does, also when its first stroke is right.
            $at = $first = array_values(array_unique(array_map(Wording::step(...), $first)));
        }
        $many = $count > 1;
        $hits = $many ? "$count {$name}s" : "a $name";
        [$are, $them] = $many ? ['are', 'them'] : ['is', 'it'];
        $fill = static fn (string $text, string $where): string => \sprintf($text, $where, $hits, $are, $them);
        $say = $one->instruments[0]->label().': '.$say;
        [$where, $bars] = [$this->wording->places($at), $this->wording->over($first)];

        return Wording::shortEnough($fill($say.$do, $where), $fill($say.'.', $where), $fill($say.$do, $bars));
    }

    private function cause(Statement $one): string
    {
        $bars = $one->bars;
        [$first, $second] = [$one->instruments[0] ?? null, $one->instruments[1] ?? null];
        $name = $first?->label() ?? 'Everything';
        $hits = 1 === $one->strokes ? 'hit' : "$one->strokes hits";
        $but = self::one($one->values, 'but');
        $every = "$name: every hit".match ($but) {
            '' => '', '1' => ' but one', default => " but $but",
        };
        $part = "$name: the whole part".match ($but) {
            '' => '', '1' => ' but one hit', default => " but $but hits",
        };

        return match ($one->kind) {
            StatementKind::Shifted => null === $first ? "Everything is {$this->offBy($one)}."
                : "$every ".('bar' === $one->scope ? $this->wording->inBars($bars).' ' : '')."is {$this->offBy($one)}.",
            StatementKind::SameSound => 'This is written otherwise than asked, and sounds the same; nothing is to change.',
            StatementKind::Sections => 'Sections: you play '.self::one($one->values, 'has').', but '.self::one($one->values, 'asked')
                .' is asked; put them in this order.',
            StatementKind::AnotherBeat => 'This is another beat: no more fits than by clicking at random.',
            StatementKind::Rotated => (null === $first ? 'Everything' : ('' === $but ? $part : $every))
                ." goes round the loop, {$this->offBy($one)}; start it where it is asked.",
            StatementKind::Subdivision => \sprintf(
                '%s: you play %s, but %s are asked.',
                $name,
                Wording::runOf((int) self::one($one->values, 'has')),
                Wording::runOf((int) self::one($one->values, 'asked')),
            ),
            StatementKind::SwappedRows => "$name and ".self::small($second).' are exchanged; swap them.',
            StatementKind::WrongRow => "$part is played on ".self::small($second).'; move it to '.self::small($first).'.',
            StatementKind::DoubleTime => 'Everything is twice as fast as the target; spread it over twice the time.',
            StatementKind::HalfTime => 'Everything is half as fast as the target; bring it into half the time.',
            StatementKind::RowMissing => "$name is left out; add its $hits.",
            StatementKind::RowExtra => "$name is not asked for; take its $hits out.",
            StatementKind::BarMissing, StatementKind::BarExtra => $this->wrongBars($one),
            StatementKind::BarsSwapped => ucfirst(Wording::bars($bars)).' are exchanged; swap them.',
            StatementKind::NoVariation => self::noVariation($bars, (int) self::one($one->values, 'bar')),
            default => throw new \LogicException($one->kind->value.' is said elsewhere.'),
        };
    }

    private function wrongBars(Statement $one): string
    {
        $all = 'in every bar' === $this->wording->inBars($one->bars) || 'in the bar' === $this->wording->inBars($one->bars);
        $many = \count($one->bars) > 1;
        $moved = true === $one->values['moved'];
        $bars = match (true) {
            !$all || $moved => ucfirst(Wording::bars($one->bars)),
            $many => 'All bars',
            default => 'The bar',
        };
        [$are, $them] = $many ? ['are', 'them'] : ['is', 'it'];
        $rest = $this->wording->isLast($one->bars) ? '.' : ', and the rest falls into place.';

        return match (true) {
            StatementKind::BarMissing === $one->kind && $moved => "$bars $are left out; put $them in$rest",
            StatementKind::BarMissing === $one->kind => "$bars $are empty; fill $them.",
            $moved => "$bars $are ".($many ? '' : 'one ')."too many; take $them out$rest",
            default => "$bars should be empty.",
        };
    }

    /** @param list<int> $instead */
    private static function noVariation(array $instead, int $bar): string
    {
        $are = \count($instead) > 1 ? 'are' : 'is';

        return ucfirst(Wording::bars($instead))." $are the same as bar $bar; make the change that is asked.";
    }

    private function dynamics(Statement $one): string
    {
        $names = array_map(self::small(...), $one->instruments);
        $name = \count($names) > self::MOST_NAMES ? 'All over' : ucfirst(Wording::join($names));
        $instead = $one->values['instead'] ?? [];
        if (\is_array($instead) && [] !== $instead && [] !== $one->at) {
            [$there, $here] = [$this->wording->places($one->at), $this->wording->places($instead)];
            // Many places are only told by their bars, which says nothing here.
            $isVague = static fn (string $places): bool => str_starts_with($places, 'in ');

            return Wording::shortEnough(
                ...($isVague($there) || $isVague($here) ? [] : ["$name: accents belong $there, not $here."]),
                ...($isVague($there) ? [] : ["$name: accents belong $there; play the other hits softer."]),
                ...["$name: accents are on the wrong hits {$this->wording->inBars($one->bars)}."],
            );
        }
        $text = match (true) {
            StatementKind::Flat === $one->kind => "$name: every hit is equally loud; make louder and softer ones.",
            StatementKind::Balance === $one->kind => $one->instruments[0]->label().' is louder than '.self::small($one->instruments[1])
                .', but should be softer; play it softer.',
            'soft' === ($one->values['throughout'] ?? '') => "$name: every hit is much too soft; play them all harder.",
            'loud' === ($one->values['throughout'] ?? '') => "$name: every hit is much too loud; play them all softer.",
            true === ($one->values['ghosts'] ?? false) => "$name: ghost notes are too loud %s; play them softer.",
            StatementKind::Uneven === $one->kind => "$name: some hits are louder or softer than asked %s.",
            'moved' === $one->values['accents'] => "$name: every accent is {$this->offBy($one)}.",
            'missing' === $one->values['accents'] => "$name: accents are missing %s; play harder there.",
            default => "$name: accents where none are asked %s; play softer there.",
        };

        return Wording::shortEnough(
            \sprintf($text, [] === $one->at ? '' : $this->wording->places($one->at)),
            \sprintf($text, $this->wording->inBars($one->bars)),
        );
    }

    private function ornament(Statement $one): string
    {
        [$name, $where] = [$one->instruments[0]->label(), [] === $one->at ? '' : $this->wording->places($one->at)];
        $named = static fn (string $ornament): string => match ($ornament) {
            '2' => 'two separate hits', '3' => 'three separate hits', default => "a $ornament",
        };
        [$asked, $has] = [self::one($one->values, 'asked'), self::one($one->values, 'has')];
        $hand = match (self::one($one->values, 'hand')) {
            'R' => 'right', 'L' => 'left', default => '',
        };
        $say = static fn (string $where): string => match (true) {
            '' !== $hand => "$name: play with the $hand hand $where.",
            '' === $has => "$name: a $asked is missing $where; add it.",
            '' === $asked => "$name: a $has is extra $where; play a single stroke.",
            default => "$name: play {$named($asked)} $where, not {$named($has)}.",
        };

        return Wording::shortEnough($say($where), $say($this->wording->inBars($one->bars)));
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
                'Tempo: %1$s = %2$s, but %1$s = %3$s is asked; go %4$s.',
                Wording::beat(self::one($values, 'beat')),
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
