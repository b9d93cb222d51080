<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;

/** Tasks without a target, planned over HTTP: what students begin with, what they may choose, and who may see it. */
final class OpenTaskTest extends ApiTestCase
{
    private const BEAT = [
        'format' => 'pulsanda-pattern',
        'version' => 1,
        'title' => 'Driftwood',
        'meter' => ['count' => 4, 'unit' => 4],
        'tempo' => ['bpm' => 90],
        'kit' => 'boathouse',
        'sections' => [
            [
                'name' => 'A',
                'bars' => 1,
                'rows' => [['instrument' => 'kick', 'hits' => [['at' => 0]]], ['instrument' => 'snare', 'hits' => []]],
            ],
        ],
    ];

    public function testStudentsBeginWithWhatIsOnTheSheet(): void
    {
        $part = $this->planned(['kind' => 'build-on', 'freedom' => ['rows' => true, 'required' => ['kick']]]);
        $this->signIn('wren');
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        self::assertSame('build-on', $this->at($bench, 'part.kind'));
        self::assertSame([['at' => 0]], $this->at($bench, 'draft.pattern.sections.0.rows.0.hits'));
        self::assertNull($bench['target']);
        $own = array_replace_recursive(self::BEAT, ['sections' => [['rows' => [1 => ['hits' => [['at' => 960]]]]]]]);
        $handed = $this->send('POST', "/api/parts/$part/attempts", ['version' => 0, 'pattern' => $own, 'note' => 'Snare added.']);
        self::assertSame(201, $handed->getStatusCode(), (string) $handed->getContent());
        $this->signIn('odile');
        self::assertSame(
            ['result' => null, 'checked' => null, 'suggested' => null],
            $this->json($this->send('POST', "/api/parts/$part/try", ['pattern' => $own])),
        );
    }

    public function testACopyBeginsWithEmptyRows(): void
    {
        $part = $this->planned(['kind' => 'copy']);
        $this->signIn('wren');
        self::assertSame([], $this->at($this->json($this->get("/api/parts/$part/bench")), 'draft.pattern.sections.0.rows.0.hits'));
    }

    /** @param array<string, mixed> $part */
    #[DataProvider('contradictions')]
    public function testAPlanThatContradictsItselfIsRefused(array $part, string $sentence): void
    {
        $this->signIn('odile');
        $this->assertProblem(422, $sentence, $this->send('POST', '/api/assignments', $this->plan($part)));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function contradictions(): iterable
    {
        yield 'an unknown kind' => [['kind' => 'improvise'], 'this must be "copy", "build-on" or "create"'];
        yield 'a required row that is not there' => [['freedom' => ['required' => ['clap']]], 'the task needs a row of clap'];
        yield 'a forbidden row that is there' => [
            ['kind' => 'create', 'freedom' => ['forbidden' => ['kick']]],
            'the task does not offer kick',
        ];
        yield 'a tempo beyond its own range' => [
            ['kind' => 'create', 'freedom' => ['tempo' => ['low' => 100, 'high' => 120]]],
            '♩ = 100 to 120',
        ];
        yield 'a copy of nothing' => [['targets' => []], 'a copy needs a target'];
        yield 'nothing to begin with' => [['kind' => 'create', 'start' => null], 'without a target, the pattern that students begin with'];
        yield 'nothing to listen to' => [['kind' => 'create', 'view' => 'heard'], 'no target to hide or to listen to'];
        yield 'a first part that waits' => [['waits' => true], 'the first part has none before it'];
        yield 'an unknown requirement' => [
            ['requirements' => [['kind' => 'be-beautiful']]],
            'parts[0].requirements[0].kind: this must be one of',
        ];
        yield 'a question that nobody may ask' => [['help' => ['ask' => 'everything']], 'parts[0].help.ask'];
        yield 'a part of another assignment' => [['id' => '0190b1c0-0000-7000-8000-000000000000'], 'parts[0].id: there is no such part'];
        yield 'an unknown freedom' => [['freedom' => ['sound' => true]], 'parts[0].freedom.sound: this key is not known'];
    }

    public function testATeacherHasNoDraftAndNoStates(): void
    {
        $this->signIn('odile');
        $part = $this->part('Slack Tide / Spring Tide');
        $this->assertProblem(404, 'not yours', $this->get("/api/parts/$part/draft/states"));
        $this->assertProblem(404, 'not yours', $this->send('POST', "/api/parts/$part/draft/states/1/keep"));
        $this->assertProblem(
            404,
            'not yours',
            $this->send('PUT', "/api/parts/$part/draft", ['version' => 0, 'pattern' => self::BEAT, 'note' => '']),
        );
    }

    public function testAStateThatIsNotThereIsNotFound(): void
    {
        $this->signIn('amara');
        $states = '/api/parts/'.$this->part('Slack Tide / Spring Tide').'/draft/states';
        $this->assertProblem(404, 'not yours', $this->get("$states/99"));
        $this->assertProblem(404, 'not yours', $this->send('POST', "$states/99/keep"));
        self::assertSame(
            204,
            $this->send('POST', "$states/1/keep")->getStatusCode(),
            'the newest can be kept though no state of it is left',
        );
    }

    /** @param array<string, mixed> $part */
    private function planned(array $part): string
    {
        $this->signIn('odile');
        $made = $this->send('POST', '/api/assignments', $this->plan($part));
        self::assertSame(201, $made->getStatusCode(), (string) $made->getContent());
        $id = $this->text($this->json($made), 'id');
        self::assertSame(200, $this->send('POST', "/api/assignments/$id/publish")->getStatusCode());

        return $this->text($this->json($made), 'parts.0.id');
    }

    /**
     * @param array<string, mixed> $part
     *
     * @return array<string, mixed>
     */
    private function plan(array $part): array
    {
        return [
            'courseId' => $this->course(),
            'title' => 'Driftwood',
            'brief' => '',
            'dueAt' => null,
            'parts' => [
                $part + ['view' => 'seen', 'instruments' => ['kick', 'snare']] + (
                    \in_array(
                        $part['kind'] ?? 'copy',
                        ['build-on', 'create'],
                        true,
                    ) ? ['start' => self::BEAT] : ['targets' => [self::BEAT]]
                ),
            ],
        ];
    }
}
