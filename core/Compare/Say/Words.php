<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Voice;

/**
 * Makes a sentence of a statement, for a student of twelve and at most 20 words, in the reader's language and the counting of the class.
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
    public function __construct(private Meter $meter, private Voice $voice, int $bars)
    {
        $this->wording = new Wording($meter, $voice, $bars);
    }

    /** @return Said as in the result object */
    public function said(Statement $statement): array
    {
        $data = $statement->toData();
        unset($data['at'], $data['values']);

        return $data + [
            'place' => $this->place($statement),
            'text' => $this->text($statement),
            'hint' => $this->voice->say('hint.'.Hints::of($statement, $this->meter)),
        ];
    }

    public function text(Statement $one): string
    {
        return match ($one->kind) {
            StatementKind::HitMissing => $this->hits($one, 'missing', true),
            StatementKind::HitExtra => $this->hits($one, 'extra', true),
            StatementKind::HitMoved => $this->hits($one, 'moved', false),
            StatementKind::OtherDrum => $this->hits($one, 'otherDrum', false),
            StatementKind::Meter, StatementKind::Tempo, StatementKind::Length, StatementKind::Form, StatementKind::Swing => $this->setting(
                $one->kind,
                $one->values,
            ),
            StatementKind::Accents, StatementKind::Flat, StatementKind::Uneven, StatementKind::Balance => $this->dynamics($one),
            StatementKind::Ornament, StatementKind::Sticking => $this->ornament($one),
            StatementKind::Ahead, StatementKind::Behind, StatementKind::Untimely => $this->feel($one),
            default => $this->cause($one),
        };
    }

    private function place(Statement $one): string
    {
        return match ($one->scope) {
            'feel' => '',
            'stroke', 'dynamics' => implode('; ', array_map($this->wording->place(...), $one->at)),
            default => $this->wording->bars($one->bars),
        };
    }

    private function offBy(Statement $one): string
    {
        return $this->wording->off($one->ticks ?? 0);
    }

    /** @param bool $do whether what to do is said, where there is room */
    private function hits(Statement $one, string $key, bool $do): string
    {
        $at = [] === $one->at ? [0] : $one->at;
        $first = Wording::withoutRolls($at);
        $count = $this->wording->inEach($first) ?? \count($first);
        $isRoll = \count($first) < \count($at);
        $name = $this->voice->label($one->instruments[0]);
        if ($isRoll && 0 !== $first[0] % Wording::ROLL) {
            // The first stroke of it is right: it is played as something else.
            $where = $this->wording->places(array_values(array_unique(array_map(Wording::step(...), $first))));
            $as = StatementKind::HitExtra === $one->kind ? 'hit.notRolled' : 'hit.rolled';

            return $this->voice->say($as, ['name' => $name, 'where' => $where]);
        }
        if ($isRoll) {
            // A roll stands where its step does, also when its first stroke is right.
            $at = $first = array_values(array_unique(array_map(Wording::step(...), $first)));
        }
        $said = fn (string $where, bool $do): string => $this->voice->say("hit.$key".($do ? '.do' : ''), [
            'name' => $name,
            'where' => $where,
            'count' => $count,
            'what' => $isRoll ? 'roll' : (true === ($one->values['ghosts'] ?? false) ? 'ghost' : 'hit'),
            'off' => StatementKind::HitMoved === $one->kind ? $this->offBy($one) : '',
            'played' => StatementKind::OtherDrum === $one->kind ? $this->voice->name($one->instruments[1]) : '',
        ]);
        [$where, $bars] = [$this->wording->places($at), $this->wording->over($first)];

        return Wording::shortEnough($said($where, $do), $said($where, false), $said($bars, $do));
    }

    private function cause(Statement $one): string
    {
        $first = $one->instruments[0] ?? null;
        $second = $one->instruments[1] ?? null;
        $values = [
            'all' => null === $first ? 'yes' : 'no',
            'name' => null === $first ? '' : $this->voice->label($first),
            'first' => null === $first ? '' : $this->voice->name($first),
            'second' => null === $second ? '' : $this->voice->name($second),
            'but' => (int) self::one($one->values, 'but'),
            'count' => $one->strokes,
            'off' => $this->offBy($one),
            'has' => self::one($one->values, 'has'),
            'asked' => self::one($one->values, 'asked'),
            'scope' => $one->scope,
            'bars' => $this->voice->capital($this->wording->bars($one->bars)),
            'barsIn' => $this->wording->bars($one->bars),
            'where' => $this->wording->inBars($one->bars),
        ];
        if (StatementKind::Subdivision === $one->kind) {
            $values['has'] = $this->wording->runOf((int) $values['has']);
            $values['asked'] = $this->wording->runOf((int) $values['asked']);
        }

        return match ($one->kind) {
            StatementKind::BarMissing, StatementKind::BarExtra => $this->wrongBars($one, $values),
            StatementKind::NoVariation => $this->voice->say(
                'cause.no-variation',
                ['count' => \count($one->bars), 'like' => (int) self::one($one->values, 'bar')] + $values,
            ),
            default => $this->voice->say("cause.{$one->kind->value}", $values),
        };
    }

    /** @param array<string, string|int> $values */
    private function wrongBars(Statement $one, array $values): string
    {
        $moved = true === $one->values['moved'];
        $values['count'] = \count($one->bars);
        $values['which'] = $this->wording->areAll($one->bars) && !$moved ? 'all' : 'some';
        $values['rest'] = $this->wording->isLast($one->bars) ? 'no' : 'yes';
        $key = $one->kind->value.($moved ? '.moved' : '');

        return $this->voice->say("cause.$key", $values);
    }

    private function dynamics(Statement $one): string
    {
        $names = array_map($this->voice->name(...), $one->instruments);
        $name = \count($names) > self::MOST_NAMES
            ? $this->voice->say('dynamics.allOver') : $this->voice->capital($this->voice->join($names));
        $instead = $one->values['instead'] ?? [];
        if (\is_array($instead) && [] !== $instead && [] !== $one->at) {
            return $this->exchangedAccents($one, $name, $instead);
        }
        $key = match (true) {
            StatementKind::Flat === $one->kind => 'flat',
            StatementKind::Balance === $one->kind => 'balance',
            'soft' === ($one->values['throughout'] ?? '') => 'soft',
            'loud' === ($one->values['throughout'] ?? '') => 'loud',
            true === ($one->values['ghosts'] ?? false) => 'ghosts',
            StatementKind::Uneven === $one->kind => 'uneven',
            'moved' === $one->values['accents'] => 'moved',
            'missing' === $one->values['accents'] => 'missing',
            default => 'extra',
        };
        $values = ['name' => $name, 'off' => 'moved' === $key ? $this->offBy($one) : ''];
        if ('balance' === $key) {
            $values = ['name' => $this->voice->label($one->instruments[0]), 'second' => $this->voice->name($one->instruments[1])];
        }
        $say = fn (string $where): string => $this->voice->say("dynamics.$key", ['where' => $where] + $values);

        return Wording::shortEnough(
            $say([] === $one->at ? '' : $this->wording->places($one->at)),
            $say($this->wording->inBars($one->bars)),
        );
    }

    /** @param non-empty-list<int> $instead where accents are, in place of where they should be */
    private function exchangedAccents(Statement $one, string $name, array $instead): string
    {
        $at = $one->at;
        \assert([] !== $at);
        [$there, $here] = [$this->wording->places($at), $this->wording->places($instead)];
        // Many places are only told by their bars, which says nothing here.
        [$isVague, $isHereVague] = [$this->wording->over($at) === $there, $this->wording->over($instead) === $here];
        $say = fn (string $key): string => $this->voice->say(
            "dynamics.accents.$key",
            ['name' => $name, 'there' => $there, 'here' => $here, 'where' => $this->wording->inBars($one->bars)],
        );

        return Wording::shortEnough(
            ...($isVague || $isHereVague ? [] : [$say('thereNotHere')]),
            ...($isVague ? [] : [$say('there')]),
            ...[$say('wrong')],
        );
    }

    private function ornament(Statement $one): string
    {
        $where = [] === $one->at ? '' : $this->wording->places($one->at);
        [$asked, $has, $hand] = [self::one($one->values, 'asked'), self::one($one->values, 'has'), self::one($one->values, 'hand')];
        $key = match (true) {
            '' !== $hand => 'hand',
            '' === $has => 'missing',
            '' === $asked => 'extra',
            default => 'other',
        };
        $values = ['name' => $this->voice->label($one->instruments[0]), 'hand' => $hand, 'asked' => $asked, 'has' => $has];
        $say = fn (string $where): string => $this->voice->say("ornament.$key", ['where' => $where] + $values);

        return Wording::shortEnough($say($where), $say($this->wording->inBars($one->bars)));
    }

    private function feel(Statement $one): string
    {
        return $this->voice->say("feel.{$one->kind->value}", [
            'all' => [] === $one->instruments ? 'yes' : 'no',
            'name' => [] === $one->instruments ? '' : $this->voice->label($one->instruments[0]),
            'count' => $one->strokes,
            'of' => (int) self::one($one->values, 'of'),
            'within' => (int) self::one($one->values, 'within'),
            'way' => self::one($one->values, 'way'),
        ]);
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private function setting(StatementKind $kind, array $values): string
    {
        [$has, $asked] = [self::one($values, 'has'), self::one($values, 'asked')];
        [$low, $high] = [(float) self::one($values, 'low'), (float) self::one($values, 'high')];

        return $this->voice->say("setting.$kind->value", match ($kind) {
            StatementKind::Form => ['has' => $this->lengths($values, 'has'), 'asked' => $this->lengths($values, 'asked')],
            StatementKind::Meter => ['has' => $has, 'asked' => $asked],
            StatementKind::Length => ['has' => round((float) $has, 2), 'asked' => round((float) $asked, 2)],
            StatementKind::Swing => [
                'has' => round((float) $has, 2),
                'asked' => round((float) $asked, 2),
                'way' => (float) $has < (float) $asked ? 'more' : 'less',
            ],
            default => [
                'beat' => Wording::beat(self::one($values, 'beat'), $this->voice),
                'has' => round((float) $has, 2),
                'low' => round($low, 2),
                'high' => round($high, 2),
                'range' => $high > $low ? 'yes' : 'no',
                'way' => (float) $has < $low ? 'faster' : 'slower',
            ],
        });
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private static function one(array $values, string $name): string
    {
        $value = $values[$name] ?? '';

        return \is_array($value) ? '' : (string) $value;
    }

    /** @param array<string, bool|float|int|string|list<int>> $values */
    private function lengths(array $values, string $name): string
    {
        $list = $values[$name] ?? [];
        $list = \is_array($list) ? $list : [];

        return \count($list) > 4
            ? $this->voice->say('setting.parts', ['count' => \count($list)])
            : $this->voice->join(array_map(fn (int $bars): string => $this->voice->say('number', ['number' => $bars]), $list));
    }
}
