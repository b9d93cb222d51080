<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Hands on the Bench: mouse, touch, keyboard, two tabs, and no connection. */
final class BenchTest extends BrowserTestCase
{
    public function testAMouseAddsPaintsErasesAndShapes(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Lamplighters');
        $wren->read('Press a place on a line');
        $step = $wren->cell(2, 240)->getSize()->getWidth();
        $wren->drag($wren->cell(2, 0), 3 * $step, 0);
        self::assertSame(
            [90, 90, 90, 90, null],
            array_map(static fn (int $i): ?int => $wren->hit(2, 240 * $i), range(0, 4)),
            'a drag paints',
        );
        $wren->drag($wren->cell(2, 720), -2 * $step, 0);
        self::assertSame(
            [90, null, null, null],
            array_map(static fn (int $i): ?int => $wren->hit(2, 240 * $i), range(0, 3)),
            'a drag from a hit erases',
        );
        $wren->drag($wren->cell(2, 0), 0, -20);
        self::assertGreaterThan(105, (int) $wren->hit(2, 0), 'a drag up is harder');
        $wren->cell(2, 0)->click();
        self::assertNull($wren->hit(2, 0), 'a press on a hit removes it');
        $wren->press('Undo: remove closed hi-hat');
        self::assertGreaterThan(105, (int) $wren->hit(2, 0));
        $wren->press('Undo');
        $wren->press('Undo');
        $wren->press('Undo');
        self::assertNull($wren->hit(2, 0), 'every gesture is one step');
        $wren->press('Redo');
        self::assertSame(90, $wren->hit(2, 720));
        $wren->press('Repeat bar 1');
        self::assertSame(90, $wren->hit(2, 3840 + 720));
        $wren->press('History');
        $wren->press('Undo back to before: add closed hi-hat, bar 1, beat 1 a, step 1');
        self::assertNull($wren->hit(2, 720), 'the list takes several steps back at once');
        $wren->press('Redo');
        $wren->press('Redo: repeat bar 1');
        $wren->saved();
        $wren->assertNoComplaints();
    }

    public function testAFingerAddsPaintsAndShapes(): void
    {
        $kwame = $this->person('kwame', 1024, 768, true);
        $kwame->press('Begin: Lamplighters');
        $kwame->touch($kwame->cell(0, 0));
        self::assertSame(90, $kwame->hit(0, 0));
        $kwame->touch($kwame->cell(0, 0), 0, 30, 700);
        self::assertLessThan(60, (int) $kwame->hit(0, 0), 'down is softer');
        $kwame->touch($kwame->cell(1, 960), 2 * $kwame->cell(1, 960)->getSize()->getWidth());
        self::assertSame([90, 90, 90], array_map(static fn (int $tick): ?int => $kwame->hit(1, $tick), [960, 1200, 1440]));
        $kwame->touch($kwame->cell(0, 0));
        self::assertNull($kwame->hit(0, 0));
        $kwame->saved();
    }

    public function testABeatIsBuiltByKeyboardAlone(): void
    {
        $elodie = $this->person();
        $elodie->tabTo('input[name=name]');
        $elodie->keys('elodie', WebDriverKeys::TAB, (string) getenv('DEMO_PASSWORD'), WebDriverKeys::ENTER);
        $elodie->see('.account-button');
        $elodie->tabTo('a[aria-label^="Begin: Lamplighters"]');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->cell(0, 0);
        $elodie->tabTo('[role=gridcell]');
        $elodie->keys(WebDriverKeys::ENTER);
        self::assertSame(90, $elodie->hit(0, 0));
        $elodie->keys('4');
        self::assertSame(118, $elodie->hit(0, 0), 'an accent');
        $elodie->keys(...array_fill(0, 4, WebDriverKeys::ARROW_RIGHT));
        $elodie->keys(WebDriverKeys::ARROW_DOWN, '1');
        self::assertSame(28, $elodie->hit(1, 960), 'a ghost note on the snare');
        $elodie->told('snare, bar 1, beat 2: ghost, 28');
        $elodie->keys('+');
        $elodie->until(static fn (): bool => 34 === $elodie->hit(1, 960), 'the hit to be harder');
        $elodie->keys(WebDriverKeys::DELETE);
        $elodie->until(static fn (): bool => null === $elodie->hit(1, 960), 'the hit to be gone');
        $elodie->keys(WebDriverKeys::CONTROL.'z');
        $elodie->until(static fn (): bool => 34 === $elodie->hit(1, 960), 'undo');
        $elodie->keys(' ');
        $elodie->see('button[aria-label=Stop]');
        $elodie->keys(' ');
        $elodie->see('button[aria-label=Play]');
        $elodie->keys('?');
        $elodie->read('ghost, soft, firm, accent');
        $elodie->saved();
        $elodie->tabTo('section[aria-label="Hand in"] .button-main');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->read('Attempt 1 is with your teacher');
        $elodie->assertNoComplaints();
    }

