<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\DataProvider;

/** A page in another language: changed at once, mirrored where it is read from the right, and nothing cut off. */
final class LanguageTest extends BrowserTestCase
{
    protected function tearDown(): void
    {
        parent::tearDown();
        self::reset();
    }

    public function testBeforeSigningInNothingTypedIsLost(): void
    {
        $person = $this->person(null);
        $person->go('/');
        $person->fill('Name', 'ines');
        $person->choose('Language', 'Deutsch');
        $person->see('button[type=submit]');
        $person->read('Passwort vergessen');
        self::assertSame('ines', $person->see('input[name=name]')->getAttribute('value'));
        self::assertSame('de', $person->script('return document.documentElement.lang'));
        // Who signs in now has chosen it; and it stays in this browser.
        $person->fill('Passwort', (string) getenv('DEMO_PASSWORD'));
        $person->press('Anmelden');
        $person->read('Bauen und abgeben');
        $person->see('.account-button')->click();
        $person->press('Abmelden');
        $person->go('/');
        $person->read('Anmelden');
        self::assertSame(['de', 'ltr'], $person->script('return [document.documentElement.lang, document.documentElement.dir]'));
        $person->assertNoComplaints();
    }

    public function testAStudentReadsArabicAndTheTeacherGerman(): void
    {
        $nour = $this->person('nour');
        $nour->press("Change it: Lamplighters' March");
        $nour->fill('What did you choose, and why?', 'Half typed');
        $nour->see('.account-button')->click();
        $nour->choose('Language', 'العربية');
        $nour->read('سلّم مرة أخرى');
        self::assertSame('rtl', $nour->script('return document.documentElement.dir'));
        self::assertSame('Half typed', $nour->see('section textarea')->getAttribute('value'));
        // The music stays as it runs: the first beat is left of the second.
        self::assertTrue($nour->script(
            'const x = (at) => document.querySelector(`#sheet [data-cell="0-${at}"]`).getBoundingClientRect().x; return x(0) < x(960);',
        ));
        $nour->cell(1, 0)->click();
        $nour->keys(WebDriverKeys::SPACE);
        $nour->see('button[aria-label="أوقف"]');
        $nour->press('سلّم مرة أخرى');
        $nour->read('عند معلمك');
        $nour->assertNoComplaints();

        $odile = $this->person('odile');
        $odile->see('.account-button')->click();
        $odile->choose('Language', 'Deutsch');
        $odile->press('12 bewerten: Lamp');
        $odile->press('نور');
        $odile->read('zu spät');
        $odile->read('Was anders ist');
        $odile->keys('y', '1');
        $odile->press('Senden, weiter');
        $odile->assertNoComplaints();

        $nour->go('/');
        $nour->press('اقرأ الملاحظات');
        $nour->read('بتأخير');
        $nour->read('حسّنه وسلّمه ثانية');
        $nour->assertNoComplaints();
    }

    public function testAWholeRoundWithAGermanTeacherAndAStudentWhoReadsArabic(): void
    {
        $jette = $this->person('jette');
        self::assertSame('de', $jette->script('return document.documentElement.lang'));
        $jette->press('Aufgabe planen');
        $jette->fill('Name', 'Deichlauf');
        $jette->fill('Auftrag', 'Ein Schritt auf die 1, einer auf die 3.');
        $jette->cell(0, 0)->click();
        $jette->cell(0, 1920)->click();
        $jette->press('Regeln');
        $jette->choose('Regel hinzufügen', 'ein Instrument auf der ersten 1');
        $jette->read('spielt auf der allerersten 1.');
        $jette->press('An Laternenzug, donnerstags veröffentlichen');
        $jette->read('0 von 4 abgegeben');

        $samira = $this->person('samira');
        $samira->press('ابدأ: Deichlauf');
        $samira->read('Ein Schritt auf die 1');
        self::assertSame(['ar', 'rtl'], $samira->script('return [document.documentElement.lang, document.documentElement.dir]'));
        self::assertSame('de', $samira->script('return [...document.querySelectorAll("p[lang]")].find((one) => one.textContent.includes("Schritt")).lang'));
        $samira->cell(0, 0)->click();
        $samira->press('سلّم');
        $samira->read('عند معلمك');
        $samira->assertNoComplaints();

        $jette->go('/');
        $jette->press('1 bewerten: Deichlauf');
        $jette->press('سميرة');
        $jette->read('Bassdrum: auf Zählzeit 3 fehlt ein Schlag');
        $jette->fill('Was du', 'Die 3 fehlt noch.');
        $jette->press('13 übernehmen');
        $jette->press('Senden');
        $jette->read('Alles ist bewertet.');
        $jette->assertNoComplaints();

        $samira->go('/');
        $samira->press('اقرأ الملاحظات: Deichlauf');
        $samira->read('Die 3 fehlt noch.');
        $samira->read('الباص درم: ');
        $samira->assertNoComplaints();
    }

    #[DataProvider('languages')]
    public function testNothingIsCutOffOrLiesOverAnother(string $language): void
    {
        $ines = $this->person('ines');
        $ines->go('/');
        $ines->see('.account-button')->click();
        $ines->choose('Language', $language);
        $ines->see('html:not([lang^=en])');
        $axe = (string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js');
        foreach ([[1280, 800], [1024, 768], [390, 844]] as [$width, $height]) {
            $ines->view($width, $height);
            foreach (['/' => '.task-card', '' => '#sheet .note'] as $path => $shown) {
                if ('' === $path) {
                    $ines->script('document.querySelector("a[href^=\'/bench/\']").click()');
                } else {
                    $ines->go($path);
                }
                $ines->see($shown);
                self::assertSame([], $ines->script(<<<'JS'
                    const wide = [];
                    if (document.documentElement.scrollWidth > innerWidth) wide.push('the page');
                    for (const one of document.querySelectorAll('.button, .panel-tab, h1, h2, .place-link')) {
                        if (one.offsetParent && one.scrollWidth > one.clientWidth + 1 && getComputedStyle(one).overflowX !== 'visible') wide.push(one.textContent);
                    }
                    return wide;
                    JS), "$language at $width × $height");
                if (1280 === $width) {
                    $ines->script($axe);
                    $found = $ines->driver->executeAsyncScript(
                        'const done = arguments[0]; axe.run(document, {resultTypes: ["violations"]}).then((r) => done(r.violations'
                            .'.filter((v) => ["serious", "critical"].includes(v.impact)).map((v) => v.id + " " + v.nodes[0].html)))',
                    );
                    self::assertSame([], $found, "$language: $shown");
                }
            }
        }
        $ines->assertNoComplaints();
    }

    /** @return iterable<string, array{string}> */
    public static function languages(): iterable
    {
        yield 'German' => ['Deutsch'];
        yield 'French' => ['Français'];
        yield 'Spanish' => ['Español'];
        yield 'Arabic' => ['العربية'];
    }
}
