<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/**
 * Reads a list of statements and the two patterns, and knows nothing of the search: what is said is done to the target, and the
 * submission must come out. So every statement is true, together they are all that there is, and none is said for nothing.
 */
final class Judge
{
    private const SETTINGS = ['tempo', 'swing', 'meter', 'length', 'form', 'same-sound', 'another-beat'];
    private const FIRST = ['row-missing', 'no-variation', 'hit-missing', 'bar-missing and empty', 'rows', 'hit-moved', 'other-drum', 'subdivision'];
    private const OF_BARS = ['bars-swapped', 'bar-missing', 'bar-extra'];
    private const OF_ROWS = ['rotated of a row', 'shifted of a row'];
    private const OF_TIME = [...self::OF_ROWS, 'rotated', 'shifted', 'double-time', 'half-time'];
    private const LAST = ['row-extra', 'hit-extra'];
    /** Bars may have been exchanged, left out or emptied before everything moved, or after. */
    private const ORDERS = [
        [...self::FIRST, ...self::OF_BARS, ...self::OF_TIME, ...self::LAST],
        [...self::FIRST, ...self::OF_TIME, ...self::OF_BARS, ...self::LAST],
        [...self::FIRST, ...self::OF_ROWS, ...self::OF_BARS, 'rotated', 'shifted', 'double-time', 'half-time', ...self::LAST],
        ['row-missing', 'no-variation', 'hit-missing', 'rows', 'hit-moved', 'other-drum', 'subdivision', ...self::OF_TIME,
            'bar-missing and empty',
            ...self::OF_BARS, ...self::LAST],
        ['row-missing', 'no-variation', 'hit-missing', 'rows', 'hit-moved', 'other-drum', 'subdivision', ...self::OF_ROWS,
            'bar-missing and empty',
            ...self::OF_BARS, 'rotated', 'shifted', 'double-time', 'half-time', ...self::LAST],
    ];
    private const GRACE = 30;

    /** @var array<int, Note> */
    private array $notes;
    /** @var array<int, Note> what nothing has been said of yet */
    private array $played;
    /** @var list<Statement> what was done so far */
    private array $done = [];
    private readonly int $bar;
    /** How long the target is, with what is said of bars. */
    private int $ticks;

    /** @param list<Statement> $said */
    private function __construct(private readonly Pattern $target, private readonly Pattern $submission, private readonly array $said)
    {
        $this->bar = $target->meter->barTicks();
        $this->ticks = $target->ticks();
        $this->notes = array_map(Note::of(...), Strokes::written($target));
        $this->played = array_map(Note::of(...), Strokes::written($submission));
    }

    /**
     * @param list<Statement> $said
     * @param list<Pair>|null $pairs by which it is said what accounts for what; those of the two patterns where none are given
     *
     * @return string|null what is wrong with the list, null when it is true and whole
     */
    public static function objection(Pattern $target, Pattern $submission, array $said, ?array $pairs = null): ?string
    {
        $objection = self::uncovered($target, $submission, $said, $pairs);
        $instead = array_filter($said, static fn (Statement $one): bool => \in_array(
            $one->kind,
            [StatementKind::SameSound, StatementKind::AnotherBeat],
            true,
        ));
        if (null !== $objection || [] !== $instead) {
            return $objection;
        }
        $objections = [];
        foreach (self::ORDERS as $order) {
            $objections[] = $objection = (new self($target, $submission, $said))->read($order);
            if (null === $objection) {
                return null;
            }
        }

        return implode(' | ', array_unique($objections));
    }

