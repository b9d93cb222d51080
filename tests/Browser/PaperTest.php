<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Symfony\Component\Process\Process;

/** Patterns that come from paper, spreadsheets and other programs. */
final class PaperTest extends BrowserTestCase
{
    public function testAPublishedPatternIsTypedAndSeenBeforeItIsTaken(): void
    {
        $wren = $this->person('wren');
        $wren->press("Begin: Lamplighters' March");
        $wren->cell(0, 240)->click();
        $wren->bringIn('type');
        $wren->fill('Rows as text', "kick 1 8 11 15\nsnare 5, 13\nhats odd");
        $wren->told('Read: 22 new hits, 1 removed.');
        self::assertNull($wren->hit(1, 960), 'not before it is taken');
        $wren->fill('Rows as text', "kick 1\nfrog 3");
        $wren->told('line 2: "frog" is no instrument that is known here');
        $wren->fill('Rows as text', "kick 1 8 11 15\nsnare 5, 13\nhats odd");
        $wren->told('Read: 22 new hits, 1 removed.');
        $wren->press('Use this');
        $wren->until(static fn (): bool => 90 === $wren->hit(1, 960) && 90 === $wren->hit(0, 1680), 'the hits of the book');
        self::assertNull($wren->hit(0, 240));
        // Cells of a spreadsheet, with any mark.
        $wren->script(
            'const field = document.querySelector("textarea[aria-label=\'Rows as text\']");'
                .'Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set.call(field, arguments[0]);'
                .'field.dispatchEvent(new Event("input", { bubbles: true }));',
            "Crash\t●".str_repeat("\t", 31),
        );
        $wren->told('Read: 1 new hit');
        $wren->press('Use this');
        $wren->until(static fn (): bool => 90 === $wren->hit(3, 0), 'the cell of the sheet');
        $wren->press('Undo: use what is typed');
        $wren->until(static fn (): bool => null === $wren->hit(3, 0), 'it to be taken back');
        $wren->saved();
        $wren->assertNoComplaints();
    }

    public function testAMidiFileWithNotesThatNobodyKnowsIsTakenWhenAsked(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press("Begin: Lamplighters' March");
        $kwame->cell(2, 480)->click();
        $kwame->bringIn('files');
        // Kick on one, a note without a drum, snare on two; at 96, in two bars of 4/4.
        $track = "\0\xFF\x51\x03\x09\x89\x68\0\x99\x24\x64\0\x99\x5A\x64\x60\x99\x26\x50\x84\x20\xFF\x2F\0";
        $file = tempnam(sys_get_temp_dir(), 'beat').'.mid';
        file_put_contents($file, 'MThd'.pack('Nnnn', 6, 0, 1, 96).'MTrk'.pack('N', \strlen($track)).$track);
        $kwame->see('input[aria-label="Pattern file"]', hidden: true)->sendKeys($file);
        $kwame->read('Note 90 is no drum that is known here; 1 of it left out.');
        self::assertSame(90, $kwame->hit(2, 480), 'nothing has changed yet');
        $kwame->choose('Note 90 is', 'Crash');
        $kwame->readNot('Note 90 is no drum');
        $kwame->press('Use this');
        $kwame->until(static fn (): bool => 100 === $kwame->hit(0, 0) && 80 === $kwame->hit(1, 960) && 100 === $kwame->hit(2, 0), 'the beat of the file');
        $kwame->saved();
        $kwame->bringIn('files');
        file_put_contents($file, 'These are only words.');
        $kwame->see('input[aria-label="Pattern file"]', hidden: true)->sendKeys($file);
        $kwame->read('This is no MIDI file; it does not begin as one.');
        unlink($file);
        $kwame->assertNoComplaints();
    }

    public function testAClassIsPrintedAPageEach(): void
    {
        $odile = $this->person('odile');
        $odile->press("Mark 12: Lamplighters' March");
        $odile->press('Paper');
        $odile->read("Lamplighters' March on paper");
        $odile->read('Ines Caldeira');
        $odile->read('Snare: a hit is missing');
        $text = $this->printed($odile);
        self::assertSame(13, substr_count($text, "\f"), 'a page for everybody who has handed in');
        self::assertStringContainsString('Ines Caldeira', $text);
        self::assertStringContainsString('Snare: a hit is missing', $text);
        self::assertStringNotContainsString('Today', $text, 'the page alone');
        $odile->press('both');
        $odile->until(static fn (): bool => 13 === \count((array) $odile->script(
            'return [...document.querySelectorAll(".paper-page")].filter((page) => page.querySelectorAll(".vf-stavenote").length > 3)'
                .'.map((page) => page.querySelector("h2").textContent)',
        )), 'every beat on the staff');
        self::assertSame(13, substr_count($this->printed($odile), "\f"));
        $odile->press('steps');
        $odile->press('four');
        $odile->press('x and X');
        $odile->press('1 2 3 … 16');
        $odile->until(fn (): bool => 1 === preg_match('/ 15 +16\b/', $this->printed($odile)), 'steps counted by their number');
        self::assertLessThan(13, substr_count($this->printed($odile), "\f"));
        $odile->press('Custom symbols');
        $odile->fill('Kick', 'B');
        $odile->until(fn (): bool => str_contains($this->printed($odile), 'B>'), 'the sign of the class');
        $odile->press('blank, for a pencil');
        $blank = preg_replace('/[A-Z][a-z]/', '', $this->printed($odile)) ?? '';
        self::assertDoesNotMatchRegularExpression('/X|B>/', $blank, 'nothing is filled in');
        $odile->press('the hits');
        $odile->press('the target');
        $odile->read('The lamps are lit one by one.');
        $odile->assertNoComplaints();
    }

    public function testAStudentPrintsTheirOwnBeat(): void
    {
        $ines = $this->person('ines');
        $ines->press("Change it: Lamplighters' March");
        $ines->press('your beat on paper');
        $ines->read("Lamplighters' March on paper");
        self::assertSame(1, substr_count($this->printed($ines), "\f"));
        $ines->press('to hear');
        $ines->see('.staff .vf-stavenote');
        $ines->press('Play');
        $ines->until(
            static fn (): bool => true === $ines->script('return getComputedStyle(document.querySelector(".staff-reading")).opacity === "1"'),
            'the reading line on the staff',
        );
        $ines->assertNoComplaints();
    }

    public function testHandsAndFeetThatSoundTogetherStandTogether(): void
    {
        $odile = $this->person('odile');
        $odile->go('/sheet/shelf/groove:down-the-steps');
        $odile->press('staff');
        $odile->see('.staff .vf-stavenote');
        // Hands in triplets: 1 let 2 let 3 let 4 trip let; feet: 1, a rest, 3, a rest.
        /** @var list<float> $at */
        $at = $odile->script('return [...document.querySelectorAll(".vf-stavenote")].map((note) => note.getBoundingClientRect().left)');
        self::assertCount(13, $at);
        self::assertEqualsWithDelta($at[0], $at[9], 8, 'on 1');
        self::assertEqualsWithDelta($at[4], $at[11], 8, 'on 3');
        self::assertLessThan($at[11], $at[3], 'beat 2 is over by then');
        $odile->press('steps');
    }

    /** What the browser would print, as the text of its pages; each ends with a form feed. */
    private function printed(Person $person): string
    {
        $pdf = $person->driver->executeCustomCommand('/session/:sessionId/print', 'POST', ['background' => false]);
        self::assertIsString($pdf);
        $process = new Process(['pdftotext', '-layout', '-', '-'], input: (string) base64_decode($pdf, true));

        return $process->mustRun()->getOutput();
    }
}
