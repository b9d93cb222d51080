<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\PartKind;
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
use Pulsanda\Core\Require\Freedom;

/** A part as the Planner sends it, and what it demands of a student's pattern. */
final readonly class PartInput
{
    private const MOST_INSTRUMENTS = 32;

    /**
     * @param list<Instrument> $instruments
     * @param Pattern          $pattern     what the teacher drew: the target of a copy, else what students begin with
     */
    private function __construct(public PartKind $kind, public TargetView $view, public array $instruments, public Pattern $pattern, public Freedom $freedom, public Policy $policy)
    {
    }

    /** @throws InvalidInput */
    public static function of(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['kind', 'view', 'instruments', 'pattern', 'freedom', 'policy']);
        $kind = PartKind::tryFrom($fields->string('kind', PartKind::Copy->value)) ?? throw InvalidInput::at($fields->at('kind'), 'this must be "copy", "build-on" or "create".');
        $view = TargetView::tryFrom($fields->string('view')) ?? throw InvalidInput::at($fields->at('view'), 'this must be "seen" or "hidden".');
        $instruments = PatternReader::instruments($fields, 'instruments', 1, self::MOST_INSTRUMENTS);
        $pattern = self::under($fields->at('pattern'), static fn (): Pattern => PatternReader::fromData($fields->value('pattern')));
        $freedom = $fields->has('freedom') ? Freedom::fromData($fields->value('freedom'), $fields->at('freedom')) : Freedom::of();
        $policy = $fields->has('policy') ? self::under($fields->at('policy'), static fn (): Policy => PolicyFile::fromData($fields->value('policy'))) : Policy::of();
        $start = PartKind::Copy === $kind ? self::emptied($pattern, $instruments) : $pattern;
        self::under($fields->at('pattern'), static function () use ($freedom, $pattern, $start, $instruments): void {
            $freedom->check($pattern, $pattern, $instruments);
            $freedom->check($start, $pattern, $instruments);
        });

        return new self($kind, $view, $instruments, $pattern, $freedom, $policy);
    }

    /** What a student begins with: for a copy the target's settings and form with an empty row for each instrument offered. */
    public function start(): Pattern
    {
        return PartKind::Copy === $this->kind ? self::emptied($this->pattern, $this->instruments) : $this->pattern;
    }

    /** @return list<Pattern> */
    public function targets(): array
    {
        return PartKind::Copy === $this->kind ? [$this->pattern] : [];
    }

    /** Whether a part already is as this asks. */
    public function describes(Part $part): bool
    {
        return $part->kind === $this->kind && $part->view === $this->view && $part->instruments === $this->instruments
            && $part->targets == $this->targets() && $part->start == $this->start() && $part->freedom == $this->freedom && $part->policy == $this->policy;
    }

    /**
     * Refuses a student's pattern that changes what the part fixes.
     *
     * @throws InvalidInput naming the place
     */
    public static function checkAgainst(Part $part, Pattern $pattern): void
    {
        self::under('pattern', static function () use ($part, $pattern): void {
            $part->freedom->check($pattern, $part->start, $part->instruments);
        });
    }

    /** @param list<Instrument> $instruments */
    public static function emptied(Pattern $target, array $instruments): Pattern
    {
        $rows = array_map(static fn (Instrument $instrument): Row => Row::of($instrument, []), $instruments);
        $sections = array_map(static fn (Section $section): Section => Section::of($section->name, $section->bars, $rows, $target->meter), $target->sections);

        return Pattern::of($target->title, $target->meter, $target->tempo, $sections, $target->order, $target->swing, $target->kit);
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
