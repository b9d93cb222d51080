<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** The Shelf: grooves that ship, what people keep, and the way into a task. */
final class ShelfTest extends BrowserTestCase
{
    public function testAGrooveIsHeardSeenOnGridAndStaffAndTakenIntoATask(): void
    {
        $odile = $this->person('odile');
        $odile->press('Shelf');
        $odile->fill('Search', 'five heron');
        $odile->told('1 pattern');
        $odile->script(<<<'JS'
            window.heard = 0;
            const start = AudioBufferSourceNode.prototype.start;
            AudioBufferSourceNode.prototype.start = function (...all) { window.heard++; return start.apply(this, all); };
            JS);
        $odile->press('Hear Heron');
        $odile->read('Listen for three steps and two');
        $odile->until(static fn (): bool => $odile->script('return window.heard') > 3, 'the groove to sound');
        $odile->press('Both');
        $odile->see('.staff-system .vf-stavenote');
        $odile->until(
            static fn (): bool => true === $odile->script('return getComputedStyle(document.querySelector(".staff-reading")).opacity === "1"'),
            'the reading line on the staff',
        );
        $odile->press('Stop');
        $odile->script('window.heard = 0');
        $odile->press('Hear Heron');
        $odile->until(static fn (): bool => $odile->script('return window.heard') > 3, 'it to sound once more');
        $odile->press('Stop');
        // A note that is pressed on the staff is lit on the grid, and the other way round.
        $odile->press('Both');
        $this->pressAt($odile, '.staff-system', 0.5);
        $staff = $odile->see('label output, label span.truncate')->getText();
        self::assertMatchesRegularExpression('/^beat \d.*: /', $staff);
        $odile->see('.lit-place');
        $lit = $odile->script('return document.querySelector(".lit-place").getAttribute("x")');
        $this->pressAt($odile, '[data-ground="kick 0"]', 0.05);
        $odile->until(static fn (): bool => $lit !== $odile->script('return document.querySelector(".lit-place").getAttribute("x")'), 'another place');
        $odile->see('.staff-lit');

        $odile->press('Use this');
        $odile->told('“Heron” is on the sheet');
        $odile->until(static fn (): bool => null !== $odile->hit(0, 0), 'the kick of the groove');
        $odile->press('The task');
        $odile->fill('Name', 'Heron, taken');
        $odile->told('Saved at');
        $odile->go('/');
        $odile->press('Go on planning: Heron, taken');
        $odile->until(static fn (): bool => null !== $odile->hit(0, 0), 'it to be kept');
        $odile->assertNoComplaints();
    }

    public function testAReadyTaskIsPlannedWithAllItsPartsAndKeptAgain(): void
    {
        $odile = $this->person('odile');
        $odile->go('/shelf?thing=task:boards-under-your-feet');
        $odile->press('Tasks');
        $odile->read('To introduce it: Stamp 1 and 3, clap 2 and 4');
        $odile->read('The kick takes one quick step more; the snare must not notice.');
        $odile->press('Harbour Office');
        $odile->press('Plan task');
        $odile->see('[role=grid] .note');
        $odile->read('Harbour Office');
        $odile->press('Save the task to the Shelf');
        $odile->fill('Name on the Shelf', 'Boards of ours');
        $odile->fill('What it teaches', 'backbeat, backbeat, quick steps');
        $odile->press('Save to Shelf');
        $odile->read('“Boards of ours” is on the Shelf.');
        $odile->press('Shelf');
        $odile->press('Tasks');
        $odile->press('My own');
        $odile->press('Boards of ours');
        $odile->read('backbeat · quick steps');
        $odile->press('Remove from Shelf');
        $odile->told('“Boards of ours” is removed from the Shelf.');
        $odile->press('Undo');
        $odile->press('Boards of ours');
        $odile->read('backbeat · quick steps');
        $odile->script(
            'const data = new DataTransfer(); data.items.add(new File(["words"], "shelf.zip"));'
                .'document.querySelector(".shelf").dispatchEvent(new DragEvent("drop", {bubbles: true, cancelable: true, dataTransfer: data}))',
        );
        $odile->told('This is not a zip file');
        $odile->assertNoComplaints();
    }

