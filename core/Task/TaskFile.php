<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;

/** Reads a task as the Planner sends it, and writes it so. What is left out takes its default. */
final readonly class TaskFile
{
    public const KEYS = ['kind', 'view', 'instruments', 'start', 'targets', 'freedom', 'policy', 'requirements', 'help'];
    private const MOST_INSTRUMENTS = 32;

    /** @throws InvalidInput naming the place */
    public static function of(Fields $fields): Task
    {
        $kind = Kind::tryFrom($fields->string('kind', Kind::Copy->value)) ?? throw InvalidInput::at(
            $fields->at('kind'),
            'this must be "copy", "build-on" or "create".',
        );
        $view = View::tryFrom($fields->string('view')) ?? throw InvalidInput::at(
            $fields->at('view'),
            'this must be "seen", "hidden" or "heard".',
        );
        $pattern = static fn (mixed $data, string $path): Pattern => self::under(
            $path,
            static fn (): Pattern => PatternReader::fromData($data),
        );
        $targets = $fields->has('targets') ? $fields->list('targets', 0, Task::MOST_TARGETS) : [];
        $given = [
            'instruments' => PatternReader::instruments($fields, 'instruments', 1, self::MOST_INSTRUMENTS),
            'start' => $fields->isNull('start') ? null : $pattern($fields->value('start'), $fields->at('start')),
            'targets' => array_map(
                static fn (mixed $data, int $i): Pattern => $pattern($data, $fields->at("targets[$i]")),
                $targets,
                array_keys($targets),
            ),
            'policy' => $fields->has('policy') ? self::policy($fields->value('policy'), $fields->at('policy')) : null,
            'freedom' => $fields->has('freedom') ? Freedom::fromData($fields->value('freedom'), $fields->at('freedom')) : null,
            'requirements' => $fields->has('requirements')
                ? self::under(
                    $fields->at('requirements'),
                    static fn (): Requirements => RequirementFile::fromData($fields->value('requirements')),
                ) : null,
            'help' => $fields->has('help') ? Help::fromData($fields->value('help'), $fields->at('help')) : null,
        ];

        return $fields->build(static fn (): Task => Task::of($kind, $view, ...$given));
    }

    /** @return array<string, mixed> */
    public static function toData(Task $task): array
    {
        return [
            'kind' => $task->kind->value,
            'view' => $task->view->value,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $task->instruments),
            'start' => PatternWriter::toData($task->start),
            'targets' => array_map(PatternWriter::toData(...), $task->targets),
            'freedom' => $task->freedom->toData(),
            'policy' => PolicyFile::toData($task->policy),
            'requirements' => $task->requirements->toData(),
            'help' => $task->help->toData(),
        ];
    }

    /** @throws InvalidInput naming the place */
    public static function policy(mixed $data, string $path): Policy
    {
        return self::under($path, static fn (): Policy => PolicyFile::fromData($data));
    }

    /**
     * @template T
     *
     * @param \Closure(): T $read
     *
     * @return T
     */
    private static function under(string $path, \Closure $read): mixed
    {
        try {
            return $read();
        } catch (InvalidInput $error) {
            throw $error->under($path);
        }
    }
}
