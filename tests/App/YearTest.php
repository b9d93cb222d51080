<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Entity\Assignment;

/** Tasks and classes over a year: planned, late, more time, excused; shared with a colleague, moved, put away and begun anew. */
final class YearTest extends ApiTestCase
{
    private const MARCH = "Lamplighters' March";

    public function testAPlannedTaskOpensByItself(): void
    {
        $this->signIn('odile');
        $plan = $this->assignment('Heron Step');
        $this->assertProblem(422, 'this time is over', $this->send('POST', "/api/assignments/$plan/publish", ['at' => '2020-01-01T08:00:00Z']));
        $at = (new \DateTimeImmutable('+3 days'))->format(\DATE_ATOM);
        $answer = $this->json($this->send('POST', "/api/assignments/$plan/publish", ['at' => $at]));
        self::assertEqualsWithDelta(strtotime($at), strtotime($this->text($answer, 'publishedAt')), 1);
        $part = $this->part('Heron Step');
        $this->signIn('wren');
        self::assertSame(404, $this->get("/api/parts/$part/bench")->getStatusCode(), 'not before');
        self::assertStringNotContainsString('Heron Step', (string) $this->get('/api/today')->getContent());
        $this->one("UPDATE assignment SET published_at = now() - interval '2 seconds' WHERE id = ? RETURNING id", $plan);
        self::assertSame(200, $this->get("/api/parts/$part/bench")->getStatusCode());
        self::assertStringContainsString('Heron Step', (string) $this->get('/api/today')->getContent());
    }

    public function testLateBeatsAreTakenWhereTheTeacherTakesThem(): void
    {
        $this->one("UPDATE assignment SET due_at = now() - interval '89 minutes 20 seconds' WHERE title = ? RETURNING id", self::MARCH);
        $part = $this->part(self::MARCH);
        $this->signIn('wren');
        $this->assertProblem(409, 'The time for handing in is over', $this->handIn($part));
        $this->signIn('odile');
        $plan = $this->assignment(self::MARCH);
        $this->assertProblem(422, 'grace', $this->send('PUT', "/api/assignments/$plan", ['grace' => 5000] + $this->input($plan)));
        self::assertTrue($this->json($this->send('PUT', "/api/assignments/$plan", ['late' => true, 'grace' => 10] + $this->input($plan)))['late']);
        $this->signIn('wren');
        self::assertTrue($this->at($this->json($this->get("/api/parts/$part/bench")), 'open'));
        self::assertSame(201, $this->handIn($part)->getStatusCode());
        $this->signIn('odile');
        self::assertSame([90, null], $this->lateness($part, 'wren'));
        $term = (string) $this->get('/api/courses/'.$this->course().'/term')->getContent();
        self::assertStringContainsString('"late":90', $term, 'the same as in the marking table, although there is a grace');
        $this->one('UPDATE assignment SET grace = 120 WHERE id = ? RETURNING id', $plan);
        self::assertSame([0, null], $this->lateness($part, 'wren'), 'within the grace');
    }

    public function testOneStudentHasMoreTimeAndTheReasonStaysWithStaff(): void
    {
        $this->one("UPDATE assignment SET due_at = now() - interval '1 day', closed_at = now() WHERE title = ? RETURNING id", self::MARCH);
        $part = $this->part(self::MARCH);
        $plan = $this->assignment(self::MARCH);
        $until = (new \DateTimeImmutable('+2 days'))->format(\DATE_ATOM);
        $this->signIn('odile');
        $leave = ['students' => [$this->account('wren')], 'until' => $until, 'reason' => 'broke an arm'];
        $this->assertProblem(422, 'over already', $this->send('PUT', "/api/assignments/$plan/exemptions", ['until' => '2021-01-01T00:00:00Z'] + $leave));
        $other = ['students' => [$this->account('pim')]] + $leave;
        $this->assertProblem(422, 'students[0]: this is nobody of the class', $this->send('PUT', "/api/assignments/$plan/exemptions", $other));
        self::assertSame(204, $this->send('PUT', "/api/assignments/$plan/exemptions", $leave)->getStatusCode());
        self::assertStringContainsString('broke an arm', (string) $this->get("/api/parts/$part/marking")->getContent());

        $this->signIn('wren');
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        self::assertSame([true, strtotime($until)], [$bench['open'], strtotime($this->text($bench, 'assignment.dueAt'))]);
        foreach (['/api/today', "/api/parts/$part/bench", '/api/term'] as $path) {
            self::assertStringNotContainsString('broke an arm', (string) $this->get($path)->getContent(), $path);
        }
        self::assertSame(201, $this->handIn($part)->getStatusCode());
        $this->signIn('kwame');
        $this->assertProblem(409, 'The time for handing in is over', $this->handIn($part));
        $this->signIn('odile');
        self::assertSame(0, $this->lateness($part, 'wren')[0]);
        self::assertSame(204, $this->send('PUT', "/api/assignments/$plan/exemptions", ['students' => [$this->account('wren')]])->getStatusCode());
        $this->signIn('wren');
        self::assertFalse($this->json($this->get("/api/parts/$part/bench"))['open'], 'what was granted has ended');
    }

