<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverElement;
use PHPUnit\Framework\Assert;

/** One person in one browser: what they see, press and type. Everything waits until it is there; nothing sleeps. */
final readonly class Person
{
    private const PATIENCE = 15;

    private function __construct(public RemoteWebDriver $driver, private string $url)
    {
    }

    public static function open(string $driver, string $url, int $width, int $height, bool $touch): self
    {
        $options = new ChromeOptions();
        $options->addArguments(['--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--mute-audio', '--lang=en-GB', "--window-size=$width,$height"]);
        if ($touch) {
            $options->setExperimentalOption('mobileEmulation', ['deviceMetrics' => ['width' => $width, 'height' => $height, 'pixelRatio' => 1, 'touch' => true]]);
        }
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'SEVERE']);
        $person = new self(RemoteWebDriver::create($driver, $capabilities, 30_000, 60_000), $url);
        $person->go('/');

        return $person;
    }

    public function signIn(string $name, string $password): void
    {
        $this->see('input[name=name]')->sendKeys($name);
        $this->see('input[name=password]')->sendKeys($password);
        $this->press('Sign in');
        $this->read('Sign out');
    }

    public function go(string $path): void
    {
        $this->driver->get($this->url.$path);
    }

    public function leave(): void
    {
        $this->driver->quit();
    }

    public function keepPicture(string $file): void
    {
        $this->driver->takeScreenshot($file);
    }

    /** Waits until something that fits the selector is shown. */
    public function see(string $css): WebDriverElement
    {
        return $this->until(function () use ($css): ?WebDriverElement {
            foreach ($this->driver->findElements(WebDriverBy::cssSelector($css)) as $element) {
                if ($element->isDisplayed()) {
                    return $element;
                }
            }

            return null;
        }, "to see $css");
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
        return $this->driver->findElement(WebDriverBy::tagName('body'))->getText();
    }

    /** Presses the button, link or choice of this name (its label, or the beginning of its text). */
    public function press(string $name): void
    {
        $quoted = '"'.$name.'"';
        $path = "//*[self::button or self::a or @role='radio' or self::summary][starts-with(normalize-space(.), $quoted) or starts-with(@aria-label, $quoted)]";
        $this->until(function () use ($path): bool {
            foreach ($this->driver->findElements(WebDriverBy::xpath($path)) as $element) {
                if ($element->isDisplayed() && $element->isEnabled()) {
                    $this->script('arguments[0].scrollIntoView({block: "center"})', $element);
                    $element->click();

                    return true;
                }
            }

            return false;
        }, "to press \"$name\"");
    }

    /** Types into the field with this label, in place of what is there. */
    public function fill(string $label, string $text): void
    {
        $field = $this->until(fn (): ?WebDriverElement => $this->driver->findElements(WebDriverBy::xpath("//label[starts-with(normalize-space(.), \"$label\")]//*[self::input or self::textarea]"))[0] ?? null, "the field \"$label\"");
        $field->clear();
        $field->sendKeys($text);
    }

    public function choose(string $label, string $option): void
    {
        $this->until(fn (): ?WebDriverElement => $this->driver->findElements(WebDriverBy::xpath("//label[starts-with(normalize-space(.), \"$label\")]//option[normalize-space(.)=\"$option\"]"))[0] ?? null, "the option \"$option\"")->click();
    }

    /** Types keys where the focus is. */
    public function keys(string ...$keys): void
    {
        foreach ($keys as $key) {
            $this->driver->getKeyboard()->sendKeys($key);
        }
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
        (new WebDriverActions($this->driver))->moveToElement($from)->clickAndHold()->moveByOffset(intdiv($x, 2), intdiv($y, 2))->moveByOffset($x - intdiv($x, 2), $y - intdiv($y, 2))->release()->perform();
    }

    /** One finger: down in the middle of the element, along the offsets, up. */
    public function touch(WebDriverElement $element, int $x = 0, int $y = 0): void
    {
        $at = $element->getLocationOnScreenOnceScrolledIntoView();
        $size = $element->getSize();
        $startX = (int) ($at->getX() + $size->getWidth() / 2);
        $startY = (int) ($at->getY() + $size->getHeight() / 2);
        $move = static fn (int $toX, int $toY): array => ['type' => 'pointerMove', 'duration' => 60, 'x' => $toX, 'y' => $toY];
        $steps = [$move($startX, $startY), ['type' => 'pointerDown', 'button' => 0]];
        if (0 !== $x || 0 !== $y) {
            array_push($steps, $move($startX + intdiv($x, 2), $startY + intdiv($y, 2)), $move($startX + $x, $startY + $y));
        }
        $steps[] = ['type' => 'pointerUp', 'button' => 0];
        $this->driver->executeCustomCommand('/session/:sessionId/actions', 'POST', ['actions' => [['type' => 'pointer', 'id' => 'finger', 'parameters' => ['pointerType' => 'touch'], 'actions' => $steps]]]);
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
        /** @var T */
        return $this->driver->wait(self::PATIENCE, 60)->until(static function () use ($look): mixed {
            try {
                $found = $look();

                return null === $found || false === $found ? null : $found;
            } catch (StaleElementReferenceException) {
                return null; // the page was just drawn anew
            }
        }, "Waited in vain $what; the page says: ".mb_substr($this->text(), 0, 600));
    }

    /** Fails if the page has complained, about broken scripts or the content policy for instance. */
    public function assertNoComplaints(): void
    {
        $log = $this->driver->manage()->getLog('browser');
        // A refused request is answered on the page; the browser notes every one of them too.
        $complaints = array_filter($log, static fn (mixed $one): bool => \is_array($one) && !str_contains((string) json_encode($one), 'Failed to load resource'));
        Assert::assertSame([], array_values($complaints));
    }
}
