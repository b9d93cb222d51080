<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\PatternReader;

/** Reads and writes a marking policy as JSON; docs/policy.md describes every key. What is left out takes its default. */
final readonly class PolicyFile
{
    /** @throws InvalidInput naming the place */
    public static function read(string $json): Policy
    {
        return self::fromData(Document::decode($json));
    }

    /** @throws InvalidInput naming the place */
    public static function fromData(mixed $data): Policy
    {
        $known = ['grace', 'window', 'alike', 'repeat', 'credit', 'weights', 'points', 'step', 'tempo', 'guessing', 'sticking'];
        $fields = Fields::of($data, '', $known);
        $repeat = $fields->string('repeat', 'exact');
        if (!\in_array($repeat, ['exact', 'tile'], true)) {
            throw InvalidInput::at('repeat', 'this must be "exact" or "tile".');
        }
        $guessing = $fields->string('guessing', 'nothing');
        if (!\in_array($guessing, ['nothing', 'counted'], true)) {
            throw InvalidInput::at('guessing', 'this must be "nothing" or "counted".');
        }
        $sticking = $fields->string('sticking', 'ignored');
        if (!\in_array($sticking, ['ignored', 'compared'], true)) {
            throw InvalidInput::at('sticking', 'this must be "ignored" or "compared".');
        }
        $tempo = null;
        if (!$fields->isNull('tempo')) {
            $range = Fields::of($fields->value('tempo'), 'tempo', ['low', 'high']);
            $tempo = ['low' => $range->number('low'), 'high' => $range->number('high')];
        }

        return $fields->build(static fn (): Policy => Policy::of(
            Tolerance::of($fields->int('grace', 30), $fields->int('window', 240), $fields->has('alike') ? self::alike($fields) : []),
            'tile' === $repeat,
            $fields->has('credit') ? self::credit($fields) : [],
            $fields->has('weights') ? self::numbers($fields->value('weights'), 'weights', Policy::ASPECTS) : [],
            $fields->number('points', 20),
            $fields->number('step', 0.5),
            $tempo,
            'counted' === $guessing,
            'compared' === $sticking,
        ));
    }

    /** @return array<string, mixed> */
    public static function toData(Policy $policy): array
    {
        return [
            'grace' => $policy->tolerance->grace,
            'window' => $policy->tolerance->window,
            'alike' => array_map(
                static fn (array $group): array => array_map(static fn (Instrument $one): string => $one->value, $group),
                $policy->tolerance->alike,
            ),
            'repeat' => $policy->tile ? 'tile' : 'exact',
            'credit' => $policy->credit,
            'weights' => $policy->weights,
            'points' => $policy->points,
            'step' => $policy->step,
            'tempo' => $policy->tempo,
            'guessing' => $policy->guessing ? 'counted' : 'nothing',
            'sticking' => $policy->sticking ? 'compared' : 'ignored',
        ];
    }

    /** @return list<list<Instrument>> */
    private static function alike(Fields $policy): array
    {
        $groups = [];
        foreach ($policy->list('alike', 0, 24) as $i => $names) {
            if (!\is_array($names) || \count($names) < 2) {
                throw InvalidInput::at("alike[$i]", 'a list of at least two instruments is needed here.');
            }
            $group = [];
            foreach ($names as $k => $name) {
                $group[] = PatternReader::instrument(\is_string($name) ? $name : (string) json_encode($name), "alike[$i][$k]");
            }
            $groups[] = $group;
        }

        return $groups;
    }

    /**
     * One number for every kind of part credit, or an object with a number for each.
     *
     * @return array<string, float>
     */
    private static function credit(Fields $policy): array
    {
        $value = $policy->value('credit');
        if (\is_int($value) || \is_float($value)) {
            return array_fill_keys(['moved', 'other-drum', 'explained'], (float) $value);
        }

        return self::numbers($value, 'credit', array_keys(Policy::CREDIT));
    }

    /**
     * @param list<string> $known
     *
     * @return array<string, float>
     */
    private static function numbers(mixed $data, string $path, array $known): array
    {
        $fields = Fields::of($data, $path, $known);
        $numbers = [];
        foreach ($known as $key) {
            if ($fields->has($key)) {
                $numbers[$key] = $fields->number($key);
            }
        }

        return $numbers;
    }
}
