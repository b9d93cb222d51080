<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Say\Voice;

/**
 * All that is to be said about a beat: the statements of its best comparison, then the requirements that are not met. Data with a key
 * each; in a list of a class it stands in place of the results, which are large.
 *
 * @phpstan-import-type Stated from Statement
 *
 * @phpstan-type MeterData array{int, int, list<int>}
 * @phpstan-type Unmet array{
 *     index: int,
 *     kind: string,
 *     passed: bool,
 *     found: array<string, bool|float|int|string|list<string>>,
 *     evidence: list<array{instrument: string, tick: int, at: int}>,
 * }
 * @phpstan-type FindingsData array{
 *     meter: MeterData,
 *     bars: int,
 *     beat: array{meter: MeterData, bars: int},
 *     statements: list<Stated>,
 *     unmet: list<Unmet>,
 * }
 */
final readonly class Findings
{
    /** @param FindingsData $data meter and bars in which statements name places; beat: those of the beat itself, for requirements */
    public function __construct(private array $data)
    {
    }

    /** @return FindingsData */
    public function toData(): array
    {
        return $this->data;
    }

    public function isEmpty(): bool
    {
        return 0 === $this->count();
    }

    public function count(): int
    {
        $mistakes = array_filter($this->data['statements'], static fn (array $one): bool => match ($one['kind']) {
            // What is written otherwise and sounds the same is no mistake.
            StatementKind::SameSound->value => false,
            // A hand that is in time three times of four is in time.
            StatementKind::Untimely->value => 4 * $one['strokes'] > $one['values']['of'],
            default => true,
        });

        return \count($mistakes) + \count($this->data['unmet']);
    }

    /** @return list<string> the same key means the same finding, whoever's beat it is */
    public function keys(): array
    {
        return [
            ...array_map(static fn (array $one): string => Statement::fromData($one)->key(), $this->data['statements']),
            ...array_map(
                static fn (array $one): string => json_encode(['requirement', $one['index']], \JSON_THROW_ON_ERROR),
                $this->data['unmet'],
            ),
        ];
    }

    /**
     * @return list<string> in the order of the keys: the same for findings of one kind about the same instruments, wherever they stand,
     *                      so that what comes again from task to task can be told; empty for what is no mistake
     */
    public function habits(): array
    {
        $same = StatementKind::SameSound->value;

        return [
            ...array_map(
                static fn (array $one): string => $same === $one['kind'] ? '' : self::habit($one['kind'], $one['instruments']),
                $this->data['statements'],
            ),
            ...array_map(static fn (array $one): string => self::habit('requirement', [$one['kind']]), $this->data['unmet']),
        ];
    }

    /** @param list<string> $of */
    private static function habit(string $kind, array $of): string
    {
        return json_encode([$kind, $of], \JSON_THROW_ON_ERROR);
    }

    /** @return list<string> in the order of the keys */
    public function sentences(Voice $voice): array
    {
        $words = Report::words($this->data['meter'], $voice, $this->data['bars']);
        $beat = new Counting(Meter::of(...$this->data['beat']['meter']), $voice);
        $place = fn (int $tick): string => $beat->place($tick, $this->data['beat']['bars'] > 1);

        return [
            ...array_map(static fn (array $one): string => $words->text(Statement::fromData($one)), $this->data['statements']),
            ...array_map(static fn (array $one): string => Requirements::sentence($one, $place, $voice), $this->data['unmet']),
        ];
    }
}
