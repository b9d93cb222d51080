<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\Core\Compare\Policy;
use Pulsanda\Core\Compare\PolicyFile;
use Pulsanda\Core\Exception\InvalidInput;
use Pulsanda\Core\Json\Fields;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;

/** A part as the Planner sends it, and what it demands of a student's pattern. */
final readonly class PartInput
{
    public const MOST_BARS = 4;
    private const MOST_INSTRUMENTS = 16;

    /** @param list<Instrument> $instruments */
    private function __construct(public TargetView $view, public array $instruments, public Pattern $target, public Policy $policy)
    {
    }

    /**
     * What a student begins with: the target's settings, and an empty row for each instrument offered.
     *
     * @param list<Instrument> $instruments
     */
    public static function start(Pattern $target, array $instruments): Pattern
    {
        $rows = array_map(static fn (Instrument $instrument): Row => Row::of($instrument, []), $instruments);
        $section = Section::of($target->sections[0]->name, $target->sections[0]->bars, $rows, $target->meter);

        return Pattern::of($target->title, $target->meter, $target->tempo, [$section], null, $target->swing, $target->kit);
    }

    /** @throws InvalidInput */
    public static function of(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['view', 'instruments', 'target', 'policy']);
        $view = TargetView::tryFrom($fields->string('view')) ?? throw InvalidInput::at($fields->at('view'), 'this must be "seen" or "hidden".');
        $instruments = [];
        foreach ($fields->list('instruments', 1, self::MOST_INSTRUMENTS) as $i => $name) {
            $instrument = PatternReader::instrument(\is_string($name) ? $name : '', $fields->at("instruments[$i]"));
            if (\in_array($instrument, $instruments, true)) {
                throw InvalidInput::at($fields->at("instruments[$i]"), "$instrument->value is offered twice; keep one.");
            }
            $instruments[] = $instrument;
        }
        $target = self::under($fields->at('target'), static fn (): Pattern => PatternReader::fromData($fields->value('target')));
        $policy = $fields->has('policy') ? self::under($fields->at('policy'), static fn (): Policy => PolicyFile::fromData($fields->value('policy'))) : Policy::of();
        self::under($fields->at('target'), static function () use ($target, $instruments): void {
            self::checkShape($target, $target, $instruments);
        });

        return new self($view, $instruments, $target, $policy);
    }

    /**
     * Refuses a student's pattern that changes what the part fixes.
     *
     * @throws InvalidInput naming the place
     */
    public static function checkAgainst(Part $part, Pattern $pattern): void
    {
        self::under('pattern', static function () use ($part, $pattern): void {
            self::checkShape($pattern, $part->start, $part->instruments);
        });
    }

    /** @param list<Instrument> $instruments */
    private static function checkShape(Pattern $pattern, Pattern $fixed, array $instruments): void
    {
        if ($pattern->meter != $fixed->meter) {
            throw InvalidInput::at('meter', "the task is in $fixed->meter; keep that meter.");
        }
        if ($pattern->tempo != $fixed->tempo) {
            throw InvalidInput::at('tempo', 'the task fixes the tempo at '.$fixed->tempo->bpm().'; keep it.');
        }
        if ($pattern->swing != $fixed->swing) {
            throw InvalidInput::at('swing', 'the task fixes the swing at '.$fixed->swing->percent.' percent; keep it.');
        }
        if (1 !== \count($pattern->sections) || $pattern->bars() !== $pattern->sections[0]->bars) {
            throw InvalidInput::at('sections', 'one section, played once, is needed here.');
        }
        $bars = $fixed->sections[0]->bars;
        if ($pattern->sections[0]->bars !== $bars || $bars > self::MOST_BARS) {
            throw InvalidInput::at('sections[0].bars', $bars > self::MOST_BARS ? 'at most '.self::MOST_BARS.' bars are possible.' : "the task has $bars bars; keep that length.");
        }
        foreach ($pattern->sections[0]->rows as $r => $row) {
            if (!\in_array($row->instrument, $instruments, true)) {
                throw InvalidInput::at("sections[0].rows[$r].instrument", 'the task does not offer '.lcfirst($row->instrument->label()).'; remove this row.');
            }
        }
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
