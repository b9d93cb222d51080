<?php

declare(strict_types=1);

namespace Pulsanda\App\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\AuditEntry;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Phrase;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Entity\SharedItem;
use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\App\Entity\Username;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\Question;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\TaskPlan;
use Pulsanda\Core\Task\View;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** The sample world: the Saltmarsh Lantern Parade, its youth drumline, and their winter tasks. All invented. */
final class DemoWorld
{
    /** The name that others read, as one is called, and the family name where there is one. */
    private const STUDENTS = [
        'ines' => ['Ines Caldeira', 'Ines', 'Caldeira'],
        'bo' => ['Bo', 'Bo', ''],
        'q' => ['Q', 'Q', ''],
        'zoe' => ['Zoë Lindqvist-Oyelaran', 'Zoë', 'Lindqvist-Oyelaran'],
        'maxi' => ['Maximiliana Featherstone-Okonkwo-Brandt', 'Maxi', 'Featherstone-Okonkwo-Brandt'],
        'nour' => ['نور الهدى', 'نور', ''],
        'yael' => ['יעל ברק', 'יעל', 'ברק'],
        'thorunn' => ['Þórunn Ægisdóttir', 'Þórunn', ''],
        'lukasz' => ['Łukasz Wiśniewski', 'Łukasz', 'Wiśniewski'],
        'siobhan' => ['Siobhán Ó Faoláin', 'Siobhán', 'Ó Faoláin'],
        'anh' => ['Nguyễn Minh Anh', 'Anh', 'Nguyễn'],
        'haneul' => ['김하늘', '하늘', '김'],
        'amara' => ['Amara Obi', 'Amara', 'Obi'],
        'tomas' => ['Tomás Quintero', 'Tomás', 'Quintero'],
        'freya' => ['Freya Holm', 'Freya', 'Holm'],
        'jun' => ['Jun Watanabe', 'Jun', 'Watanabe'],
        'dilnoza' => ['Dilnoza Karimova', 'Dilnoza', 'Karimova'],
        'wren' => ['Wren', 'Wren', ''],
        'kwame' => ['Kwame Asante', 'Kwame', 'Asante'],
        'elodie' => ['Élodie Marchand', 'Élodie', 'Marchand'],
    ];

    /** In the class of the second teacher. */
    private const ON_THE_GULL_DECK = [
        'pim' => ['Pim Okafor', 'Pim', 'Okafor'],
        'sunniva' => ['Sunniva Dahl', 'Sunniva', 'Dahl'],
        'ibai' => ['Ibai Etxeberria', 'Ibai', 'Etxeberria'],
        'leocadia' => ['Leocadia Ferreira-Nwosu', 'Leo', 'Ferreira-Nwosu'],
        'tariq' => ['Tariq', 'Tariq', ''],
    ];

    /** In the class that is taught in German. */
    private const UNDER_THE_LANTERN = [
        'merle' => ['Merle Hansen', 'Merle', 'Hansen'],
        'thies' => ['Thies Brodersen', 'Thies', 'Brodersen'],
        'wiebke' => ['Wiebke Ünal', 'Wiebke', 'Ünal'],
        'samira' => ['سميرة الحداد', 'سميرة', 'الحداد'],
    ];

