<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;

/** axe-core finds nothing serious on any view, by day and in the evening. */
final class AccessibilityTest extends BrowserTestCase
{
    /** @param list<string> $way names of what is pressed to come there */
    #[DataProvider('views')]
    public function testNothingSerious(?string $who, array $way, string $shown): void
    {
        $person = $this->person($who);
        foreach ($way as $press) {
            $person->press($press);
        }
        $person->see($shown);
        $this->assertNothingSerious($person);
        if (null !== $who) {
            $person->press('Evening light');
            $person->see('html[data-theme=evening]');
            $this->assertNothingSerious($person);
        }
    }

    /** @return iterable<string, array{string|null, list<string>, string}> */
    public static function views(): iterable
    {
        yield 'sign in' => [null, [], 'input[name=name]'];
        yield 'a teacher\'s day' => ['odile', [], 'main h2'];
        yield 'a student\'s day' => ['ines', [], 'main h2'];
        yield 'the Bench' => ['ines', ['Change and hand in again: Lamp', 'Show the target', 'Keys and hands'], '[role=grid] .note'];
        yield 'the Planner' => ['odile', ['Go on planning: Heron', 'Instruments:'], '[role=grid] .note'];
        yield 'a new plan' => ['odile', ['Plan an assignment'], '[role=grid]'];
        yield 'trying a task' => ['odile', ['Go on planning: Heron', 'Try it as a student', 'Compare with the target'], 'details'];
        yield 'the Marking table' => ['odile', ['Mark 12: Lamp', 'Q', 'Suggested mark'], '.note-extra'];
        yield 'what was returned' => ['ines', ['Read the answer: Foghorn'], '.note-matched'];
        yield 'what was returned of a hidden target' => ['jun', ['Read the answer: Ferry'], '.note'];
    }

    private function assertNothingSerious(Person $person): void
    {
        // Colours must have arrived before contrast is measured.
        $person->until(static fn (): bool => true === $person->script('return document.getAnimations().every((one) => one.playState !== "running")'), 'transitions to end');
        $person->script((string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $found = $person->driver->executeAsyncScript('const done = arguments[0]; axe.run(document, {resultTypes: ["violations"]}).then((r) => done(r.violations.filter((v) => ["serious", "critical"].includes(v.impact)).map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + " " + n.failureSummary).join(" | "))))');
        self::assertSame([], $found);
    }
}
