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
        $about = [
            'pulse',
            'A first lesson on the sheet: everybody gets it right, and hears that.',
            'A steady beat, then eighths against it.',
            'Walk on the spot and clap every step. "That is the kick; now put your steps on the sheet."',
        ];
        [$one, $two] = ['Kick on 1, 2, 3 and 4', "Kick on 1 and 3\nHi-hat: eighths"];
        $places = Help::of(Question::Places);

        return [
            self::task($about, 1, 'Light the Lamps', 'easier', "$one\n\nPress it and listen until it is steady.", [$one],
                self::copy('first-lamp', help: $places, preset: Preset::Placement)),
            self::task(
                $about, 1, 'Light the Lamps', '',
                "Part 1\n$one\nListen until it is steady.\n\nPart 2\n$two\nNow the hats run between the steps.",
                [$one, $two],
                self::copy('first-lamp', help: $places, preset: Preset::Placement),
                self::copy('quay-walk', help: $places, waits: true, preset: Preset::Placement)),
            self::task($about, 2, 'Light the Lamps', 'harder', "$two\n\nEverything at once, and only three questions.", [$two],
                self::copy('quay-walk', help: Help::of(Question::Count, 3), preset: Preset::Placement)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function boards(): array
    {
        $about = [
            'backbeat',
            'The backbeat in two steps; part 2 opens when part 1 is right.',
            'The backbeat, and a kick that moves under it.',
            'Stamp 1 and 3, clap 2 and 4, and say "boom, clap". "The clap is the backbeat: whatever your feet do, it stays."',
        ];
        $one = "Kick on 1 and 3\nSnare >2 >4\nHi-hat: eighths";
        $two = "Kick 1 3 3&\nSnare >2 >4\nHi-hat: eighths";
        $accent = 'The > is an accent: hit it harder.';

        return [
            self::task($about, 1, 'Boards Under Your Feet', 'easier', "$one\n\n$accent", [$one],
                self::copy('plain-boards', help: Help::of(Question::Places), preset: Preset::Placement)),
            self::task($about, 1, 'Boards Under Your Feet', '',
                "Part 1\n$one\n$accent\n\nPart 2\n$two\nThe kick takes one quick step more; the snare must not notice.", [$one, $two],
                self::copy('plain-boards', help: Help::of(Question::Bars, 5)),
                self::copy('harbour-office', help: Help::of(Question::Bars, 5), waits: true)),
            self::task(
                $about, 2, 'Boards Under Your Feet', 'harder',
                "$two\n\n$accent\nNobody tells you beforehand whether it is right.", [$two],
                self::copy('harbour-office')),
        ];
    }

    /** @return list<ReadyTask> */
    private static function oars(): array
    {
        $about = [
            'offbeats',
            'A dictation of three voices that hardly meet.',
            'To hear which drum is on the beats, and which between them.',
            'Count 1 & 2 & aloud while the class claps only the &. "You will hear three drums; find out who is on the numbers."',
        ];
        $plays = ["Kick on 1, 2, 3 and 4\nSnare >2 >4\nHi-hat 1& 2& 3& 4&"];
        $brief = 'Listen, count 1 & 2 & 3 & 4 &, and write down what you hear: which drum is on the beats, which one between them?';
        $oars = static fn (View $view, ?Help $help): PlanPart => self::copy('oars-and-drum', $view, $help, preset: Preset::Placement);

        return [
            self::task(
                $about, 1, 'What the Oars Say', 'easier',
                "$brief\nYou may look as well.", $plays, $oars(View::Seen, Help::of(Question::Rows))),
            self::task($about, 2, 'What the Oars Say', '', $brief, $plays, $oars(View::Heard, Help::of(Question::Rows, 3, hearings: 12))),
            self::task($about, 3, 'What the Oars Say', 'harder', "$brief\nIt sounds five times, and never slower.", $plays,
                $oars(View::Heard, Help::of(Question::Count, 1, hearings: 5, byBar: false, slower: false))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function plank(): array
    {
        $about = [
            'syncopated-kicks',
            'A target that stays hidden: the beat is built from words, and the class picture shows who counts.',
            'To count to a place that is not on the beat.',
            'Clap the eighths, and step on "the and of two". "The plank before 3 is loose: your foot comes down early."',
        ];
        $words = "Hi-hat: eighths\nSnare >2 >4\nKick >1 2&";
        $more = 'The > is an accent. Beat 3 itself has no kick.';

        return [
            self::task($about, 1, 'Mind the Loose Plank', 'easier', "$words\n\n$more You see the beat as well.", [$words],
                self::copy('loose-plank', help: Help::of(Question::Places))),
            self::task(
                $about, 2, 'Mind the Loose Plank', '',
                "$words\n\n$more", [$words], self::copy('loose-plank', View::Hidden, Help::of(Question::Count, 3))),
            self::task(
                $about, 3, 'Mind the Loose Plank', 'harder',
                'Three drums, one bar. Listen: where does the foot come down early?', [$words],
                self::copy('loose-plank', View::Heard, Help::of(Question::Nothing, hearings: 8))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function rain(): array
    {
        $about = [
            'sixteenths',
            'Kick and snare are given and stay; sixteen light strokes come on top.',
            'Even sixteenths, and an accent on each beat.',
            'Patter with four fingers on the table, the first of four a little harder. "That is the rain; the roof is there already."',
        ];
        $given = "Kick on 1 and 3\nSnare >2 >4\n";
        $sixteen = ['kind' => 'hits-between', 'points' => 6, 'instrument' => 'closed-hat', 'low' => 16, 'high' => 16, 'per' => 'bar'];
        $accents = ['kind' => 'accents-on', 'points' => 4, 'instrument' => 'closed-hat', 'where' => 'beats'];
        $keep = 'The kick and the snare are given; keep them.';
        $rain = static fn (array ...$rules): PlanPart => self::buildOn('rain-on-slate', ['kick', 'snare'], array_values($rules));

        return [
            self::task($about, 1, 'Rain on the Roof', 'easier', "$keep\nLet it rain: sixteen even strokes on the hats in every bar.",
                [$given.'Hi-hat: 16ths'], $rain($sixteen)),
            self::task($about, 2, 'Rain on the Roof', '',
                "$keep\nLet it rain: sixteen strokes on the hats in every bar, the first of every four a little louder.",
                [$given.'Hi-hat: xsss xsss xsss xsss'], $rain($sixteen, $accents)),
            self::task($about, 3, 'Rain on the Roof', 'harder',
                "$keep\nSixteen strokes on the hats in every bar, the first of every four louder. And let it drip: "
                    .'at least two quiet strokes on the side stick, none of them on a beat.',
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
        $about = [
            'ghost-notes',
            'Dynamics count here: the ghosts are right only when they are quiet.',
            'Ghost notes beside loud backbeats.',
            'Drop the stick from two fingers\' height, then from the shoulder, on the same drum. '
                .'"Both are the snare; only one is meant to be noticed."',
        ];
        $words = "Kick on 1 and 3\nSnare (1a) >2 (3a) >4\nHi-hat: eighths";
        $two = "Kick 1 3 3&\nSnare >2 (2a) (3e) >4\nHi-hat: eighths";
        $ghost = 'What stands in brackets is a ghost note: as quiet as breathing in. The > is an accent.';

        return [
            self::task($about, 1, 'Hardly a Breath', 'easier', "$words\n\n$ghost", [$words],
                self::copy('breath', help: Help::of(Question::Places), preset: Preset::Copy)),
            self::task(
                $about, 2, 'Hardly a Breath', '', "$words\n\n$ghost Drag its stem down until you miss it only when it stops.",
                [$words],
                self::copy('breath', help: Help::of(Question::Rows, 3), preset: Preset::Dynamics)),
            self::task(
                $about, 3, 'Hardly a Breath', 'harder', "$two\n\n$ghost Two of them follow the first backbeat, like an echo.",
                [$two],
                self::copy('footprints', help: Help::of(Question::Rows, 3), preset: Preset::Dynamics)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function swing(): array
    {
        $about = [
            'shuffle',
            'The swing is left open: students find how far apart long and short lie.',
            'To hear and set swing.',
            'Walk long, short, long, short across the room. "Think of three in every step, and leave the middle one out."',
        ];
        $words = "Kick on 1 and 3\nSnare >2 >4\nRide: eighths";
        $find = 'The strokes are easy; the swing is yours to find. Play the target, play yours, and turn the swing until both walk alike.';
        $open = Freedom::of(swing: true);

        return [
            self::task($about, 1, 'Set the Swing', 'easier', "$words\n\n$find\nHint: the short one comes on the last of three.", [$words],
                self::copy('slow-boat', help: Help::of(Question::Places), freedom: $open, preset: Preset::Swing)),
            self::task($about, 2, 'Set the Swing', '', "$words\n\n$find", [$words],
                self::copy('slow-boat', help: Help::of(Question::Rows), freedom: $open, preset: Preset::Swing)),
            self::task($about, 3, 'Set the Swing', 'harder', 'Listen and build it: strokes and swing.', [$words],
                self::copy('slow-boat', View::Heard, Help::of(Question::Rows, 2, hearings: 10), $open, preset: Preset::Swing)),
        ];
    }

    /** @return list<ReadyTask> */
    private static function dinghy(): array
    {
        $about = [
            'three-and-six',
            'A dictation in six, with two big beats a bar.',
            'To feel six as two times three.',
            'Rock from foot to foot, and speak "down two three, up two three". "Where is the boat down, and where is it up?"',
        ];
        $plays = ["Kick on 1\nSnare: ......|X.....\nHi-hat: eighths"];
        $brief = "Two big beats, three small ones in each. Count 1 2 3 4 5 6.\nWhere does the boat go down, and where up?";
        $boat = static fn (View $view, ?Help $help): PlanPart => self::copy('rocking-dinghy', $view, $help, preset: Preset::Placement);

        return [
            self::task(
                $about, 1, 'The Dinghy by Ear', 'easier',
                "$brief\nYou may look as well.", $plays, $boat(View::Seen, Help::of(Question::Rows))),
            self::task($about, 2, 'The Dinghy by Ear', '', $brief, $plays, $boat(View::Heard, Help::of(Question::Rows, 3))),
            self::task($about, 3, 'The Dinghy by Ear', 'harder', "$brief\nIt sounds four times.", $plays,
                $boat(View::Heard, Help::of(Question::Count, 1, hearings: 4))),
        ];
    }

    /** @return list<ReadyTask> */
    private static function fill(): array
    {
        $about = [
            'fills',
            'A fill of their own over a groove that stays.',
            'To end a phrase so that it goes on.',
            'Play the groove four times and stop before the last beat; let them sing what is missing. "A fill says: it goes on."',
        ];
        $start = "bar 1: Kick on 1 and 3\nbar 1: Snare >2 >4\nbar 1: Hi-hat: eighths\n";
        $given = 'Bar 1 is given; keep it.';
        $rows = ['kick', 'snare', 'closed-hat'];
        $fill = static fn (int $beats, int $least, array ...$more): PlanPart => self::buildOn('four-knocks', $rows, [
            ['kind' => 'fill-at-end', 'points' => 6, 'beats' => $beats, 'least' => $least, 'instruments' => []],
            ['kind' => 'bars-differ', 'points' => 4, 'bars' => [1, 2], 'low' => 3, 'high' => 24],
            ...array_values($more),
        ], 1, Freedom::of(rows: true));
        $bar = "bar 2: Kick on 1 and 3\nbar 2: Hi-hat 1 1& 2 2& 3 3&\n";

        return [
            self::task(
                $about, 1, 'Say That It Goes On', 'easier',
                "$given\nAt the end of bar 2: at least three strokes, one after the other, on any drum.",
                [$start.$bar.'bar 2: Snare >2 4 4e 4&'], $fill(1, 3)),
            self::task($about, 2, 'Say That It Goes On', '',
                "$given\nAt the end of bar 2, say that it goes on: at least four strokes, one after the other, on any drum.",
                [$start.$bar.'bar 2: Snare >2 4 4e 4& 4a'], $fill(1, 4)),
            self::task($about, 3, 'Say That It Goes On', 'harder',
                "$given\nThe last two beats of bar 2 are yours: at least six strokes, one after the other, the snare growing louder.",
                [$start."bar 2: Kick on 1\nbar 2: Hi-hat 1 1& 2 2&\nbar 2: Snare: .... X... ggss xxXX"],
                $fill(2, 6, ['kind' => 'crescendo', 'points' => 4, 'instrument' => 'snare', 'beats' => 2])),
        ];
    }

    /** @return list<ReadyTask> */
    private static function march(): array
    {
        $about = [
            'cadences',
            'A march of their own: what a drumline needs is asked, everything else is free.',
            'To make a pattern that people can walk to.',
            'March across the room while one of them plays. "First write what your feet need from the drum."',
        ];
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
            self::task($about, 1, 'Write Us a March', 'easier',
                'We walk to it on parade night, at 96 to 120 beats a minute. The kick begins and comes at least twice a bar, the '
                    .'snare at least four times.', [$plays], self::create('lamplighters-tap', $feet)),
            self::task($about, 3, 'Write Us a March', '',
                'We walk to it on parade night, at 96 to 120 beats a minute. Two bars or more. The kick begins and comes at least twice a '
                    .'bar, the snare at least four times, louder on every beat than between. Say in a sentence how it is meant.',
                [$bars], self::create('lamplighters-tap', [...$feet, $two, $loud, $note])),
            self::task($about, 3, 'Write Us a March', 'harder',
                'As in a real line: two bars or more at 96 to 120 beats a minute, the kick first and at least twice a bar, the snare '
                    .'at least four times, louder on every beat than between. On the floor tom, bar 2 answers bar 1. Say in a sentence '
                    .'how it is meant.',
                ["$bars\nbar 1: Floor tom 1 2\nbar 2: Floor tom 2& 3&"],
                self::create('lamplighters-tap', [...$feet, $two, $loud, $note, $answer])),
        ];
    }

    /**
     * @param array{string, string, string, string} $about lesson, what it is good for, what it trains, how it is introduced
     * @param list<string>                          $plays
     *
     * @no-named-arguments
     */
    private static function task(
        array $about,
        int $level,
        string $title,
        string $form,
        string $brief,
        array $plays,
        PlanPart $first,
        PlanPart ...$more,
    ): ReadyTask {
        [$lesson, $for, $trains, $introduction] = $about;
        $plan = new TaskPlan($title, $brief, [$first, ...$more]);

        return new ReadyTask(Groove::keyOf("$title $form"), $lesson, $level, $form, $for, $trains, $introduction, $plan, $plays);
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
