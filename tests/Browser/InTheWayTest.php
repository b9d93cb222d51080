<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** Small things that stood in the way of hands and eyes. */
final class InTheWayTest extends BrowserTestCase
{
    public function testAContourPassesOverEmptyStepsAndUndoNamesItsSteps(): void
    {
        $haneul = $this->person('haneul');
        $haneul->read('Build and hand in');
        self::assertSame(
            ['Build and hand in', 'Opens later', 'Time is over'],
            $haneul->script('return [...document.querySelectorAll("main h2")].map((title) => title.textContent)'),
            'what needs doing first, what is over last',
        );
        $haneul->until(
            static fn (): bool => true === $haneul->script(
                'return [...document.fonts].some((font) => font.family.includes("Noto Sans KR") && font.status === "loaded")',
            ),
            'a font of the application to draw the name',
        );
        $haneul->press('Go on building: Lamplighters');
        foreach ([0, 960, 1920] as $tick) {
            $haneul->cell(2, $tick)->click();
        }
        $step = $haneul->cell(2, 240)->getSize()->getWidth();
        // From the first stem down and on over empty steps to the one on beat two: the first keeps what it was given.
        $haneul->driver->action()->moveToElement($haneul->cell(2, 0))->clickAndHold()->moveByOffset(0, 8)->moveByOffset(0, 6)
            ->moveByOffset(2 * $step, 0)->moveByOffset(2 * $step, 0)->release()->perform();
        [$first, $second, $third] = [$haneul->hit(2, 0), $haneul->hit(2, 960), $haneul->hit(2, 1920)];
        self::assertNotNull($first);
        self::assertNull($haneul->hit(2, 480), 'nothing is added on the way');
        self::assertSame(90, $third, 'nothing behind it is touched');
        $haneul->press('History');
        $haneul->read('Add closed hi-hat, bar 1, beat 3');
        self::assertCount(
            1,
            array_filter(
                (array) $haneul->script('return [...document.querySelectorAll(".step-line")].map((line) => line.textContent)'),
                static fn (mixed $said): bool => \is_string($said) && str_contains($said, 'Shape'),
            ),
            'a drag is one step',
        );
        $haneul->press('Undo: shape');
        self::assertSame([90, 90, 90], [$haneul->hit(2, 0), $haneul->hit(2, 960), $haneul->hit(2, 1920)]);
        self::assertNotSame([90, 90], [$first, $second]);
        $haneul->assertNoComplaints();
    }

    public function testWhatIsSeldomMeantIsAskedBeforeItIsPublished(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Spindrift');
        $odile->typeDate('Due date', new \DateTimeImmutable('2025-03-01'));
        $odile->read('2025'); // a year that is not this one is named
        $odile->press('Publish to Parade line');
        $odile->read('The due date has already passed.');
        $odile->read('There is nothing to copy: the target is empty.');
        $odile->press('Cancel');
        $odile->cell(0, 0)->click();
        $odile->press('Publish to Parade line');
        $odile->read('The due date has already passed.');
        $odile->readNot('There is nothing to copy');
        $odile->press('Publish anyway to Parade line');
        $odile->read('0 of 20 handed in');
        $odile->assertNoComplaints();
    }
}