    /**
     * @param list<Statement> $said
     * @param list<Pair>|null $now
     *
     * @return string|null where a difference is not said exactly once, or a statement is about nothing
     */
    private static function uncovered(Pattern $target, Pattern $submission, array $said, ?array $now): ?string
    {
        $pairs = Pairing::of(Strokes::written($target), Strokes::written($submission), Tolerance::of())->pairs;
        $pairs = null === $now ? $pairs : self::apart($pairs, $now);
        if (null === $pairs) {
            return 'its pairs are not those of the two patterns';
        }
        $times = array_fill(0, \count($pairs), 0);
        foreach ($said as $one) {
            $isSetting = \in_array($one->kind->value, self::SETTINGS, true) || \in_array($one->scope, ['dynamics', 'feel'], true);
            if ([] === $one->pairs && !$isSetting) {
                return "covers nothing: {$one->kind->value}";
            }
            foreach ($one->pairs as $pair) {
                $times[$pair] = 1 + ($times[$pair] ?? 0);
            }
        }
        foreach ($pairs as $i => $pair) {
            if ($pair->differs() && 1 !== $times[$i]) {
                return "said $times[$i] times: {$pair->status->value} {$pair->instrument()->value} {$pair->stroke()->tick}";
            }
        }

        return null;
    }

    /**
     * A pair may be taken apart: one stroke left out, and one too many at the end, each of which is said for itself.
     *
     * @param list<Pair> $pairs
     * @param list<Pair> $now
     *
     * @return list<Pair>|null the second, null when they are not the first taken apart
     */
    private static function apart(array $pairs, array $now): ?array
    {
        $key = static fn (Pair $one): string => serialize(array_map(
            static fn (?Stroke $stroke): ?array => null === $stroke ? null : [$stroke->instrument, $stroke->written, $stroke->tick],
            [$one->target, $one->submission],
        ));
        $extra = [];
        foreach ($pairs as $i => $pair) {
            if ($key($pair) === $key($now[$i])) {
                continue;
            }
            if (null === $pair->submission || $key($now[$i]) !== $key(new Pair(Status::Missing, $pair->target, null))) {
                return null;
            }
            $extra[] = $key(new Pair(Status::Extra, null, $pair->submission));
        }
        $rest = array_map($key, \array_slice($now, \count($pairs)));
        sort($extra);
        sort($rest);

        return $extra === $rest ? $now : null;
    }

    /** @param list<string> $order of what is said */
    private function read(array $order): ?string
    {
        foreach ($order as $name) {
            if ('rows' === $name) {
                $this->each(fn (Note $note): Note => $note->on($this->stands($note->row)));
                $objection = $this->leaveOnTheirRow();
                if (null !== $objection) {
                    return "$name: $objection";
                }
                continue;
            }
            foreach (array_filter($this->said, static fn (Statement $one): bool => self::name($one) === $name) as $one) {
                $before = [$this->notes, $this->played];
                $objection = $this->apply($one) ?? ($before == [$this->notes, $this->played] ? 'changes nothing' : null);
                $this->done[] = $one;
                if (null !== $objection) {
                    return "$name: $objection";
                }
            }
        }

        return $this->compared();
    }

    private static function name(Statement $one): string
    {
        return $one->kind->value.match (true) {
            'whole' !== $one->scope && \in_array($one->kind, [StatementKind::Shifted, StatementKind::Rotated], true) => ' of a row',
            StatementKind::BarMissing === $one->kind && true !== $one->values['moved'] => ' and empty',
            default => '',
        };
    }

