<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Require;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Spoken;

/** Of each rule that judges music, ten beats that a teacher would pass and ten that a teacher would not. */
final class AsATeacherTest extends TestCase
{
    private const GROOVE = [
        'kick        x...|....|x...|....|',
        'snare       ....|X...|....|X...|',
        'closed-hat  x.x.|x.x.|x.x.|x.x.|',
    ];

    /** @param array<string, mixed> $rule */
    #[DataProvider('beats')]
    public function testARuleJudgesAsATeacherWould(array $rule, bool $passes, Pattern $beat): void
    {
        $rules = RequirementFile::read((string) json_encode([$rule]));
        $checked = $rules->check(Submission::of($beat, '', Tolerance::of()));
        $said = $rules::sentence($checked['results'][0], static fn (int $tick): string => "tick $tick", Spoken::voice());
        self::assertSame($passes, 1 === $checked['passed'], $said);
        self::assertLessThanOrEqual(20, \count(explode(' ', $said)), $said);
        self::assertSame($passes ? 1.0 : 0.0, $checked['points']);
        foreach (['de', 'fr', 'es', 'ar'] as $language) {
            $voice = Spoken::voice(language: $language);
            foreach ([$rules->asks($voice)[0]['text'], $rules::sentence($checked['results'][0], static fn (int $tick): string => "$tick", $voice)] as $text) {
                self::assertMatchesRegularExpression('/^[^{}]+\.$/u', $text);
                self::assertNotSame($said, $text, $language);
            }
        }
    }

