<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Statement;
use Pulsanda\Core\Require\Requirements;

/**
 * What the core says of one beat: against each target, and by the requirements.
 *
 * @phpstan-import-type Result from Comparison
 * @phpstan-import-type Checked from Requirements
 */
final readonly class Assessment
{
    /**
     * @param list<Comparison> $comparisons the best target's first
     * @param Checked|null     $checked     null where there are no requirements
     */
    public function __construct(private array $comparisons, public ?array $checked)
    {
    }

    /** @return list<Result> */
    public function results(): array
    {
        return array_map(static fn (Comparison $one): array => $one->toData(), $this->comparisons);
    }

    /** @return array<string, float|null> of the best result; none without a target */
    public function aspects(): array
    {
        return $this->results()[0]['aspects'] ?? [];
    }

    /** @return list<string> everything that is to be said, in sentences: statements, then requirements that are not met */
    public function said(): array
    {
        $failed = array_filter($this->checked['results'] ?? [], static fn (array $one): bool => !$one['passed']);

        return [...array_map(static fn (Statement $one): string => $one->text, ($this->comparisons[0] ?? null)->statements ?? []), ...array_column($failed, 'text')];
    }

    /** @return float|null the mark of the best comparison and the points of the requirements that are met; null where there is neither */
    public function suggested(): ?float
    {
        $mark = ($this->comparisons[0] ?? null)?->mark();

        return null === $mark && null === $this->checked ? null : ($mark ?? 0) + ($this->checked['points'] ?? 0);
    }
}
