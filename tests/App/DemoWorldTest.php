<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Demo\Beat;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Format\Numbers;
use Pulsanda\Core\Format\TypedReader;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\View;
use Pulsanda\Tests\Core\Lesson;

/** The sample world shows what there is to see. */
final class DemoWorldTest extends ApiTestCase
{
    /** What somebody plays where the words do not spell it out: by ear, on a given beat, or freely. */
    private const PLAYED = [
        'Ferry Rocker, 1' => "Kick: X.....|......|X....x|......\nSnare: ......|X.....|......|X...g.\n"
            .'Hi-hat: x.s.s.|x.s.s.|x.s.s.|x.s.s.',
        'Heron Step, 1' => "Kick >1 4\nSide stick 2& 4\nHi-hat: eighths",
        'Slack Tide / Spring Tide, 1' => "Kick: x...|....|....|....|x...|....|....|....\nSnare: ....|....|x...|....|....|....|x...|....",
        'Slack Tide / Spring Tide, 2' => "Kick: x...|....|x...|....|x...|....|....|....\nSnare: ....|X...|....|X..g|....|X...|xxxx|XxxX",
    ];
    /** Bars and tempo that one chooses in tasks that leave them open. */
    private const FORMS = ['Slack Tide / Spring Tide, 1' => [2, 72], 'Slack Tide / Spring Tide, 2' => [2, 132]];

    public function testOneClassOfTwentyWithWorkInEveryState(): void
    {
        $this->signIn('odile');
        $today = $this->json($this->get('/api/today'));
        self::assertSame(20, $this->at($today, 'courses.0.students'));
        $assignments = (array) $today['assignments'];
        self::assertGreaterThanOrEqual(3, \count(array_filter(array_column($assignments, 'publishedAt'))));
        self::assertContains(null, array_column($assignments, 'publishedAt'), 'one is still being planned');
        foreach (["view = 'heard'", "kind = 'build-on'", "kind = 'create'", 'waits', "requirements::text <> '[]'"] as $kind) {
            self::assertGreaterThan(0, (int) $this->one("SELECT count(*)::text FROM part WHERE $kind"), $kind);
        }
        self::assertGreaterThan(
            0,
            (int) $this->one(
                'SELECT count(*)::text FROM draft d WHERE NOT EXISTS (SELECT 1 FROM attempt a WHERE a.part_id = d.part_id AND '
                    .'a.student_id = d.student_id)',
            ),
            'begun, not handed in',
        );
        self::assertGreaterThan(0, (int) $this->one('SELECT count(*)::text FROM attempt WHERE number = 2'), 'handed in again');
        self::assertGreaterThan(0, (int) $this->one('SELECT count(*)::text FROM feedback WHERE returned_at IS NOT NULL'));
        self::assertGreaterThan(
            0,
            (int) $this->one(
                'SELECT count(*)::text FROM attempt a WHERE NOT EXISTS (SELECT 1 FROM feedback f WHERE f.attempt_id = a.id)',
            ),
        );
    }

    /** Who plays what the words of a task say, and nothing else, earns everything. */
    public function testEveryTaskIsPlayedByItsWordsAlone(): void
    {
        $played = [];
        foreach ($this->entities()->getRepository(Part::class)->findAll() as $part) {
            $title = $part->assignment->title.', '.$part->position;
            $task = $part->task();
            $like = $task->targets[0] ?? $task->start;
            if (Kind::Copy === $task->kind && View::Seen === $task->view) {
                preg_match_all('/^(?:Kick|Snare|Hi-hat|Ride|Pedal hi-hat|Bassdrum|Hi-Hat)\b.*/m', $part->assignment->brief, $lines);
                $typed = implode("\n", $lines[0]);
            } else {
                $typed = self::PLAYED[$title];
            }
            [$bars, $tempo] = Kind::Create === $task->kind ? self::FORMS[$title] : [$like->bars(), $like->tempo->bpm()];
            $section = TypedReader::read($typed, $like->meter, $bars, Numbers::Beats)->section;
            $beat = Pattern::of($title, $like->meter, Tempo::of($tempo, $like->tempo->beat), [$section], null, $like->swing, $like->kit);
            $judged = $task->judge($beat, 'We walk slowly, and we like it.');
            self::assertSame($task->points(), $judged->suggested(), "$title: ".json_encode([$judged->results, $judged->checked]));
            $played[] = $title;
        }
        self::assertCount(9, $played);
    }

    public function testManyKindsOfMistakesAreMade(): void
    {
        $connection = static::getContainer()->get(Connection::class);
        self::assertInstanceOf(Connection::class, $connection);
        $kinds = $connection->fetchFirstColumn("SELECT DISTINCT s->>'kind' FROM attempt, json_array_elements(results->0->'statements') s");
        foreach (['shifted', 'swapped-rows', 'hit-missing', 'hit-extra', 'row-missing', 'flat'] as $kind) {
            self::assertContains($kind, $kinds);
        }
    }

    public function testAMistakeIsWhatItsNameSays(): void
    {
        $target = Lesson::grid("kick X...|....|x...|....\nsnare ....|X...|....|X..s\nclosed-hat x.s.|x.s.|x.s.|x.s.");
        $beat = Beat::of($target);
        $said = static fn (Beat $played): array => Lesson::said(Comparison::of($target, $played->pattern($target), Policy::of()));
        self::assertSame([], $said($beat));
        self::assertSame(['hit-missing kick'], $said($beat->without('kick', 9)));
        self::assertSame(['hit-extra snare'], $said($beat->adding('snare', 'x', 1)));
        self::assertSame(['row-missing closed-hat'], $said($beat->empty('closed-hat')));
        self::assertSame(['flat kick closed-hat snare'], $said($beat->flat()));
        self::assertSame(['shifted kick'], $said($beat->late('kick', 2)));
        self::assertContains('hit-missing snare', $said($beat->repeated()));
    }
}
