<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Require\Requirements;

/**
 * What the core says of one beat: against each target, and by the requirements.
 *
 * @phpstan-import-type Result from Comparison
 * @phpstan-import-type Checked from Requirements
 */
final readonly class Assessment
{
    /** @var list<Result> the best target's first */
    public array $results;

    /**
     * @param list<Comparison> $comparisons the best target's first
     * @param Checked|null     $checked     null where there are no requirements
     */
    public function __construct(array $comparisons, public ?array $checked)
    {
        $this->results = array_map(static fn (Comparison $one): array => $one->toData(), $comparisons);
    }

    /** @return array<string, float|null> of the best result; none without a target */
    public function aspects(): array
    {
        return $this->results[0]['aspects'] ?? [];
    }

    /** @return list<string> everything that is to be said, in sentences: statements, then requirements that are not met */
    public function said(): array
    {
        $failed = array_filter($this->checked['results'] ?? [], static fn (array $one): bool => !$one['passed']);

        return [...array_column($this->results[0]['statements'] ?? [], 'text'), ...array_column($failed, 'text')];
    }

    /** @return float|null the mark of the best comparison and the points of the requirements that are met; null where there is neither */
    public function suggested(): ?float
    {
        $mark = $this->results[0]['mark'] ?? null;

        return null === $mark && null === $this->checked ? null : ($mark ?? 0) + ($this->checked['points'] ?? 0);
    }
}