    public function testASecondTabIsToldAndCanChoose(): void
    {
        $wren = $this->person('dilnoza');
        $wren->press('Begin: Lamplighters');
        $wren->cell(0, 0)->click();
        $wren->saved();
        $path = $wren->driver->getCurrentURL();
        $first = $wren->driver->getWindowHandle();
        $wren->driver->switchTo()->newWindow();
        $wren->driver->get($path);
        $wren->cell(1, 960)->click();
        $wren->saved();
        $second = $wren->driver->getWindowHandle();
        $wren->driver->switchTo()->window($first);
        $wren->cell(2, 480)->click();
        $wren->read('changed in another tab');
        $wren->press('Use the other one');
        $wren->until(static fn (): bool => 90 === $wren->hit(1, 960) && null === $wren->hit(2, 480), 'the other beat');
        $wren->press('Undo: use the other beat');
        $wren->until(static fn (): bool => null === $wren->hit(1, 960) && 90 === $wren->hit(2, 480), 'the own beat again');
        $wren->saved();
        $wren->driver->switchTo()->window($second);
        $wren->cell(0, 1920)->click();
        $wren->read('changed in another tab');
        $wren->press('Keep the beat in this tab');
        $wren->saved();
        $wren->driver->navigate()->refresh();
        self::assertSame([90, 90, null], [$wren->hit(0, 1920), $wren->hit(1, 960), $wren->hit(2, 480)]);
    }

    public function testWithoutAConnectionEditingGoesOnAndIsSentLater(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Lamplighters');
        $jun->cell(0, 0)->click();
        $jun->saved();
        $jun->offline(true);
        $jun->cell(0, 960)->click();
        $jun->read('Kept here until the connection is back');
        $jun->offline(false);
        $jun->saved();
        $jun->driver->navigate()->refresh();
        self::assertSame([90, 90], [$jun->hit(0, 0), $jun->hit(0, 960)]);
    }

    public function testWhileTheServerIsRestartedWorkIsKeptAndGoesOnByItself(): void
    {
        $anh = $this->person('anh');
        $anh->press('Begin: Slack Tide');
        $anh->cell(0, 0)->click();
        $anh->saved();
        // As the web server answers while what is behind it is away.
        $anh->script(<<<'JS'
            const real = window.fetch;
            const detail = 'The server is being restarted; try again in a moment.';
            const away = () => new Response(JSON.stringify({ title: 'Away', status: 503, detail }), { status: 503, headers: { 'Retry-After': '1' } });
            window.fetch = (request, ...rest) => (window.back ? real(request, ...rest) : Promise.resolve(away()));
            JS);
        $anh->cell(0, 960)->click();
        $anh->read('Kept here until the server is back');
        $anh->cell(1, 960)->click();
        $anh->script('window.back = true');
        $anh->saved();
        $anh->driver->navigate()->refresh();
        self::assertSame([90, 90, 90], [$anh->hit(0, 0), $anh->hit(0, 960), $anh->hit(1, 960)]);
        $anh->assertNoComplaints();
    }

    public function testAReloadWithoutAConnectionOpensTheBeatAgain(): void
    {
        $wire = Wire::to((string) getenv('PULSANDA_URL'));
        $elodie = $this->person('elodie', url: $wire->url);
        $elodie->press('Begin: Ferry Rocker');
        $elodie->cell(0, 0)->click();
        $elodie->saved();
        $elodie->until(
            static fn (): bool => true === $elodie->script('return navigator.serviceWorker.controller !== null'),
            'the page to be kept',
        );
        // The page's parts are kept once they have been asked for through the worker.
        $elodie->driver->navigate()->refresh();
        $elodie->cell(0, 960)->click();
        $elodie->saved();
        $wire->cut();
        $elodie->cell(1, 960)->click();
        $elodie->read('Kept here until the connection is back');
        $elodie->driver->navigate()->refresh();
        self::assertSame([90, 90, 90], [$elodie->hit(0, 0), $elodie->hit(0, 960), $elodie->hit(1, 960)]);
        $elodie->cell(1, 2880)->click();
        $elodie->press('Play');
        $elodie->press('Stop');
        $wire->join();
        $elodie->saved();
        $elodie->pressInMenu('Sign out');
        $elodie->signIn('elodie', (string) getenv('DEMO_PASSWORD'));
        $elodie->press('Go on building: Ferry Rocker');
        self::assertSame([90, 90], [$elodie->hit(1, 960), $elodie->hit(1, 2880)], 'what was built without a connection is with the server');
    }

    public function testATargetThatIsOnlyHeardIsNowhereOnThePage(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Ferry Rocker');
        $wren->read('Listen, and write down what you hear');
        $wren->cell(0, 0);
        self::assertSame([], $wren->driver->findElements(WebDriverBy::cssSelector('.note')));
        self::assertStringNotContainsString('In turn', $wren->text());
    }
}
