<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Pulsanda\Core\Sound\Wav;

/** Feedback that is spoken, and the answer to it, through a microphone that hears a made voice. */
final class SpokenTest extends BrowserTestCase
{
    private const PLAYS = <<<'JS'
        const [audio] = document.querySelectorAll('audio[aria-label="' + arguments[0] + '"]');
        return audio ? (audio.error ? 'error ' + audio.error.code : audio.readyState > 0 && audio.duration > 0.2) : 'none';
        JS;

    public function testATeacherSpeaksAStudentHearsItReadsItAndSpeaksBack(): void
    {
        $odile = $this->person('odile', microphone: self::voice());
        $odile->bringAxe();
        $odile->go('/');
        $odile->press('Mark 12: Lamp');
        $odile->press('Amara Obi');
        $odile->press('Speak feedback');
        $odile->read('0:01 of 2:00');
        $odile->press('Stop speaking');
        $odile->until(static fn (): bool => true === $odile->script(self::PLAYS, 'What you have said'), 'the recording to be there to hear');
        $odile->fill('In writing', 'Listen for the snare.');
        $odile->press('Use 17');
        $odile->read('Saved; not returned yet');
        $odile->assertNothingSerious('an answer that is spoken');
        $odile->press('Return to Amara');
        $odile->read('a new recording is heard at once');

        $amara = $this->person('amara', 390, 844, true, microphone: self::voice());
        $amara->bringAxe();
        $amara->go('/');
        $amara->press('Read the feedback');
        $amara->read('Your teacher, spoken: Listen for the snare.');
        $amara->until(static fn (): bool => true === $amara->script(self::PLAYS, 'Your teacher, spoken'), 'the teacher to be heard');
        $amara->script('document.querySelector("figure button").click()');
        $amara->until(
            static fn (): bool => true === $amara->script('return document.querySelector("figure audio").currentTime > 0'),
            'it to sound',
        );
        $amara->press('Say it instead');
        $amara->read('0:01 of 2:00');
        $amara->press('Stop speaking');
        $amara->until(static fn (): bool => true === $amara->script(self::PLAYS, 'What you have said'), 'the answer to be there');
        $amara->assertNothingSerious('an answer to what was returned');

        $odile->go('/');
        $odile->press('Mark 11: Lamp');
        $odile->press('Amara Obi');
        $odile->until(static fn (): bool => true === $odile->script(self::PLAYS, 'Amara, spoken'), 'the student to be heard');
        // It goes on a second press, and says before what goes.
        $odile->press('Remove recording …');
        $odile->read('What was spoken here is gone then');
        $odile->press('Remove recording');
        $odile->read('Speak feedback');
        $odile->assertNoComplaints();
        $amara->assertNoComplaints();
    }

    public function testARecordingThatCouldNotBeSentStaysUntilItIs(): void
    {
        $odile = $this->person('odile', microphone: self::voice());
        $odile->press('Mark 11: Lamp');
        $odile->press('Zoë Lindqvist');
        $odile->press('Speak feedback');
        $odile->read('0:01 of 2:00');
        $odile->offline(true);
        $odile->press('Stop speaking');
        $odile->read('No connection');
        $odile->offline(false);
        $odile->press('Send it again');
        $odile->until(static fn (): bool => true === $odile->script(self::PLAYS, 'What you have said'), 'the recording to be there to hear');
    }

    /** @return string a file with four seconds of a tone that moves as a voice does */
    private static function voice(): string
    {
        $values = [];
        for ($i = 0; $i < 4 * Wav::RATE; ++$i) {
            $values[] = 0.3 * sin($i / 40 + 8 * sin($i / 3000));
        }
        $numbers = Wav::numbers($values);
        $file = sys_get_temp_dir().'/pulsanda-voice-'.getmypid().'.wav';
        file_put_contents($file, Wav::header(\strlen($numbers), 1).$numbers);

        return $file;
    }
}
