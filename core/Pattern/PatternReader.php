<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/** Reads the pattern file strictly: nothing is guessed, nothing is dropped. docs/pattern.schema.json says the same. */
final readonly class PatternReader
{
    public const FORMAT = 'pulsanda-pattern';
    public const VERSION = 1;
    private const HIT = ['at', 'velocity', 'push', 'roll', 'odds', 'silent', 'pan', 'tune', 'ornament', 'hand', 'struck'];

    /** @throws InvalidInput naming the place */
    public static function read(string $json): Pattern
    {
        return self::fromData(Document::decode($json));
    }

    /**
     * @param mixed $data a decoded document, objects as stdClass
     *
     * @throws InvalidInput naming the place
     */
    public static function fromData(mixed $data): Pattern
    {
        $known = ['format', 'version', 'title', 'seed', 'meter', 'tempo', 'swing', 'kit', 'sections', 'order'];
        $fields = Fields::of($data, '', $known);
        if (self::FORMAT !== $fields->string('format')) {
            throw InvalidInput::at('format', 'this is not a Pulsanda pattern; its format must be "'.self::FORMAT.'".');
        }
        if (self::VERSION !== $fields->int('version')) {
            throw InvalidInput::at('version', 'only version '.self::VERSION.' of the format is known.');
        }
        $meter = self::meter($fields->value('meter'), 'meter');
        $sections = [];
        foreach ($fields->list('sections', 1, Pattern::MOST_SECTIONS) as $i => $section) {
            $sections[] = self::section($section, "sections[$i]", $meter);
        }

        return Pattern::of(
            $fields->string('title'),
            $meter,
            self::tempo($fields->value('tempo'), 'tempo', $meter),
            $sections,
            $fields->has('order') ? self::order($fields) : null,
            $fields->has('swing') ? self::swing($fields->value('swing'), 'swing') : Swing::of(),
            $fields->string('kit'),
            $fields->int('seed', 1),
        );
    }

    /** @throws InvalidInput */
    public static function meter(mixed $data, string $path): Meter
    {
        $fields = Fields::of($data, $path, ['count', 'unit', 'groups']);

        return $fields->build(static fn (): Meter => Meter::of(
            $fields->int('count'),
            $fields->int('unit'),
            $fields->has('groups') ? $fields->ints('groups', 32) : null,
        ));
    }

    /** @throws InvalidInput */
    public static function tempo(mixed $data, string $path, Meter $meter): Tempo
    {
        $fields = Fields::of($data, $path, ['bpm', 'beat']);

        return $fields->build(static fn (): Tempo => Tempo::of($fields->number('bpm'), $fields->string('beat', Tempo::usualBeat($meter))));
    }

    /** @throws InvalidInput */
    public static function swing(mixed $data, string $path): Swing
    {
        $fields = Fields::of($data, $path, ['percent', 'unit']);

        return $fields->build(static fn (): Swing => Swing::of($fields->number('percent', 50), $fields->int('unit', 16)));
    }

    private static function section(mixed $data, string $path, Meter $meter): Section
    {
        $fields = Fields::of($data, $path, ['name', 'bars', 'rows']);
        $rows = [];
        foreach ($fields->list('rows', 0, Section::MOST_ROWS) as $i => $row) {
            $rows[] = self::row($row, $fields->at("rows[$i]"));
        }

        return $fields->build(static fn (): Section => Section::of($fields->string('name'), $fields->int('bars'), $rows, $meter));
    }

    private static function row(mixed $data, string $path): Row
    {
        $known = ['instrument', 'hits', 'snap', 'cycle', 'level', 'pan', 'tune', 'room', 'muted', 'tint', 'sound', 'name'];
        $fields = Fields::of($data, $path, $known);
        $instrument = self::instrument($fields->string('instrument'), $fields->at('instrument'));
        $snap = Snap::tryFrom($fields->string('snap', Snap::Sixteenth->value)) ?? throw InvalidInput::at(
            $fields->at('snap'),
            'this is not a note value of a grid; use one of: '.implode(
                ', ',
                array_map(static fn (Snap $snap): string => $snap->value, Snap::cases()),
            ).'.',
        );
        $hits = [];
        foreach ($fields->list('hits', 0, Section::MOST_HITS) as $i => $hit) {
            $hits[] = self::hit($hit, $fields->at("hits[$i]"));
        }

        return $fields->build(static fn (): Row => Row::of(
            $instrument,
            $hits,
            $snap,
            $fields->isNull('cycle') ? null : $fields->int('cycle'),
            $fields->number('level', 1),
            $fields->number('pan', 0),
            $fields->number('tune', 0),
            $fields->number('room', 0),
            $fields->bool('muted', false),
            $fields->isNull('tint') ? null : $fields->string('tint'),
            $fields->isNull('sound') ? null : $fields->string('sound'),
            $fields->isNull('name') ? null : $fields->string('name'),
        ));
    }

    /** @throws InvalidInput */
    public static function instrument(string $name, string $path): Instrument
    {
        return Instrument::tryFrom($name) ?? throw InvalidInput::at(
            $path,
            "there is no instrument \"$name\" in the catalogue; correct the name.",
        );
    }

    /**
     * A list of instrument names, each once.
     *
     * @return list<Instrument>
     *
     * @throws InvalidInput
     */
    public static function instruments(Fields $fields, string $key, int $least, int $most): array
    {
        $instruments = [];
        foreach ($fields->list($key, $least, $most) as $i => $name) {
            $path = $fields->at("{$key}[$i]");
            $instrument = self::instrument(\is_string($name) ? $name : (string) json_encode($name), $path);
            if (\in_array($instrument, $instruments, true)) {
                throw InvalidInput::at($path, "$instrument->value stands here twice; keep one.");
            }
            $instruments[] = $instrument;
        }

        return $instruments;
    }

    private static function hit(mixed $data, string $path): Hit
    {
        $fields = Fields::of($data, $path, self::HIT);

        return $fields->build(static fn (): Hit => Hit::of(
            $fields->int('at'),
            $fields->int('velocity', 90),
            $fields->int('push', 0),
            $fields->int('roll', 1),
            $fields->int('odds', 100),
            $fields->bool('silent', false),
            $fields->number('pan', 0),
            $fields->number('tune', 0),
            $fields->isNull('ornament') ? null : Ornament::tryFrom($fields->string('ornament')) ?? throw InvalidInput::at(
                $fields->at('ornament'),
                'this must be "flam", "drag" or null.',
            ),
            $fields->isNull('hand') ? null : Hand::tryFrom($fields->string('hand')) ?? throw InvalidInput::at(
                $fields->at('hand'),
                'this must be "R", "L" or null.',
            ),
            $fields->isNull('struck') ? null : $fields->int('struck'),
        ));
    }

    /** @return list<OrderEntry> */
    private static function order(Fields $pattern): array
    {
        $order = [];
        foreach ($pattern->list('order', 1, Pattern::MOST_ORDER) as $i => $entry) {
            $fields = Fields::of($entry, "order[$i]", ['section', 'times']);
            $order[] = $fields->build(static fn (): OrderEntry => OrderEntry::of($fields->string('section'), $fields->int('times')));
        }

        return $order;
    }
}