    public function testAClassIsSharedWithAColleagueAndWithNobodyElse(): void
    {
        $course = $this->course();
        $this->signIn('bertil');
        self::assertSame(404, $this->get("/api/courses/$course/term")->getStatusCode());
        $this->signIn('odile');
        self::assertSame(204, $this->send('PUT', "/api/courses/$course/colleagues", ['colleagues' => [$this->account('bertil')]])->getStatusCode());
        $wrong = ['colleagues' => [$this->account('wren')]];
        $this->assertProblem(422, 'colleagues[0]: this is no other teacher', $this->send('PUT', "/api/courses/$course/colleagues", $wrong));
        $this->signIn('bertil');
        self::assertCount(2, (array) $this->json($this->get('/api/today'))['courses']);
        self::assertSame(200, $this->get('/api/parts/'.$this->part(self::MARCH).'/marking')->getStatusCode());
        self::assertSame(404, $this->send('PUT', "/api/courses/$course/colleagues", ['colleagues' => []])->getStatusCode(), 'only the owner shares');
        $this->signIn('odile');
        self::assertSame(204, $this->send('PUT', "/api/courses/$course/colleagues", ['colleagues' => []])->getStatusCode());
        $this->signIn('bertil');
        self::assertSame(404, $this->get('/api/parts/'.$this->part(self::MARCH).'/marking')->getStatusCode());
    }

    public function testAClassSaysWhenItMeetsAndIsDeletedOnlyWhileItIsEmpty(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $lesson = ['day' => 2, 'time' => '14:30'];
        self::assertSame(200, $this->send('PUT', "/api/courses/$course", ['lesson' => $lesson])->getStatusCode());
        self::assertSame($lesson, $this->at($this->json($this->get('/api/today')), 'courses.0.lesson'));
        foreach ([['day' => 8, 'time' => '14:30'], ['day' => 2, 'time' => '24:00'], ['day' => 2, 'time' => "14:30\n"]] as $wrong) {
            $this->assertProblem(422, 'lesson.', $this->send('PUT', "/api/courses/$course", ['lesson' => $wrong]));
        }
        $this->assertProblem(409, 'isn’t empty', $this->send('DELETE', "/api/courses/$course"));
        $empty = $this->text($this->json($this->send('POST', '/api/courses', ['name' => 'Nobody yet'])), 'id');
        $this->send('POST', "/api/courses/$empty/code");
        $this->signIn('bertil');
        self::assertSame(404, $this->send('DELETE', "/api/courses/$empty")->getStatusCode());
        $this->signIn('odile');
        self::assertSame(204, $this->send('DELETE', "/api/courses/$empty")->getStatusCode());
        // Whoever was in a class is found by it, so it stays.
        $left = $this->text($this->json($this->send('POST', '/api/courses', ['name' => 'Once'])), 'id');
        $slip = $this->at($this->json($this->send('POST', "/api/courses/$left/students", ['names' => 'Ada Marsh'])), 'slips.0.id');
        self::assertIsString($slip);
        $this->send('DELETE', "/api/courses/$left/students/$slip");
        $this->assertProblem(409, 'isn’t empty', $this->send('DELETE', "/api/courses/$left"));
    }

