<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Require;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/**
 * What a task asks of a beat, requirement by requirement: a beat that meets it, one that does not, and the sentence.
 *
 * @phpstan-import-type Checked from Requirements
 * @phpstan-import-type SaidOfAll from Requirements
 */
final class RequirementsTest extends TestCase
{
    private const BEAT = "kick        X...|....|x...|....|X...|....|x.x.|....\nsnare       "
        ."....|X..g|....|X...|....|X...|....|xxxx\nclosed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.";

    /** @param array<string, mixed> $requirement */
    #[DataProvider('kinds')]
    public function testARequirementIsPassedOrFailedWithASentence(array $requirement, bool $passed, string $text, int $evidence): void
    {
        $result = self::check([$requirement], Lesson::grid(self::BEAT, 2), 'The kick walks, the snare answers.');
        self::assertSame([$passed, $text], [$result['results'][0]['passed'], $result['results'][0]['text']]);
        self::assertCount($evidence, $result['results'][0]['evidence']);
        self::assertLessThanOrEqual(20, \count(explode(' ', $text)));
    }

    /** @return iterable<string, array{array<string, mixed>, bool, string, int}> */
    public static function kinds(): iterable
    {
        $frame = static fn (string $grid): mixed => json_decode(PatternWriter::write(Lesson::grid($grid)));
        yield 'tempo' => [
            ['kind' => 'tempo-between', 'low' => 60, 'high' => 80],
            false,
            'The tempo is ♩ = 96; choose one between 60 and 80.',
            0,
        ];
        yield 'tempo met' => [['kind' => 'tempo-between', 'low' => 90, 'high' => 96], true, 'The tempo is ♩ = 96, between 90 and 96.', 0];
        yield 'a frame, repeated' => [
            ['kind' => 'contains', 'frame' => $frame("kick x...|....|x...|....\nsnare ....|x...|....|x...")],
            true,
            'The given part is all there.',
            0,
        ];
        yield 'a frame with more' => [
            ['kind' => 'contains', 'frame' => $frame('snare ....|x...|x...|x...')],
            false,
            '2 hits of the given part are missing; begin with snare at bar 1, beat 3.',
            2,
        ];
        yield 'kept clear' => [
            ['kind' => 'keep-clear', 'frame' => $frame('closed-hat .x.x|.x.x|.x.x|.x.x')],
            true,
            'What should stay clear is clear.',
            0,
        ];
        yield 'not kept clear' => [
            ['kind' => 'keep-clear', 'frame' => $frame('kick ....|....|..x.|....')],
            false,
            '1 hit stands where it should stay clear; remove kick at bar 2, beat 3 & first.',
            1,
        ];
        yield 'hits in all' => [['kind' => 'hits-between', 'low' => 1, 'high' => 20], false, 'In all: 29 hits; make it 1 to 20.', 29];
        yield 'hits of an instrument in every bar' => [
            ['kind' => 'hits-between', 'instrument' => 'kick', 'low' => 2, 'high' => 2, 'per' => 'bar'],
            false,
            'Kick: 3 hits in bar 2; make it 2 in every bar.',
            3,
        ];
        yield 'hits met' => [
            ['kind' => 'hits-between', 'instrument' => 'closed-hat', 'low' => 8, 'high' => 8, 'per' => 'bar'],
            true,
            'Closed hi-hat: 8 hits in every bar.',
            0,
        ];
        yield 'uses' => [['kind' => 'uses', 'instruments' => ['kick', 'crash', 'clap']], false, 'Not heard yet: crash and clap.', 0];
        yield 'only uses' => [
            ['kind' => 'only-uses', 'instruments' => ['kick', 'snare']],
            false,
            'Remove closed hi-hat; use only kick and snare.',
            16,
        ];
        yield 'instruments' => [
            ['kind' => 'instruments-at-least', 'number' => 3],
            true,
            '3 instruments: kick, snare and closed hi-hat.',
            0,
        ];
        yield 'levels' => [['kind' => 'levels-at-least', 'instrument' => 'snare', 'number' => 3], true, 'Snare: accent, ghost, firm.', 8];
        yield 'too few levels' => [
            ['kind' => 'levels-at-least', 'instrument' => 'closed-hat', 'number' => 3],
            false,
            'Closed hi-hat: 2 levels of loudness; use at least 3 of ghost, soft, firm and accent.',
            16,
        ];
        yield 'bars differ' => [
            ['kind' => 'bars-differ', 'bars' => [1, 2], 'low' => 1, 'high' => 5],
            true,
            'Bars 1 and 2 differ by 5 hits.',
            5,
        ];
        yield 'bars differ too much' => [
            ['kind' => 'bars-differ', 'bars' => [1, 2], 'low' => 1, 'high' => 3],
            false,
            'Bars 1 and 2 differ by 5 hits; make it 1 to 3.',
            5,
        ];
        yield 'no such bar' => [
            ['kind' => 'bars-differ', 'bars' => [1, 3], 'low' => 1, 'high' => 3],
            false,
            'There is no bar 3 yet; the beat has 2 bars.',
            0,
        ];
        yield 'a fill' => [
            ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 4, 'instruments' => ['snare', 'high-tom']],
            true,
            'The fill has 4 hits.',
            4,
        ];
        yield 'no fill' => [
            ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 5, 'instruments' => ['snare']],
            false,
            '4 hits one after the other from bar 2, beat 4 on; make the fill at least 5.',
            4,
        ];
        yield 'starts with' => [['kind' => 'starts-with', 'instrument' => 'kick'], true, 'The beat starts with kick.', 1];
        yield 'starts otherwise' => [['kind' => 'starts-with', 'instrument' => 'crash'], false, 'Put crash on the first downbeat.', 0];
        yield 'swing' => [
            ['kind' => 'swing-between', 'low' => 55, 'high' => 67],
            false,
            'The swing is 50 percent; choose one between 55 and 67.',
            0,
        ];
        yield 'fullness' => [
            ['kind' => 'fullness-at-most', 'percent' => 40],
            false,
            'Closed hi-hat fills 50 percent of its steps; thin it out to 40.',
            16,
        ];
        yield 'fullness but for one' => [
            ['kind' => 'fullness-at-most', 'percent' => 40, 'except' => ['closed-hat']],
            true,
            'No row is fuller than 40 percent.',
            0,
        ];
        yield 'sections' => [['kind' => 'sections-at-least', 'number' => 2], false, '1 section so far; make at least 2.', 0];
        yield 'bars' => [['kind' => 'bars-total', 'low' => 4, 'high' => 8], false, '2 bars in all; make it 4 to 8.', 0];
        yield 'words' => [['kind' => 'note-words', 'least' => 6], true, 'You said what you chose.', 0];
        yield 'too few words' => [['kind' => 'note-words', 'least' => 7], false, '6 words about your work; write at least 7.', 0];
    }

    public function testPointsAreThoseOfThePassed(): void
    {
        $result = self::check(
            [
                ['kind' => 'starts-with', 'instrument' => 'kick', 'points' => 3],
                ['kind' => 'uses', 'instruments' => ['snare']],
                ['kind' => 'uses', 'instruments' => ['cowbell'], 'points' => 5],
            ],
            Lesson::grid(self::BEAT, 2),
        );
        self::assertEquals(
            [2, 1, 4.0, ['passed', 'failed', 'points', 'results']],
            [$result['passed'], $result['failed'], $result['points'], array_keys($result)],
        );
        self::assertSame(['instrument' => 'kick', 'tick' => 0, 'place' => 'bar 1, beat 1'], $result['results'][0]['evidence'][0]);
    }

    public function testABeatAlwaysContainsItselfAndIsNeverClearOfItself(): void
    {
        $random = Lesson::random(50);
        for ($round = 0; $round < 60; ++$round) {
            $pattern = Lesson::any($random);
            $submission = Submission::of($pattern, '', Tolerance::of());
            $optional = array_filter(Strokes::written($pattern), static fn ($stroke): bool => $stroke->optional);
            $frame = ['kind' => 'contains', 'frame' => json_decode(PatternWriter::write($pattern))];
            if ([] === $optional) {
                self::assertTrue(self::check([$frame], $pattern)['results'][0]['passed']);
            }
            if ([] !== $submission->strokes) {
                self::assertFalse(self::check([['kind' => 'keep-clear'] + $frame], $pattern)['results'][0]['passed']);
            }
        }
    }

    public function testWhatIsAlikeCountsAndABeatInSixIsADottedQuarter(): void
    {
        $tolerance = Tolerance::of(alike: [[\Pulsanda\Core\Pattern\Instrument::Snare, \Pulsanda\Core\Pattern\Instrument::Clap]]);
        $frame = json_decode(PatternWriter::write(Lesson::grid('snare ....|x...|....|x...')));
        self::assertTrue(
            self::check(
                [['kind' => 'contains', 'frame' => $frame]],
                Lesson::grid('clap ....|x...|....|x...'),
                '',
                $tolerance,
            )['results'][0]['passed'],
        );
        $six = Lesson::grid('snare ......|xxxxxx', 1, Meter::of(6, 8), Tempo::of(72, '4.'), Swing::of());
        self::assertSame(
            'The fill has 6 hits.',
            self::check([['kind' => 'fill-at-end', 'beats' => 1, 'least' => 6]], $six)['results'][0]['text'],
        );
    }

    public function testPointsAndCountsAddUpOverRandomBeats(): void
    {
        $random = Lesson::random(404);
        for ($round = 0; $round < 30; ++$round) {
            $frame = json_decode(PatternWriter::write(Lesson::any($random)));
            $list = [
                ['kind' => 'contains', 'points' => 3, 'frame' => $frame], ['kind' => 'keep-clear', 'points' => 0.5, 'frame' => $frame],
                [
                    'kind' => 'instruments-at-least',
                    'points' => 2,
                    'number' => $random->getInt(1, 4),
                ], ['kind' => 'bars-total', 'low' => 1, 'high' => $random->getInt(1, 12)],
                ['kind' => 'fullness-at-most', 'points' => 4, 'percent' => $random->getInt(0, 100), 'except' => []], [
                    'kind' => 'hits-between',
                    'points' => 1,
                    'low' => 1,
                    'high' => $random->getInt(1, 40),
                    'per' => 'bar',
                ],
            ];
            $requirements = RequirementFile::read((string) json_encode($list));
            $beat = Lesson::any($random);
            $checked = self::say($requirements, Submission::of($beat, '', Tolerance::of()));
            self::assertSame(\count($list), $checked['passed'] + $checked['failed']);
            self::assertSame(array_column($list, 'kind'), array_column($checked['results'], 'kind'));
            self::assertEqualsWithDelta(
                array_sum(array_map(static fn (array $one): float => $one['earned'], $checked['results'])),
                $checked['points'],
                0.02,
            );
            foreach ($checked['results'] as $one) {
                // All or nothing, save for a frame, of which each hit counts.
                self::assertTrue('contains' === $one['kind'] || abs($one['earned'] - ($one['passed'] ? $one['points'] : 0)) < 1e-9);
            }
            self::assertLessThanOrEqual($requirements->points(), $checked['points']);
            self::assertEqualsWithDelta(11.5, $requirements->points(), 1e-9);
            self::assertEquals(
                $checked,
                self::say(RequirementFile::fromData($requirements->toData()), Submission::of($beat, '', Tolerance::of())),
                'written and read again it says the same',
            );
            // A beat always holds itself, as far as it sounds every time.
            $own = RequirementFile::read(
                (string) json_encode([['kind' => 'contains', 'frame' => json_decode(PatternWriter::write($beat))]]),
            );
            $sure = [] === array_filter(Strokes::written($beat), static fn (Stroke $stroke): bool => $stroke->optional);
            self::assertTrue(!$sure || $own->check(Submission::of($beat, '', Tolerance::of()))['results'][0]['passed']);
            foreach ($checked['results'] as $one) {
                self::assertLessThanOrEqual(20, str_word_count($one['text']), $one['text']);
                self::assertStringEndsWith('.', $one['text']);
            }
        }
    }

    public function testEveryKindDeclaresItselfAndIsReadAsItIsOffered(): void
    {
        $frame = json_decode(PatternWriter::write(Lesson::steps(['kick' => [1]])));
        $offered = $declared = [];
        foreach (RequirementFile::rules() as $kind => $rule) {
            $data = $rule::declares()->toData(Spoken::voice());
            $declared[] = $kind;
            self::assertSame($kind, $data['kind']);
            self::assertNotSame('', $data['menu']);
            $keys = array_map(static fn (Blank $blank): string => $blank->key, $rule::declares()->blanks);
            $offered[] = ['kind' => $kind] + (\in_array('frame', $keys, true) ? ['frame' => $frame] : []) + (array) $data['usual'];
            self::assertSame(
                [],
                array_diff($keys, array_keys((array) $data['usual']), ['frame']),
                "$kind has a usual value for every blank",
            );
        }
        $checked = self::check($offered, Lesson::steps(['kick' => [1]]));
        self::assertSame($declared, array_column($checked['results'], 'kind'));
        self::assertCount(22, $declared);
    }

    /** Whatever the order of the words, a sentence has each blank once, and none of its words is missing. */
    public function testEverySentenceHasItsBlanksInEveryLanguage(): void
    {
        foreach (['en', 'de', 'fr', 'es', 'ar'] as $language) {
            foreach (RequirementFile::rules() as $kind => $rule) {
                $data = $rule::declares()->toData(Spoken::voice(language: $language));
                $blanks = array_column(array_filter($data['sentence'], \is_array(...)), 'key');
                self::assertEqualsCanonicalizing(array_column($rule::declares()->blanks, 'key'), $blanks, "$language: $kind");
                $words = array_filter($data['sentence'], \is_string(...));
                self::assertSame($words, array_unique($words), 'pieces are told apart by their words');
                self::assertStringNotContainsString("\u{E000}", implode('', $words));
            }
        }
    }

    public function testEveryKindSaysWhatItAsks(): void
    {
        $frame = json_decode(PatternWriter::write(Lesson::steps(['kick' => [1]])));
        $asks = RequirementFile::fromData(json_decode((string) json_encode([
            [
                'kind' => 'tempo-between',
                'low' => 60,
                'high' => 80.5,
            ], ['kind' => 'contains', 'frame' => $frame], ['kind' => 'keep-clear', 'frame' => $frame],
            [
                'kind' => 'hits-between',
                'low' => 2,
                'high' => 4,
                'instrument' => 'kick',
                'per' => 'bar',
            ], ['kind' => 'hits-between', 'low' => 1, 'high' => 1],
            [
                'kind' => 'uses',
                'instruments' => ['kick', 'snare'],
            ], ['kind' => 'only-uses', 'instruments' => ['kick']], ['kind' => 'instruments-at-least', 'number' => 3],
            [
                'kind' => 'levels-at-least',
                'instrument' => 'snare',
                'number' => 2,
            ], ['kind' => 'bars-differ', 'bars' => [1, 2], 'low' => 1, 'high' => 4],
            [
                'kind' => 'fill-at-end',
                'least' => 4,
                'beats' => 1,
                'instruments' => ['snare'],
            ], ['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'swing-between', 'low' => 55, 'high' => 60],
            [
                'kind' => 'fullness-at-most',
                'percent' => 50,
                'except' => ['closed-hat'],
            ], ['kind' => 'sections-at-least', 'number' => 2], ['kind' => 'bars-total', 'low' => 2, 'high' => 2],
            ['kind' => 'note-words', 'least' => 5],
        ])))->asks(Spoken::voice());
        self::assertSame([
            'The tempo lies between 60 and 80.5 beats a minute.', 'The given part is all there.', 'The places that should stay clear are clear.',
            'Kick: 2 to 4 hits in every bar.', 'In all: 1 hit.', 'Kick and snare are heard.', 'Nothing but kick is heard.', 'At least 3 instruments are heard.',
            'Snare: at least 2 levels of loudness, out of ghost, soft, firm and '
                .'accent.', 'Bars 1 and 2 differ by 1 to 4 hits.', 'A fill on snare at the end: at least 4 hits, one after the other, in the last beat or longer.',
            'Kick stands on the first downbeat.', 'The swing lies between 55 and 60 percent.', 'No row fills more than 50 percent of '
                .'its sixteenths, except closed hi-hat.',
            'At least 2 sections are played.', 'One pass lasts 2 bars.', 'Your line about the work has at least 5 words.',
        ], array_column($asks, 'text'));
        self::assertEquals([$frame, $frame], array_column($asks, 'frame'), 'what is drawn can be shown');
    }

    public function testABeatOfSixEightsIsSaidToBeThreeOfThem(): void
    {
        $rules = RequirementFile::read('[{"kind":"fill-at-end","least":4,"beats":1,"instruments":[]},{"kind":"crescendo","instrument":"snare","beats":2}]');
        foreach ($rules->asks(Spoken::voice(), Meter::of(6, 8)) as $ask) {
            self::assertStringEndsWith('A beat here is three eighths long.', $ask['text']);
        }
        self::assertSame($rules->asks(Spoken::voice()), $rules->asks(Spoken::voice(), Meter::of(4, 4)));
    }

    #[DataProvider('badFiles')]
    public function testABadFileIsRefusedWithItsPlace(string $json, string $sentence): void
    {
        try {
            RequirementFile::read($json);
            self::fail('It was read.');
        } catch (InvalidInput $error) {
            self::assertStringContainsString($sentence, $error->getMessage());
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function badFiles(): iterable
    {
        yield 'no list' => ['{}', 'a list [...]'];
        yield 'no kind' => ['[{}]', '[0].kind: this must be one of'];
        yield 'another kind' => ['[{"kind": "be-beautiful"}]', '[0].kind: this must be one of: tempo-between'];
        yield 'an unknown key' => ['[{"kind": "starts-with", "instrument": "kick", "bar": 2}]', '[0].bar: this key is not known'];
        yield 'no instrument' => ['[{"kind": "starts-with"}]', '[0].instrument: this is missing'];
        yield 'an unknown instrument' => [
            '[{"kind": "uses", "instruments": ["kick", "theremin"]}]',
            '[0].instruments[1]: there is no instrument "theremin"',
        ];
        yield 'a range the wrong way round' => ['[{"kind": "tempo-between", "low": 90, "high": 60}]', '[0].high: 60 is out of range'];
        yield 'one bar twice' => ['[{"kind": "bars-differ", "bars": [2, 2], "low": 0, "high": 1}]', '[0].bars: two different bars'];
        yield 'a frame that is no pattern' => [
            '[{"kind": "contains", "frame": {"format": "x"}}]',
            '[0].frame.format: this is not a Pulsanda pattern',
        ];
        yield 'an odd measure' => [
            '[{"kind": "hits-between", "low": 0, "high": 1, "per": "beat"}]',
            '[0].per: this must be "bar" or "whole"',
        ];
    }

    /**
     * @param list<array<string, mixed>> $requirements
     *
     * @return SaidOfAll
     */
    private static function check(array $requirements, Pattern $pattern, string $note = '', ?Tolerance $tolerance = null): array
    {
        return self::say(
            RequirementFile::read((string) json_encode($requirements)),
            Submission::of($pattern, $note, $tolerance ?? Tolerance::of()),
        );
    }

    /** @return SaidOfAll after a way through storage, where only data is kept */
    private static function say(Requirements $requirements, Submission $submission): array
    {
        /** @var Checked $stored */
        $stored = json_decode((string) json_encode($requirements->check($submission)), true);
        $counting = new Counting($submission->pattern->meter, Spoken::voice(CountingStyle::Syllables));

        return Requirements::say($stored, static fn (int $tick): string => $counting->place($tick, $submission->pattern->bars() > 1), Spoken::voice());
    }

    public function testAFrameCountsAsFarAsItIsKept(): void
    {
        $frame = json_decode(PatternWriter::write(Lesson::grid('kick x...|x...|x...|x...')));
        $list = [['kind' => 'contains', 'points' => 8, 'frame' => $frame]];
        foreach (['x...|x...|x...|x...' => 8.0, 'x...|x...|x...|....' => 6.0, '....|....|....|....' => 0.0] as $kick => $points) {
            self::assertEqualsWithDelta($points, self::check($list, Lesson::grid("kick $kick\nsnare ....|x...|....|x..."))['points'], 1e-9);
        }
    }

    /** Whoever adds nothing to what was given, or fills every place, has chosen nothing: rules that are met by that bring no points. */
    public function testWhatIsGivenEarnsNothingByItselfAndNorDoesFillingEverything(): void
    {
        $given = Lesson::grid("kick x...|....|x...|....\nsnare ....|....|....|....\nclosed-hat ....|....|....|....");
        $frame = json_decode(PatternWriter::write($given));
        $requirements = RequirementFile::read((string) json_encode([
            ['kind' => 'contains', 'points' => 10, 'frame' => $frame],
            ['kind' => 'tempo-between', 'points' => 10, 'low' => 60, 'high' => 120],
        ]));
        $all = 'xxxx|xxxx|xxxx|xxxx';
        foreach ([
            'nothing' => $given,
            'everything' => Lesson::grid("kick $all\nsnare $all\nclosed-hat $all"),
            '' => Lesson::grid("kick x...|....|x.x.|....\nsnare ....|x...|....|x..x\nclosed-hat x.x.|x.x.|x.x.|x.x."),
        ] as $added => $beat) {
            $checked = $requirements->check(Submission::of($beat, '', Tolerance::of()), $given);
            self::assertSame(['' === $added ? 20.0 : 0.0, $added], [(float) $checked['points'], $checked['added'] ?? '']);
        }
        self::assertSame(20.0, (float) $requirements->check(Submission::of($given, '', Tolerance::of()))['points'], 'with nothing given, all is added');
    }
}
