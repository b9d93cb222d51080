<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\Internal\WebDriverCurlException;
use Facebook\WebDriver\Exception\JavascriptErrorException;
use Facebook\WebDriver\Exception\ScriptTimeoutException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\TimeoutException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\HttpCommandExecutor;
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
    /** A field may keep what is typed in another form. */
    private const MOST_TRIES = 2;
    private const PATIENCE = 15;
    /** Milliseconds that a browser has to answer, and to forget somebody. */
    private const TO_ANSWER = 60_000;
    private const TO_FORGET = 10_000;
    private const MODIFIERS = [WebDriverKeys::SHIFT, WebDriverKeys::CONTROL, WebDriverKeys::ALT];
    /** Whether an element can be seen, asked in the page: the driver's own way takes most of a run's time. */
    private const SHOWN = 'const shown = (one) => one.getClientRects().length > 0'
        .' && one.checkVisibility({ opacityProperty: true, visibilityProperty: true });';

    private function __construct(public RemoteWebDriver $driver, private string $url, private string $like = '')
    {
    }

    /**
     * @param array<string, string> $cookies    that are there already
     * @param string|null           $microphone a WAV file that is heard there, again and again
     */
    public static function open(
        string $driver,
        string $url,
        int $width,
        int $height,
        bool $touch,
        array $cookies = [],
        ?string $microphone = null,
    ): self {
        $like = $touch || null !== $microphone ? '' : "$driver $width $height";
        $left = '' === $like ? null : Browsers::take($like);
        if (null !== $left) {
            return (new self($left, $url, $like))->begin($cookies);
        }
        $options = new ChromeOptions();
        // Chromium without a window, built so: it needs a third of the processor that a hidden one does. Not by Debian's script: the driver
        // would end the script when somebody leaves, and the browser would go on.
        $options->setBinary('/usr/lib/chromium/chromium-headless-shell');
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
                '--num-raster-threads=1',
                '--disable-site-isolation-trials',
                '--lang=en-GB',
                "--window-size=$width,$height",
            ],
        );
        if (null !== $microphone) {
            $options->addArguments([
                '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', "--use-file-for-fake-audio-capture=$microphone",
            ]);
        }
        if ($touch) {
            $options->setExperimentalOption(
                'mobileEmulation',
                ['deviceMetrics' => ['width' => $width, 'height' => $height, 'pixelRatio' => 1, 'touch' => true]],
            );
        }
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'SEVERE']);

        return (new self(RemoteWebDriver::create($driver, $capabilities, 30_000, self::TO_ANSWER), $url, $like))->begin($cookies);
    }

    /** @param array<string, string> $cookies */
    private function begin(array $cookies): self
    {
        foreach ($cookies as $name => $value) {
            $this->command('Network.setCookie', ['url' => $this->url, 'name' => $name, 'value' => $value, 'httpOnly' => true]);
        }
        // Files would come to lie where the tests run.
        $this->command('Page.setDownloadBehavior', ['behavior' => 'deny']);
        $this->go('/');

        return $this;
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
        $this->patience(self::TO_FORGET);
        try {
            $this->command('Storage.clearDataForOrigin', ['origin' => $this->url, 'storageTypes' => 'all']);
            $this->command('Network.clearBrowserCookies');
            $this->driver->manage()->getLog('browser');
        } catch (WebDriverCurlException) {
            // A browser that is lost in forgetting (seen once) is none for the next person; the driver's end is its own.
            return;
        }
        $this->patience(self::TO_ANSWER);
        Browsers::leave($this->like, $this->driver);
    }

    /** @param int $time milliseconds until a command counts as not answered */
    private function patience(int $time): void
    {
        $executor = $this->driver->getCommandExecutor();
        Assert::assertInstanceOf(HttpCommandExecutor::class, $executor);
        $executor->setRequestTimeout($time);
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
        return $this->element($this->waits(
            'return [...document.querySelectorAll(arguments[0])].find((one) => arguments[1] || shown(one));',
            "to see $css",
            $css,
            $hidden,
        ));
    }

    /** Waits until the page says this somewhere. */
    /** Every page from now on has axe-core. */
    public function bringAxe(): void
    {
        $axe = (string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js');
        $this->command('Page.addScriptToEvaluateOnNewDocument', ['source' => $axe]);
    }

    /** @param list<string> $only rules of axe; none for all */
    public function assertNothingSerious(string $view, array $only = []): void
    {
        // Colours must have arrived before contrast is measured.
        $this->until(
            fn (): bool => true === $this->script('return document.getAnimations().every((one) => one.playState !== "running")'),
            'transitions to end',
        );
        $found = $this->driver->executeAsyncScript(
            'const [only, done] = arguments; axe.run(document, {resultTypes: ["violations"], selectors: false, ...(only.length > 0 && {runOnly: '
                .'only})}).then((r) => done(r.violations.filter((v) => ["serious", "critical"].includes(v.impact)).map((v) => v.id + '
                    .'": " + v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + " " + n.failureSummary).join(" | "))))',
            [$only],
        );
        Assert::assertSame([], $found, $view);
    }

    public function read(string $text): void
    {
        $this->waits('return document.body.innerText.includes(arguments[0])', "to read \"$text\"", $text);
    }

    public function readNot(string $text): void
    {
        $this->waits('return !document.body.innerText.includes(arguments[0])', "that \"$text\" is gone", $text);
    }

    public function text(): string
    {
        $text = $this->script('return document.body.innerText');

        return \is_string($text) ? $text : '';
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
        $this->pressed(<<<'JS'
            const named = (text) => (text ?? '').replace(/\s+/g, ' ').trim().startsWith(arguments[0]);
            const element = [...document.querySelectorAll('button, a, [role=radio], summary')].find(
                (one) => !one.disabled && (named(one.textContent) || one.getAttribute('aria-label')?.startsWith(arguments[0])) && shown(one),
            );
            JS, $name);
    }

    /** Presses the element that a script finds, where nothing covers it and it stands still: one aims at what one sees. */
    private function pressed(string $find, string $what): void
    {
        $found = $this->waits($find.<<<'JS'
            if (!element) return null;
            element.scrollIntoView({ block: 'center', behavior: 'instant' });
            const { x, y, width, height } = element.getClientRects()[0] ?? {};
            const at = [Math.floor(x + width / 2), Math.floor(y + height / 2)];
            const top = document.elementFromPoint(...at);
            const still = String(at) === kept.at && document.fonts.status === 'loaded';
            kept.at = String(at);
            return still && element.contains(top) ? [element, ...at] : null;
            JS, "to press \"$what\"", $what);
        Assert::assertIsArray($found);
        [$element, $x, $y] = $found;
        if ('' === $this->like) {
            $this->element($element)->click(); // by touch
        } else {
            $this->point('mouse', [
                ['type' => 'pointerMove', 'duration' => 0, 'x' => $x, 'y' => $y],
                ['type' => 'pointerDown', 'button' => 0],
                ['type' => 'pointerUp', 'button' => 0],
            ]);
        }
    }

    /** Presses the button that says this somewhere. */
    public function pressHolding(string $text): void
    {
        $this->pressed(
            'const element = [...document.querySelectorAll("button")].find((one) => one.textContent.includes(arguments[0]) && shown(one));',
            $text,
        );
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

    /** Types into the field with this label, in place of what is there; once more, where a page that was being drawn took some of it. */
    public function fill(string $label, string $text): void
    {
        $tries = 0;
        $this->until(function () use ($label, $text, &$tries): bool {
            $field = $this->driver->findElements(
                WebDriverBy::xpath(
                    "//label[starts-with(normalize-space(.), \"$label\")]//*[self::input or self::textarea] | "
                        ."//*[self::input or self::textarea][starts-with(@aria-label, \"$label\")]",
                ),
            )[0] ?? null;
            // Typed over what is there, as a hand does. `clear()` empties the field behind React's back: the next render fills it again.
            $field?->sendKeys(self::typedOver($text));

            return null !== $field && ($field->getAttribute('value') === $text || ++$tries > self::MOST_TRIES);
        }, "the field \"$label\"");
    }

    /** The keys that put this text in place of what a field holds. */
    public static function typedOver(string $text): string
    {
        return WebDriverKeys::CONTROL.'a'.WebDriverKeys::NULL.('' === $text ? WebDriverKeys::BACKSPACE : $text);
    }

    /** Types a date as a hand does, in the order of this browser's language; `$parts` is how many of day, month and year. */
    public function typeDate(string $label, \DateTimeInterface $date, int $parts = 3): void
    {
        $order = $this->script('return new Intl.DateTimeFormat().formatToParts(new Date()).map(({ type }) => type)');
        \assert(\is_array($order));
        $written = array_intersect_key(
            ['day' => $date->format('d'), 'month' => $date->format('m'), 'year' => $date->format('Y')],
            $wanted = array_flip(array_filter($order, is_string(...))),
        );
        uksort($written, static fn (string $one, string $other): int => $wanted[$one] <=> $wanted[$other]);
        $this->see("[aria-label=\"$label: day\"]")->sendKeys(implode('', \array_slice($written, 0, $parts)));
    }

    /** Opens what there is to the row where the cursor is. */
    public function openRow(): void
    {
        $this->see('.row-name[aria-current] + .row-open')->click();
        $this->see('#row');
    }

    /** Opens all that there is to the hit that has the focus. */
    public function openHit(): void
    {
        $this->keys('a');
        $this->see('.hit-act[data-more]')->click();
        $this->see('#shape');
    }

    /** @param 'files'|'shelf'|'type' $way in which a beat comes in, from the line or the menu under the sheet */
    public function bringIn(string $way): void
    {
        $this->see('.comes-in');
        if (true !== $this->script("return document.querySelector('[data-way=$way]')?.checkVisibility() ?? false")) {
            $this->press('Type, Shelf, files');
        }
        $this->see("[data-way=$way]")->click();
    }

    public function choose(string $label, string $option): void
    {
        $path = "//*[(self::label and starts-with(normalize-space(.), \"$label\")) or (self::select and "
            ."@aria-label=\"$label\")]//option[normalize-space(.)=\"$option\"]";
        $this->until(
            fn (): ?WebDriverElement => ($this->driver->findElements(WebDriverBy::xpath($path))[0] ?? null)?->click(),
            "the option \"$option\"",
        );
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
                    "//input[@type='range'][@aria-label=\"$label\" or starts-with(@aria-label, \"$label:\")"
                        ." or ancestor::label[starts-with(normalize-space(.), \"$label\")]]",
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
        $this->waits(
            'return [...document.querySelectorAll("[role=status]")].some((e) => e.textContent.includes(arguments[0]))',
            "to be told \"$text\"",
            $text,
        );
    }

    /** Types keys where the focus is. */
    public function keys(string ...$keys): void
    {
        foreach ($keys as $text) {
            $actions = $held = [];
            foreach (mb_str_split($text) as $key) {
                $actions[] = ['type' => 'keyDown', 'value' => $key];
                if (\in_array($key, self::MODIFIERS, true)) {
                    $held[] = $key;
                } else {
                    $actions[] = ['type' => 'keyUp', 'value' => $key];
                }
            }
            array_push($actions, ...array_map(static fn (string $key): array => ['type' => 'keyUp', 'value' => $key], $held));
            $this->act(['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]);
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
        $this->act(['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]);
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
        [$startX, $startY] = $this->middle($element);
        $move = static fn (int $toX, int $toY): array => ['type' => 'pointerMove', 'duration' => 60, 'x' => $toX, 'y' => $toY];
        $steps = [$move($startX, $startY), ['type' => 'pointerDown', 'button' => 0]];
        if ($rest > 0) {
            $steps[] = ['type' => 'pause', 'duration' => $rest];
        }
        if (0 !== $x || 0 !== $y) {
            array_push($steps, $move($startX + intdiv($x, 2), $startY + intdiv($y, 2)), $move($startX + $x, $startY + $y));
        }
        $steps[] = ['type' => 'pointerUp', 'button' => 0];
        $this->point('touch', $steps);
    }

    /**
     * @param 'mouse'|'touch'            $with
     * @param list<array<string, mixed>> $steps
     */
    private function point(string $with, array $steps): void
    {
        $this->act(['type' => 'pointer', 'id' => $with, 'parameters' => ['pointerType' => $with], 'actions' => $steps]);
    }

    /** @param array<string, mixed> $source of input, and what it does (W3C WebDriver, 15) */
    private function act(array $source): void
    {
        $this->driver->executeCustomCommand('/session/:sessionId/actions', 'POST', ['actions' => [$source]]);
    }

    /** @return array{int, int} where the middle of an element is seen, once it stands still: a finger aims at what it sees */
    private function middle(WebDriverElement $element): array
    {
        $middle = $this->waits(<<<'JS'
            const [element] = arguments;
            element.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' });
            const { x, y, width, height } = element.getBoundingClientRect();
            const at = [Math.floor(x + width / 2), Math.floor(y + height / 2)];
            kept.looks = String(at) === kept.at ? kept.looks + 1 : 0;
            kept.at = String(at);
            return kept.looks > 3 && document.fonts.status === 'loaded' ? at : null;
            JS, 'that it stands still', $element);
        Assert::assertIsArray($middle);
        [$x, $y] = $middle;
        Assert::assertIsInt($x);
        Assert::assertIsInt($y);

        return [$x, $y];
    }

    public function soundsLoaded(): void
    {
        $this->waits('return document.querySelector("progress") === null', 'the sounds to be loaded');
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
     * Waits in the page until a script gives something, which costs a fraction of asking it again and again. `shown` tells it whether an
     * element can be seen, `kept` holds what it wants to know at its next look.
     */
    private function waits(string $look, string $what, mixed ...$arguments): mixed
    {
        $end = microtime(true) + self::PATIENCE;
        $last = $lost = null;
        do {
            try {
                $found = $this->driver->executeAsyncScript(self::SHOWN."const kept = {}; const look = function () { $look };".<<<'JS'
                    const [end, done] = [performance.now() + arguments[0], arguments[arguments.length - 1]];
                    const again = () => {
                        const found = look.apply(null, [...arguments].slice(1, -1));
                        if (found || performance.now() > end) done(found || null);
                        else setTimeout(again, 25);
                    };
                    again();
                    JS, [max(0, 1000 * ($end - microtime(true))), ...$arguments]);
                if (null !== $found) {
                    return $found;
                }
            } catch (StaleElementReferenceException|JavascriptErrorException $problem) {
                // The page was left or drawn anew while it was looked at.
                $last = $problem;
            } catch (ScriptTimeoutException $problem) {
                // The driver has lost the script with the page that was left; the next one is looked at.
                $end = null === $lost ? microtime(true) + self::PATIENCE : $end;
                $last = $lost = $problem;
            }
        } while (microtime(true) < $end);
        $this->inVain($what.(null === $last ? '' : ' ('.strtok($last->getMessage(), "\n").')'));
    }

    /** @param mixed $found as the driver names an element, by one key (W3C WebDriver, 12.1) */
    private function element(mixed $found): WebDriverElement
    {
        Assert::assertIsArray($found);
        $id = current($found);
        Assert::assertIsString($id);

        return new RemoteWebElement(new RemoteExecuteMethod($this->driver), $id, true);
    }

    private function inVain(string $what): never
    {
        Assert::fail("Waited in vain $what; the page says: ".mb_substr(str_replace("\n", ' · ', $this->text()), 0, 2500));
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
            $this->inVain($what);
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
