<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Tests\Core\Lesson;

/** What the Bench asks the core over HTTP, what an open task leaves open, and the states of a draft. */
final class EditTest extends ApiTestCase
{
    private const PATTERN = [
        'format' => 'pulsanda-pattern',
        'version' => 1,
        'title' => 'Tide',
        'meter' => ['count' => 4, 'unit' => 4],
        'tempo' => ['bpm' => 80],
        'kit' => 'boathouse',
        'sections' => [
            [
                'name' => 'A',
                'bars' => 1,
                'rows' => [['instrument' => 'kick', 'hits' => [['at' => 10], ['at' => 2900]]], ['instrument' => 'snare', 'hits' => []]],
            ],
        ],
    ];

    public function testHowAPlayedBeatLiesIsTold(): void
    {
        $this->signIn('wren');
        $pattern = self::PATTERN;
        $pattern['sections'][0]['rows'] = [['instrument' => 'snare', 'hits' => [
            ['at' => 960, 'push' => 20, 'velocity' => 80], ['at' => 2880, 'push' => 30, 'velocity' => 100],
        ]]];
        $told = $this->json($this->send('POST', '/api/edit/played', ['pattern' => $pattern]));
        self::assertIsArray($told['rows']);
        self::assertSame([80, 100, 2], [
            $this->at($told, 'rows.0.softest'), $this->at($told, 'rows.0.loudest'), $this->at($told, 'rows.0.strokes'),
        ]);
        self::assertGreaterThan(0, $this->at($told, 'rows.0.median'));
        $this->assertProblem(422, 'pattern', $this->send('POST', '/api/edit/played', ['pattern' => ['format' => 'x']]));
    }

    public function testRowsAreTypedAsTheyStandInABook(): void
    {
        $this->signIn('wren');
        $typed = $this->send('POST', '/api/edit/text', ['pattern' => self::PATTERN, 'section' => 0, 'text' => "snare 5 13\ncowbell x---x---x---x---"]);
        $data = $this->json($typed);
        self::assertSame(960, $this->at($data, 'pattern.sections.0.rows.1.hits.0.at'));
        self::assertSame('cowbell', $this->at($data, 'pattern.sections.0.rows.2.instrument'));
        self::assertSame(10, $this->at($data, 'pattern.sections.0.rows.0.hits.0.at'), 'a row that is not named stays');
        self::assertNull($this->json($typed)['numbers']);
        $open = ['pattern' => self::PATTERN, 'section' => 0, 'text' => 'snare 2 4'];
        foreach ([[[], 'beats'], [['counting' => 'steps'], 'steps'], [['numbers' => 'steps'], 'steps']] as [$more, $as]) {
            self::assertSame(['as' => $as, 'which' => ['2', '4']], $this->json($this->send('POST', '/api/edit/text', $more + $open))['numbers']);
        }
        $this->assertProblem(422, 'numbers', $this->send('POST', '/api/edit/text', ['numbers' => 'bars'] + $open));
        $refused = $this->send('POST', '/api/edit/text', ['pattern' => self::PATTERN, 'section' => 0, 'text' => "kick 1\nfrog 2"]);
        $this->assertProblem(422, 'line 2: "frog" is no instrument', $refused);
        $written = $this->json($this->send('POST', '/api/edit/typed', ['pattern' => self::PATTERN, 'section' => 0]));
        self::assertIsString($written['text']);
        self::assertStringContainsString('snare', $written['text']);
        self::assertNotSame([], $written['lost'], 'hits beside the grid');
    }