    public function testAClassChoosesHowItsSheetsAreDrawn(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $part = $this->part(self::MARCH);
        self::assertNull($this->at($this->json($this->get('/api/today')), 'courses.0.sheet.order'));
        $sheet = ['likeStaff' => true, 'values' => true];
        self::assertSame(200, $this->send('PUT', "/api/courses/$course", ['sheet' => $sheet])->getStatusCode());
        self::assertSame($sheet, $this->at($this->json($this->get('/api/school')), 'courses.0.sheet'));
        $this->assertProblem(422, 'likeStaff', $this->send('PUT', "/api/courses/$course", ['sheet' => ['likeStaff' => 'yes']]));
        $order = array_filter((array) $this->at($this->json($this->get('/api/today')), 'courses.0.sheet.order'), is_string(...));
        $set = ['crash', 'closed-hat', 'snare', 'kick', 'pedal-hat'];
        self::assertSame($set, array_values(array_intersect($order, $set)));
        // The next year's class, and a student's Bench, look alike.
        $next = ['name' => 'Parade line', 'year' => '2027/28', 'archive' => false];
        self::assertSame(201, $this->send('POST', "/api/courses/$course/next", $next)->getStatusCode());
        $courses = (array) $this->json($this->get('/api/today'))['courses'];
        self::assertSame([$order, $order], array_column(array_column($courses, 'sheet'), 'order'));
        $this->signIn('wren');
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        self::assertTrue($this->at($bench, 'music.values'));
        self::assertSame($order, $this->at($bench, 'music.order'));
        $tasks = array_column((array) $this->json($this->get('/api/today'))['tasks'], 'glimpse', 'partId');
        self::assertSame(['cross', 'oval', 'oval'], array_column((array) $this->at((array) $tasks[$part], 'rows'), 'notehead'));
    }

    public function testWhatIsArchivedDoesNotChangeAndTheNextYearBeginsOnce(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $next = ['name' => 'Parade line', 'year' => '2027/28', 'archive' => true];
        self::assertSame(201, $this->send('POST', "/api/courses/$course/next", $next)->getStatusCode());
        $this->assertProblem(409, 'already', $this->send('POST', "/api/courses/$course/next", $next));
        foreach ([['name' => 'Other', 'archived' => true], ['counting' => 'steps'], ['lesson' => null]] as $change) {
            $this->assertProblem(409, 'is archived', $this->send('PUT', "/api/courses/$course", $change));
        }
        self::assertSame(200, $this->send('PUT', "/api/courses/$course", ['archived' => false, 'name' => 'Back again'])->getStatusCode());
    }

    public function testAStudentWhoMovesKeepsTheirWork(): void
    {
        $this->signIn('marit');
        [$from, $to, $ines] = [$this->course(), $this->course('Gull deck, Fridays'), $this->account('ines')];
        self::assertSame(204, $this->send('POST', "/api/courses/$from/students/$ines/move", ['to' => $to])->getStatusCode());
        self::assertSame(204, $this->send('POST', "/api/courses/$from/students/$ines/move", ['to' => $to])->getStatusCode(), 'twice is once');
        self::assertSame('1', $this->one('SELECT count(*)::text FROM enrolment WHERE student_id = ? AND course_id = ?', $ines, $to));
        $into = "/api/courses/$to/students/$ines/move";
        self::assertSame(204, $this->send('POST', $into, ['to' => $to])->getStatusCode(), 'into the class that she is in');
        self::assertSame('1', $this->one('SELECT count(*)::text FROM enrolment WHERE student_id = ? AND course_id = ?', $ines, $to));
        $term = $this->json($this->get("/api/courses/$from/term"));
        $left = array_values(array_filter((array) $term['students'], static fn (mixed $one): bool => \is_array($one) && true === $one['left']));
        self::assertSame(['Ines Caldeira'], array_column($left, 'name'), 'the marks of the class stay');
        self::assertSame([0], array_column($left, 'missing'), 'nothing more is expected of her here');
        $this->signIn('odile');
        $page = $this->json($this->get("/api/students/$ines/term"));
        self::assertContains('Foghorn Shuffle', array_column((array) $page['tasks'], 'title'));
        self::assertSame(404, $this->send('POST', "/api/accounts/$ines/password")->getStatusCode(), 'no student of hers any more');
        $this->signIn('ines');
        self::assertStringContainsString('Gulls on the Rail', (string) $this->get('/api/today')->getContent());
        $attempt = $this->attempt('Foghorn Shuffle', 'ines');
        self::assertSame(200, $this->get("/api/attempts/$attempt")->getStatusCode());
    }

