<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Require\Frame;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Voice;

/**
 * Whether a task can be met at all. What is fixed is what students begin with, so a rule about it is decided there; frames fit or do not;
 * a target is tried as if a student had handed it in. What is left is tried on beats made of the targets, the frames and the rules: where
 * one of them passes every rule the task can be met, else nobody knows.
 */
final readonly class Feasibility
{
    /** What each kind of rule is about: where that is fixed, no beat changes what the rule says. */
    private const ABOUT = [
        'tempo-between' => 'tempo',
        'swing-between' => 'swing',
        'sections-at-least' => 'form',
        'bars-total' => 'form',
    ];
    /** Rules about the student's own words. */
    private const WORDS = 'note-words';

    /**
     * @param list<string> $impossible sentences: what no beat can meet, and what to change
     * @param list<string> $undecided  what rules ask that no beat that was tried meets, as sentences
     */
    private function __construct(public array $impossible, public array $undecided)
    {
    }

    public static function of(Task $task, Voice $voice): self
    {
        $impossible = [
            ...self::settings($task, $voice),
            ...self::frames($task, $voice),
            ...self::instruments($task, $voice),
            ...self::targets($task, $voice),
        ];
        if ([] !== $impossible) {
            return new self(array_values(array_unique($impossible)), []);
        }
        $undecided = null;
        foreach ([...$task->targets, $task->start, ...self::composed($task)] as $beat) {
            $failed = self::failed($task, $beat, $voice);
            if (null === $undecided || \count($failed) < \count($undecided)) {
                $undecided = $failed;
            }
        }

        return new self([], $undecided);
    }

    /** @return list<string> rules about what is fixed, which what is fixed does not meet */
    private static function settings(Task $task, Voice $voice): array
    {
        $free = [
            'tempo' => null !== $task->freedom->tempo,
            'swing' => $task->freedom->swing,
            'form' => $task->freedom->form,
        ];
        $said = [];
        $results = self::results($task, $task->start);
        foreach ($task->requirements->toData() as $index => $data) {
            $kind = $data instanceof \stdClass && \is_string($data->kind ?? null) ? $data->kind : '';
            $about = self::ABOUT[$kind] ?? null;
            $ask = $task->requirements->asks($voice)[$index]['text'];
            if (null === $about) {
                continue;
            }
            if (!$free[$about] && !$results[$index]['passed']) {
                $said[] = self::sentence($about, $ask);
            } elseif ('tempo' === $about && null !== $task->freedom->tempo && $data instanceof \stdClass) {
                ['low' => $low, 'high' => $high] = $task->freedom->tempo;
                $beat = Tempo::BEATS[Tempo::usualBeat($task->start->meter)] / Tempo::BEATS['4'];
                [$least, $most] = [$beat * self::number($data->low ?? 0), $beat * self::number($data->high ?? 0)];
                if ($high < $least || $low > $most) {
                    $said[] = "\"$ask\" cannot be met: students may choose ♩ = $low to $high. Change one of the two.";
                }
            }
        }

        return $said;
    }

    private static function sentence(string $about, string $ask): string
    {
        return match ($about) {
            'tempo' => "\"$ask\" cannot be met: the tempo is fixed. Let students choose the tempo, or change the rule.",
            'swing' => "\"$ask\" cannot be met: the swing is fixed. Let students choose the swing, or change the rule.",
            default => "\"$ask\" cannot be met: bars and sections are fixed. Let students choose them, or change the rule.",
        };
    }

    /** @return list<string> frames that do not fit the sheet, or each other */
    private static function frames(Task $task, Voice $voice): array
    {
        $said = $wanted = $clear = [];
        foreach (self::drawn($task, $voice) as ['kind' => $kind, 'frame' => $frame, 'text' => $ask]) {
            if (!$task->freedom->meter && !$frame->meter->equals($task->start->meter)) {
                $said[] = "The frame of \"$ask\" is in $frame->meter and the task in {$task->start->meter}. "
                    .'Draw it in the meter of the task.';
                continue;
            }
            $length = $task->start->ticks();
            $beyond = array_filter(Strokes::written($frame), static fn (Stroke $one): bool => $one->written >= $length);
            if ('contains' === $kind && !$task->freedom->form && [] !== $beyond) {
                $said[] = "The frame of \"$ask\" is longer than the task, whose bars are fixed. Shorten it, or let students add bars.";
            }
            foreach (Frame::repeated($frame, $length) as $stroke) {
                if ('contains' === $kind) {
                    $wanted[$stroke->instrument->value][$stroke->tick] = $stroke;
                } else {
                    $clear[$stroke->instrument->value][$stroke->tick] = true;
                }
            }
        }
        foreach ($wanted as $instrument => $strokes) {
            foreach ($strokes as $tick => $stroke) {
                if (isset($clear[$instrument][$tick])) {
                    $name = lcfirst($stroke->instrument->label());
                    $said[] = "One frame wants a hit of $name where another wants none. Remove it from one of the two.";
                    break;
                }
            }
        }

        return $said;
    }

    /** @return list<string> instruments that rules want and the task does not offer */
    private static function instruments(Task $task, Voice $voice): array
    {
        $offers = static fn (Instrument $one): bool => !\in_array($one, $task->freedom->forbidden, true)
            && ($task->freedom->rows || \in_array($one, $task->instruments, true));
        $said = [];
        foreach ($task->requirements->toData() as $index => $data) {
            if (!$data instanceof \stdClass) {
                continue;
            }
            $kind = \is_string($data->kind ?? null) ? $data->kind : '';
            $ask = $task->requirements->asks($voice)[$index]['text'];
            $names = match ($kind) {
                'uses' => \is_array($data->instruments ?? null) ? $data->instruments : [],
                'starts-with' => [$data->instrument ?? null],
                'contains' => array_map(
                    static fn (Stroke $one): string => $one->instrument->value,
                    Strokes::written(PatternReader::fromData($data->frame ?? null)),
                ),
                default => [],
            };
            foreach (array_unique(array_filter($names, is_string(...))) as $name) {
                $instrument = Instrument::tryFrom($name);
                if (null !== $instrument && !$offers($instrument)) {
                    $label = lcfirst($instrument->label());
                    $said[] = "\"$ask\" cannot be met: the task does not offer $label. Add a row of it, or let students add instruments.";
                }
            }
            $least = 'instruments-at-least' === $kind ? (int) self::number($data->number ?? 0) : 0;
            $there = \count(array_filter($task->instruments, $offers));
            if (!$task->freedom->rows && $least > $there) {
                $said[] = "\"$ask\" cannot be met: the task offers $there. Add rows, or let students add instruments.";
            }
        }

        return $said;
    }

    /** @return list<string> targets that would not get the full mark themselves, or break a rule */
    private static function targets(Task $task, Voice $voice): array
    {
        $said = [];
        foreach ($task->targets as $number => $target) {
            $name = 1 === \count($task->targets) ? 'The target' : 'Target '.($number + 1);
            foreach (self::failed($task, $target, $voice) as $ask) {
                $said[] = "$name itself does not meet \"$ask\" Change the target or the rule.";
            }
            $best = $task->judge($target, '')->results[0] ?? null;
            if (null !== $best && null !== $best['mark'] && $best['mark'] < $best['points']) {
                $said[] = "$name itself would get {$best['mark']} of {$best['points']} points. "
                    .'Look at what is open to students, and at the marking.';
            }
        }

        return $said;
    }

    /** @return list<string> what the rules ask that a beat does not meet; what the student writes is left out */
    private static function failed(Task $task, Pattern $beat, Voice $voice): array
    {
        $failed = [];
        $results = self::results($task, $beat);
        foreach ($task->requirements->asks($voice) as $index => $ask) {
            if (self::WORDS !== $ask['kind'] && !$results[$index]['passed']) {
                $failed[] = $ask['text'];
            }
        }

        return $failed;
    }

    /** @return list<array{passed: bool, ...}> of every rule, in their order */
    private static function results(Task $task, Pattern $beat): array
    {
        return $task->requirements->check(Submission::of($beat, '', $task->policy->tolerance))['results'];
    }

    /** @return list<Pattern> what the rules ask for and the frames that must be there, as beats */
    private static function composed(Task $task): array
    {
        $beats = [];
        foreach ([Composer::beatFor(...), ...$task->requirements->frames()] as $one) {
            try {
                $beat = $one instanceof Pattern ? $one : $one($task);
                if (null !== $beat) {
                    $task->check($beat);
                    $beats[] = $beat;
                }
            } catch (InvalidInput) {
                // It does not fit what is fixed, so no student hands it in unchanged.
            }
        }

        return $beats;
    }

    /** @return list<array{kind: string, frame: Pattern, text: string}> */
    private static function drawn(Task $task, Voice $voice): array
    {
        $drawn = [];
        foreach ($task->requirements->asks($voice) as $ask) {
            if (isset($ask['frame'])) {
                $drawn[] = ['kind' => $ask['kind'], 'frame' => PatternReader::fromData($ask['frame']), 'text' => $ask['text']];
            }
        }

        return $drawn;
    }

    private static function number(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }
}