    /** Does to the target what a statement says of the submission. */
    private function apply(Statement $one): ?string
    {
        $row = self::row($one, 0);
        $stands = $this->stands($row);
        $all = '' === $row;
        switch ($one->kind) {
            case StatementKind::RowMissing:
                $this->keep(static fn (Note $note): bool => $note->row !== $row);
                break;
            case StatementKind::RowExtra:
                $this->played = array_filter($this->played, static fn (Note $note): bool => $note->row !== $row);

                return [] === array_filter($this->notes, static fn (Note $note): bool => $note->row === $row) ? null : 'it is asked for';
            case StatementKind::NoVariation:
                $this->repeat((int) json_encode($one->values['bar']), $one->bars);
                break;
            case StatementKind::HitMissing:
                $before = \count($this->notes);
                $this->keep(static fn (Note $note): bool => $note->row !== $row || !\in_array($note->origin, $one->at, true));

                return $before - \count($this->notes) === \count($one->at) ? null : 'not asked for there';
            case StatementKind::BarsSwapped:
                [$a, $b] = $one->bars;
                $this->each(fn (Note $note): Note => $note->to($note->at + $this->bar * match ($this->barOf($note->at)) {
                    $a => $b - $a, $b => $a - $b, default => 0,
                }));
                break;
            case StatementKind::BarMissing:
            case StatementKind::BarExtra:
                $this->bars($one->bars, StatementKind::BarMissing === $one->kind, true === $one->values['moved']);
                break;
            case StatementKind::DoubleTime:
                $this->each(static fn (Note $note): Note => $note->to(intdiv($note->at, 2)));
                break;
            case StatementKind::HalfTime:
                $this->each(static fn (Note $note): Note => $note->to(2 * $note->at));
                // What finds no room any more is not there.
                $this->keep(fn (Note $note): bool => $note->at < $this->submission->ticks());
                break;
            case StatementKind::Shifted:
                $objection = $this->leaveButThose($one, $row, $stands);
                $by = (int) $one->ticks - ('whole' === $one->scope ? 0 : $this->everything());
                $this->each(fn (Note $note): Note => ($all || $note->row === $stands)
                    && ('bar' !== $one->scope || \in_array($this->barOf($note->origin), $one->bars, true)) ? $note->to($note->at + $by) : $note);

                return $objection;
            case StatementKind::Rotated:
                $objection = $this->leaveButThose($one, $row, $stands);
                $this->each(fn (Note $note): Note => $all || $note->row === $stands
                    ? $note->to(self::round($note->at + (int) $one->ticks, $this->ticks)) : $note);

                return $objection;
            case StatementKind::Subdivision:
                return $this->subdivide($stands, (int) json_encode($one->values['asked']), (int) json_encode($one->values['has']));
            case StatementKind::HitMoved:
            case StatementKind::OtherDrum:
                return $this->move($one, $stands);
            case StatementKind::HitExtra:
                $before = \count($this->played);
                foreach ($one->at as $at) {
                    $this->takeOut($row, $at);
                }

                return $before - \count($this->played) === \count($one->at) ? null : 'not played there';
            default:
        }

        return null;
    }

    private static function row(Statement $one, int $which): string
    {
        return ($one->instruments[$which] ?? null)->value ?? '';
    }

    /** The instrument on which a row stands where rows are exchanged or on another instrument. */
    private function stands(string $row): string
    {
        foreach ($this->said as $one) {
            [$a, $b] = [self::row($one, 0), self::row($one, 1)];
            $swapped = StatementKind::SwappedRows === $one->kind;
            if ($row === $a && ($swapped || StatementKind::WrongRow === $one->kind)) {
                return $b;
            }
            if ($row === $b && $swapped) {
                return $a;
            }
        }

        return $row;
    }

    /** A note that was played in a row; where some of that is said to be on another drum, what is too many may stand on that, too. */
    private function takeOut(string $row, int $at): void
    {
        $on = [$row];
        foreach ($this->said as $one) {
            $on = StatementKind::OtherDrum === $one->kind && self::row($one, 0) === $row ? [...$on, self::row($one, 1)] : $on;
        }
        $isAsked = fn (Note $played): bool => [] !== array_filter(
            $this->notes,
            static fn (Note $note): bool => $note->row === $played->row
                && abs($note->at + $note->push - $played->at - $played->push) <= self::GRACE,
        );
        // What is asked where it stands is not the one too many.
        foreach ([false, true] as $asked) {
            foreach ($on as $where) {
                foreach ($this->played as $i => $note) {
                    if ($note->row === $where && $note->origin === $at && $isAsked($note) === $asked) {
                        unset($this->played[$i]);

                        return;
                    }
                }
            }
        }
    }