    /** @return iterable<string, array{array<string, mixed>, bool, Pattern}> */
    public static function beats(): iterable
    {
        foreach ([
            ...self::fills(), ...self::accents(), ...self::tempos(), ...self::crescendos(), ...self::answers(), ...self::offbeats(),
            ...self::backbeats(), ...self::sticking(),
        ] as $name => [$rule, $yes, $no]) {
            self::assertGreaterThanOrEqual(10, \count($yes), $name);
            self::assertGreaterThanOrEqual(10, \count($no), $name);
            foreach ([1 => $yes, 0 => $no] as $passes => $some) {
                foreach ($some as $i => $beat) {
                    yield "$name, ".(1 === $passes ? 'yes' : 'no').' '.($i + 1) => [
                        $rule, 1 === $passes, $beat instanceof Pattern ? $beat : self::beat($beat),
                    ];
                }
            }
        }
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function fills(): array
    {
        return ['a fill' => [
            ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 4, 'instruments' => []],
            [
                self::after('snare ....|X...|....|xxxx', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|....'),
                // The whole bar on the toms, in eighths.
                self::after('high-tom x.x.|....|....|....', 'high-mid-tom ....|x.x.|....|....', 'low-mid-tom ....|....|x.x.|....', 'floor-tom ....|....|....|x.x.'),
                self::after('snare xxxx|....|....|....', 'high-tom ....|xxxx|....|....', 'low-mid-tom ....|....|xxxx|....', 'floor-tom ....|....|....|xxxx'),
                // Silence, then four.
                self::after('kick x...|....|....|....', 'snare ....|X...|....|XxxX', 'closed-hat x.x.|x.x.|....|....'),
                // The hats go on, the snare fills.
                self::after('snare ....|X...|....|xxxx', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|x.x.'),
                // Threes on snare and kick, over two beats.
                self::after('snare ....|X...|.xx.|xx.x', 'kick x...|....|x..x|..x.', 'closed-hat x.x.|x.x.|....|....'),
                // Doubled strokes.
                self::after('snare ....|X...|....|d.d.', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|....'),
                self::after('snare ....|X...|....|x.xx', 'floor-tom ....|....|....|.x..', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|....'),
                // Sixteenths on the hats all along; the snare takes their places at the end.
                "closed-hat xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|....\nsnare ....|X...|....|X...|....|X...|....|xxxx\nkick x...|....|x...|....|x...|....|x...|....",
                // A single bar, in which the last beat breaks out.
                "kick x...|....|x...|....\nsnare ....|X...|....|xxxx\nclosed-hat x.x.|x.x.|x.x.|....",
                // Over four bars.
                "kick x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....\n"
                    .'snare ....|X...|....|X...|....|X...|....|X...|....|X...|....|X...|....|X...|xxxx|xxxx',
            ],
            [
                // Everything once on beat 4.
                self::after('kick x...|....|x...|x...', 'snare ....|X...|....|X...', 'closed-hat x.x.|x.x.|x.x.|x.x.', 'crash ....|....|....|x...'),
                // As before.
                self::after('kick x...|....|x...|....', 'snare ....|X...|....|X...', 'closed-hat x.x.|x.x.|x.x.|x.x.'),
                // Nothing at all.
                self::after('kick ....|....|....|....'),
                // One stroke more.
                self::after('kick x...|....|x...|..x.', 'snare ....|X...|....|X...', 'closed-hat x.x.|x.x.|x.x.|x.x.'),
                // A fill at the beginning.
                self::after('snare xxxx|X...|....|X...', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|x.x.'),
                // Three strokes.
                self::after('snare ....|X...|....|xxx.', 'kick x...|....|x...|....', 'closed-hat x.x.|x.x.|x.x.|....'),
                // Sixteenths on the hats that were there all along.
                "closed-hat xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|xxxx|xxxx\nsnare ....|X...|....|X...|....|X...|....|X...",
                // The same "fill" in every bar is the groove.
                "snare ....|X...|....|xxxx|....|X...|....|xxxx\nkick x...|....|x...|....|x...|....|x...|....",
                // Only the hats change.
                self::after('kick x...|....|x...|....', 'snare ....|X...|....|X...', 'closed-hat x.x.|x.x.|x.x.|....', 'open-hat ....|....|....|x.x.'),
                // Chords: three drums at once, twice.
                self::after('snare ....|X...|....|X.x.', 'high-tom ....|....|....|x.x.', 'floor-tom ....|....|....|x.x.'),
                'kick x...|x...|x...|x...',
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function accents(): array
    {
        return ['accents' => [
            ['kind' => 'accents-on', 'instrument' => 'closed-hat', 'where' => 'beats'],
            [
                'closed-hat Xsss|Xsss|Xsss|Xsss', 'closed-hat xsss|xsss|xsss|xsss', 'closed-hat Xxxx|Xxxx|Xxxx|Xxxx', 'closed-hat X.s.|X.s.|X.s.|X.s.',
                'closed-hat xggg|xggg|xggg|xggg', 'closed-hat X..s|X..s|X..s|X..s', 'closed-hat Xsss|xsss|Xsss|xsss', "kick x...|x...|x...|x...\nclosed-hat X.x.|X.x.|X.x.|X.x.",
                'closed-hat Xsss|Xsss|Xsss|Xsss|Xsss|Xsss|Xsss|Xsss', 'closed-hat Xsgs|Xsgs|Xsgs|Xsgs',
            ],
            [
                'closed-hat xxxx|xxxx|xxxx|xxxx', 'closed-hat ssss|ssss|ssss|sssx', 'closed-hat Xsss|ssss|ssss|ssss', 'closed-hat sXss|sXss|sXss|sXss',
                'closed-hat x...|x...|x...|x...', 'closed-hat .sss|Xsss|Xsss|Xsss', 'closed-hat XXXX|XXXX|XXXX|XXXX', 'closed-hat Xsss|Xsss|Xsss|XssX',
                'closed-hat Xsss|Xsss|Xsss|Xsss|Xsss|Xsss|Xsss|ssss', 'kick X...|X...|X...|X...', 'closed-hat s.X.|s.X.|s.X.|s.X.',
            ],
        ]];
    }

    public function testABarOfOneBeatHasNoBackbeatToAccent(): void
    {
        $beat = self::beat('closed-hat Xsss', Meter::of(1, 4));
        $rules = RequirementFile::read('[{"kind": "accents-on", "instrument": "closed-hat", "where": "backbeat"}]');
        $checked = $rules->check(Submission::of($beat, '', Tolerance::of()));
        self::assertSame(0, $checked['passed']);
        self::assertSame('Closed hi-hat: 1 accent missing on the backbeat.', $rules::sentence($checked['results'][0], static fn (): string => '', Spoken::voice()));
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function tempos(): array
    {
        $at = static fn (float $bpm, string $beat, Meter $meter): Pattern => Pattern::of('T', $meter, Tempo::of($bpm, $beat), [Section::of('A', 1, [], $meter)]);
        [$four, $six, $twelve, $half, $five] = [Meter::of(4, 4), Meter::of(6, 8), Meter::of(12, 8), Meter::of(2, 2), Meter::of(5, 8, [3, 2])];

        return ['a tempo between 96 and 120' => [
            ['kind' => 'tempo-between', 'low' => 96, 'high' => 120],
            [
                $at(96, '4', $four), $at(120, '4', $four), $at(100, '4.', $six), $at(96, '4.', $six), $at(110, '4.', $twelve), $at(60, '2', $four),
                $at(300, '8', $six), $at(100, '2', $half), $at(200, '4', $half), $at(110, '8', $five),
            ],
            [
                $at(95, '4', $four), $at(121, '4', $four), $at(100, '4', $six), $at(120, '4', $six), $at(100, '8', $six), $at(60, '4.', $twelve),
                $at(100, '2', $four), $at(100, '4', $half), $at(110, '4', $five), $at(180, '4.', $six),
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function crescendos(): array
    {
        return ['a crescendo' => [
            ['kind' => 'crescendo', 'instrument' => 'snare', 'beats' => 4],
            [
                'snare gggg|ssss|xxxx|XXXX', 'snare g.s.|s.x.|x.x.|X.X.', 'snare g...|s...|x...|X...', 'snare ....|ssss|xxxx|XXXX', 'snare ....|....|gsxX|....',
                'snare ggss|ssxx|xxxx|XXXX', 'snare ssss|ssss|xxxx|XXXX', "kick X...|....|....|....\nsnare g.g.|s.s.|x.x.|X.X.",
                self::velocities(30, 36, 42, 48, 54, 60, 66, 72), self::velocities(40, 50, 45, 60, 70, 80, 78, 90), self::velocities(20, 20, 20, 30, 40, 60, 90, 127),
            ],
            [
                'snare XXXX|xxxx|ssss|gggg', 'snare xxxx|xxxx|xxxx|xxxx', 'snare g...|....|....|X...', 'snare gsxX|gsxX|gsxX|gsxX', 'snare ggXg|ssss|xxxx|XXXX',
                'snare ....|....|....|....', 'kick gggg|ssss|xxxx|XXXX', 'snare XXXX|XXXX|XXXX|XXXX', self::velocities(60, 62, 64, 66, 68, 70, 72, 74),
                self::velocities(30, 60, 90, 120, 100, 110, 120, 127), self::velocities(127, 30, 60, 70, 80, 90, 100, 120),
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function answers(): array
    {
        return ['an answer' => [
            ['kind' => 'answers', 'bars' => [1, 2], 'instrument' => 'all'],
            [
                'snare x..x|..x.|....|....|..x.|x..x|....|....', "open-conga x.x.|x...|....|....|....|....|....|....\nlow-conga ....|....|....|....|x.x.|x...|....|....",
                "high-tom x..x|..x.|....|....|....|....|....|....\nfloor-tom ....|....|....|....|x..x|..x.|....|....", 'snare x...|x...|x...|....|..x.|..x.|..x.|..x.',
                "clap x.xx|....|....|....|....|....|....|....\nkick ....|....|....|....|x.xx|....|....|....", 'snare x.x.|x.x.|....|....|....|....|x.x.|x.x.',
                'cowbell x..x|..x.|..x.|x...|..x.|x...|x..x|..x.', 'snare xxxx|x...|....|....|....|....|xxxx|x...',
                "snare x...|..x.|x...|....|....|....|....|....\nside-stick ....|....|....|....|x...|..x.|x...|....", 'kick x..x|....|x...|....|..x.|..x.|....|..x.',
            ],
            [
                'snare x..x|..x.|....|....|x..x|..x.|....|....', 'snare x..x|..x.|....|....|....|....|....|....', 'snare ....|....|....|....|x..x|..x.|....|....',
                'snare x..x|..x.|x...|x...|..x.|....|....|....', 'snare x.xx|....|....|....|x...|.x..|..x.|..x.', 'snare x..x|..x.|....|....',
                'snare x..x|..x.|x.x.|x...|x..x|..x.|x.x.|..x.', 'kick x...|x...|x...|x...|x...|x...|x...|x...', 'snare x...|....|....|....|..x.|....|....|....',
                'snare x.x.|x.x.|x.x.|x.x.|.x..|.x..|....|....',
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function offbeats(): array
    {
        return ['off the beat' => [
            ['kind' => 'off-the-beat', 'instrument' => 'kick', 'percent' => 50],
            [
                'kick ..x.|..x.|..x.|..x.', 'kick x.x.|x.x.|x.x.|x.x.', 'kick x..x|....|..x.|....', 'kick x..x|..x.|....|....', 'kick ...x|....|....|....',
                "snare x...|x...|x...|x...\nkick ..x.|....|..x.|....", 'kick .xxx|.xxx|.xxx|.xxx', 'kick x..x|..x.|..x.|x...', 'kick x..x|....|....|....', 'kick x.xx|....|..x.|x...',
            ],
            [
                'kick x...|x...|x...|x...', 'kick x...|....|x...|....', 'kick x.x.|x...|x...|....', 'kick x..x|....|x...|x...', 'kick ....|....|....|....',
                'snare ..x.|..x.|..x.|..x.', 'kick x...|x...|x...|x.x.', 'kick x.x.|x...|x.x.|x...', 'kick x...|....|....|....', "kick x...|x...|x...|x...\nclosed-hat ..x.|..x.|..x.|..x.",
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function backbeats(): array
    {
        $six = Meter::of(6, 8);
        $three = Meter::of(3, 4);

        return ['the backbeat' => [
            ['kind' => 'backbeat', 'instruments' => ['snare', 'clap', 'side-stick']],
            [
                implode("\n", self::GROOVE), 'snare ....|x...|....|x...', 'clap ....|x...|....|x...', "side-stick ....|x...|....|....\nsnare ....|....|....|X...",
                'snare ..g.|X..g|.g..|X..g', 'snare ....|X...|....|X...|....|X...|....|X...', 'snare x...|x...|x...|x...', self::beat('snare ...|x..', $six, eighths: true),
                self::beat('snare ....|x...|....', $three), "kick x..x|..x.|x...|..x.\nsnare ....|X...|....|X..x",
            ],
            [
                'snare x...|....|x...|....', 'snare ....|....|x...|....', 'snare ....|X...|....|....', 'snare ....|.X..|....|.X..', 'kick ....|x...|....|x...',
                'snare X...|s...|X...|s...', 'snare ....|X...|....|X...|....|X...|....|....', 'snare ....|....|....|....', self::beat('snare x..|...', $six, eighths: true),
                'high-tom ....|x...|....|x...', 'snare ..x.|..x.|..x.|..x.',
            ],
        ]];
    }

    /** @return array<string, array{array<string, mixed>, list<string|Pattern>, list<string|Pattern>}> */
    private static function sticking(): array
    {
        return ['sticking' => [
            ['kind' => 'sticking-alternates', 'instrument' => 'snare'],
            array_map(self::hands(...), ['RLRL', 'LRLR', 'RL', 'RLRLRLRL', 'R.L.R.L.', 'R..LR..L', 'LRL', 'RLR', 'L...R...', 'RLRLRLRLRLRLRLRL']),
            [
                ...array_map(self::hands(...), ['RRLL', 'RLRR', 'xxxx', 'RLxL', 'R', '....', 'RLLR', 'LL', 'RLRLRLRLRLRLRLRR', 'xRLR', 'R...R...']),
                'snare xxxx|xxxx|xxxx|xxxx',
            ],
        ]];
    }

    /** The groove for a bar, then this bar. */
    private static function after(string ...$rows): string
    {
        $lines = [];
        foreach ($rows as $row) {
            [$name, $steps] = explode(' ', $row, 2);
            $lines[$name] = '....|....|....|....|'.$steps;
        }
        foreach (self::GROOVE as $row) {
            [$name, $steps] = preg_split('/\s+/', $row, 2) ?: ['', ''];
            $lines[$name] = $steps.substr($lines[$name] ?? '....|....|....|....|....|....|....|....', 20);
        }

        return implode("\n", array_map(static fn (string $name, string $steps): string => "$name $steps", array_keys($lines), $lines));
    }

    private static function beat(string $grid, ?Meter $meter = null, bool $eighths = false): Pattern
    {
        $meter ??= Meter::of(4, 4);
        $snap = $eighths ? \Pulsanda\Core\Pattern\Snap::Eighth : \Pulsanda\Core\Pattern\Snap::Sixteenth;
        $first = explode("\n", $grid)[0];
        $steps = preg_match_all('/[gsxXd.]/', (string) strstr($first, ' '));
        $bars = max(1, intdiv($steps * $snap->ticks(), $meter->barTicks()));

        return Pattern::of('Beat', $meter, Tempo::of(96, '4'), [TextGrid::section($grid, $meter, $bars, $snap)]);
    }

    private static function velocities(int ...$velocities): Pattern
    {
        $hits = array_map(static fn (int $i, int $velocity): Hit => Hit::of($i * 480, $velocity), range(0, \count($velocities) - 1), $velocities);
        $meter = Meter::of(4, 4);

        return Pattern::of('Beat', $meter, Tempo::of(96, '4'), [
            Section::of('A', 1, [Row::of(\Pulsanda\Core\Pattern\Instrument::Snare, $hits)], $meter),
        ]);
    }

    /** Sixteenths on the snare with their hands; x for one without. */
    private static function hands(string $steps): Pattern
    {
        $hits = [];
        foreach (str_split($steps) as $i => $sign) {
            if ('.' !== $sign) {
                $hits[] = Hit::of($i * 240, hand: Hand::tryFrom($sign));
            }
        }
        $meter = Meter::of(4, 4);

        return Pattern::of('Beat', $meter, Tempo::of(96, '4'), [
            Section::of('A', 1, [Row::of(\Pulsanda\Core\Pattern\Instrument::Snare, $hits)], $meter),
        ]);
    }
}