    public function testFilesOfOtherKindsComeInAndGoOut(): void
    {
        $this->signIn('wren');
        $apart = $this->json($this->send('POST', '/api/edit/export', ['pattern' => self::PATTERN, 'ending' => 'mid.zip']));
        self::assertIsString($apart['bytes']);
        $zip = (string) base64_decode($apart['bytes'], true);
        self::assertSame(['Kick.mid', 'Snare.mid'], array_keys(Zip::read($zip, 9, 9999, static fn (): bool => true, '')), 'a file a row');
        $begins = ['mid' => 'MThd', 'csv' => '1 bar,1,2', 'txt' => 'kick', 'json' => '{', 'ods' => 'PK', 'xlsx' => 'PK', 'mxl' => 'PK', 'musicxml' => '<?xml'];
        foreach ($begins as $ending => $begins) {
            $out = $this->json($this->send('POST', '/api/edit/export', ['pattern' => self::PATTERN, 'ending' => $ending]));
            self::assertIsString($out['bytes']);
            $bytes = (string) base64_decode($out['bytes'], true);
            self::assertStringStartsWith($begins, $bytes);
            $in = $this->send('POST', "/api/edit/import?name=beat.$ending", $bytes);
            self::assertSame(200, $in->getStatusCode(), (string) $in->getContent());
        }
        $xml = $this->json($this->send('POST', '/api/edit/export', ['pattern' => self::PATTERN, 'ending' => 'musicxml']));
        self::assertIsString($xml['bytes']);
        self::assertStringContainsString('<score-partwise version="4.0">', (string) base64_decode($xml['bytes'], true));
        $midi = 'MThd'.pack('Nnnn', 6, 0, 1, 96).'MTrk'.pack('N', 12)."\0\x99\x24\x64\0\x99\x5A\x64\0\xFF\x2F\0";
        $read = $this->json($this->send('POST', '/api/edit/import?name=a.mid', $midi));
        self::assertSame([['note' => 90, 'count' => 1]], $read['unknown']);
        $mapped = $this->json($this->send('POST', '/api/edit/import?name=a.mid&map=90:cowbell', $midi));
        self::assertSame('cowbell', $this->at($mapped, 'pattern.sections.0.rows.1.instrument'));
        self::assertSame([], $mapped['unknown']);
        $this->assertProblem(422, 'no instrument "frog"', $this->send('POST', '/api/edit/import?name=a.mid&map=90:frog', $midi));
        $this->assertProblem(422, 'as 90:cowbell', $this->send('POST', '/api/edit/import?name=a.mid&map=999:kick', $midi));
        $this->assertProblem(422, 'no MusicXML score', $this->send('POST', '/api/edit/import?name=a.musicxml', '<a/>'));
        // Drums that are nowhere to be expected: the person says where.
        $two = 'MThd'.pack('Nnnn', 6, 0, 1, 96).'MTrk'.pack('N', 12)."\0\x90\x24\x64\0\x91\x26\x64\0\xFF\x2F\0";
        $asked = $this->send('POST', '/api/edit/import?name=two.mid', $two);
        $this->assertProblem(409, 'choose the channel', $asked);
        $channels = [['channel' => 1, 'notes' => 1], ['channel' => 2, 'notes' => 1]];
        self::assertSame($channels, $this->json($asked)['channels']);
        $chosen = $this->json($this->send('POST', '/api/edit/import?name=two.mid&channel=2', $two));
        self::assertSame(['snare', $channels], [$this->at($chosen, 'pattern.sections.0.rows.0.instrument'), $chosen['channels']]);
        $this->assertProblem(409, 'no notes on channel 7', $this->send('POST', '/api/edit/import?name=two.mid&channel=7', $two));
        $this->assertProblem(422, 'no MIDI file', $this->send('POST', '/api/edit/import?name=beat.mid', 'words'));
        // A text says nothing of its meter: the sheet's holds, and the class's way of counting.
        $sheet = ['meter' => ['count' => 6, 'unit' => 8], 'sections' => [['name' => 'A', 'bars' => 1, 'rows' => []]]] + self::PATTERN;
        $like = rawurlencode(json_encode($sheet, \JSON_THROW_ON_ERROR));
        $text = fn (string $more, string $rows): array => $this->json($this->send('POST', "/api/edit/import?name=a.txt&like=$like$more", $rows));
        $eighths = $text('', 'snare --- x-- --- x--');
        self::assertSame([6, 720], [$this->at($eighths, 'pattern.meter.count'), $this->at($eighths, 'pattern.sections.0.rows.0.hits.0.at')]);
        self::assertSame(1440, $this->at($text('&counting=bar-beat', 'kick 2 4'), 'pattern.sections.0.rows.0.hits.1.at'));
        self::assertSame(720, $this->at($text('&counting=steps', 'kick 2 4'), 'pattern.sections.0.rows.0.hits.1.at'));
        $this->assertProblem(422, 'counting', $this->send('POST', '/api/edit/import?name=a.txt&counting=fingers', 'kick 1'));
        $this->assertProblem(422, 'like', $this->send('POST', '/api/edit/import?name=a.txt&like=%7B%7D', 'kick 1'));
        $this->assertProblem(422, 'like', $this->send('POST', '/api/edit/import?name=a.txt&like='.str_repeat('x', 2001), 'kick 1'));
        $this->assertProblem(422, 'Files that end in ".docx"', $this->send('POST', '/api/edit/import?name=beat.docx', 'words'));
        $this->assertProblem(422, 'Files that end in', $this->send('POST', '/api/edit/export', ['pattern' => self::PATTERN, 'ending' => 'docx']));
    }

