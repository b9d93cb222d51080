<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Pulsanda\Core\Sound\Wav;

/** Somebody claps into the microphone. On a busy machine the browser loses claps, so bin/test runs this in quiet. */
final class ClapsTest extends BrowserTestCase
{
    public function testClapsIntoTheMicrophoneAreWrittenInTheirDistances(): void
    {
        $elodie = $this->person('elodie', microphone: self::claps());
        $elodie->press('Begin: Ferry');
        $elodie->soundsLoaded();
        $elodie->press('Play in');
        $elodie->press('More');
        $elodie->press('Microphone');
        $elodie->told('Two seconds of silence');
        $elodie->told('Listening: every stroke goes to');
        // So loud that no clap would be heard beside them: here the speakers are not heard by the microphone.
        $elodie->press('Metronome');
        $elodie->press('Play');
        $elodie->told('is written');
        $elodie->press('Stop');
        $elodie->saved();
        $strokes = $elodie->script(<<<'JS'
            const request = new XMLHttpRequest();
            request.open('GET', '/api/parts/' + location.pathname.split('/')[2] + '/bench', false);
            request.send();
            const { draft } = JSON.parse(request.responseText);
            return draft.pattern.sections[0].rows[0].hits.map(({ at, push = 0 }) => at + push);
            JS);
        /** @var list<int> $strokes */
        self::assertGreaterThan(3, \count($strokes));
        // Claps come each half second; at this tempo a millisecond is so many ticks (♩. = 72 is 1,728 ticks a second).
        $apart = array_map(static fn (int $a, int $b): int => $b - $a, \array_slice($strokes, 0, -1), \array_slice($strokes, 1));
        // On a busy machine the file stutters and loses claps; how exact strokes are is onsets.test's matter.
        $heard = array_filter($apart, static fn (int $ticks): bool => abs($ticks - 864) <= 22);
        self::assertGreaterThanOrEqual(2, \count($heard), (string) json_encode($strokes));
        // Switched off and on again, it listens anew.
        $elodie->press('Microphone');
        $elodie->readNot('Listening: every stroke');
        $elodie->press('Microphone');
        $elodie->told('Two seconds of silence');
        $elodie->assertNoComplaints();
    }

    /** @return string a file: eight seconds of almost nothing, then a clap each half second, and noise at −30 dB under all of it */
    private static function claps(): string
    {
        mt_srand(33);
        $noise = static fn (): float => 2 * mt_rand() / mt_getrandmax() - 1;
        $values = [];
        for ($i = 0; $i < 36 * Wav::RATE; ++$i) {
            $since = ($i / Wav::RATE) - 8;
            $since = $since < 0 ? 1 : fmod($since, 0.5);
            $values[] = 0.055 * $noise() + ($since < 0.1 ? 0.6 * $noise() * exp(-$since / 0.018) : 0);
        }
        $numbers = Wav::numbers($values);
        $file = sys_get_temp_dir().'/pulsanda-claps-'.getmypid().'.wav';
        file_put_contents($file, Wav::header(\strlen($numbers), 1).$numbers);

        return $file;
    }
}