    /** @var array<string, Account> */
    private array $students = [];
    /** @var array<string, Assignment> by title */
    private array $assignments = [];
    /** @var array<string, array<string, int>> attempts by part and student */
    private array $numbers = [];
    private School $school;
    private Course $course;
    private string $hash;
    private \DateTimeImmutable $now;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly UserPasswordHasherInterface $hasher,
        private readonly ClockInterface $clock,
    ) {
    }

    /**
     * @param list<string> $usernames who can sign in: an older demo world has fewer people
     *
     * @return array{list<string>, list<string>} the usernames worth knowing, and all students
     */
    public static function people(array $usernames): array
    {
        $known = ['odile', 'bertil', 'jette', 'marit', 'ines', 'wren', 'samira'];

        return [
            array_values(array_intersect($known, $usernames)),
            array_values(array_intersect(array_keys(self::STUDENTS), $usernames)),
        ];
    }

    public function load(string $password): void
    {
        $this->now = \DateTimeImmutable::createFromInterface($this->clock->now());
        $this->school = new School('Saltmarsh Lantern Parade');
        $this->school->settle($this->school->name, 'Europe/London', CountingStyle::Syllables, 20);
        $this->entities->persist($this->school);
        $teacher = new Account($this->school, 'odile', 'Odile Marrick', Role::Teacher, 'Odile', 'Marrick');
        $this->hash = $this->hasher->hashPassword($teacher, $password);
        $administrator = new Account($this->school, 'marit', 'Marit Oakes', Role::Administrator, 'Marit', 'Oakes');
        $bertil = new Account($this->school, 'bertil', 'Bertil Sandoval', Role::Teacher, 'Bertil', 'Sandoval');
        $jette = new Account($this->school, 'jette', 'Jette Lorenzen', Role::Teacher, 'Jette', 'Lorenzen');
        $jette->read('de');
        foreach ([$teacher, $administrator, $bertil, $jette] as $one) {
            $one->setPassword($this->hash);
            $one->find($one->signIn.'@saltmarsh.example');
            $this->entities->persist($one);
            $this->entities->persist(new Username($one->signIn, $this->now));
        }
        $year = (int) $this->now->format('Y');
        $this->classOf($teacher, 'Parade line, Tuesdays', self::year($year), self::STUDENTS);
        $this->foghornShuffle();
        $this->lamplightersMarch();
        $this->ferryRocker();
        $this->heronStep();
        $this->slackTide();
        $this->shelf();
        $phrases = [
            'Good ears, {name}.',
            'Count {place} aloud before you place the {instrument}.',
            'Now play it slower and listen for {place}.',
        ];
        foreach ($phrases as $phrase) {
            $this->entities->persist(new Phrase($this->school, $teacher, $phrase));
        }
        $this->lastYear($teacher, self::year($year - 1));
        $this->gullDeck($bertil, self::year($year));
        $this->underTheLantern($jette, self::year($year));
        $this->entities->flush();
    }

    private static function year(int $first): string
    {
        return \sprintf('%d/%02d', $first, ($first + 1) % 100);
    }

    /** @param array<non-empty-string, array{string, string, string}> $students those who are there already come along */
    private function classOf(Account $teacher, string $name, string $year, array $students): void
    {
        $this->course = new Course($this->school, $teacher, $name, year: $year);
        $this->entities->persist($this->course);
        foreach ($students as $signIn => [$called, $given, $family]) {
            if (!isset($this->students[$signIn])) {
                $this->students[$signIn] = new Account($this->school, $signIn, $called, Role::Student, $given, $family);
                $this->entities->persist(new Username($signIn, $this->now));
            }
            $student = $this->students[$signIn];
            $student->setPassword($this->hash);
            $this->entities->persist($student);
            $this->entities->persist(new Enrolment($this->school, $this->course, $student));
        }
    }

    /** An archived class, with what its students did. */
    private function lastYear(Account $teacher, string $year): void
    {
        $names = ['ines', 'bo', 'zoe', 'nour', 'jun', 'freya'];
        $this->classOf($teacher, 'Parade line, the winter before', $year, array_intersect_key(self::STUDENTS, array_flip($names)));
        $part = $this->march('Harbour Steps', '-330 days', "Kick >1 2 >3 4\nSnare >2 >4\nHi-hat: eighths", <<<'GRID'
            kick        X...|x...|X...|x...
            snare       ....|X...|....|X...
            closed-hat  x.x.|x.x.|x.x.|x.x.
            GRID);
        $beat = Beat::of($part->targets[0]);
        $played = [$beat, $beat->flat(), $beat->without('kick', 5), $beat->late('snare', 1), $beat, $beat->without('snare', 13)];
        foreach ($names as $i => $name) {
            $this->attempt($part, $name, $played[$i], '', \sprintf('-%d days', 340 - $i), 20.0 - $i, 'On you go to the lanterns.');
        }
        $this->course->archive($this->time('-150 days'));
    }

    private function gullDeck(Account $teacher, string $year): void
    {
        $this->classOf($teacher, 'Gull deck, Fridays', $year, self::ON_THE_GULL_DECK);
        $part = $this->march('Gulls on the Rail', '+9 days', "Kick >1 3\nSnare 2 4 (4a)\nRide: eighths", <<<'GRID'
            kick        X...|....|x...|....
            snare       ....|x...|....|x..g
            ride        x.x.|x.x.|x.x.|x.x.
            GRID);
        $beat = Beat::of($part->targets[0]);
        $this->attempt($part, 'pim', $beat->without('snare', 16), 'I left the quiet one out.', '-8 hours');
        $this->attempt($part, 'sunniva', $beat, '', '-30 hours', 20.0, 'Light as a gull.');
    }

    private function underTheLantern(Account $teacher, string $year): void
    {
        $this->classOf($teacher, 'Laternenzug, donnerstags', $year, self::UNDER_THE_LANTERN);
        $this->course->speak('de');
        $this->students['samira']->read('ar');
        $words = "Erst gehen, dann spielen: ein Schritt auf jede starke Zählzeit. Die Snare ruft, die Hi-Hat trägt das Licht.\n"
            ."Bassdrum >1 3 3+\nSnare 2 4\nHi-Hat: Achtel";
        $part = $this->part('Laternenschritt', $words, '+5 days', View::Seen, Meter::of(4, 4), Tempo::of(88, '4'), Swing::of(), 1, <<<'GRID'
            kick        X...|....|x.x.|....
            snare       ....|x...|....|x...
            closed-hat  x.x.|x.x.|x.x.|x.x.
            GRID);
        $beat = Beat::of($part->targets[0]);
        $this->attempt($part, 'merle', $beat->late('snare', 1), 'Ist die Snare richtig?', '-7 hours');
        $this->attempt($part, 'thies', $beat, '', '-27 hours', 20.0, 'Ganz ruhig gegangen, Thies. Genau so.');
        $missed = 'Gut gehört, Samira. Es fehlt nur das kleine „3 und“ der Bassdrum.';
        $this->attempt($part, 'samira', $beat->without('kick', 11), 'أحب هذا الإيقاع.', '-26 hours', 18.0, $missed);
    }

    private function march(string $title, string $due, string $typed, string $grid): Part
    {
        $words = "Walk first, then play: one step for each strong beat.\n$typed";

        return $this->part($title, $words, $due, View::Seen, Meter::of(4, 4), Tempo::of(92, '4'), Swing::of(), 1, $grid);
    }

    private function lamplightersMarch(): void
    {
        $part = $this->part(
            'Lamplighters\' March',
            "The lamps are lit one by one. Kick and snare walk; the hats carry the light.\nListen for the loud first step, "
                ."and for the extra snare that leads into the next lamp.\n"
                ."Kick: X...|....|x...|....|X...|....|x.x.|....\n"
                ."Snare: ....|X...|....|X...|....|X...|....|X..x\n"
                .'Hi-hat: x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.',
            '+6 days',
            View::Seen,
            Meter::of(4, 4),
            Tempo::of(96, '4'),
            Swing::of(),
            2,
            <<<'GRID'
            kick        X...|....|x...|....|X...|....|x.x.|....
            snare       ....|X...|....|X...|....|X...|....|X..x
            closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
            crash       ....|....|....|....|....|....|....|....
            GRID, help: Help::of(Question::Bars, 3));
        $beat = Beat::of($part->targets[0]);
        $this->attempt(
            $part,
            'ines',
            $beat->late('snare', 1),
            'I wanted the snare to lean back.',
            '-30 hours',
            15.5,
            'The walk is steady, Ines. Your snare is one sixteenth late all the way: put it on beats 2 and 4, then the extra one '
                .'before the bar line will fall into place.',
        );
        $this->attempt($part, 'ines', $beat->without('snare', 32), 'Snare is on the beat now.', '-5 hours');
        $this->attempt($part, 'bo', $beat, 'Same as the sheet, checked twice.', '-28 hours');
        $this->attempt(
            $part,
            'q',
            $beat->adding('closed-hat', 'x', 2, 4, 6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30, 32),
            'more hats = more light',
            '-27 hours',
        );
        $this->attempt($part, 'zoe', $beat->without('kick', 9, 25), '', '-26 hours');
        $this->attempt(
            $part,
            'maxi',
            $beat->exchanged('kick', 'snare'),
            'I started with the snare because it is the loudest.',
            '-25 hours',
        );
        $this->attempt($part, 'nour', $beat->late('snare', 1), 'أحب الطبل', '-24 hours');
        $this->attempt(
            $part,
            'yael',
            $beat->flat(),
            'All strokes sound even to me.',
            '-23 hours',
            18.0,
            'Every stroke is in its place. Now make the first kick and the backbeats louder than the rest.',
        );
        $this->attempt($part, 'thorunn', $beat->repeated(), 'Bar two like bar one.', '-22 hours');
        $this->attempt($part, 'lukasz', $beat->late('kick', 1)->without('snare', 29), '', '-20 hours');
        $this->attempt($part, 'siobhan', $beat->empty('closed-hat'), 'No hats. It is a march.', '-18 hours');
        $this->attempt($part, 'anh', $beat->adding('crash', 'X', 1), 'A crash to light the first lamp.', '-12 hours');
        $this->attempt($part, 'amara', $beat->late('snare', 1), '', '-9 hours');
        $this->attempt($part, 'tomas', $beat->without('kick', 27), 'Nearly.', '-4 hours');
        $this->draft($part, 'haneul', $beat->empty('snare')->empty('closed-hat'), 'kick first');
        $this->draft($part, 'freya', $beat->without('snare', 13, 29, 32), '');
    }

    private function ferryRocker(): void
    {
        $part = $this->part(
            'Ferry Rocker',
            'The ferry rocks in six. Listen, count 1 2 3 4 5 6, and write down what you hear: the kick where the boat dips, '
                ."the snare where it rises.\nThe hats keep every count, the first of each three louder.",
            '+12 days',
            View::Heard,
            Meter::of(6, 8),
            Tempo::of(72, '4.'),
            Swing::of(),
            2,
            <<<'GRID'
            kick        X.....|......|X....x|......
            snare       ......|X.....|......|X...g.
            closed-hat  x.s.s.|x.s.s.|x.s.s.|x.s.s.
            shaker      ......|......|......|......
            GRID, help: Help::of(Question::Rows, 3, hearings: 12));
        $beat = Beat::of($part->targets[0]);
        $this->attempt($part, 'bo', $beat->without('kick', 18)->without('snare', 23), 'Six makes me seasick.', '-16 hours');
        $this->attempt($part, 'jun', $beat->late('snare', 2), '', '-10 hours', 14.0, 'The rise comes one count early: beat 4, not 5.');
        $this->attempt($part, 'dilnoza', $beat, 'Kick on one, snare on four.', '-2 hours');
        $this->draft($part, 'ines', $beat->empty('snare'), '');
    }

    private function foghornShuffle(): void
    {
        $part = $this->part(
            'Foghorn Shuffle',
            'A slow shuffle for the pier. The swing is set; you place the ghost notes between the backbeats, hardly louder '
                ."than breath.\nKick >1 3 3&\nSnare (1&) >2 (3&) >4 (4&)\nRide: eighths\nPedal hi-hat 2 4",
            '-1 day',
            View::Seen,
            Meter::of(4, 4),
            Tempo::of(84, '4'),
            Swing::of(66.67, 8),
            1,
            <<<'GRID'
            kick        X...|....|x.x.|....
            snare       ..g.|X...|..g.|X.g.
            ride        x.x.|x.x.|x.x.|x.x.
            pedal-hat   ....|x...|....|x...
            GRID);
        $beat = Beat::of($part->targets[0]);
        $handedIn = [
            ['ines', $beat, 20.0],
            ['bo', $beat->without('snare', 3, 11), 17.5],
            ['zoe', $beat->flat(), 18.0],
            ['kwame', $beat->without('pedal-hat', 5, 13), 18.5],
            ['elodie', $beat->late('kick', 2), 17.0],
            ['jun', $beat->exchanged('snare', 'pedal-hat'), 15.0],
        ];
        foreach ($handedIn as $i => [$student, $played, $mark]) {
            $this->attempt(
                $part,
                $student,
                $played,
                '',
                '-'.(60 + $i).' hours',
                $mark,
                20.0 === $mark ? 'Exactly right, and it breathes.' : 'Good. Listen once more to what lies between the backbeats.',
            );
        }
        $this->attempt($part, 'wren', $beat->without('snare', 15), 'The last ghost is too quiet for me to hear.', '-40 hours');
    }

    private function heronStep(): void
    {
        $meter = Meter::of(5, 4, [3, 2]);
        $grid = <<<'GRID'
            kick        X...|....|....|x...|....
            side-stick  ....|....|....|....|....
            closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.
            GRID;
        $frame = static fn (string $grid): mixed => json_decode(
            PatternWriter::write(Pattern::of('Frame', $meter, Tempo::of(104, '4'), [TextGrid::section($grid, $meter, 1)])),
        );
        $this->part(
            'Heron Step',
            "Five steps, three and two, like a heron in the shallows. The kick and the hats are given; keep them.\nBuild on "
                .'them: the side stick answers twice, and the last beat stays still but for the hats.',
            null,
            View::Seen,
            $meter,
            Tempo::of(104, '4'),
            Swing::of(),
            1,
            $grid,
            Kind::BuildOn,
            requirements: self::requirements([
                ['kind' => 'contains', 'points' => 8, 'frame' => $frame($grid)],
                ['kind' => 'hits-between', 'points' => 6, 'instrument' => 'side-stick', 'low' => 2, 'high' => 2, 'per' => 'bar'],
                ['kind' => 'keep-clear', 'points' => 6, 'frame' => $frame('side-stick ....|....|....|....|xxxx')],
            ]), published: false);
    }

    private function slackTide(): void
    {
        $freedom = Freedom::of(
            ['low' => 60, 'high' => 140],
            meter: true,
            swing: true,
            form: true,
            rows: true,
            required: [Instrument::Kick, Instrument::Snare],
            forbidden: [Instrument::ShortWhistle, Instrument::LongWhistle],
        );
        $grid = <<<'GRID'
            kick        ....|....|....|....
            snare       ....|....|....|....
            closed-hat  ....|....|....|....
            GRID;
        $slack = $this->part(
            'Slack Tide / Spring Tide',
            'Between ebb and flood the water stands. Build a calm beat of your own: two bars or more, a kick and a snare, '
                ."and room between the strokes.\nThen the spring tide comes in: in part 2, build a lively beat that ends in a "
                .'fill.',
            '+20 days',
            View::Seen,
            Meter::of(4, 4),
            Tempo::of(80, '4'),
            Swing::of(),
            1,
            $grid,
            Kind::Create,
            $freedom,
            self::requirements([
                ['kind' => 'tempo-between', 'points' => 2, 'low' => 60, 'high' => 90],
                ['kind' => 'bars-total', 'points' => 2, 'low' => 2, 'high' => 8],
                ['kind' => 'uses', 'points' => 2, 'instruments' => ['kick', 'snare']],
                ['kind' => 'fullness-at-most', 'points' => 4, 'percent' => 50, 'except' => []],
            ]));
        $lively = Freedom::of(['low' => 60, 'high' => 180], meter: true, swing: true, form: true, rows: true);
        $asks = self::requirements([
            ['kind' => 'tempo-between', 'points' => 2, 'low' => 110, 'high' => 160],
            ['kind' => 'starts-with', 'points' => 1, 'instrument' => 'kick'],
            ['kind' => 'levels-at-least', 'points' => 2, 'instrument' => 'snare', 'number' => 2],
            ['kind' => 'fill-at-end', 'points' => 3, 'least' => 4, 'beats' => 1, 'instruments' => []],
            ['kind' => 'note-words', 'points' => 2, 'least' => 5],
        ]);
        $springTask = Task::of(Kind::Create, View::Seen, $slack->instruments, $slack->start, [], null, $lively, $asks);
        $spring = $slack->assignment->add($springTask, true);
        $beat = Beat::of($slack->start)->adding('kick', 'X', 1)->adding('snare', 'x', 9)->adding('snare', 'g', 12, 15)->adding(
            'closed-hat',
            's',
            1,
            5,
            9,
            13,
        );
        $this->attempt($slack, 'amara', $beat, 'I left the second half almost empty, because nothing moves.', '-6 hours');
        $calm = self::own($slack->start, 72, 2, <<<'GRID'
            kick        X...|....|....|....|x...|....|..x.|....
            snare       ....|....|x...|...g|....|....|x...|..g.
            closed-hat  s...|s...|s...|s...|s...|s...|s...|s...
            GRID);
        $this->attempt(
            $slack,
            'zoe',
            $calm,
            'The snare waits for the middle of the bar, like the water.',
            '-30 hours',
            10.0,
            'Calm, and never empty. Go on to the spring tide.',
        );
        $this->attempt($spring, 'zoe', self::own($slack->start, 132, 2, <<<'GRID'
            kick        X..x|..x.|X..x|..x.|X..x|..x.|X...|....
            snare       ..g.|X..g|..g.|X...|..g.|X..g|..g.|XxxX
            closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|....
            GRID), 'Waves that run over each other, then one breaks.', '-3 hours');
        $this->attempt($slack, 'bo', self::own($slack->start, 84, 2, <<<'GRID'
            kick        X...|....|X...|....|X...|....|X...|....
            snare       ....|X...|....|X...|....|X...|....|X...
            closed-hat  xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|xxxx
            GRID), '', '-2 hours');
    }

    /** What the teacher and a student keep, and what the class may take. */
    private function shelf(): void
    {
        $meter = Meter::of(4, 4);
        $kept = static fn (Account $owner, string $title, string $grid, int $bars): ShelfItem => self::kept($owner, Pattern::of(
            $title,
            $meter,
            Tempo::of(96, '4'),
            [TextGrid::section($grid, $meter, $bars)],
        ));
        $small = $kept($this->course->teacher, 'The march for the small ones', <<<'GRID'
            kick        X...|....|X...|....
            snare       ....|x...|....|x...
            GRID, 1);
        $small->describe($small->title, 'Listen for left and right; nobody has to hurry.', ['march', 'backbeat'], 1, true);
        $tides = $this->assignments['Slack Tide / Spring Tide'];
        $plan = new TaskPlan($tides->title, $tides->brief, [$tides->parts()[0]->planned(), $tides->parts()[1]->planned()]);
        $task = ShelfItem::task($this->course->teacher, $plan, Glimpse::of($plan->parts[0]->task->start));
        $task->describe($plan->title, 'Two beats of one\'s own, a calm and a lively one.', ['own beats'], 3, false);
        $waves = $kept($this->students['zoe'], 'Waves', <<<'GRID'
            kick        X..x|..x.|X..x|..x.
            snare       ..g.|X..g|..g.|X...
            closed-hat  x.x.|x.x.|x.x.|x.x.
            GRID, 1);
        array_map($this->entities->persist(...), [$small, $task, $waves]);
        foreach (['first-lamp', 'plain-boards', 'oars', 'breath', 'heron', 'son-clave-three-two'] as $groove) {
            $this->entities->persist(new SharedItem($this->school, $this->course, null, $groove));
        }
        $this->entities->persist(new SharedItem($this->school, $this->course, $small, null));
    }

    private static function kept(Account $owner, Pattern $pattern): ShelfItem
    {
        $kept = ShelfItem::pattern($owner, $pattern, Glimpse::of($pattern));
        $kept->describe($pattern->title, '', [], 1, false);

        return $kept;
    }

    private static function own(Pattern $like, float $bpm, int $bars, string $grid): Pattern
    {
        return Pattern::of(
            'Own beat',
            $like->meter,
            Tempo::of($bpm, '4'),
            [TextGrid::section($grid, $like->meter, $bars)],
            null,
            $like->swing,
            $like->kit,
        );
    }

    /** @param list<array<string, mixed>> $list as in a file of requirements */
    private static function requirements(array $list): Requirements
    {
        return RequirementFile::read((string) json_encode($list));
    }

    private function part(
        string $title,
        string $brief,
        ?string $due,
        View $view,
        Meter $meter,
        Tempo $tempo,
        Swing $swing,
        int $bars,
        string $grid,
        Kind $kind = Kind::Copy,
        ?Freedom $freedom = null,
        ?Requirements $requirements = null,
        ?Help $help = null,
        bool $published = true,
    ): Part {
        $assignment = new Assignment($this->school, $this->course, $this->time('-3 days'));
        $assignment->describe($title, $brief, null === $due ? null : $this->time($due));
        if ($published) {
            $assignment->publish($assignment->createdAt);
        }
        $target = Pattern::of($title, $meter, $tempo, [TextGrid::section($grid, $meter, $bars)], null, $swing);
        $instruments = array_map(static fn (Row $row) => $row->instrument, $target->sections[0]->rows);
        $copy = Kind::Copy === $kind;
        $part = $assignment->add(
            Task::of($kind, $view, $instruments, $copy ? null : $target, $copy ? [$target] : [], null, $freedom, $requirements, $help),
        );
        $this->entities->persist($assignment);
        $this->assignments[$title] = $assignment;

        return $part;
    }

    private function time(string $change): \DateTimeImmutable
    {
        return $this->now->modify($change) ?: throw new \LogicException("\"$change\" is no time.");
    }

    /** @param float|null $mark the teacher's, when it was returned */
    private function attempt(
        Part $part,
        string $student,
        Beat|Pattern $beat,
        string $note,
        string $when,
        ?float $mark = null,
        string $text = '',
    ): void {
        $pattern = self::played($part, $beat);
        $time = $this->time($when);
        $number = $this->numbers[(string) $part->id][$student] = 1 + ($this->numbers[(string) $part->id][$student] ?? 0);
        $attempt = new Attempt(
            $this->school,
            $part,
            $this->students[$student],
            $number,
            $pattern,
            $note,
            $time,
            $part->task()->judge($pattern, $note),
            $part->revision,
        );
        $this->entities->persist($attempt);
        $this->log('hand-in', $attempt->student, $attempt, ['number' => $number], $time);
        if (null !== $mark) {
            $feedback = new Feedback($this->school, $attempt);
            $feedback->write($mark, $text);
            $returned = $time->add(new \DateInterval('PT2H'));
            $feedback->giveBack($returned);
            $this->entities->persist($feedback);
            $this->log('return', $this->course->teacher, $attempt, ['from' => null, 'to' => $mark], $returned);
        }
        if (1 === $number) {
            $this->draft($part, $student, $beat, $note);
        }
    }

    /** @param array<string, mixed> $details */
    private function log(string $what, Account $who, Attempt $attempt, array $details, \DateTimeImmutable $at): void
    {
        $this->entities->persist(new AuditEntry($this->school, $what, $who->id, $attempt->id, $details, $at));
    }

    private function draft(Part $part, string $student, Beat|Pattern $beat, string $note): void
    {
        $this->entities->persist(
            new Draft($this->school, $part, $this->students[$student], self::played($part, $beat), $note, $this->time('-1 hour')),
        );
    }

    private static function played(Part $part, Beat|Pattern $beat): Pattern
    {
        return $beat instanceof Pattern ? $beat : $beat->pattern($part->target() ?? $part->start);
    }
}