    public function testTheCoreComputes(): void
    {
        $this->signIn('wren');
        $shape = $this->computed('shape', ['places' => [0, 960, 1920, 2880], 'bars' => 1, 'barTicks' => 3840]);
        self::assertSame([4, [1]], [$shape['turns'], $shape['halves']]);
        self::assertSame(
            [['at' => 0], ['at' => 2880]],
            $this->at(
                $this->computed(
                    'quantize',
                    [
                        'pattern' => self::PATTERN,
                        'section' => 0,
                        'rows' => [0],
                        'from' => 0,
                        'to' => 3840,
                        'snap' => '16',
                        'strength' => 100,
                    ],
                ),
                'pattern.sections.0.rows.0.hits',
            ),
        );
        // Toward swung places in a straight beat: the off-beat is reached by a push.
        $off = ['sections' => [['name' => 'A', 'bars' => 1, 'rows' => [['instrument' => 'kick', 'hits' => [['at' => 240]]]]]]] + self::PATTERN;
        $swung = ['pattern' => $off, 'section' => 0, 'rows' => [0], 'from' => 0, 'to' => 3840, 'snap' => '16', 'strength' => 100, 'swing' => 60];
        self::assertSame([['at' => 240, 'push' => 48]], $this->at($this->computed('quantize', $swung), 'pattern.sections.0.rows.0.hits'));
        self::assertSame(
            2,
            $this->at(
                $this->computed('rescale', ['pattern' => self::PATTERN, 'section' => 0, 'to' => 'double']),
                'pattern.sections.0.bars',
            ),
        );
        $three = $this->computed('remeter', ['pattern' => self::PATTERN, 'meter' => ['count' => 3, 'unit' => 4]]);
        self::assertSame([['section' => 0, 'row' => 0, 'at' => 2900]], $three['lost']);
        self::assertSame('Tide', $this->at($this->computed('read', self::PATTERN), 'pattern.title'));
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('refusals')]
    public function testWhatCannotBeComputedIsRefused(string $what, array $body, string $sentence): void
    {
        $this->signIn('wren');
        $this->assertProblem(422, $sentence, $this->send('POST', "/api/edit/$what", $body));
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'a place behind the end' => ['shape', ['places' => [3840], 'bars' => 1, 'barTicks' => 3840], 'places[0]'];
        yield 'a row that is not there' => [
            'quantize',
            ['pattern' => self::PATTERN, 'section' => 0, 'rows' => [5], 'from' => 0, 'to' => 3840, 'snap' => '16', 'strength' => 100],
            'no row 5',
        ];
        yield 'a swing that nobody plays' => [
            'quantize',
            [
                'pattern' => self::PATTERN, 'section' => 0, 'rows' => [0], 'from' => 0, 'to' => 3840, 'snap' => '16', 'strength' => 100,
                'swing' => 80,
            ],
            'swing: 80 is out of range; use 50 to 75.',
        ];
        yield 'a stroke that was struck too far away' => [
            'read',
            array_replace_recursive(self::PATTERN, ['sections' => [['rows' => [['hits' => [['at' => 0, 'struck' => 121]]]]]]]),
            'struck: 121 is out of range; use -120 to 120.',
        ];
        yield 'a section that is not there' => ['rescale', ['pattern' => self::PATTERN, 'section' => 1, 'to' => 'half'], 'section'];
        yield 'an unknown word' => ['rescale', ['pattern' => self::PATTERN, 'section' => 0, 'to' => 'triple'], '"double" or "half"'];
        yield 'an unknown instrument' => [
            'read',
            array_replace_recursive(self::PATTERN, ['sections' => [['rows' => [['instrument' => 'theremin']]]]]),
            'no instrument "theremin"',
        ];
        yield 'a strange meter' => [
            'remeter',
            ['pattern' => self::PATTERN, 'meter' => ['count' => 4, 'unit' => 5]],
            'not a note value of a meter',
        ];
    }

    public function testNobodyComputesWithoutSigningIn(): void
    {
        $this->assertProblem(401, 'Sign in', $this->send('POST', '/api/edit/shape', ['places' => [0], 'bars' => 1, 'barTicks' => 3840]));
    }

    public function testEveryChoosableSwingHasItsGroove(): void
    {
        $this->signIn('wren');
        $grooves = (array) $this->at(
            $this->json($this->get('/api/parts/'.$this->part('Slack Tide / Spring Tide').'/bench')),
            'music.grooves',
        );
        self::assertCount(54, $grooves);
        self::assertSame([240, 320], ((array) $grooves['16 66.67'])[1]);
        self::assertArrayNotHasKey(
            'grooves',
            (array) $this->at($this->json($this->get('/api/parts/'.$this->part('Lamplighters\' March').'/bench')), 'music'),
        );
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('openChanges')]
    public function testAnOpenTaskLeavesOpenWhatItSays(array $change, ?string $refused): void
    {
        $this->signIn('wren');
        $response = $this->save(0, array_replace_recursive(self::PATTERN, $change));
        null === $refused ? self::assertSame(
            200,
            $response->getStatusCode(),
            (string) $response->getContent(),
        ) : $this->assertProblem(422, $refused, $response);
    }

