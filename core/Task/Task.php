<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Require\Requirements;

/**
 * What one part of an assignment sets: where students begin, what is open to them, the rules, how it is judged. Everything in it
 * can be judged: no target is too long, and start and targets keep to what is open.
 */
final readonly class Task
{
    /** Strokes in one pass of a target or of a beat: more than any lesson needs, and still judged in a moment. */
    public const MOST_STROKES = 8192;
    public const MOST_TARGETS = 8;

    /**
     * @param list<Instrument> $instruments
     * @param list<Pattern>    $targets
     */
    private function __construct(
        public Kind $kind,
        public View $view,
        public array $instruments,
        public Pattern $start,
        public array $targets,
        public Policy $policy,
        public Freedom $freedom,
        public Requirements $requirements,
        public Help $help,
    ) {
    }

    /**
     * @param list<Instrument> $instruments offered to the student, in the order of the rows
     * @param Pattern|null     $start       what a student begins with; null for empty rows in the settings of the first target
     * @param list<Pattern>    $targets     none where the task has nothing to copy
     *
     * @throws InvalidInput naming the place
     */
    public static function of(
        Kind $kind,
        View $view,
        array $instruments,
        ?Pattern $start,
        array $targets,
        ?Policy $policy = null,
        ?Freedom $freedom = null,
        ?Requirements $requirements = null,
        ?Help $help = null,
    ): self {
        if ([] === $targets && Kind::Copy === $kind) {
            throw InvalidInput::at('targets', 'a copy needs a target; draw one.');
        }
        if ([] === $targets && View::Seen !== $view) {
            throw InvalidInput::at('view', 'there is no target to hide or to listen to; draw one, or choose "seen".');
        }
        $start ??= [] === $targets ? throw InvalidInput::at(
            'start',
            'without a target, the pattern that students begin with is needed here.',
        ) : self::emptied($targets[0], $instruments, View::Hidden !== $view);
        $task = new self(
            $kind,
            $view,
            $instruments,
            $start,
            $targets,
            $policy ?? Policy::of(),
            $freedom ?? Freedom::of(),
            $requirements ?? Requirements::none(),
            $help ?? Help::of(),
        );
        $patterns = ['start' => $start];
        foreach ($targets as $i => $target) {
            $patterns["targets[$i]"] = $target;
        }
        foreach ($patterns as $path => $pattern) {
            try {
                $task->check($pattern);
            } catch (InvalidInput $error) {
                throw $error->under($path);
            }
        }

        return $task;
    }

    /**
     * Refuses a student's pattern that changes what the task fixes, or is too long to be judged.
     *
     * @throws InvalidInput naming the place
     */
    public function check(Pattern $pattern): void
    {
        $this->freedom->check($pattern, $this->start, $this->instruments);
        $strokes = Strokes::atMost($pattern) > self::MOST_STROKES ? \count(Strokes::written($pattern)) : 0;
        // A target that is repeated becomes as long as the beat.
        foreach ($this->policy->tile ? $this->targets : [] as $target) {
            $strokes = max($strokes, $target->hitCount() * intdiv($pattern->ticks(), $target->ticks()));
        }
        if ($strokes > self::MOST_STROKES) {
            throw InvalidInput::at(
                '',
                \sprintf(
                    'One pass has %d strokes; at most %d can be judged, so shorten the order, the rolls or the cycles.',
                    $strokes,
                    self::MOST_STROKES,
                ),
            );
        }
    }

    /** @param string $note the student's line about the work */
    public function judge(Pattern $beat, string $note): Judgement
    {
        $given = Kind::BuildOn === $this->kind ? $this->start : null;

        return Judgement::of($this->targets, $this->judging(), $this->requirements, $beat, $note, $given);
    }

    /** @return Policy with the tempo that the task leaves open */
    public function judging(): Policy
    {
        return $this->policy->within($this->freedom->tempo, $this->freedom->played);
    }

    /** @return float the highest mark */
    public function points(): float
    {
        return ([] !== $this->targets || $this->requirements->isEmpty() ? $this->policy->points : 0) + $this->requirements->points();
    }

    /** @return bool whether students of $other find another sheet, so that what they have handed in would not fit this task */
    public function hasSheetOf(self $other): bool
    {
        return $this->kind === $other->kind && $this->instruments === $other->instruments && $this->start->titled('')->equals(
            $other->start->titled(''),
        )
            && $this->freedom->opensAs($other->freedom);
    }

    /** @return bool whether a beat is judged the same by both */
    public function judgesAs(self $other): bool
    {
        $data = static fn (self $one): string => json_encode([
            array_map(PatternWriter::write(...), $one->targets),
            [PolicyFile::toData($one->judging()), $one->freedom->played],
            $one->requirements->toData(),
        ], \JSON_THROW_ON_ERROR);

        return $data($this) === $data($other);
    }

    /**
     * The settings and form of a target with an empty row for each instrument offered. Its name stays behind: it may tell what is hidden.
     *
     * @param list<Instrument> $instruments
     * @param bool             $sounds      whether rows sound as in the target, with its pieces of other kits, levels, pan and tune
     */
    private static function emptied(Pattern $target, array $instruments, bool $sounds): Pattern
    {
        $of = [];
        foreach ($sounds ? $target->sections : [] as $section) {
            foreach ($section->rows as $row) {
                $of[$row->instrument->value] ??= $row;
            }
        }
        $rows = array_map(static function (Instrument $instrument) use ($of): Row {
            $as = $of[$instrument->value] ?? Row::of($instrument, []);

            return Row::of($instrument, [], level: $as->level, pan: $as->pan, tune: $as->tune, sound: $as->sound);
        }, $instruments);
        $sections = array_map(
            static fn (Section $section): Section => Section::of($section->name, $section->bars, $rows, $target->meter),
            $target->sections,
        );

        return Pattern::of('Beat', $target->meter, $target->tempo, $sections, $target->order, $target->swing, $target->kit);
    }
}