    public function testAStudentKeepsABeatAndTakesWhatTheTeacherLetsThem(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press("Begin: Lamplighters' March");
        $kwame->cell(0, 480)->click();
        $kwame->bringIn('shelf');
        $kwame->press('Keep on the Shelf');
        $kwame->fill('Name on the Shelf', 'Two steps');
        $kwame->press('Save to Shelf');
        $kwame->read('“Two steps” is on the Shelf.');
        $kwame->saved();
        $kwame->press('Shelf');
        $kwame->press('My beats');
        $kwame->told('1 pattern');
        $kwame->press('Everything');
        $kwame->read('The march for the small ones');
        $kwame->readNot('Harbour Office');
        $kwame->press('Plain Boards');
        $kwame->until(
            static fn (): bool => 'Plain Boards' === $kwame->script('return document.querySelector(".shelf-thing h2")?.textContent'),
            'the groove to be shown',
        );
        $kwame->choose('Open on the Bench for', "Lamplighters' March");
        $kwame->press('Open');
        // The task has two bars, and its own tempo.
        $kwame->read('changes when it is used here');
        $kwame->press('Use this');
        $kwame->until(static fn (): bool => null !== $kwame->hit(1, 960) && null === $kwame->hit(0, 480), 'the groove');
        $kwame->press('Undo: open a pattern');
        $kwame->until(static fn (): bool => null !== $kwame->hit(0, 480), 'the beat of before');
        $kwame->bringIn('shelf');
        $kwame->fill('Search the Shelf', 'two st');
        $kwame->press('Two steps');
        $kwame->told('“Two steps” is on the sheet');
        $kwame->saved();
        $kwame->assertNoComplaints();
    }

    public function testAPatternIsWorkedOnInItsPlaceAndTwoTabsAsk(): void
    {
        $odile = $this->person('odile');
        $odile->press('Shelf');
        $odile->press('New pattern');
        $odile->read('New pattern');
        $odile->see('[role=grid]');
        $odile->bringIn('type');
        $odile->fill('Rows as text', 'kick 1 9; snare 5 13; cowbell all');
        $odile->told('Read:');
        $odile->press('Use this');
        $odile->told('Saved at');
        $other = $this->person('odile');
        $other->go((string) parse_url($odile->driver->getCurrentURL(), \PHP_URL_PATH));
        $other->until(static fn (): bool => null !== $other->hit(0, 0), 'what was typed');
        $other->cell(0, 480)->click();
        $other->told('Saved at');
        $odile->cell(0, 720)->click();
        $odile->read('changed in another tab');
        $odile->press('Use the other one');
        $odile->until(static fn (): bool => null !== $odile->hit(0, 480) && null === $odile->hit(0, 720), 'the other one');
        $odile->press('Back to the Shelf');
        $odile->until(static fn (): bool => 21 === $odile->script('return document.querySelectorAll(".shelf-thing .note").length'), 'the newest');
        $odile->tick('Parade line, Tuesdays');
        $odile->until(static fn (): bool => str_contains($odile->see('[data-chosen=true]')->getText(), 'open to students'), 'the class to have it');
        $odile->assertNoComplaints();
    }