    public function testAYearIsPutAwayAndTheNextTakesStudentsAndTasksAlong(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $due = new \DateTimeImmutable('2026-03-20 18:00', new \DateTimeZone('Europe/London'));
        $this->one('UPDATE assignment SET due_at = ? WHERE title = ? RETURNING id', $due->format(\DATE_ATOM), self::MARCH);
        $next = ['name' => 'Parade line, Tuesdays', 'year' => '2027/28', 'students' => true, 'tasks' => true, 'days' => 14, 'archive' => true];
        $id = $this->text($this->json($this->send('POST', "/api/courses/$course/next", $next)), 'id');
        self::assertCount(20, (array) $this->json($this->get("/api/courses/$id/students"))['students']);
        $copied = new \DateTimeImmutable($this->one('SELECT due_at FROM assignment WHERE title = ? AND course_id = ?', self::MARCH, $id));
        // British clocks went an hour ahead on 29 March 2026: it is still six in the evening.
        self::assertSame('2026-04-03 18:00', $copied->setTimezone($due->getTimezone())->format('Y-m-d H:i'));
        self::assertSame('2026-04-03 17:00', $copied->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i'));

        // The old class is only read.
        $part = $this->one('SELECT p.id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title = ? AND a.course_id = ?', self::MARCH, $course);
        self::assertSame(200, $this->get("/api/parts/$part/marking")->getStatusCode());
        $this->assertProblem(409, 'is archived', $this->send('POST', "/api/courses/$course/students", ['names' => 'Ada']));
        $old = $this->one('SELECT id FROM assignment WHERE title = ? AND course_id = ?', 'Heron Step', $course);
        $this->assertProblem(409, 'is archived', $this->send('POST', "/api/assignments/$old/publish"));
        self::assertStringNotContainsString($course, (string) $this->get('/api/today')->getContent());
        $this->signIn('wren');
        $this->assertProblem(409, 'The time for handing in is over', $this->handIn($part));
        $this->signIn('odile');
        self::assertSame(200, $this->send('PUT', "/api/courses/$course", ['archived' => false])->getStatusCode());
        self::assertStringContainsString($course, (string) $this->get('/api/today')->getContent());
    }

    public function testATaskIsCopiedToAnotherClassAsADraft(): void
    {
        $this->signIn('marit');
        $to = $this->course('Gull deck, Fridays');
        $copy = ['courseId' => $to, 'days' => 7];
        $id = $this->text($this->json($this->send('POST', '/api/assignments/'.$this->assignment('Slack Tide / Spring Tide').'/copy', $copy)), 'id');
        $plan = $this->json($this->get("/api/assignments/$id"));
        self::assertSame([null, 'Gull deck, Fridays', 2], [$plan['publishedAt'], $this->at($plan, 'course.name'), \count((array) $plan['parts'])]);
        $this->assertProblem(422, 'days', $this->send('POST', "/api/assignments/$id/copy", ['days' => 5000] + $copy));
        $away = ['courseId' => $this->course('Parade line, the winter before')];
        $this->assertProblem(409, 'is archived', $this->send('POST', "/api/assignments/$id/copy", $away));
    }

    public function testAClassGoesToAnotherTeacher(): void
    {
        $this->signIn('marit');
        $course = $this->course();
        $this->assertProblem(422, 'no teacher', $this->send('PUT', "/api/courses/$course/teacher", ['teacherId' => $this->account('wren')]));
        self::assertSame(204, $this->send('PUT', "/api/courses/$course/teacher", ['teacherId' => $this->account('bertil')])->getStatusCode());
        $this->signIn('odile');
        self::assertSame(404, $this->get("/api/courses/$course/term")->getStatusCode());
    }

    public function testLatenessIsCountedFromWhenItWasDue(): void
    {
        $school = new \Pulsanda\App\Entity\School('S');
        $teacher = new \Pulsanda\App\Entity\Account($school, 't', 'T', \Pulsanda\App\Entity\Role::Teacher, 'T');
        $task = new Assignment($school, new \Pulsanda\App\Entity\Course($school, $teacher, 'C'));
        $due = new \DateTimeImmutable('2026-10-25T01:30:00+01:00'); // in the hour that British clocks show twice
        $task->describe('x', '', $due);
        $task->takeLate(true, 15);
        self::assertSame(0, $task->lateness($due->modify('+15 minutes')));
        self::assertSame(16, $task->lateness($due->modify('+901 seconds')));
        self::assertSame(60, $task->lateness(new \DateTimeImmutable('2026-10-25T01:30:00+00:00')), 'the same face of the clock, an hour later');
    }

    private function handIn(string $part): \Symfony\Component\HttpFoundation\Response
    {
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        $pattern = $this->at($bench, 'target');

        return $this->send('POST', "/api/parts/$part/attempts", ['version' => $this->at($bench, 'draft.version'), 'pattern' => $pattern, 'note' => '']);
    }

    /** @return array{mixed, mixed} minutes of the newest attempt, and the leave */
    private function lateness(string $part, string $signIn): array
    {
        $id = $this->account($signIn);
        foreach ((array) $this->at($this->json($this->get("/api/parts/$part/marking")), 'students') as $student) {
            if (\is_array($student) && $id === $student['id']) {
                return [$this->at($student, 'attempts.0.late'), $student['exemption']];
            }
        }
        self::fail("$signIn is not in the class.");
    }
}
