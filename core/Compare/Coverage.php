<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Pattern\Stroke;

/** Which statement accounts for which pair. Every pair that differs has exactly one. */
final class Coverage
{
    /** @var array<int, list<int>> object id of stroke => indices of the statements that are about it, the narrowest first */
    private array $owner = [];
    /** @var array<int, array{int, Stroke}> object id of a target stroke => the statement that gives it another partner, and that */
    private array $explained = [];

    /** @var array<int, true> object ids of the strokes of the pairs */
    private array $strokes = [];
    /** @var array<string, array<int, Stroke>> by instrument and tick */
    private array $targets = [];

    /** @var array<int, true> object ids of the strokes that were played where they are asked */
    private array $right = [];

    /**
     * @param list<Pair> $pairs of target and submission as they are
     * @param list<Pair> $whole the same before some were taken apart
     */
    public function __construct(private readonly array $pairs, private readonly array $whole)
    {
        foreach ($pairs as $pair) {
            null === $pair->target || $this->strokes[spl_object_id($pair->target)] = true;
            null === $pair->target || $pair->differs() || $this->right[spl_object_id($pair->target)] = true;
            null === $pair->submission || $this->strokes[spl_object_id($pair->submission)] = true;
            null === $pair->target || $this->targets[$pair->target->instrument->value][$pair->target->tick] = $pair->target;
        }
    }

    /** @param int $statement index among those found */
    public function isAbout(Stroke $stroke, int $statement): void
    {
        // A stroke that would be asked, were another bar repeated, is about the one that is asked in its place.
        $stroke = isset($this->strokes[spl_object_id($stroke)])
            ? $stroke
            : $this->targets[$stroke->instrument->value][$stroke->tick] ?? $stroke;
        $this->owner[spl_object_id($stroke)][] = $statement;
    }

    /** @return bool whether a stroke that is asked was played where it is asked, and no statement is about it so far */
    public function isRight(Stroke $stroke): bool
    {
        return isset($this->right[spl_object_id($stroke)]) && !isset($this->owner[spl_object_id($stroke)]);
    }

    /** @param int $statement index of the first that gives a target stroke another partner */
    public function explains(Stroke $target, Stroke $partner, int $statement): void
    {
        $this->explained[spl_object_id($target)] ??= [$statement, $partner];
    }

    /**
     * The statements with the pairs that each accounts for: a pair belongs to the narrowest statement that is about one of its strokes,
     * and no statement goes without.
     *
     * @param list<Statement> $found the narrowest first
     *
     * @return list<Statement>
     */
    public function of(array $found): array
    {
        $covered = $may = array_fill(0, \count($found), []);
        $repairing = array_key_first(array_filter($found, static fn (Statement $one): bool => $one->repairs));
        $held = [];
        foreach ($this->pairs as $i => $pair) {
            $owners = [
                ...null === $pair->target ? [] : $this->owner[spl_object_id($pair->target)] ?? [],
                ...null === $pair->submission ? [] : $this->owner[spl_object_id($pair->submission)] ?? [],
            ];
            if ([] === $owners) {
                if (!$pair->differs()) {
                    continue;
                }
                // Neither stroke is left over: the causes freed another stroke for the one that is asked.
                $owners = [$repairing ?? 0];
            }
            $owners = array_values(array_unique($owners));
            sort($owners);
            foreach ($owners as $owner) {
                $may[$owner][] = $i;
            }
            $owner = $owners[0];
            if ($pair->differs() || $found[$owner]->repairs || 'stroke' === $found[$owner]->scope) {
                $covered[$owner][$i] = $i;
                $held[$i] = $owner;
            }
        }
        foreach ($covered as $s => $pairs) {
            foreach ([] === $pairs ? $may[$s] : [] as $i) {
                if (!isset($held[$i]) || \count($covered[$held[$i]]) > 1) {
                    unset($covered[$held[$i] ?? -1][$i]);
                    $covered[$s] = [$i => $i];
                    $held[$i] = $s;
                    break;
                }
            }
        }

        $explained = array_fill(0, \count($found), []);
        $of = [];
        foreach ($this->whole as $i => $pair) {
            null === $pair->submission || $of[spl_object_id($pair->submission)] = $i;
        }
        foreach ($this->pairs as $i => $pair) {
            [$s, $partner] = null === $pair->target ? [null, null] : $this->explained[spl_object_id($pair->target)] ?? [null, null];
            if (null !== $s && null !== $partner) {
                $explained[$s][$i] = $of[spl_object_id($partner)];
            }
        }

        return array_map(
            static fn (Statement $one, array $pairs, array $right): Statement => $one->covering(array_values($pairs), $right),
            $found,
            $covered,
            $explained,
        );
    }

    /**
     * @param list<Statement> $covered
     *
     * @return list<int> pairs that are none: a statement that goes without is about one of the two strokes, and another about the other
     */
    public function shared(array $covered): array
    {
        $shared = [];
        foreach ($covered as $s => $statement) {
            foreach ([] === $statement->pairs ? $this->pairs : [] as $i => $pair) {
                if (null === $pair->target || null === $pair->submission) {
                    continue;
                }
                $asked = \in_array($s, $this->owner[spl_object_id($pair->target)] ?? [], true);
                $played = \in_array($s, $this->owner[spl_object_id($pair->submission)] ?? [], true);
                if ($asked !== $played) {
                    $shared[] = $i;
                    break;
                }
            }
        }

        return array_values(array_unique($shared));
    }

    /**
     * @param list<Pair> $matched after all causes are undone
     *
     * @return list<int> the pairs that a statement about loudness or feel lights up: those that nothing else is said of
     */
    public function lit(Statement $one, array $matched): array
    {
        $wanted = [];
        foreach ($one->pairs as $i) {
            $target = $matched[$i]->target;
            null === $target || $wanted[spl_object_id($target)] = true;
        }
        $lit = [];
        foreach ($this->pairs as $i => $pair) {
            $id = null === $pair->target ? 0 : spl_object_id($pair->target);
            if (isset($wanted[$id]) && !$pair->differs() && !isset($this->owner[$id])) {
                $this->owner[$id] = [];
                $lit[] = $i;
            }
        }

        return $lit;
    }
}
