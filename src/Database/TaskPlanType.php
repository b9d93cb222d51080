<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Task\TaskPlan;

/** @extends CoreType<TaskPlan> */
final class TaskPlanType extends CoreType
{
    protected function write(mixed $value): array
    {
        return $value->toData();
    }

    protected function read(mixed $data): TaskPlan
    {
        return TaskPlan::of(Fields::of($data, '', TaskPlan::KEYS));
    }
}