    /** @return int ticks by which everything is said to be late */
    private function everything(): int
    {
        return array_sum(array_map(
            static fn (Statement $one): int => StatementKind::Shifted === $one->kind && 'whole' === $one->scope ? (int) $one->ticks : 0,
            $this->said,
        ));
    }

    private function move(Statement $one, string $stands): ?string
    {
        foreach ($one->at as $at) {
            foreach ($this->notes as $i => $note) {
                if ($note->row === $stands && $note->origin === $at) {
                    $this->notes[$i] = StatementKind::HitMoved === $one->kind
                        ? $note->to($note->at + (int) $one->ticks)
                        : $note->on(self::row($one, 1), true);
                    continue 2;
                }
            }

            return 'not asked for there';
        }

        return null;
    }

    /** @param list<int> $instead */
    private function repeat(int $bar, array $instead): void
    {
        $first = array_filter($this->notes, fn (Note $note): bool => $this->barOf($note->at) === $bar);
        $this->keep(fn (Note $note): bool => !\in_array($this->barOf($note->at), $instead, true));
        foreach ($instead as $one) {
            foreach ($first as $note) {
                $at = $note->at + ($one - $bar) * $this->bar;
                $this->notes[] = new Note($note->row, $at, $note->push, $at);
            }
        }
    }

    /** @param list<int> $bars */
    private function bars(array $bars, bool $missing, bool $moved): void
    {
        // Those too many are counted in the submission, with those before them; those left out in the target.
        $missing ? rsort($bars) : sort($bars);
        $this->ticks += $moved ? ($missing ? -1 : 1) * \count($bars) * $this->bar : 0;
        foreach ($bars as $bar) {
            if ($missing) {
                $this->keep(fn (Note $note): bool => $this->barOf($note->at) !== $bar);
                $moved && $this->each(fn (Note $note): Note => $note->to($note->at - ($this->barOf($note->at) > $bar ? $this->bar : 0)));
            } elseif ($moved) {
                $this->each(fn (Note $note): Note => $note->to($note->at + ($this->barOf($note->at) >= $bar ? $this->bar : 0)));
            }
        }
        if (!$missing) {
            $this->played = array_filter(
                $this->played,
                fn (Note $note): bool => !\in_array($this->barOf($this->before($note->at)), $bars, true),
            );
        }
    }

    /** A tick of the submission, what is said of everything taken back that comes after the bars. */
    private function before(int $at): int
    {
        foreach ($this->said as $one) {
            $at = 'whole' !== $one->scope || \in_array($one, $this->done, true) ? $at : match ($one->kind) {
                StatementKind::DoubleTime => 2 * $at,
                StatementKind::HalfTime => intdiv($at, 2),
                StatementKind::Shifted => $at - (int) $one->ticks,
                StatementKind::Rotated => self::round($at - (int) $one->ticks, $this->submission->ticks()),
                default => $at,
            };
        }

        return $at;
    }

    private function subdivide(string $row, int $asked, int $has): ?string
    {
        // A single stroke of another row that was played here is no part of the run.
        $runs = static fn (Note $note): bool => $note->row === $row && !$note->strays;
        $notes = array_values(array_filter($this->notes, $runs));
        usort($notes, static fn (Note $a, Note $b): int => $a->at <=> $b->at);
        $even = 0;
        foreach (\array_slice($notes, 1) as $i => $note) {
            $even += $note->at - $notes[$i]->at === $asked ? 1 : 0;
        }
        if ($even < 2 || 2 * $even < \count($notes) - 1) {
            return 'not asked for in this subdivision';
        }
        $last = $notes[\count($notes) - 1];
        $this->keep(static fn (Note $note): bool => !$runs($note));
        $elsewhere = [];
        foreach ($this->said as $one) {
            $elsewhere = StatementKind::OtherDrum === $one->kind && self::row($one, 0) === $row ? [...$elsewhere, ...$one->bars] : $elsewhere;
        }
        $elsewhere = array_diff($elsewhere, array_map(fn (Note $note): int => $this->barOf($note->at), $notes));
        for ($at = $notes[0]->at; $at < min($last->at + $asked, $this->bar * $this->barOf($last->at)); $at += $has) {
            // Of a bar that is on another drum, nothing is left to run.
            if (!\in_array($this->barOf($at), $elsewhere, true)) {
                $this->notes[] = $notes[0]->to($at);
            }
        }

        return null;
    }

