<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\TimeoutException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteExecuteMethod;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Assert;

/** One person in one browser: what they see, press and type. Everything waits until it is there; nothing sleeps. */
final readonly class Person
{
    private const PATIENCE = 15;
    /** Whether an element can be seen, asked in the page: the driver's own way takes most of a run's time. */
    private const SHOWN = 'const shown = (one) => one.getClientRects().length > 0'
        .' && one.checkVisibility({ opacityProperty: true, visibilityProperty: true });';

    private function __construct(public RemoteWebDriver $driver, private string $url, private string $like = '')
    {
    }

    public static function open(string $driver, string $url, int $width, int $height, bool $touch): self
    {
        $like = $touch ? '' : "$driver $width $height";
        $left = '' === $like ? null : Browsers::take($like);
        if (null !== $left) {
            $person = new self($left, $url, $like);
            $person->go('/');

            return $person;
        }
        $options = new ChromeOptions();
        // Chromium without a window, built so: it needs a third of the processor that a hidden one does.
        $options->setBinary('/usr/bin/chromium-headless-shell');
        $options->addArguments(
            [
                '--no-sandbox',
                '--disable-gpu',
                '--disable-quic',
                '--no-first-run',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
                '--disable-dev-shm-usage',
                '--mute-audio',
                '--lang=en-GB',
                "--window-size=$width,$height",
            ],
        );
        if ($touch) {
            $options->setExperimentalOption(
                'mobileEmulation',
                ['deviceMetrics' => ['width' => $width, 'height' => $height, 'pixelRatio' => 1, 'touch' => true]],
            );
        }
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'SEVERE']);
        $person = new self(RemoteWebDriver::create($driver, $capabilities, 30_000, 60_000), $url, $like);
        $person->go('/');

        return $person;
    }

    public function signIn(string $name, string $password): void
    {
        $this->see('input[name=name]')->sendKeys($name);
        $this->see('input[name=password]')->sendKeys($password);
        $this->press('Sign in');
        $this->see('.account-button');
    }

    public function go(string $path): void
    {
        $this->driver->get($this->url.$path);
    }

    /** What there is to see is so large, without the window's own bars. */
    public function view(int $width, int $height): void
    {
        $this->command('Emulation.setDeviceMetricsOverride', [
            'width' => $width,
            'height' => $height,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
    }

    /** @param bool $again whether the next person may take this browser, which begins anew for them; starting one takes a second */
    public function leave(bool $again = false): void
    {
        if (!$again || '' === $this->like) {
            $this->driver->quit();

            return;
        }
        // As when a browser is closed, nothing more is sent.
        $this->offline(true);
        $old = $this->driver->getWindowHandles();
        $this->driver->switchTo()->newWindow();
        $new = $this->driver->getWindowHandle();
        foreach ($old as $window) {
            $this->driver->switchTo()->window($window);
            $this->driver->close();
        }
        $this->driver->switchTo()->window($new);
        $this->command('Storage.clearDataForOrigin', ['origin' => $this->url, 'storageTypes' => 'all']);
        $this->command('Network.clearBrowserCookies');
        $this->command('Network.clearBrowserCache');
        $this->driver->manage()->getLog('browser');
        Browsers::leave($this->like, $this->driver);
    }

    /** @param array<string, mixed> $params of the browser's own protocol */
    public function command(string $command, array $params = []): void
    {
        $this->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => $command,
            'params' => [] === $params ? new \stdClass() : $params,
        ]);
    }

    public function keepPicture(string $file): void
    {
        $this->driver->takeScreenshot($file);
    }

    /** Waits until something that fits the selector is shown, or is only there. */
    public function see(string $css, bool $hidden = false): WebDriverElement
    {
        return $this->until(fn (): ?WebDriverElement => $this->found($hidden ? <<<'JS'
            return document.querySelector(arguments[0]);
            JS : self::SHOWN.<<<'JS'
            return [...document.querySelectorAll(arguments[0])].find(shown) ?? null;
            JS, $css), "to see $css");
    }

    /** Waits until the page says this somewhere. */
    public function read(string $text): void
    {
        $this->until(fn (): bool => str_contains($this->text(), $text), "to read \"$text\"");
    }

    public function readNot(string $text): void
    {
        $this->until(fn (): bool => !str_contains($this->text(), $text), "that \"$text\" is gone");
    }

    public function text(): string
    {
        $text = $this->script('return document.body.innerText');

        return \is_string($text) ? $text : '';
    }

    /** What a script finds in the page. */
    private function found(string $script, string $what): ?WebDriverElement
    {
        $found = $this->script($script, $what);
        // The driver names an element by one key (W3C WebDriver, 12.1).
        $id = \is_array($found) ? current($found) : null;

        return \is_string($id) ? new RemoteWebElement(new RemoteExecuteMethod($this->driver), $id, true) : null;
    }

    /** Presses something in the menu of the account. */
    public function pressInMenu(string $name): void
    {
        if (true !== $this->script('return document.querySelector("#account").matches(":popover-open")')) {
            $this->see('.account-button')->click();
        }
        $this->press($name);
    }

    /** Presses the button, link or choice of this name (its label, or the beginning of its text). */
    public function press(string $name): void
    {
        $this->until(function () use ($name): bool {
            $element = $this->found(self::SHOWN.<<<'JS'
                const named = (text) => (text ?? '').replace(/\s+/g, ' ').trim().startsWith(arguments[0]);
                const element = [...document.querySelectorAll('button, a, [role=radio], summary')].find(
                    (one) => !one.disabled && (named(one.textContent) || one.getAttribute('aria-label')?.startsWith(arguments[0])) && shown(one),
                );
                element?.scrollIntoView({ block: 'center' });
                return element ?? null;
                JS, $name);
            $element?->click();

            return null !== $element;
        }, "to press \"$name\"");
    }

    /** Presses the button that says this somewhere. */
    public function pressHolding(string $text): void
    {
        $this->until(
            fn (): ?WebDriverElement => $this->driver->findElements(WebDriverBy::xpath("//button[contains(., \"$text\")]"))[0] ?? null,
            "the button with \"$text\"",
        )->click();
    }

    /** Goes on with Tab until the focus is on what fits, and says this where a text is given. */
    public function tabTo(string $css, string $text = '', bool $back = false): void
    {
        $this->see($css);
        for ($i = 0; $i < 90; ++$i) {
            if (true === $this->script('return document.activeElement.matches(arguments[0]) && '
                .'document.activeElement.textContent.startsWith(arguments[1])', $css, $text)) {
                return;
            }
            $back ? $this->hold(WebDriverKeys::SHIFT, WebDriverKeys::TAB) : $this->keys(WebDriverKeys::TAB);
        }
        Assert::fail("Tab never came to $css $text.");
    }

    public function tabBackTo(string $css, string $text = ''): void
    {
        $this->tabTo($css, $text, true);
    }

    public function offline(bool $offline): void
    {
        $this->command('Network.enable');
        $this->command('Network.emulateNetworkConditions', [
            'offline' => $offline,
            'latency' => 0,
            'downloadThroughput' => -1,
            'uploadThroughput' => -1,
        ]);
    }

    /** Types into the field with this label, in place of what is there. */
    public function fill(string $label, string $text): void
    {
        $field = $this->until(
            fn (): ?WebDriverElement => $this->driver->findElements(
                WebDriverBy::xpath(
                    "//label[starts-with(normalize-space(.), \"$label\")]//*[self::input or self::textarea] | "
                        ."//*[self::input or self::textarea][starts-with(@aria-label, \"$label\")]",
                ),
            )[0] ?? null,
            "the field \"$label\"",
        );
        $field->clear();
        $field->sendKeys($text);
    }

    public function choose(string $label, string $option): void
    {
        $path = "//*[(self::label and starts-with(normalize-space(.), \"$label\")) or (self::select and "
            ."@aria-label=\"$label\")]//option[normalize-space(.)=\"$option\"]";
        $this->until(
            fn (): ?WebDriverElement => $this->driver->findElements(WebDriverBy::xpath($path))[0] ?? null,
            "the option \"$option\"",
        )->click();
    }

    /** Chooses a file that holds this. */
    public function bring(string $label, string $name, string $content): void
    {
        $folder = sys_get_temp_dir().'/bring-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents("$folder/$name", $content);
        $field = $this->see("input[type=file][aria-label=\"$label\"]");
        $field->sendKeys("$folder/$name");
    }

    /** Presses the box beside a label. */
    public function tick(string $label): void
    {
        $path = "//label[starts-with(normalize-space(.), \"$label\")]//input[@type='checkbox']";
        $this->until(function () use ($path): bool {
            foreach ($this->driver->findElements(WebDriverBy::xpath($path)) as $box) {
                $this->script('arguments[0].scrollIntoView({block: "center"})', $box);
                $box->click();

                return true;
            }

            return false;
        }, "the box \"$label\"");
    }

    /** Presses a slider at a part of its way, 0 to 1, and lets it follow to there. */
    public function slide(string $label, float $part): void
    {
        $slider = $this->until(
            fn (): ?WebDriverElement => $this->driver->findElements(
                WebDriverBy::xpath(
                    "//input[@type='range'][@aria-label=\"$label\" or ancestor::label[starts-with(normalize-space(.), \"$label\")]]",
                ),
            )[0] ?? null,
            "the slider \"$label\"",
        );
        $this->script('arguments[0].scrollIntoView({block: "center"})', $slider);
        $width = $slider->getSize()->getWidth();
        (new WebDriverActions($this->driver))->moveToElement($slider, (int) round(($part - 0.5) * ($width - 16)), 0)->click()->perform();
    }

    /** What a status line or the sheet's line told last. */
    public function told(string $text): void
    {
        $this->until(
            fn (): bool => true === $this->script(
                'return [...document.querySelectorAll("[role=status]")].some((e) => e.textContent.includes(arguments[0]))',
                $text,
            ),
            "to be told \"$text\"",
        );
    }

    /** Types keys where the focus is. */
    public function keys(string ...$keys): void
    {
        foreach ($keys as $key) {
            $this->driver->getKeyboard()->sendKeys($key);
        }
    }

    /** Holds a key down while another is pressed several times. (Typing both at once, the driver would take the focus back.) */
    public function hold(string $modifier, string $key, int $times = 1): void
    {
        $actions = [['type' => 'keyDown', 'value' => $modifier]];
        for ($i = 0; $i < $times; ++$i) {
            array_push($actions, ['type' => 'keyDown', 'value' => $key], ['type' => 'keyUp', 'value' => $key]);
        }
        $actions[] = ['type' => 'keyUp', 'value' => $modifier];
        $this->driver->executeCustomCommand(
            '/session/:sessionId/actions',
            'POST',
            ['actions' => [['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]]],
        );
    }

    /** The cell of a row (from 0) at a tick. */
    public function cell(int $row, int $tick): WebDriverElement
    {
        return $this->see("[role=grid] [data-cell=\"$row-$tick\"]");
    }

    /** How hard the hit in a cell is, null when it is empty. */
    public function hit(int $row, int $tick): ?int
    {
        $value = $this->cell($row, $tick)->getAttribute('data-hit');

        return null === $value ? null : (int) $value;
    }

    public function drag(WebDriverElement $from, int $x, int $y): void
    {
        [$halfX, $halfY] = [intdiv($x, 2), intdiv($y, 2)];
        (new WebDriverActions($this->driver))
            ->moveToElement($from)->clickAndHold()
            ->moveByOffset($halfX, $halfY)->moveByOffset($x - $halfX, $y - $halfY)
            ->release()->perform();
    }

    /** Takes a notehead, which stands at the bottom of its cell, and drags it sideways. */
    public function dragHead(WebDriverElement $cell, int $x, int $height): void
    {
        $half = intdiv($x, 2);
        (new WebDriverActions($this->driver))
            ->moveToElement($cell, 0, intdiv($height, 2) - 10)->clickAndHold()
            ->moveByOffset($half, 0)->moveByOffset($x - $half, 0)
            ->release()->perform();
    }

    /** One finger that rests before it goes along, and so marks. */
    public function rest(WebDriverElement $element, int $x): void
    {
        $this->touch($element, $x, 0, 700);
    }

    /** One finger: down in the middle of the element, along the offsets, up. */
    public function touch(WebDriverElement $element, int $x = 0, int $y = 0, int $rest = 0): void
    {
        $at = $element->getLocationOnScreenOnceScrolledIntoView();
        $size = $element->getSize();
        $startX = (int) ($at->getX() + $size->getWidth() / 2);
        $startY = (int) ($at->getY() + $size->getHeight() / 2);
        $move = static fn (int $toX, int $toY): array => ['type' => 'pointerMove', 'duration' => 60, 'x' => $toX, 'y' => $toY];
        $steps = [$move($startX, $startY), ['type' => 'pointerDown', 'button' => 0]];
        if ($rest > 0) {
            $steps[] = ['type' => 'pause', 'duration' => $rest];
        }
        if (0 !== $x || 0 !== $y) {
            array_push($steps, $move($startX + intdiv($x, 2), $startY + intdiv($y, 2)), $move($startX + $x, $startY + $y));
        }
        $steps[] = ['type' => 'pointerUp', 'button' => 0];
        $this->driver->executeCustomCommand(
            '/session/:sessionId/actions',
            'POST',
            ['actions' => [['type' => 'pointer', 'id' => 'finger', 'parameters' => ['pointerType' => 'touch'], 'actions' => $steps]]],
        );
    }

    public function soundsLoaded(): void
    {
        $this->until(fn (): bool => [] === $this->driver->findElements(WebDriverBy::tagName('progress')), 'the sounds to be loaded');
    }

    public function saved(): void
    {
        $this->see('[data-keeping=saved]');
    }

    public function script(string $script, mixed ...$arguments): mixed
    {
        return $this->driver->executeScript($script, $arguments);
    }

    /**
     * Waits until something is so.
     *
     * @template T
     *
     * @param \Closure(): (T|false|null) $look
     *
     * @return T
     */
    public function until(\Closure $look, string $what): mixed
    {
        try {
            /** @var T */
            return $this->driver->wait(self::PATIENCE, 60)->until(static function () use ($look): mixed {
                try {
                    $found = $look();

                    return null === $found || false === $found ? null : $found;
                } catch (StaleElementReferenceException) {
                    return null; // the page was just drawn anew
                }
            });
        } catch (TimeoutException) {
            Assert::fail("Waited in vain $what; the page says: ".mb_substr(str_replace("\n", ' · ', $this->text()), 0, 2500));
        }
    }

    /** Fails if the page has complained, about broken scripts or the content policy for instance. */
    public function assertNoComplaints(): void
    {
        $log = $this->driver->manage()->getLog('browser');
        // A refused request is answered on the page; the browser notes every one of them too.
        $complaints = array_filter(
            $log,
            static fn (mixed $one): bool => \is_array($one) && !str_contains((string) json_encode($one), 'Failed to load resource'),
        );
        Assert::assertSame([], array_values($complaints));
    }
}
