<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** The common jobs, and how many presses they take: a press is a click, a key, or a number typed. */
final class JobsTest extends BrowserTestCase
{
    private int $presses = 0;

    public function testARockBeatWithAVariedSecondBarHandedIn(): void
    {
        $wren = $this->person('wren');
        $this->press($wren, 'Begin: Slack Tide');
        foreach ([[0, 0], [0, 1920], [1, 960], [1, 2880]] as [$row, $tick]) {
            $this->click($wren, $row, $tick);
        }
        $this->press($wren, 'Row Closed hi-hat');
        $this->press($wren, 'eighths');
        $this->press($wren, 'Use this');
        $this->press($wren, 'Repeat bar 1');
        $this->click($wren, 0, 3840 + 2400);
        self::assertSame([90, 90, 90], [$wren->hit(0, 3840), $wren->hit(2, 3840 + 3360), $wren->hit(0, 3840 + 2400)]);
        $this->press($wren, 'Hand in');
        $wren->read('Attempt 1 is with your teacher');
        $this->assertPresses(11, 20);
    }

    public function testHatsThinnedAndShaded(): void
    {
        $haneul = $this->person('haneul');
        $haneul->press('Begin: Slack Tide');
        $haneul->press('Closed hi-hat');
        $haneul->openRow();
        $haneul->press('sixteenths');
        $haneul->press('Use this');
        $this->press($haneul, 'eighths');
        $this->press($haneul, 'Use this');
        $this->press($haneul, 'Alternate firm and soft');
        self::assertSame([90, null, 60, null, 90], array_map(static fn (int $step): ?int => $haneul->hit(2, 240 * $step), range(0, 4)));
        $this->assertPresses(3, 23);
    }

    public function testSwingToTripletWhilePlaying(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Slack Tide');
        $jun->cell(2, 240)->click();
        $jun->press('Play');
        $jun->see('button[aria-label=Stop]');
        $this->press($jun, 'Swing');
        $this->press($jun, 'triplet');
        $jun->read('triplet swing');
        $jun->see('button[aria-label=Stop]');
        $this->assertPresses(2, 17);
    }

    public function testARowFifteenMillisecondsEarlyAndACycleOfThree(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press('Begin: Slack Tide');
        $kwame->cell(1, 960)->click();
        $kwame->cell(1, 2880)->click();
        $kwame->keys('s', 's'); // the bar, then the row
        $this->presses += 2;
        $this->press($kwame, 'Shape');
        $this->type($kwame, 'Push in ms: early is below 0', '-15');
        $kwame->read('Push: 15 ms early');
        self::assertCount(2, (array) $kwame->script('return [...document.querySelectorAll("[data-cell^=\'1-\'][aria-label*=\'15 ms early\']")]'), 'both of the row');
        $this->assertPresses(4, null);
        $this->presses = 0;
        $this->press($kwame, 'Row Snare');
        $this->type($kwame, 'Steps after which snare starts over', '3');
        $kwame->read('Starts over every 3 of its steps');
        $this->assertPresses(2, 29);
    }

    public function testARowsLevelAndPanAreOneDrag(): void
    {
        $maxi = $this->person('maxi');
        $maxi->press('Begin: Slack Tide');
        $maxi->cell(1, 960)->click();
        $maxi->see('.mix-strip .mound svg');
        $mounds = $maxi->driver->findElements(WebDriverBy::cssSelector('.mix-strip .mound svg'));
        $maxi->drag($mounds[1], 20, 12);
        ++$this->presses;
        $maxi->until(static fn (): bool => true === $maxi->script(<<<'JS'
            const [level, pan] = document.querySelectorAll('.mix-strip [aria-label$="of snare"]');
            return level.getAttribute('aria-valuetext') !== '100 percent' && pan.getAttribute('aria-valuetext').endsWith('right');
            JS), 'the snare to be softer and on the right');
        $this->assertPresses(1, 4);
    }

