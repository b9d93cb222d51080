<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Rhythm\Meter;

/**
 * What the core says of one beat: against each target, and by the requirements.
 *
 * @phpstan-import-type Compared from Comparison
 * @phpstan-import-type Checked from Requirements
 */
final readonly class Judgement
{
    /**
     * @param list<Compared> $results the best target's first; none without a target
     * @param Checked|null   $checked null where there are no requirements
     */
    private function __construct(public array $results, public ?array $checked, public Findings $findings)
    {
    }

    /**
     * @param list<Pattern> $targets
     * @param string        $note    the student's line about the work
     * @param Pattern|null  $given   what the student was to build on
     *
     * @throws \Pulsanda\Core\Input\InvalidInput when a pattern is too long to compare
     */
    public static function of(
        array $targets,
        Policy $policy,
        Requirements $requirements,
        Pattern $beat,
        string $note,
        ?Pattern $given = null,
    ): self {
        $comparisons = [] === $targets ? [] : Comparison::withEach($targets, $beat, $policy);
        $checked = $requirements->isEmpty() ? null : $requirements->check(
            // Of a beat that is drummed in, every stroke stands for its place.
            Submission::of(null === $policy->played ? $beat : $beat->withoutPushes(), $note, $policy->tolerance),
            $given,
        );
        $results = array_map(static fn (Comparison $one): array => $one->toData(), $comparisons);
        $meter = static fn (Meter $meter): array => [$meter->count, $meter->unit, $meter->groups];
        $own = ['meter' => $meter($beat->meter), 'bars' => $beat->bars()];
        $unmet = [];
        foreach ($checked['results'] ?? [] as $index => $one) {
            if (!$one['passed']) {
                unset($one['points']);
                $unmet[] = ['index' => $index] + $one;
            }
        }

        return new self($results, $checked, new Findings([
            'meter' => $results[0]['meter'] ?? $own['meter'],
            'bars' => $results[0]['bars'] ?? $own['bars'],
            'beat' => $own,
            'statements' => $results[0]['statements'] ?? [],
            'unmet' => $unmet,
        ]));
    }

    /** @return array<string, float|null> of the best result; none without a target */
    public function aspects(): array
    {
        return $this->results[0]['aspects'] ?? [];
    }

    /** @return float|null the mark of the best comparison and the points of the requirements that are met; null where there is neither */
    public function suggested(): ?float
    {
        $mark = $this->results[0]['mark'] ?? null;

        return null === $mark && null === $this->checked ? null : ($mark ?? 0) + ($this->checked['points'] ?? 0);
    }
}
