<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** The beats of a class one after another. */
final class ParadeTest extends BrowserTestCase
{
    public function testBeatsFollowOneAnotherWithoutAGapAndAreLit(): void
    {
        $odile = $this->person('odile');
        $odile->bringAxe();
        $odile->go('/');
        $odile->press('Class picture: Lamp');
        $odile->press('Parade');
        $odile->read('One beat after another');
        self::assertSame(13, $odile->script('return document.querySelectorAll(".marcher").length'));
        $odile->soundsLoaded();
        $odile->script(<<<'JS'
            window.lit = [];
            const look = () => {
                const now = document.querySelector('.marcher[aria-current]')?.textContent;
                if (now && window.lit.at(-1) !== now) window.lit.push(now);
                requestAnimationFrame(look);
            };
            look();
            JS);
        // Without the second; at the fastest that there is, so that nobody waits.
        $odile->press('Beat 2');
        $odile->fill('Speed in percent', '125');
        $odile->press('Play');
        $odile->until(static fn (): bool => \count((array) $odile->script('return window.lit')) >= 3, 'three beats to be lit one after another');
        self::assertSame(['Beat 1', 'Beat 3', 'Beat 4'], \array_slice((array) $odile->script('return window.lit'), 0, 3));
        self::assertSame('Beat 4', $odile->script('return document.querySelector(".wall h2").textContent'));
        $odile->press('Stop');
        $odile->press('Names');
        $odile->until(static fn (): bool => true === $odile->script('return document.querySelector(".marcher").textContent.includes("Amara")'), 'names');
        $before = $odile->script('return [...document.querySelectorAll(".marcher")].map((one) => one.textContent)');
        $odile->press('Shuffle');
        $odile->until(static fn (): bool => $before !== $odile->script('return [...document.querySelectorAll(".marcher")].map((one) => one.textContent)'), 'another order');
        $odile->press('Class order');
        self::assertSame($before, $odile->script('return [...document.querySelectorAll(".marcher")].map((one) => one.textContent)'));
        $odile->assertNothingSerious('the parade');
        $odile->assertNoComplaints();
    }
}
