<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;

/** axe-core finds nothing serious on any view, by day and in the evening. */
final class AccessibilityTest extends BrowserTestCase
{
    /**
     * @param array<string, array{
     *     list<string>,
     *     string,
     * }> $views view => names of what is pressed to come there, and what shows that one is there
     */
    #[DataProvider('people')]
    public function testNothingSerious(?string $who, array $views): void
    {
        $person = $this->person($who);
        $person->bringAxe();
        $person->go('/');
        if (null !== $who) {
            $person->see('.account-button');
            $person->pressInMenu('Dark theme');
            $person->see('html[data-theme=evening]');
            $person->pressInMenu('Dark theme');
        }
        foreach ($views as $view => [$way, $shown]) {
            if (null === $who) {
                $person->go('/');
            } else {
                // The application stays: every view begins at Today, by day.
                $person->script(
                    'history.pushState({}, "", "/"); dispatchEvent(new PopStateEvent("popstate"));'
                        .' document.documentElement.dataset.theme = "day"',
                );
            }
            foreach ($way as $press) {
                $person->press($press);
            }
            $person->see($shown);
            $person->assertNothingSerious($view);
            if (null !== $who) {
                // Only the colours are others.
                $person->script('document.documentElement.dataset.theme = "evening"');
                $person->assertNothingSerious("$view in the evening", ['color-contrast']);
            }
        }
    }

    /** @return iterable<string, array{string|null, array<string, array{list<string>, string}>}> */
    public static function people(): iterable
    {
        yield 'nobody' => [null, [
            'sign in' => [[], 'input[name=name]'],
            'joining a class' => [['Join a class'], 'input[name=code]'],
            'a forgotten password' => [['I forgot'], 'input[name=name]'],
        ]];
        yield 'a student' => ['ines', [
            'the day' => [[], 'main h2'],
            'the Bench' => [['Change it: Lamp', 'Above', 'Keys and hands'], '[role=grid] .note'],
            'what was returned' => [['Read the feedback: Foghorn'], '.note-matched'],
            'her term' => [['My term'], '.term-sum'],
        ]];
        yield 'another' => ['jun', [
            'what was returned of a target that is only heard' => [['Read the feedback: Ferry'], '.note'],
            'dictation' => [['Build on: Ferry', 'Which rows'], '#listen'],
            'the Shelf' => [['Shelf'], '.shelf-thing .note'],
        ]];
        $open = 'Change it: Slack';
        yield 'a student at an open task' => ['amara', [
            'the Bench' => [[$open], '[role=grid] .note'],
            'a hit' => [[$open, 'Mark bar 1', 'Shape', 'everything'], '.marked'],
            'a row' => [[$open, 'Row Kick', 'spread evenly', 'look at its gaps'], '[data-gaps]'],
            'rows that are folded' => [[$open, 'Row Kick', 'fold this row'], '.fold-line'],
            'the form' => [[$open, 'Form', 'make a variation'], '.section-tab'],
            'files' => [[$open, 'Type, Shelf', 'Files and audio'], '#file'],
            'bars' => [[$open, 'Mark bar 1'], '.hit-bar'],
            'mix' => [[$open, 'Mix'], '#mix'],
            'kits' => [[$open, 'Kit: boathouse'], 'fieldset[aria-label=Kit]'],
            'steps' => [[$open, 'Repeat bar 1', 'History', 'Earlier versions'], '.step-line'],
        ]];
        yield 'a teacher' => ['odile', [
            'the day' => [[], 'main h2'],
            'the Planner' => [['Go on planning: Heron'], '[role=grid] .note'],
            'paper' => [['Mark 2: Ferry Rocker', 'Paper'], '.paper-bar'],
            'a new plan' => [['Plan an assignment'], '[role=grid]'],
            'the Shelf' => [['Shelf', 'Both', 'Name, tags'], '.staff .vf-stavenote'],
            'the School' => [['School', 'Parade line, Tuesdays', 'More for Bo'], '.glance'],
            'ways into a class' => [['School', 'Parade line, Tuesdays', 'Add students', 'Show a code'], '[aria-labelledby=join] path'],
            'what is settled for a class' => [['School', 'Parade line, Tuesdays', 'Settings', 'Start next year'], 'details[open]'],
            'a student over the term' => [['The class over the term', 'Ines'], '.term-sum'],
            'more time' => [['Mark 1: Foghorn', 'More time'], 'details[open]'],
            'rules' => [['Go on planning: Heron', 'Rules'], '#asks'],
            'how it is marked' => [['Open the plan: Lamp', 'Marking'], '#policy'],
            'trying a task' => [
                ['Go on planning: Heron', 'Try it as a student', 'See its mark'],
                '[aria-label="What was asked for"]',
            ],
            'the class at a glance' => [['Mark 12: Lamp'], 'table'],
            'the same mistakes' => [['Mark 12: Lamp', 'Same mistakes together'], '.button-main'],
            'the Marking table' => [
                ['Mark 12: Lamp', 'Q', 'Suggested mark', 'Pin a note', 'Your phrases', 'Draw a suggestion', 'Keys'],
                '[role=grid] .note',
            ],
            'two attempts' => [['Mark 12: Lamp', 'Ines', 'Lay attempt 1'], '.note-missing'],
            'the Class picture' => [['Class picture: Lamp'], '.picture-count'],
            'the term' => [['The class over the term'], '.term-cell'],
            'two-step sign-in' => [['Odile Marrick', 'Change my password', 'Begin'], '[aria-label="The key as a picture"] path'],
            'the projector' => [['Class picture: Lamp', 'Projector', 'Next beat', 'Both in one'], '.note-matched'],
        ]];
        yield 'an administrator' => ['marit', ['teachers and the school' => [['School', 'Mail kept on this server'], '#bring-set']]];
    }
}