    /** @return string|null where what was said and what was played differ */
    private function compared(): ?string
    {
        $rows = static function (array $notes): array {
            $rows = [];
            /** @var Note $note */
            foreach ($notes as $note) {
                $rows[$note->row][] = $note->at + $note->push;
            }

            return array_map(static function (array $ticks): array {
                sort($ticks);

                return $ticks;
            }, $rows);
        };
        $this->leaveWhatIsRight();
        [$said, $played] = [$rows($this->notes), $rows($this->played)];
        foreach (array_keys($said + $played) as $row) {
            [$a, $b] = [$said[$row] ?? [], $played[$row] ?? []];
            $off = \count($a) !== \count($b);
            foreach ($off ? [] : $a as $i => $tick) {
                $off = $off || abs($tick - $b[$i]) > self::GRACE;
            }
            if ($off) {
                return "$row: said ".implode(',', $a).' played '.implode(',', $b);
            }
        }

        return null;
    }

    /** Rows that are on another instrument but for some hits. */
    private function leaveOnTheirRow(): ?string
    {
        foreach ($this->said as $one) {
            $row = self::row($one, 0);
            $objection = StatementKind::WrongRow === $one->kind ? $this->leaveButThose($one, $row, $this->stands($row)) : null;
            if (null !== $objection) {
                return $objection;
            }
        }

        return null;
    }

    /** "Every hit but one": those stand where they are asked, in the row in which they are asked. */
    private function leaveButThose(Statement $one, string $row, string $stands): ?string
    {
        $but = (int) json_encode($one->values['but'] ?? 0);
        foreach ($this->notes as $i => $note) {
            $isThere = static fn (Note $one): bool => $one->row === $row
                && abs($one->at + $one->push - $note->origin - $note->push) <= self::GRACE;
            $isRight = [] !== array_filter($this->played, $isThere) && [] === array_filter($this->notes, $isThere);
            if ($but > 0 && $note->row === $stands && $isRight) {
                $this->notes[$i] = $note->on($row)->to($note->origin);
                --$but;
            }
        }

        return 0 === $but ? null : 'no such hit stands where it is asked';
    }

    /** In rows that are said to be exchanged, a hit may stand where it is asked all the same: nothing has to be said of it. */
    private function leaveWhatIsRight(): void
    {
        $isIn = static fn (Note $one, array $notes): bool => [] !== array_filter(
            $notes,
            static fn (Note $other): bool => $other->row === $one->row && abs($other->at + $other->push - $one->at - $one->push) <= self::GRACE,
        );
        foreach ($this->notes as $i => $note) {
            foreach ($this->played as $j => $played) {
                $isRight = $played->row !== $note->row && $this->stands($played->row) === $note->row && $this->stands($note->row) === $played->row
                    && abs($played->at + $played->push - $note->at - $note->push) <= self::GRACE;
                if ($isRight && !$isIn($note, $this->played) && !$isIn($played, $this->notes)) {
                    unset($this->notes[$i], $this->played[$j]);
                    break;
                }
            }
        }
    }

    /** @param \Closure(Note): Note $change */
    private function each(\Closure $change): void
    {
        $this->notes = array_map($change, $this->notes);
    }

    /** @param \Closure(Note): bool $which */
    private function keep(\Closure $which): void
    {
        $this->notes = array_filter($this->notes, $which);
    }

    private function barOf(int $at): int
    {
        return 1 + (int) floor($at / $this->bar);
    }

    private static function round(int $at, int $loop): int
    {
        return ($at % $loop + $loop) % $loop;
    }
}