    public function testAFileThatIsDroppedOnTheSheetIsOpened(): void
    {
        $elodie = $this->person('elodie');
        $elodie->press("Begin: Lamplighters' March");
        $elodie->cell(0, 480)->click();
        $elodie->saved();
        $csv = ',1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16\nBD,x,,,,,,,,x,,,,,,,\nSD,,,,,x,,,,,,,,x,,,';
        $drop = 'const data = new DataTransfer(); data.items.add(new File([arguments[0].replaceAll("\\\\n", "\n")], "Beat of the book.csv"));'
            .'const room = document.querySelector(".workbench-main");'
            .'for (const name of ["dragover", "drop"]) room.dispatchEvent(new DragEvent(name, {bubbles: true, cancelable: true, dataTransfer: data}))';
        $elodie->script($drop, $csv);
        $elodie->read('“Beat of the book” changes when it is used here');
        $elodie->read('The rest is left out.');
        $elodie->press('Use this');
        $elodie->until(static fn (): bool => null !== $elodie->hit(0, 1920) && null === $elodie->hit(0, 480), 'the beat of the file');
        $elodie->script($drop, 'words');
        $elodie->read('No line of this sheet begins with an instrument');
        $elodie->saved();
        $elodie->choose('Kind of pattern file', 'notation (MusicXML)');
        $elodie->told('What is left out: Kit, balance and room are not in a file of this kind.');
        $elodie->assertNoComplaints();
    }

    /** Presses an element at a part of its width, in the middle of its height. */
    private function pressAt(Person $person, string $css, float $part): void
    {
        $person->see($css);
        $person->script(
            'const e = document.querySelector(arguments[0]); const box = e.getBoundingClientRect();'
                .'for (const name of ["pointerdown", "pointerup"]) e.dispatchEvent(new PointerEvent(name, {bubbles: true,'
                .'clientX: box.left + arguments[1] * box.width, clientY: box.top + box.height / 2}))',
            $css,
            $part,
        );
    }

    public function testABarThatIsFullOfNotesStaysOnItsStaff(): void
    {
        $row = static fn (string $instrument, int $step, array $more): array => [
            'instrument' => $instrument,
            'hits' => array_map(static fn (int $at): array => ['at' => $at, ...$more], range(0, 5759, $step)),
        ];
        $rows = [
            $row('closed-hat', 120, []),
            $row('snare', 360, ['ornament' => 'drag', 'hand' => 'R']),
            $row('floor-tom', 480, ['velocity' => 30]),
            $row('kick', 160, ['velocity' => 120]),
        ];
        $pattern = [
            'format' => 'pulsanda-pattern', 'version' => 1, 'title' => 'Full to the brim', 'kit' => 'boathouse',
            'meter' => ['count' => 12, 'unit' => 8], 'tempo' => ['bpm' => 60], 'sections' => [['name' => 'A', 'bars' => 1, 'rows' => $rows]],
        ];
        $file = tempnam(sys_get_temp_dir(), 'shelf') ?: self::fail('There is no folder for a zip.');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        $zip->addFromString('full.pulsanda.json', json_encode($pattern, \JSON_THROW_ON_ERROR));
        $zip->close();
        $marit = $this->person('marit');
        $marit->press('Shelf');
        $marit->bring('Zip of a shelf', 'full.zip', (string) file_get_contents($file));
        unlink($file);
        $marit->press('My own');
        $marit->press('Full to the brim');
        $marit->press('Staff');
        $marit->see('.staff svg path');
        $found = $marit->script(<<<'JS'
            const svg = document.querySelector('.staff .staff-system svg');
            const { x, width } = svg.getBBox();
            const letters = [...svg.querySelectorAll('text')].filter((text) => text.textContent === 'R').map((text) => text.getBBox());
            const beams = [...svg.querySelectorAll('.vf-beam path')].map((path) => path.getBBox());
            return [
                x + width, svg.viewBox.baseVal.width, Math.max(...beams.map((beam) => beam.y + beam.height)),
                Math.min(...letters.map((letter) => letter.y)), svg.viewBox.baseVal.height,
            ];
            JS);
        self::assertIsArray($found);
        [$right, $width, $beams, $letters, $height] = $found;
        self::assertLessThanOrEqual($width, $right, 'its notes end before the page does');
        self::assertLessThan($letters, $beams, 'sticking stands under the feet');
        self::assertLessThan($height, $letters, 'and on the paper');
    }
}
