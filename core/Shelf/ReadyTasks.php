<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Compare\Mark\Preset;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\Question;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\TaskPlan;
use Pulsanda\Core\Task\View;

/** Ten tasks that a teacher can set as they are. */
final readonly class ReadyTasks
{
    /** @return list<ReadyTask> */
    public static function all(): array
    {
        static $all = null;

        return $all ??= [
            self::task(
                'pulse',
                1,
                'A first lesson on the sheet: everybody gets it right, and hears that.',
                'Light the Lamps',
                'Press the kick on every beat and listen. When it is steady, go on to part 2: the hats between the steps.',
                self::copy('first-lamp', help: Help::of(Question::Places)),
                self::copy('quay-walk', help: Help::of(Question::Places), waits: true),
            ),
            self::task(
                'backbeat',
                1,
                'The backbeat in two steps; part 2 opens when part 1 is right.',
                'Boards Under Your Feet',
                "Snare on 2 and 4, loud and even.\nIn part 2 the kick takes one quick step more; the snare must not notice.",
                self::copy('plain-boards', help: Help::of(Question::Bars, 5)),
                self::copy('harbour-office', help: Help::of(Question::Bars, 5), waits: true),
            ),
            self::task(
                'offbeats',
                2,
                'A dictation of three voices that hardly meet.',
                'What the Oars Say',
                'Listen, count 1 & 2 & 3 & 4 &, and write down what you hear: which drum is on the beats, which one between them?',
                self::copy('oars-and-drum', View::Heard, Help::of(Question::Rows, 3, hearings: 12)),
            ),
            self::task(
                'syncopated-kicks',
                2,
                'A target that stays hidden: the beat is built from words, and the class picture shows who counts.',
                'Mind the Loose Plank',
                "Hats on every eighth, snare on 2 and 4. The kick comes on 1, and once more: on the & before 3.\n"
                    .'Beat 3 itself has no kick.',
                self::copy('loose-plank', View::Hidden, Help::of(Question::Count, 3)),
            ),
            self::task(
                'sixteenths',
                2,
                'Kick and snare are given and stay; sixteen light strokes come on top.',
                'Rain on the Roof',
                "The kick and the snare are given; keep them.\nLet it rain: sixteen even strokes on the hats in every bar, "
                    .'the first of every four a little louder.',
                self::buildOn('rain-on-slate', ['kick', 'snare'], [
                    ['kind' => 'hits-between', 'points' => 6, 'instrument' => 'closed-hat', 'low' => 16, 'high' => 16, 'per' => 'bar'],
                    ['kind' => 'levels-at-least', 'points' => 4, 'instrument' => 'closed-hat', 'number' => 2],
                ]),
            ),
            self::task(
                'ghost-notes',
                2,
                'Dynamics count here: the ghosts are right only when they are quiet.',
                'Hardly a Breath',
                'One ghost before each backbeat, as quiet as breathing in. Drag its stem down until you miss it only when it stops.',
                self::copy('breath', help: Help::of(Question::Rows, 3), preset: Preset::Dynamics),
            ),
            self::task(
                'shuffle',
                2,
                'The swing is left open: students find how far apart long and short lie.',
                'Set the Swing',
                'The strokes are easy; the swing is yours to find. Play the target, play yours, and turn the swing until both walk alike.',
                self::copy('slow-boat', help: Help::of(Question::Rows), freedom: Freedom::of(swing: true), preset: Preset::Swing),
            ),
            self::task(
                'three-and-six',
                2,
                'A dictation in six, with two big beats a bar.',
                'The Dinghy by Ear',
                "Two big beats, three small ones in each. Count 1 2 3 4 5 6.\nWhere does the boat go down, and where up?",
                self::copy('rocking-dinghy', View::Heard, Help::of(Question::Rows, 3)),
            ),
            self::task(
                'fills',
                2,
                'A fill of their own over a groove that stays.',
                'Say That It Goes On',
                'Bar one is given; keep it. At the end of bar two, say that it goes on: at least four strokes on the last beat, '
                    .'on any drum.',
                self::buildOn('four-knocks', ['kick', 'snare', 'closed-hat'], [
                    ['kind' => 'fill-at-end', 'points' => 6, 'beats' => 1, 'least' => 4, 'instruments' => []],
                    ['kind' => 'bars-differ', 'points' => 4, 'bars' => [1, 2], 'low' => 3, 'high' => 24],
                ], 1, Freedom::of(rows: true)),
            ),
            self::task(
                'cadences',
                3,
                'A march of their own: what a drumline needs is asked, everything else is free.',
                'Write Us a March',
                'We walk to it on parade night. Two bars or more, a kick that begins, snares loud and soft, and not too fast for '
                    .'the smallest ones. Say in a sentence how it is meant.',
                self::create('lamplighters-tap', [
                    ['kind' => 'tempo-between', 'points' => 2, 'low' => 96, 'high' => 120],
                    ['kind' => 'bars-total', 'points' => 2, 'low' => 2, 'high' => 8],
                    ['kind' => 'starts-with', 'points' => 2, 'instrument' => 'kick'],
                    ['kind' => 'levels-at-least', 'points' => 2, 'instrument' => 'snare', 'number' => 2],
                    ['kind' => 'note-words', 'points' => 2, 'least' => 5],
                ]),
            ),
        ];
    }

    public static function find(string $key): ?ReadyTask
    {
        foreach (self::all() as $task) {
            if ($task->key === $key) {
                return $task;
            }
        }

        return null;
    }

    /** @no-named-arguments */
    private static function task(
        string $lesson,
        int $level,
        string $for,
        string $title,
        string $brief,
        PlanPart $first,
        PlanPart ...$more,
    ): ReadyTask {
        return new ReadyTask(Groove::keyOf($title), $lesson, $level, $for, new TaskPlan($title, $brief, [$first, ...$more]));
    }

    private static function copy(
        string $groove,
        View $view = View::Seen,
        ?Help $help = null,
        ?Freedom $freedom = null,
        bool $waits = false,
        Preset $preset = Preset::Usual,
    ): PlanPart {
        $target = self::pattern($groove);
        // Where the swing is left open, one begins straight.
        $open = null !== $freedom ? self::without($target, [], 0) : null;
        $task = Task::of(Kind::Copy, $view, $target->instruments(), $open, [$target], $preset->policy(), $freedom, null, $help);

        return new PlanPart($task, View::Seen === $view ? $target->title : '', '', $waits);
    }

    /**
     * @param list<string>               $given rows that students begin with, and keep
     * @param list<array<string, mixed>> $rules
     * @param int|null                   $bars  of them that are given and to be kept; null for all
     */
    private static function buildOn(string $groove, array $given, array $rules, ?int $bars = null, ?Freedom $freedom = null): PlanPart
    {
        $whole = self::pattern($groove);
        $start = self::without($whole, $given, $bars ?? $whole->bars());
        $frame = ['kind' => 'contains', 'points' => 10, 'frame' => PatternWriter::toData($start->titled('Frame'))];
        $task = Task::of(Kind::BuildOn, View::Seen, $whole->instruments(), $start, [], null, $freedom, self::rules([$frame, ...$rules]));

        return new PlanPart($task);
    }

    /** @param list<array<string, mixed>> $rules */
    private static function create(string $like, array $rules): PlanPart
    {
        $start = self::without(self::pattern($like), [], 0);
        $free = Freedom::of(['low' => 60, 'high' => 160], meter: true, swing: true, form: true, rows: true);

        return new PlanPart(Task::of(Kind::Create, View::Seen, $start->instruments(), $start, [], null, $free, self::rules($rules)));
    }

    private static function pattern(string $groove): Pattern
    {
        return Grooves::find($groove)->pattern ?? throw new \LogicException("There is no groove $groove.");
    }

    /**
     * @param list<string> $rows whose hits stay
     * @param int          $bars in which they stay
     */
    private static function without(Pattern $whole, array $rows, int $bars): Pattern
    {
        $end = $bars * $whole->meter->barTicks();
        $kept = static fn (Row $row): Row => $row->withHits(array_values(
            array_filter($row->hits, static fn ($hit): bool => $hit->at < $end && \in_array($row->instrument->value, $rows, true)),
        ));
        $sections = array_map(
            static fn (Section $one): Section => Section::of($one->name, $one->bars, array_map($kept, $one->rows), $whole->meter),
            $whole->sections,
        );

        return Pattern::of('Beat', $whole->meter, $whole->tempo, $sections, $whole->order, null, $whole->kit);
    }

    /** @param list<array<string, mixed>> $rules */
    private static function rules(array $rules): Requirements
    {
        return RequirementFile::read(json_encode($rules, \JSON_THROW_ON_ERROR));
    }
}
