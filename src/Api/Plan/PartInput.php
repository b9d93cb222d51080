<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Task\PlanPart;

/** A part as the Planner sends it. */
final readonly class PartInput
{
    /** @param string|null $id of the part that is changed; null for a new one */
    private function __construct(public ?string $id, public PlanPart $part)
    {
    }

    /** @throws InvalidInput */
    public static function of(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['id', ...PlanPart::KEYS]);

        return new self($fields->isNull('id') ? null : $fields->string('id'), PlanPart::of($fields));
    }

    /** Whether this is what the part is already. */
    public function isSaved(Part $part): bool
    {
        [$sent, $there] = [$this->part->task, $part->task()];

        return $sent->hasSheetOf($there) && $sent->judgesAs($there)
            && json_encode($sent->help->toData()) === json_encode($there->help->toData())
            && [$this->part->waits, $this->part->name, $this->part->brief] === [$part->waits, $part->name, $part->brief];
    }
}
