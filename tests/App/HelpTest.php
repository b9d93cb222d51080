<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Task\View;
use Symfony\Component\Uid\Uuid;

/** Checking before handing in, and targets that are only heard. */
final class HelpTest extends ApiTestCase
{
    public function testAQuestionIsAnsweredAsOftenAsIsAllowed(): void
    {
        $this->signIn('wren');
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        $bench = $this->json($this->get("$part/bench"));
        self::assertSame(['ask' => 'rows', 'checksLeft' => 3, 'hearingsLeft' => 12, 'byBar' => true, 'slower' => true], $bench['help']);
        $pattern = $this->at($bench, 'draft.pattern');
        foreach ([2, 1, 0] as $left) {
            $answer = $this->json($this->send('POST', "$part/check", ['pattern' => $pattern]));
            self::assertSame(['left', 'rows'], array_keys($answer), 'this and no more');
            self::assertSame($left, $answer['left']);
        }
        $rows = array_column((array) $answer['rows'], 'right', 'instrument');
        self::assertSame(['kick' => false, 'snare' => false, 'closed-hat' => false, 'shaker' => true], $rows);
        $this->assertProblem(409, 'as often as this task allows', $this->send('POST', "$part/check", ['pattern' => $pattern]));
        self::assertSame(0, $this->at($this->json($this->get("$part/bench")), 'help.checksLeft'));
        $this->signIn('freya');
        self::assertSame(3, $this->at($this->json($this->get("$part/bench")), 'help.checksLeft'), 'each has their own');
    }

    public function testNothingIsCheckedWhereNothingMayBeAsked(): void
    {
        $this->signIn('wren');
        $part = '/api/parts/'.$this->part('Foghorn Shuffle');
        $pattern = $this->at($this->json($this->get("$part/bench")), 'draft.pattern');
        $this->assertProblem(409, 'nothing is checked', $this->send('POST', "$part/check", ['pattern' => $pattern]));
        $this->assertProblem(422, 'pattern', $this->send('POST', "$part/check", ['pattern' => ['format' => 'x']]));
    }

    public function testAHeardTargetIsPlayedAsSoundAsOftenAsIsAllowed(): void
    {
        $this->signIn('wren');
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        $whole = $this->send('POST', "$part/hear", ['bar' => null]);
        self::assertSame(
            [200, 'audio/flac', '11', 'fLaC'],
            [
                $whole->getStatusCode(),
                $whole->headers->get('Content-Type'),
                $whole->headers->get('X-Left'),
                substr((string) $whole->getContent(), 0, 4),
            ],
        );
        self::assertStringContainsString('no-store', (string) $whole->headers->get('Cache-Control'));
        $bar = $this->send('POST', "$part/hear", ['bar' => 1]);
        self::assertLessThan(\strlen((string) $whole->getContent()), \strlen((string) $bar->getContent()));
        $slow = $this->send('POST', "$part/hear", ['bar' => 1, 'speed' => 0.5]);
        self::assertGreaterThan(\strlen((string) $bar->getContent()), \strlen((string) $slow->getContent()));
        $this->assertProblem(422, 'no bar 9', $this->send('POST', "$part/hear", ['bar' => 9]));
        $this->assertProblem(422, 'speed', $this->send('POST', "$part/hear", ['speed' => 3]));
        for ($i = 9; $i > 0; --$i) {
            self::assertSame(200, $this->send('POST', "$part/hear", ['bar' => 1])->getStatusCode());
        }
        $this->assertProblem(409, 'as often as this task allows', $this->send('POST', "$part/hear", ['bar' => null]));
        $this->assertProblem(
            409,
            'no target to listen to',
            $this->send('POST', '/api/parts/'.$this->part('Foghorn Shuffle').'/hear', ['bar' => null]),
        );
    }

    public function testWhoListensFasterThanEarsCanIsSlowedDown(): void
    {
        $this->signIn('odile');
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        for ($i = 0; $i < 40; ++$i) {
            self::assertSame(422, $this->send('POST', "$part/hear", ['bar' => 9])->getStatusCode());
        }
        $this->assertProblem(429, 'wait a minute', $this->send('POST', "$part/hear", ['bar' => 1]));
    }

