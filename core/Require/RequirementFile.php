<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** Reads a list of requirements as JSON; docs/requirements.md describes every kind. */
final readonly class RequirementFile
{
    public const MOST = 40;

    /** Every kind, in the order in which teachers are offered them. */
    private const RULES = [
        Rule\TempoBetween::class, Rule\Contains::class, Rule\KeepClear::class, Rule\HitsBetween::class, Rule\Uses::class,
        Rule\OnlyUses::class,
        Rule\InstrumentsAtLeast::class, Rule\LevelsAtLeast::class, Rule\AccentsOn::class, Rule\Crescendo::class, Rule\Backbeat::class,
        Rule\OffTheBeat::class, Rule\Answers::class, Rule\BarsDiffer::class, Rule\FillAtEnd::class, Rule\StartsWith::class,
        Rule\StickingAlternates::class, Rule\SwingBetween::class, Rule\FullnessAtMost::class, Rule\SectionsAtLeast::class,
        Rule\BarsTotal::class, Rule\NoteWords::class,
    ];

    /** @return non-empty-array<string, class-string<Requirement>> by kind */
    public static function rules(): array
    {
        static $rules = null;

        return $rules ??= array_combine(array_map(static fn (string $rule): string => $rule::declares()->kind, self::RULES), self::RULES);
    }

    /** @throws InvalidInput naming the place */
    public static function read(string $json): Requirements
    {
        return self::fromData(Document::decode($json));
    }

    /** @throws InvalidInput naming the place */
    public static function fromData(mixed $data): Requirements
    {
        if (!\is_array($data) || !array_is_list($data)) {
            throw InvalidInput::at('', 'a list [...] of requirements is needed here.');
        }
        if (\count($data) > self::MOST) {
            throw InvalidInput::at('', \sprintf('there are %d requirements; at most %d are possible.', \count($data), self::MOST));
        }

        return new Requirements(array_map(self::one(...), $data, array_keys($data)), $data);
    }

    /** @return array{Requirement, float} */
    private static function one(mixed $data, int $index): array
    {
        $path = "[$index]";
        $kind = $data instanceof \stdClass && property_exists($data, 'kind') ? $data->kind : null;
        $rule = \is_string($kind) ? self::rules()[$kind] ?? null : null;
        if (null === $rule) {
            throw InvalidInput::at("$path.kind", 'this must be one of: '.implode(', ', array_keys(self::rules())).'.');
        }
        $blanks = $rule::declares()->blanks;
        $fields = Fields::of($data, $path, ['kind', 'points', ...array_map(static fn (Blank $blank): string => $blank->key, $blanks)]);

        return $fields->build(static function () use ($fields, $rule, $blanks): array {
            $points = $fields->number('points', 1);
            Range::check('points', $points, 0, 1000);
            $values = [];
            foreach ($blanks as $blank) {
                $values[$blank->key] = $blank->read($fields, $values);
            }

            return [new $rule(...$values), $points];
        });
    }
}