    /** @return iterable<string, array{array<string, mixed>, string|null}> */
    public static function openChanges(): iterable
    {
        yield 'a tempo in the range' => [['tempo' => ['bpm' => 120]], null];
        yield 'a tempo beyond it' => [['tempo' => ['bpm' => 141]], '60 to 140'];
        yield 'a meter' => [
            ['meter' => ['count' => 6, 'unit' => 8], 'sections' => [['rows' => [['hits' => [['at' => 0], ['at' => 10]]]]]]],
            null,
        ];
        yield 'a swing' => [['swing' => ['percent' => 58]], null];
        yield 'more bars and repeats' => [['sections' => [['bars' => 4]], 'order' => [['section' => 'A', 'times' => 2]]], null];
        yield 'another instrument' => [['sections' => [['rows' => [2 => ['instrument' => 'cowbell', 'hits' => []]]]]], null];
        yield 'a forbidden one' => [
            ['sections' => [['rows' => [2 => ['instrument' => 'long-whistle', 'hits' => []]]]]],
            'does not offer long whistle',
        ];
        yield 'a required row taken away' => [['sections' => [['rows' => [1 => ['instrument' => 'cowbell']]]]], 'needs a row of snare'];
    }

    public function testEveryStateOfADraftCanBeFoundAgainAndOneCanBeKept(): void
    {
        $this->signIn('wren');
        $this->save(0, self::PATTERN);
        $this->save(1, array_replace_recursive(self::PATTERN, ['sections' => [['rows' => [['hits' => [['at' => 480], ['at' => 960]]]]]]]));
        $states = '/api/parts/'.$this->part('Slack Tide / Spring Tide').'/draft/states';
        self::assertSame([2, 1], array_column((array) $this->json($this->get($states))['states'], 'version'));
        self::assertSame([['at' => 10], ['at' => 2900]], $this->at($this->json($this->get("$states/1")), 'pattern.sections.0.rows.0.hits'));
        self::assertSame(204, $this->send('POST', "$states/1/keep")->getStatusCode());
        $this->entities()->getConnection()->executeStatement("UPDATE draft_state SET saved_at = saved_at - INTERVAL '2 hours'");
        self::assertSame(
            [1],
            array_column((array) $this->json($this->get($states))['states'], 'version'),
            'what is old is gone, what was kept is not',
        );
        $this->signIn('ines');
        self::assertSame([], $this->json($this->get($states))['states'], 'nobody sees the states of another');
        $this->assertProblem(404, 'not yours', $this->get("$states/1"));
    }

    public function testABeatWithoutATargetIsHandedInAndMarkedByEar(): void
    {
        $this->signIn('odile');
        $attempt = $this->json($this->get('/api/attempts/'.$this->attempt('Slack Tide / Spring Tide', 'amara')));
        self::assertNull($attempt['result']);
        self::assertNull($attempt['target']);
        self::assertSame([3, 1, 8], [$this->at($attempt, 'checked.passed'), $this->at($attempt, 'checked.failed'), $attempt['suggested']]);
        self::assertSame(
            200,
            $this->send(
                'POST',
                '/api/attempts/'.$this->attempt('Slack Tide / Spring Tide', 'amara').'/return',
                ['mark' => 9, 'text' => 'Still water.'],
            )->getStatusCode(),
        );
        self::assertSame(
            [],
            $this->at(
                $this->json($this->get('/api/parts/'.$this->part('Slack Tide / Spring Tide').'/marking')),
                'students.0.attempts.0.aspects',
            ),
        );
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return array<string, mixed>
     */
    private function computed(string $what, array $body): array
    {
        $response = $this->send('POST', "/api/edit/$what", $body);
        self::assertSame(200, $response->getStatusCode(), (string) $response->getContent());

        return $this->json($response);
    }

    private function save(int $version, mixed $pattern): \Symfony\Component\HttpFoundation\Response
    {
        return $this->send(
            'PUT',
            '/api/parts/'.$this->part('Slack Tide / Spring Tide').'/draft',
            ['version' => $version, 'pattern' => $pattern, 'note' => ''],
        );
    }

    public function testABeatIsSetOnTheStaffWhileItIsBuilt(): void
    {
        $this->signIn('wren');
        $pattern = PatternWriter::toData(Lesson::grid('kick x...|x...|x...|x...'));
        $staff = (array) $this->json($this->send('POST', '/api/edit/staff', ['pattern' => $pattern]))['staff'];
        self::assertCount(1, $staff);
        self::assertSame([0, 960, 1920, 2880], array_column((array) $this->at(['staff' => $staff], 'staff.0.0.down'), 'at'));
        $this->assertProblem(422, 'pattern', $this->send('POST', '/api/edit/staff', ['pattern' => ['format' => 'other']]));
    }
}
