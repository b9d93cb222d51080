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
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\Question;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\TaskPlan;
use Pulsanda\Core\Task\View;

/** Ten tasks that a teacher can set as they are, each with an easier and a harder form beside it. */
final readonly class ReadyTasks
{
    /** @return list<ReadyTask> in the order of the lessons: the easier form, the task, the harder form */
    public static function all(): array
    {
        static $all = null;

        return $all ??= [
            ...self::lamps(), ...self::boards(), ...self::oars(), ...self::plank(), ...self::rain(), ...self::breath(), ...self::swing(),
            ...self::dinghy(), ...self::fill(), ...self::march(),
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

    /** @return list<ReadyTask> */
    private static function lamps(): array
    {
        [$one, $two] = ['Kick on 1, 2, 3 and 4', "Kick on 1 and 3\nHi-hat: eighths"];
        $places = Help::of(Question::Places);

        return [
            self::task('pulse', 1, 'Light the Lamps', 'easier', [$one],
                self::copy('first-lamp', help: $places, preset: Preset::Placement)),
            self::task('pulse', 1, 'Light the Lamps', '', [$one, $two],
                self::copy('first-lamp', help: $places, preset: Preset::Placement),
                self::copy('quay-walk', help: $places, waits: true, preset: Preset::Placement)),
            self::task('pulse', 2, 'Light the Lamps', 'harder', [$two],
                self::copy('quay-walk', help: Help::of(Question::Count, 3), preset: Preset::Placement)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function boards(): array
    {
        $one = "Kick on 1 and 3\nSnare >2 >4\nHi-hat: eighths";
        $two = "Kick 1 3 3&\nSnare >2 >4\nHi-hat: eighths";

        return [
            self::task('backbeat', 1, 'Boards Under Your Feet', 'easier', [$one],
                self::copy('plain-boards', help: Help::of(Question::Places), preset: Preset::Placement)),
            self::task('backbeat', 1, 'Boards Under Your Feet', '', [$one, $two],
                self::copy('plain-boards', help: Help::of(Question::Bars, 5)),
                self::copy('harbour-office', help: Help::of(Question::Bars, 5), waits: true)),
            self::task('backbeat', 2, 'Boards Under Your Feet', 'harder', [$two],
                self::copy('harbour-office')),
        ];
    }

    /** @return list<ReadyTask> */
    private static function oars(): array
    {
        $plays = ["Kick on 1, 2, 3 and 4\nSnare >2 >4\nHi-hat 1& 2& 3& 4&"];
        $oars = static fn (View $view, ?Help $help): PlanPart => self::copy('oars-and-drum', $view, $help, preset: Preset::Placement);

        return [
            self::task('offbeats', 1, 'What the Oars Say', 'easier', $plays, $oars(View::Seen, Help::of(Question::Rows))),
            self::task('offbeats', 2, 'What the Oars Say', '', $plays, $oars(View::Heard, Help::of(Question::Rows, 3, hearings: 12))),
            self::task('offbeats', 3, 'What the Oars Say', 'harder', $plays,
                $oars(View::Heard, Help::of(Question::Count, 1, hearings: 5, byBar: false, slower: false))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function plank(): array
    {
        $words = "Hi-hat: eighths\nSnare >2 >4\nKick >1 2&";

        return [
            self::task('syncopated-kicks', 1, 'Mind the Loose Plank', 'easier', [$words],
                self::copy('loose-plank', help: Help::of(Question::Places))),
            self::task('syncopated-kicks', 2, 'Mind the Loose Plank', '',
                [$words], self::copy('loose-plank', View::Hidden, Help::of(Question::Count, 3))),
            self::task('syncopated-kicks', 3, 'Mind the Loose Plank', 'harder', [$words],
                self::copy('loose-plank', View::Heard, Help::of(Question::Nothing, hearings: 8))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function rain(): array
    {
        $given = "Kick on 1 and 3\nSnare >2 >4\n";
        $sixteen = ['kind' => 'hits-between', 'points' => 6, 'instrument' => 'closed-hat', 'low' => 16, 'high' => 16, 'per' => 'bar'];
        $accents = ['kind' => 'accents-on', 'points' => 4, 'instrument' => 'closed-hat', 'where' => 'beats'];
        $rain = static fn (array ...$rules): PlanPart => self::buildOn('rain-on-slate', ['kick', 'snare'], array_values($rules));

        return [
            self::task('sixteenths', 1, 'Rain on the Roof', 'easier', [$given.'Hi-hat: 16ths'], $rain($sixteen)),
            self::task('sixteenths', 2, 'Rain on the Roof', '', [$given.'Hi-hat: xsss xsss xsss xsss'], $rain($sixteen, $accents)),
            self::task('sixteenths', 3, 'Rain on the Roof', 'harder',
                [$given."Hi-hat: xsss xsss xsss xsss\nSide stick: (1a) (3e)"], self::buildOn('rain-on-slate', ['kick', 'snare'], [
                    $sixteen, $accents,
                    ['kind' => 'hits-between', 'points' => 3, 'instrument' => 'side-stick', 'low' => 2, 'high' => 6, 'per' => 'bar'],
                    ['kind' => 'off-the-beat', 'points' => 3, 'instrument' => 'side-stick', 'percent' => 100],
                ], null, Freedom::of(rows: true))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function breath(): array
    {
        $words = "Kick on 1 and 3\nSnare (1a) >2 (3a) >4\nHi-hat: eighths";
        $two = "Kick 1 3 3&\nSnare >2 (2a) (3e) >4\nHi-hat: eighths";

        return [
            self::task('ghost-notes', 1, 'Hardly a Breath', 'easier', [$words],
                self::copy('breath', help: Help::of(Question::Places), preset: Preset::Copy)),
            self::task('ghost-notes', 2, 'Hardly a Breath', '', [$words],
                self::copy('breath', help: Help::of(Question::Rows, 3), preset: Preset::Dynamics)),
            self::task('ghost-notes', 3, 'Hardly a Breath', 'harder', [$two],
                self::copy('footprints', help: Help::of(Question::Rows, 3), preset: Preset::Dynamics)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function swing(): array
    {
        $words = "Kick on 1 and 3\nSnare >2 >4\nRide: eighths";
        $open = Freedom::of(swing: true);

        return [
            self::task('shuffle', 1, 'Set the Swing', 'easier', [$words],
                self::copy('slow-boat', help: Help::of(Question::Places), freedom: $open, preset: Preset::Swing)),
            self::task('shuffle', 2, 'Set the Swing', '', [$words],
                self::copy('slow-boat', help: Help::of(Question::Rows), freedom: $open, preset: Preset::Swing)),
            self::task('shuffle', 3, 'Set the Swing', 'harder', [$words],
                self::copy('slow-boat', View::Heard, Help::of(Question::Rows, 2, hearings: 10), $open, preset: Preset::Swing)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function dinghy(): array
    {
        $plays = ["Kick on 1\nSnare: ......|X.....\nHi-hat: eighths"];
        $boat = static fn (View $view, ?Help $help): PlanPart => self::copy('rocking-dinghy', $view, $help, preset: Preset::Placement);

        return [
            self::task('three-and-six', 1, 'The Dinghy by Ear', 'easier', $plays, $boat(View::Seen, Help::of(Question::Rows))),
            self::task('three-and-six', 2, 'The Dinghy by Ear', '', $plays, $boat(View::Heard, Help::of(Question::Rows, 3))),
            self::task('three-and-six', 3, 'The Dinghy by Ear', 'harder', $plays,
                $boat(View::Heard, Help::of(Question::Count, 1, hearings: 4))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function fill(): array
    {
        $start = "bar 1: Kick on 1 and 3\nbar 1: Snare >2 >4\nbar 1: Hi-hat: eighths\n";
        $rows = ['kick', 'snare', 'closed-hat'];
        $fill = static fn (int $beats, int $least, array ...$more): PlanPart => self::buildOn('four-knocks', $rows, [
            ['kind' => 'fill-at-end', 'points' => 6, 'beats' => $beats, 'least' => $least, 'instruments' => []],
            ['kind' => 'bars-differ', 'points' => 4, 'bars' => [1, 2], 'low' => 3, 'high' => 24],
            ...array_values($more),
        ], 1, Freedom::of(rows: true));
        $bar = "bar 2: Kick on 1 and 3\nbar 2: Hi-hat 1 1& 2 2& 3 3&\n";

        return [
            self::task('fills', 1, 'Say That It Goes On', 'easier', [$start.$bar.'bar 2: Snare >2 4 4e 4&'], $fill(1, 3)),
            self::task('fills', 2, 'Say That It Goes On', '', [$start.$bar.'bar 2: Snare >2 4 4e 4& 4a'], $fill(1, 4)),
            self::task('fills', 3, 'Say That It Goes On', 'harder',
                [$start."bar 2: Kick on 1\nbar 2: Hi-hat 1 1& 2 2&\nbar 2: Snare: .... X... ggss xxXX"],
                $fill(2, 6, ['kind' => 'crescendo', 'points' => 4, 'instrument' => 'snare', 'beats' => 2])),
        ];
    }

    /** @return list<ReadyTask> */
    private static function march(): array
    {
        $feet = [
            ['kind' => 'tempo-between', 'points' => 2, 'low' => 96, 'high' => 120],
            ['kind' => 'starts-with', 'points' => 2, 'instrument' => 'kick'],
            ['kind' => 'hits-between', 'points' => 2, 'instrument' => 'kick', 'low' => 2, 'high' => 8, 'per' => 'bar'],
            ['kind' => 'hits-between', 'points' => 2, 'instrument' => 'snare', 'low' => 4, 'high' => 24, 'per' => 'bar'],
        ];
        $two = ['kind' => 'bars-total', 'points' => 2, 'low' => 2, 'high' => 8];
        $loud = ['kind' => 'accents-on', 'points' => 2, 'instrument' => 'snare', 'where' => 'beats'];
        $note = ['kind' => 'note-words', 'points' => 2, 'least' => 5];
        $answer = ['kind' => 'answers', 'points' => 2, 'bars' => [1, 2], 'instrument' => 'floor-tom'];
        $plays = "Kick on 1 and 3\nSnare: Xsss x.ss Xsss x.ss";
        $bars = "bar 1: Kick on 1 and 3\nbar 1: Snare: Xsss x.ss Xsss x.ss\nbar 2: Kick on 1 and 3\nbar 2: Snare: Xsss x.ss Xsss Xs.s";

        return [
            self::task('cadences', 1, 'Write Us a March', 'easier', [$plays], self::create('lamplighters-tap', $feet)),
            self::task('cadences', 3, 'Write Us a March', '', [$bars], self::create('lamplighters-tap', [...$feet, $two, $loud, $note])),
            self::task('cadences', 3, 'Write Us a March', 'harder', ["$bars\nbar 1: Floor tom 1 2\nbar 2: Floor tom 2& 3&"],
                self::create('lamplighters-tap', [...$feet, $two, $loud, $note, $answer])),
        ];
    }

    /**
     * @param list<string> $plays
     *
     * @no-named-arguments
     */
    private static function task(
        string $lesson,
        int $level,
        string $title,
        string $form,
        array $plays,
        PlanPart $first,
        PlanPart ...$more,
    ): ReadyTask {
        return new ReadyTask($lesson, $level, $form, new TaskPlan($title, '', [$first, ...$more]), $plays);
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

        // Straight, on the note value that the whole swings.
        $swing = Swing::of(50, $whole->swing->unit);

        return Pattern::of('Beat', $whole->meter, $whole->tempo, $sections, $whole->order, $swing, $whole->kit);
    }

    /** @param list<array<string, mixed>> $rules */
    private static function rules(array $rules): Requirements
    {
        return RequirementFile::read(json_encode($rules, \JSON_THROW_ON_ERROR));
    }
}
