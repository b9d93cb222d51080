<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Require\Rule\BarsDiffer;
use Pulsanda\Core\Require\Rule\BarsTotal;
use Pulsanda\Core\Require\Rule\Contains;
use Pulsanda\Core\Require\Rule\FillAtEnd;
use Pulsanda\Core\Require\Rule\FullnessAtMost;
use Pulsanda\Core\Require\Rule\HitsBetween;
use Pulsanda\Core\Require\Rule\InstrumentsAtLeast;
use Pulsanda\Core\Require\Rule\KeepClear;
use Pulsanda\Core\Require\Rule\LevelsAtLeast;
use Pulsanda\Core\Require\Rule\NoteWords;
use Pulsanda\Core\Require\Rule\OnlyUses;
use Pulsanda\Core\Require\Rule\SectionsAtLeast;
use Pulsanda\Core\Require\Rule\StartsWith;
use Pulsanda\Core\Require\Rule\SwingBetween;
use Pulsanda\Core\Require\Rule\TempoBetween;
use Pulsanda\Core\Require\Rule\Uses;

/** Reads a list of requirements as JSON; docs/requirements.md describes every kind. */
final readonly class RequirementFile
{
    public const MOST = 40;
    private const MOST_INSTRUMENTS = 48;

    /** What each kind may hold beside its kind and points. */
    private const KEYS = [
        'tempo-between' => ['low', 'high'], 'contains' => ['frame'], 'keep-clear' => ['frame'], 'hits-between' => ['low', 'high', 'instrument', 'per'],
        'uses' => ['instruments'], 'only-uses' => ['instruments'], 'instruments-at-least' => ['number'], 'levels-at-least' => ['instrument', 'number'],
        'bars-differ' => ['bars', 'low', 'high'], 'fill-at-end' => ['least', 'beats', 'instruments'], 'starts-with' => ['instrument'], 'swing-between' => ['low', 'high'],
        'fullness-at-most' => ['percent', 'except'], 'sections-at-least' => ['number'], 'bars-total' => ['low', 'high'], 'note-words' => ['least'],
    ];

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
        if (!\is_string($kind) || !isset(self::KEYS[$kind])) {
            throw InvalidInput::at("$path.kind", 'this must be one of: '.implode(', ', array_keys(self::KEYS)).'.');
        }
        $fields = Fields::of($data, $path, ['kind', 'points', ...self::KEYS[$kind]]);

        return $fields->build(static function () use ($fields, $kind): array {
            $points = $fields->number('points', 1);
            Range::check('points', $points, 0, 1000);

            return [self::requirement($kind, $fields), $points];
        });
    }

    private static function requirement(string $kind, Fields $fields): Requirement
    {
        return match ($kind) {
            'tempo-between' => new TempoBetween(...self::range($fields, 1, 1600)),
            'contains' => new Contains(self::frame($fields)),
            'keep-clear' => new KeepClear(self::frame($fields)),
            'hits-between' => new HitsBetween(...self::wholeRange($fields, 0, 100_000), instrument: $fields->isNull('instrument') || 'all' === $fields->value('instrument') ? null : self::instrument($fields), perBar: self::perBar($fields)),
            'uses' => new Uses(self::instruments($fields, 'instruments', 1)),
            'only-uses' => new OnlyUses(self::instruments($fields, 'instruments', 1)),
            'instruments-at-least' => new InstrumentsAtLeast(self::whole($fields, 'number', 1, self::MOST_INSTRUMENTS)),
            'levels-at-least' => new LevelsAtLeast(self::instrument($fields), self::whole($fields, 'number', 1, 4)),
            'bars-differ' => self::barsDiffer($fields),
            'fill-at-end' => new FillAtEnd(self::whole($fields, 'least', 1, 1000), self::whole($fields, 'beats', 1, 64), $fields->has('instruments') ? self::instruments($fields, 'instruments', 0) : []),
            'starts-with' => new StartsWith(self::instrument($fields)),
            'swing-between' => new SwingBetween(...self::range($fields, 50, 75)),
            'fullness-at-most' => new FullnessAtMost(self::number($fields, 'percent', 0, 100), $fields->has('except') ? self::instruments($fields, 'except', 0) : []),
            'sections-at-least' => new SectionsAtLeast(self::whole($fields, 'number', 1, Pattern::MOST_SECTIONS)),
            'bars-total' => new BarsTotal(...self::wholeRange($fields, 1, 100_000)),
            default => new NoteWords(self::whole($fields, 'least', 1, 200)),
        };
    }

    private static function barsDiffer(Fields $fields): BarsDiffer
    {
        $bars = $fields->ints('bars', 2);
        if (2 !== \count($bars) || min($bars) < 1 || $bars[0] === $bars[1]) {
            throw InvalidInput::at('bars', 'two different bars are needed here, such as [1, 2].');
        }

        return new BarsDiffer($bars[0], $bars[1], ...self::wholeRange($fields, 0, 100_000));
    }

    private static function perBar(Fields $fields): bool
    {
        $per = $fields->string('per', 'whole');

        return 'bar' === $per || ('whole' === $per ? false : throw InvalidInput::at('per', 'this must be "bar" or "whole".'));
    }

    private static function frame(Fields $fields): Pattern
    {
        try {
            return PatternReader::fromData($fields->value('frame'));
        } catch (InvalidInput $error) {
            throw $error->under('frame');
        }
    }

    private static function instrument(Fields $fields): Instrument
    {
        return PatternReader::instrument($fields->string('instrument'), 'instrument');
    }

    /** @return list<Instrument> */
    private static function instruments(Fields $fields, string $key, int $least): array
    {
        return PatternReader::instruments($fields, $key, $least, self::MOST_INSTRUMENTS);
    }

    private static function whole(Fields $fields, string $key, int $low, int $high): int
    {
        $value = $fields->int($key);
        Range::check($key, $value, $low, $high);

        return $value;
    }

    private static function number(Fields $fields, string $key, float $low, float $high): float
    {
        $value = $fields->number($key);
        Range::check($key, $value, $low, $high);

        return $value;
    }

    /** @return array{low: float, high: float} */
    private static function range(Fields $fields, float $low, float $high): array
    {
        $from = self::number($fields, 'low', $low, $high);

        return ['low' => $from, 'high' => self::number($fields, 'high', $from, $high)];
    }

    /** @return array{low: int, high: int} */
    private static function wholeRange(Fields $fields, int $low, int $high): array
    {
        $from = self::whole($fields, 'low', $low, $high);

        return ['low' => $from, 'high' => self::whole($fields, 'high', $from, $high)];
    }
}