    public function testWhatTheTeacherDoesNotAllowIsRefused(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Ferry Rocker');
        $input = $this->input($id);
        $input['parts'][0]['help'] = ['byBar' => false, 'slower' => false];
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $input)->getStatusCode());
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        $this->signIn('wren');
        $this->assertProblem(422, 'as a whole', $this->send('POST', "$part/hear", ['bar' => 1]));
        $this->assertProblem(422, 'its own tempo', $this->send('POST', "$part/hear", ['speed' => 0.5]));
        self::assertSame('any', $this->send('POST', "$part/hear", ['bar' => null])->headers->get('X-Left'));
    }

    /** Everything that a student can fetch, before and after the return, for targets that are hidden or only heard. */
    public function testNoAnswerToAStudentHoldsAHiddenTarget(): void
    {
        foreach ([View::Heard, View::Hidden] as $view) {
            $part = $this->secretPart($view);
            $student = 'wren';
            $this->signIn($student);
            $answers = [];
            $keep = function (\Symfony\Component\HttpFoundation\Response $response) use (&$answers): array {
                self::assertLessThan(300, $response->getStatusCode(), (string) $response->getContent());
                $answers[] = (string) $response->getContent();

                return $this->json($response);
            };
            $bench = $keep($this->get("/api/parts/$part/bench"));
            $version = $this->at($bench, 'draft.version');
            $pattern = $this->at($bench, 'draft.pattern');
            self::assertIsArray($pattern);
            self::assertIsArray($this->at($pattern, 'sections.0.rows.0'));
            $pattern = array_replace_recursive(
                $pattern,
                ['sections' => [['rows' => [['hits' => [['at' => View::Heard === $view ? 0 : 480]]]]]]],
            );
            $keep($this->get('/api/today'));
            $keep($this->send('POST', "/api/parts/$part/check", ['pattern' => $pattern]));
            $draft = $keep($this->send('PUT', "/api/parts/$part/draft", ['version' => $version, 'pattern' => $pattern, 'note' => '']));
            $keep($this->get("/api/parts/$part/draft/states"));
            $keep($this->send('POST', "/api/parts/$part/attempts", ['version' => $draft['version'], 'pattern' => $pattern, 'note' => '']));
            $attempt = $this->attempt('Ferry Rocker', $student, View::Heard === $view ? 1 : 2);
            $keep($this->get("/api/attempts/$attempt"));
            $this->assertProblem(404, 'not yours', $this->send('POST', "/api/parts/$part/try", ['pattern' => $pattern]));
            $this->signIn('odile');
            self::assertStringContainsString('1234', (string) $this->get("/api/attempts/$attempt")->getContent(), 'its teacher sees it');
            self::assertSame(
                200,
                $this->send('POST', "/api/attempts/$attempt/return", ['mark' => 3, 'text' => 'Listen again.'])->getStatusCode(),
            );
            $this->signIn($student);
            $keep($this->get("/api/attempts/$attempt"));
            $keep($this->get("/api/parts/$part/bench"));
            foreach ($answers as $answer) {
                // The target's hits stand at ticks, and have velocities, that occur nowhere else.
                foreach (['1234', '2345', '3456', '77'] as $secret) {
                    self::assertDoesNotMatchRegularExpression("/[:,\\[]{$secret}[,}\\]]/", $answer);
                }
                self::assertDoesNotMatchRegularExpression('/"(targets?|others|result|statements|pairs)":(?!null|\[\])/', $answer);
            }
        }
    }

    public function testTheTitleOfATargetNeverCarriesOver(): void
    {
        $this->signIn('odile');
        $plan = $this->json($this->get('/api/assignments/'.$this->assignment('Ferry Rocker')));
        $target = ['title' => 'The secret name'] + (array) $this->at($plan, 'parts.0.targets.0');
        $part = ['id' => null, 'kind' => 'copy', 'view' => 'heard', 'instruments' => ['kick', 'snare', 'closed-hat', 'shaker'], 'targets' => [$target]];
        $made = $this->send('POST', '/api/assignments', [
            'courseId' => $this->course(), 'title' => 'By ear', 'brief' => '', 'dueAt' => null, 'parts' => [$part],
        ]);
        self::assertSame(201, $made->getStatusCode(), (string) $made->getContent());
        $id = $this->text($this->json($made), 'id');
        self::assertSame(200, $this->send('POST', "/api/assignments/$id/publish")->getStatusCode());
        $this->signIn('wren');
        $bench = $this->get('/api/parts/'.$this->part('By ear').'/bench');
        self::assertSame('Beat', $this->at($this->json($bench), 'draft.pattern.title'));
        self::assertStringNotContainsString('The secret name', (string) $bench->getContent());
    }

    public function testFramesOfAHiddenTaskAreNotSent(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Ferry Rocker');
        $input = $this->input($id);
        $frame = ['title' => 'Frame'] + (array) $this->at($input, 'parts.0.targets.0');
        $input['parts'][0]['requirements'] = [['kind' => 'contains', 'points' => 2, 'frame' => $frame]];
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $input)->getStatusCode());
        self::assertNotNull($this->at($this->json($this->get("/api/assignments/$id")), 'parts.0.requirements.0.frame'));
        $this->signIn('wren');
        $asks = $this->at($this->json($this->get('/api/parts/'.$this->part('Ferry Rocker').'/bench')), 'asks');
        self::assertIsArray($asks);
        self::assertArrayNotHasKey('frame', (array) $asks[0]);
    }

    /** Handing in tells right or wrong by the part that opens, so it counts as a check; without any left, nothing opens by it. */
    public function testAPartThatWaitsAnswersNoMoreOftenThanItsChecksAllow(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Ferry Rocker');
        $input = $this->input($id);
        $input['parts'][0]['help'] = ['ask' => 'rows', 'times' => 1];
        $input['parts'][] = ['id' => null, 'waits' => true] + $input['parts'][0];
        $saved = $this->send('PUT', "/api/assignments/$id", $input);
        self::assertSame(200, $saved->getStatusCode(), (string) $saved->getContent());
        $target = $this->at($this->json($saved), 'parts.0.targets.0');
        $this->signIn('wren');
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        $draft = $this->at($this->json($this->get("$part/bench")), 'draft');
        self::assertIsArray($draft);
        self::assertSame(200, $this->send('POST', "$part/check", ['pattern' => $draft['pattern']])->getStatusCode());
        $body = ['version' => $draft['version'], 'pattern' => ['title' => 'Beat'] + (array) $target, 'note' => ''];
        $handed = $this->json($this->send('POST', "$part/attempts", $body));
        self::assertTrue($this->at($handed, 'parts.1.waiting'), 'exactly right, and not told');
        $attempt = $this->attempt('Ferry Rocker', 'wren');
        $this->signIn('odile');
        self::assertSame(200, $this->send('POST', "/api/attempts/$attempt/return", ['mark' => 5, 'text' => ''])->getStatusCode());
        $this->signIn('wren');
        self::assertFalse($this->at($this->json($this->get("$part/bench")), 'parts.1.waiting'), 'told by the return');
    }

    /** Ferry Rocker with a target that has nothing in common with what students begin with. */
    private function secretPart(View $view): string
    {
        $id = $this->part('Ferry Rocker');
        $this->signIn('odile');
        $input = $this->input($this->assignment('Ferry Rocker'));
        $input['parts'][0]['view'] = $view->value;
        self::assertSame(
            200,
            $this->send('PUT', '/api/assignments/'.$this->assignment('Ferry Rocker'), $input)->getStatusCode(),
            (string) $this->browser->getResponse()->getContent(),
        );
        $part = $this->entities()->find(Part::class, Uuid::fromString($id)) ?? self::fail('There is no such part.');
        $rows = ['instrument' => 'kick', 'hits' => [['at' => 1234, 'velocity' => 77], ['at' => 2345, 'velocity' => 77], ['at' => 3456]]];
        $target = [
            'sections' => [['name' => $part->start->sections[0]->name, 'bars' => 2, 'rows' => [$rows]]],
        ] + \Pulsanda\Core\Pattern\PatternWriter::toData($part->start);
        $input = $this->input($this->assignment('Ferry Rocker'));
        $input['parts'][0]['targets'] = [$target];
        self::assertSame(
            200,
            $this->send('PUT', '/api/assignments/'.$this->assignment('Ferry Rocker'), $input)->getStatusCode(),
            (string) $this->browser->getResponse()->getContent(),
        );

        return $id;
    }
}
