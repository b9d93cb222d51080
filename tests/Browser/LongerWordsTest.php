<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Every main view in words that are longer or run the other way: nothing is cut off, lies over another, or breaks the frame's line, and
 * axe-core finds nothing serious.
 */
final class LongerWordsTest extends BrowserTestCase
{
    private const SIZES = [[1280, 800], [1024, 768], [390, 844]];
    private const PHONE = 600;
    private const FRAME = 'return document.querySelector("header").getBoundingClientRect().height';

    /** Every word of the page is accented and 40 percent longer, as no language is; names, titles and music stay. */
    private const LONGER = <<<'JS'
        const accents = {a: 'å', e: 'ë', i: 'ï', o: 'ö', u: 'ü', A: 'Å', E: 'Ë', O: 'Ö', U: 'Ü'};
        const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
        const texts = [];
        while (walk.nextNode()) texts.push(walk.currentNode);
        for (const text of texts) {
            const around = text.parentElement;
            if (!around || around.closest('svg, bdi, [lang]:not(html), option, script, style, .place-link, .truncate, .row-name, .sheet-words, #sheet, .sheet-room')) continue;
            const said = text.data.trim();
            if (!/\p{L}{3}/u.test(said) || said.endsWith('~')) continue;
            const extra = '~'.repeat(Math.ceil(said.length * 0.4)).replace(/~{6}/g, '~~~~~ ');
            text.data = text.data.replace(said, said.replace(/[aeiouAEOU]/g, (letter) => accents[letter] ?? letter) + extra);
        }
        JS;

    /** What is wider than its place, or lies over another thing that can be pressed or read. */
    private const WRONG = <<<'JS'
        const wrong = [];
        if (document.documentElement.scrollWidth > innerWidth) {
            const wide = [...document.querySelectorAll('main *')].filter((one) => one.getBoundingClientRect().right > innerWidth + 1);
            wrong.push(`the page is ${document.documentElement.scrollWidth} wide: ${wide.at(-1)?.outerHTML.slice(0, 200)}`);
        }
        const shown = [...document.querySelectorAll('.button, .panel-tab, .part-tab, .place-link, h1, h2, .head-sign')]
            .filter((one) => one.checkVisibility() && !one.closest('[popover]'));
        for (const one of shown) {
            const style = getComputedStyle(one);
            const hides = style.overflowX !== 'visible' && style.textOverflow !== 'ellipsis';
            if (hides && one.scrollWidth > one.clientWidth + 1) wrong.push(`cut off: ${one.textContent}`);
        }
        const boxes = shown.map((one) => ({one, box: one.getBoundingClientRect()})).filter(({box}) => box.width > 0 && box.bottom > 0 && box.top < innerHeight);
        for (let i = 0; i < boxes.length; i++) {
            for (let j = i + 1; j < boxes.length; j++) {
                const [a, b] = [boxes[i], boxes[j]];
                if (a.one.contains(b.one) || b.one.contains(a.one)) continue;
                const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
                const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
                // What scrolls goes under what stays.
                const scrolls = (one) => one.closest('.panel-room, .panel-tabs, .sheet-room, .term-room, .shelf-room, .picture-said, .workbench-main, header');
                if (across > 2 && down > 2 && scrolls(a.one) === scrolls(b.one)) wrong.push(`"${a.one.textContent}" lies over "${b.one.textContent}"`);
            }
        }
        // A message that is not there is shown as its key.
        const said = [...document.querySelectorAll('[title], [aria-label], [placeholder], [aria-valuetext]')]
            .flatMap((one) => ['title', 'aria-label', 'placeholder', 'aria-valuetext'].map((name) => one.getAttribute(name)));
        const keys = [...said, ...document.body.innerText.split('\n')].filter((one) => /^(beat|edit|panels|form|mark|plan|picture|term|paper|shelf|school|account|frame)\.[\w.]+$/.test(one?.trim() ?? ''));
        wrong.push(...keys.map((key) => `not said: ${key}`));

        return wrong;
        JS;

    protected function tearDown(): void
    {
        parent::tearDown();
        self::reset();
    }

    #[DataProvider('readers')]
    public function testNothingIsCutOffOrLiesOverAnother(string $who, ?string $language, string $tag): void
    {
        $person = $this->person($who);
        $person->bringAxe();
        $person->go('/');
        if (null !== $language) {
            $person->see('.account-button')->click();
            $person->choose('Language', $language);
            $person->see("html[lang=$tag]");
        }
        // The longest words and the other direction stand for every language on smaller screens.
        $sizes = \in_array($tag, ['fr', 'es'], true) ? \array_slice(self::SIZES, 0, 1) : self::SIZES;
        foreach ($this->paths($person) as $path => $shown) {
            [[$width, $height]] = $sizes;
            $person->view($width, $height);
            $person->go($path);
            $person->see($shown);
            $frames = [$width => $person->script(self::FRAME)];
            // A phone begins with other panels open, and with its own frame.
            foreach ($sizes as [$width, $height]) {
                $person->view($width, $height);
                if ($width < self::PHONE) {
                    $person->go($path);
                    $person->see($shown);
                }
                $frames[$width] ??= $person->script(self::FRAME);
                if (null === $language) {
                    $person->script(self::LONGER);
                }
                self::assertSame([], $person->script(self::WRONG), "$path at $width × $height");
                if (1280 === $width && null !== $language) {
                    self::assertSame('ar' === $tag ? 'rtl' : 'ltr', $person->script('return getComputedStyle(document.body).direction'));
                    $person->assertNothingSerious("$path in $language");
                }
                self::assertSame($frames[$width], $person->script(self::FRAME), "the frame on $path at $width");
            }
        }
        $person->assertNoComplaints();
    }

    /** @return iterable<string, array{string, string|null, string}> */
    public static function readers(): iterable
    {
        $languages = ['de' => 'Deutsch', 'fr' => 'Français', 'es' => 'Español', 'ar' => 'العربية'];
        foreach (['a teacher' => 'odile', 'a student' => 'ines'] as $who => $name) {
            yield "$who in longer words" => [$name, null, 'en'];
            foreach ($languages as $tag => $language) {
                yield "$who in $tag" => [$name, $language, $tag];
            }
        }
    }

    /** @return array<string, string> main views of this person, with what is seen there */
    private function paths(Person $person): array
    {
        $today = $person->driver->executeAsyncScript('const done = arguments[0]; fetch("/api/today").then((r) => r.json()).then(done)');
        self::assertIsArray($today);
        $text = static fn (mixed $value): string => \is_string($value) ? $value : '';
        if (isset($today['tasks'])) {
            $tasks = (array) $today['tasks'];
            $part = $text(((array) $tasks[0])['partId']);

            return ['/' => '.task-card', "/bench/$part" => '#sheet .note', '/shelf' => '.shelf-line', '/term' => '.card'];
        }
        foreach ((array) $today['assignments'] as $one) {
            $one = (array) $one;
            if (null !== $one['publishedAt']) {
                $part = $text(((array) ((array) $one['parts'])[0])['id']);
                $course = $text(((array) ((array) $today['courses'])[0])['id']);

                return [
                    '/' => '.task-card',
                    "/plan/{$text($one['id'])}" => '#sheet .note',
                    "/marking/$part" => '.glance, .work-tools',
                    "/picture/$part" => '.picture-main',
                    "/term/$course" => '.term-cell',
                    '/shelf' => '.shelf-line',
                    "/school?class=$course" => '.glance',
                ];
            }
        }
        self::fail('Nothing is published.');
    }
}
