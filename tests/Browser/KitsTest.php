<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/** Kits, balance and whom one listens to, while it plays: told by the sounds that the browser starts. */
final class KitsTest extends BrowserTestCase
{
    /** Notes the length of every sample that is started, and when. */
    private const LISTEN = <<<'JS'
        window.heard = [];
        const start = AudioBufferSourceNode.prototype.start;
        AudioBufferSourceNode.prototype.start = function (when, ...more) {
            window.heard.push({when, late: this.context.currentTime > when, sample: this.buffer.length});
            return start.call(this, when, ...more);
        };
        JS;

    public function testAnotherKitWhileItPlaysLeavesTheBeatAsItIs(): void
    {
        $wren = $this->playing('wren');
        $boathouse = $this->samples($wren);
        $wren->press('Kit: boathouse');
        $wren->press('Hear the kit pier');
        $wren->press('parade');
        $wren->see('button[aria-label="Kit: parade"]');
        $wren->script('window.heard = []');
        $wren->until(fn (): bool => [] !== array_diff($this->samples($wren), $boathouse), 'a sound of the other kit');
        $wren->script('window.heard = []');
        $wren->until(static fn (): bool => \count((array) $wren->script('return heard')) > 12, 'it to go on');
        self::assertSame([], array_intersect($this->samples($wren), $boathouse), 'all of it is in the other kit');
        self::assertSame(0, $wren->script('return heard.filter((one) => one.late).length'), 'nothing late');
        self::assertSame('Stop', $wren->see('.button-main[aria-label]')->getAttribute('aria-label'), 'it plays on');
        self::assertNotNull($wren->hit(0, 0));
        $wren->saved();
        $wren->go('/');
        $wren->press("Go on building: Lamplighters' March");
        $wren->see('button[aria-label="Kit: parade"]');
        $wren->press('Kit: parade');
        $wren->press('Undo');
        $wren->see('button[aria-label="Kit: boathouse"]');
        $wren->assertNoComplaints();
    }

    public function testWhomOneListensToIsNoPartOfTheBeat(): void
    {
        $wren = $this->playing('kwame');
        $all = $this->samples($wren);
        self::assertCount(2, $all, 'kick and hat');
        $wren->press('Mix');
        $wren->press('solo: kick');
        $wren->script('window.heard = []');
        $wren->until(static fn (): bool => \count((array) $wren->script('return heard')) > 4, 'the kick');
        // What was started ahead may still come.
        $wren->script('window.heard = []');
        $wren->until(static fn (): bool => \count((array) $wren->script('return heard')) > 3, 'the kick alone');
        self::assertCount(1, $this->samples($wren));
        $wren->read('not heard');
        $wren->press('hear every row');
        $wren->readNot('not heard');
        // By key, in the row of the cursor.
        $wren->press('Stop');
        $wren->cell(2, 480)->click();
        $wren->cell(2, 480)->click();
        $wren->keys('w');
        $wren->told('You do not hear closed hi-hat; in the beat all sound');
        $wren->press('Hand in');
        $wren->read('is with your teacher');
        $wren->readNot('Muted in the beat');
        $wren->assertNoComplaints();
    }

    public function testLevelAndVelocityAreSeenToMultiply(): void
    {
        $wren = $this->playing('elodie');
        $wren->press('Stop');
        $wren->press('Mix');
        $wren->fill('Level of kick, typed', '50');
        $wren->keys(WebDriverKeys::ENTER);
        $wren->press('More of kick');
        $wren->see('svg[aria-label="kick: its loudest hit 58 % times its level 50 % is 29 %"]');
        $wren->cell(0, 480)->click();
        $wren->openHit();
        $wren->fill('Pan of the hit, left below 0', '-40');
        $wren->keys(WebDriverKeys::ENTER);
        $wren->told('kick, bar 1, beat 1 &: firm, 90, pan 40 left');
        $wren->fill('Tune of the hit in semitones', '20');
        $wren->keys(WebDriverKeys::ENTER);
        $wren->told('20 does not fit; tune goes from −12 to 12 semitones');
        $wren->press('A semitone higher');
        $wren->told('kick, bar 1, beat 1 &: firm, 90, pan 40 left, +1 semitone');
        $wren->saved();
        $wren->assertNoComplaints();
    }

    /** Somebody who hears kick and hat go round. */
    /** A teacher puts a kit together, lends it, and a student of the class plays another beat with it. */
    public function testAKitOfOnesOwnIsKeptByNameLentAndUsedLikeAnyOther(): void
    {
        $odile = $this->person('odile');
        $odile->go('/');
        $odile->press('Plan an assignment');
        $odile->cell(0, 0)->click();
        $odile->press('The beat');
        $odile->openRow();
        $odile->choose('Its sound', 'Kick, beacon');
        $odile->press('Kit: boathouse');
        $odile->fill('Name of a kit of your own', 'Harbour night');
        $odile->press('Save these sounds as a kit');
        $odile->told('“Harbour night” is saved with the sounds of this beat');
        $odile->see('button[aria-label="Kit: Harbour night"]');
        $odile->tick('Parade line, Tuesdays may use it');
        $odile->until(static fn (): bool => [1] === $odile->driver->executeAsyncScript(<<<'JS'
            const [done] = arguments;
            fetch('/api/kits').then((answer) => answer.json()).then(({ kits }) => done(kits.map(({ sharedWith }) => sharedWith.length)));
            JS), 'it to be lent');

        $ines = $this->person('ines');
        $ines->press('Begin: Slack Tide');
        $ines->press('Kit: boathouse');
        $ines->press('Harbour night');
        $ines->see('button[aria-label="Kit: Harbour night"]');
        $ines->read('kick of beacon');
        $ines->press('parade');
        $ines->see('button[aria-label="Kit: parade"]');
        $ines->readNot('kick of beacon');
        $ines->press('Undo');
        $ines->see('button[aria-label="Kit: Harbour night"]');
        $ines->saved();

        // What is removed can be brought back, with those who may use it; beats keep their sounds.
        $odile->press('Remove “Harbour night”');
        $odile->told('beats that were made with it sound as before');
        $odile->press('Bring “Harbour night” back');
        $odile->see('button[aria-label="Kit: Harbour night"]');
        $odile->assertNoComplaints();
        $ines->assertNoComplaints();
    }

    private function playing(string $who): Person
    {
        $wren = $this->person($who);
        $wren->press("Begin: Lamplighters' March");
        // Every half beat and every beat, so that there is much to hear in little time.
        foreach ([2 => 'eighths', 0 => 'every beat'] as $row => $fill) {
            $wren->cell($row, 0)->click();
            $wren->openRow();
            $wren->press($fill);
            $wren->press('Use this');
        }
        $wren->soundsLoaded();
        $wren->script(self::LISTEN);
        $wren->press('Play');
        $wren->until(fn (): bool => \count($this->samples($wren)) >= 2, 'both rows to sound');

        return $wren;
    }

    /** @return list<int> the different samples that were started */
    private function samples(Person $person): array
    {
        /** @var list<int> */
        return $person->script('return [...new Set(heard.map((one) => one.sample))]');
    }
}