    public function testAnOpenHatOnTheLastEighthOfEveryBarAndOneChange(): void
    {
        $lukasz = $this->person('lukasz');
        $lukasz->press('Begin: Slack Tide');
        $lukasz->cell(0, 0)->click();
        $lukasz->press('Form');
        $lukasz->press('repeat all bars');
        $lukasz->press('repeat all bars');
        $this->press($lukasz, '+ Add a row');
        $lukasz->see('input[aria-label="Find an instrument to add"]')->sendKeys('open hi'.WebDriverKeys::ENTER);
        ++$this->presses;
        $lukasz->see('[data-cell="3-3360"]');
        $this->click($lukasz, 3, 3360);
        $this->press($lukasz, 'Mark bar 1');
        $this->press($lukasz, 'to the end');
        self::assertSame([90, 90, 90, 90], array_map(static fn (int $bar): ?int => $lukasz->hit(3, 3840 * $bar + 3360), range(0, 3)));
        $this->assertPresses(5, 8);
        // The same once more, with one change in its second bar.
        $this->presses = 0;
        $this->click($lukasz, 0, 3840 + 1920);
        self::assertSame([90, null, 90], [$lukasz->hit(0, 3840), $lukasz->hit(0, 1920), $lukasz->hit(0, 3840 + 1920)]);
        $this->assertPresses(1, 3);
    }

    public function testTheSecondBarIsComparedByEar(): void
    {
        $siobhan = $this->person('siobhan');
        $siobhan->press("Change it: Lamplighters' March");
        $this->click($siobhan, 3, 3840);
        $this->press($siobhan, 'By ear');
        $siobhan->see('button[aria-label=Stop]');
        $siobhan->read('now: the target');
        $siobhan->read('now: yours');
        $siobhan->until(static fn (): bool => true === $siobhan->script(<<<'JS'
            const lit = [...document.querySelectorAll('#sheet .lit')].map((one) => Number(one.dataset.at));
            return lit.length > 0 && lit.every((at) => at >= 3840);
            JS), 'bar 2 to be lit');
        $this->assertPresses(2, null);
        $siobhan->press('Stop');
    }

    public function testATaskOfTwoParts(): void
    {
        $odile = $this->person('odile');
        $this->press($odile, 'Plan an assignment');
        $odile->fill('Name', 'Two Lamps');
        ++$this->presses;
        foreach ([[0, 0], [0, 1920], [1, 960], [1, 2880]] as [$row, $tick]) {
            $this->click($odile, $row, $tick);
        }
        $this->press($odile, 'Add a part');
        $odile->read('Part 2');
        $odile->fill('Name of this part', 'With a pick-up');
        ++$this->presses;
        $this->click($odile, 0, 3360);
        $odile->read('Saved at');
        $this->press($odile, 'Publish to Parade line');
        $odile->read('With a pick-up: 0 of 20 handed in');
        $this->assertPresses(10, 36);
    }

    public function testOneStudentMarked(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 12: Lamp');
        $odile->press('Łukasz');
        $odile->read('Kick: every hit is one sixteenth late.');
        $odile->keys('y', '1');
        $this->presses += 2;
        $this->press($odile, 'Return and next');
        $odile->read('Returned to Łukasz');
        $this->assertPresses(3, 5);
    }

    private function press(Person $person, string $name): void
    {
        $person->press($name);
        ++$this->presses;
    }

    private function click(Person $person, int $row, int $tick): void
    {
        $person->cell($row, $tick)->click();
        ++$this->presses;
    }

    private function type(Person $person, string $label, string $number): void
    {
        $field = $person->see("input[aria-label=\"$label\"]");
        $field->sendKeys(Person::typedOver($number).WebDriverKeys::ENTER);
        ++$this->presses;
    }

    /** @param int|null $before how many it took in the first version, null where it could not be done */
    private function assertPresses(int $now, ?int $before): void
    {
        self::assertSame($now, $this->presses);
        self::assertLessThan($before ?? \PHP_INT_MAX, $this->presses);
    }
}
