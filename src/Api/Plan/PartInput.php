<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\PartKind;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;

/** A part as the Planner sends it, and what it demands of a student's pattern. */
final readonly class PartInput
{
    private const MOST_INSTRUMENTS = 32;
    public const MOST_TARGETS = 8;

    /**
     * @param string|null      $id          of the part that is changed; null for a new one
     * @param list<Instrument> $instruments
     * @param list<Pattern>    $targets
     */
    private function __construct(
        public ?string $id,
        public PartKind $kind,
        public TargetView $view,
        public array $instruments,
        public Pattern $start,
        public array $targets,
        public Policy $policy,
        public Freedom $freedom,
        public Requirements $requirements,
        public Help $help,
        public bool $waits,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['id', 'kind', 'view', 'instruments', 'start', 'targets', 'freedom', 'policy', 'requirements', 'help', 'waits']);
        $kind = PartKind::tryFrom($fields->string('kind', PartKind::Copy->value)) ?? throw InvalidInput::at($fields->at('kind'), 'this must be "copy", "build-on" or "create".');
        $view = TargetView::tryFrom($fields->string('view')) ?? throw InvalidInput::at($fields->at('view'), 'this must be "seen", "hidden" or "heard".');
        $instruments = PatternReader::instruments($fields, 'instruments', 1, self::MOST_INSTRUMENTS);
        $targets = [];
        foreach ($fields->has('targets') ? $fields->list('targets', 0, self::MOST_TARGETS) : [] as $i => $target) {
            $targets[] = self::under($fields->at("targets[$i]"), static fn (): Pattern => PatternReader::fromData($target));
        }
        if ([] === $targets && PartKind::Copy === $kind) {
            throw InvalidInput::at($fields->at('targets'), 'a copy needs a target; draw one.');
        }
        if ([] === $targets && TargetView::Seen !== $view) {
            throw InvalidInput::at($fields->at('view'), 'there is no target to hide or to listen to; draw one, or choose "seen".');
        }
        if ($fields->isNull('start') && [] === $targets) {
            throw InvalidInput::at($fields->at('start'), 'without a target, the pattern that students begin with is needed here.');
        }
        $start = $fields->isNull('start') ? self::emptied($targets[0], $instruments) : self::under($fields->at('start'), static fn (): Pattern => PatternReader::fromData($fields->value('start')));
        $freedom = $fields->has('freedom') ? Freedom::fromData($fields->value('freedom'), $fields->at('freedom')) : Freedom::of();
        self::under($fields->at('start'), static function () use ($freedom, $start, $instruments): void {
            $freedom->check($start, $start, $instruments);
        });
        foreach ($targets as $i => $target) {
            self::under($fields->at("targets[$i]"), static function () use ($freedom, $target, $start, $instruments): void {
                $freedom->check($target, $start, $instruments);
            });
        }

        return new self(
            $fields->isNull('id') ? null : $fields->string('id'),
            $kind,
            $view,
            $instruments,
            $start,
            $targets,
            $fields->has('policy') ? self::policy($fields->value('policy'), $fields->at('policy')) : Policy::of(),
            $freedom,
            $fields->has('requirements') ? self::under($fields->at('requirements'), static fn (): Requirements => RequirementFile::fromData($fields->value('requirements'))) : Requirements::none(),
            $fields->has('help') ? Help::fromData($fields->value('help'), $fields->at('help')) : Help::of(),
            $fields->bool('waits', false),
        );
    }

    /** @throws InvalidInput */
    public static function policy(mixed $data, string $path): Policy
    {
        return self::under($path, static fn (): Policy => PolicyFile::fromData($data));
    }

    /** @param int $position from 1 */
    public function part(Assignment $assignment, int $position): Part
    {
        return new Part($assignment->school, $assignment, $position, $this->kind, $this->view, $this->instruments, $this->start, $this->targets, $this->policy, $this->freedom, $this->requirements, $this->help, $this->waits);
    }

    public function writeTo(Part $part): void
    {
        [$part->kind, $part->view, $part->instruments, $part->start, $part->freedom] = [$this->kind, $this->view, $this->instruments, $this->start, $this->freedom];
        [$part->targets, $part->policy, $part->requirements, $part->help, $part->waits] = [$this->targets, $this->policy, $this->requirements, $this->help, $this->waits];
        $part->countPoints();
    }

    /** @return bool whether students find another sheet, so that what they have handed in would no longer fit it */
    public function changesTheSheet(Part $part): bool
    {
        return $part->kind !== $this->kind || $part->instruments !== $this->instruments || $part->start != $this->start || $part->freedom != $this->freedom;
    }

    /** @return bool whether beats that are handed in are to be compared again */
    public function changesTheJudgement(Part $part): bool
    {
        return $part->targets != $this->targets || $part->policy != $this->policy || $part->requirements->toData() != $this->requirements->toData();
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

    /**
     * The settings and form of a target with an empty row for each instrument offered.
     *
     * @param list<Instrument> $instruments
     */
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
