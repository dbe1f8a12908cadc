<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Console\Commands\DemoCommand;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\TestCase;
use Tests\System\Stack;

/** Drives the real interface in headless Chromium, by what people see: roles, names and words. */
abstract class BrowserTestCase extends TestCase
{
    private static ?Chromium $chromium = null;

    protected RemoteWebDriver $driver;

    protected Stack $stack;

    protected function setUp(): void
    {
        self::$chromium ??= new Chromium;
        $this->driver = self::$chromium->driver;
    }

    protected function tearDown(): void
    {
        if (! $this->status()->isSuccess()) {
            $this->driver->takeScreenshot(sys_get_temp_dir().'/herald-failed-'.$this->name().'.png');
        }
        // So that the next test is not signed in, and the page asks no server that is gone.
        $this->driver->manage()->deleteAllCookies();
        $this->driver->get('about:blank');
        $this->stack->stop();
    }

    public static function tearDownAfterClass(): void
    {
        self::$chromium = null;
    }

    protected function open(string $path): void
    {
        $this->driver->get($this->stack->url.$path);
    }

    protected function signIn(string $account = 'thorne'): void
    {
        $this->open('/sign-in');
        $this->element('//input[@name="email"]')->sendKeys("{$account}@larkmoor.example.org");
        $this->element('//input[@name="password"]')->sendKeys(DemoCommand::PASSWORD);
        $this->press('Sign in');
        $this->see('Running order', '//h1');
    }

    /** Waits for an element and gives it. */
    protected function element(string $xpath): RemoteWebElement
    {
        $found = [];
        Stack::waitFor(function () use ($xpath, &$found): bool {
            $found = $this->driver->findElements(WebDriverBy::xpath($xpath));

            return $found !== [];
        }, $xpath.' on '.$this->driver->getCurrentURL());

        return $found[0];
    }

    protected function press(string $name): void
    {
        $button = $this->element("//button[normalize-space(.)='{$name}' or @aria-label='{$name}']");
        Stack::waitFor($button->isEnabled(...), "{$name} to be enabled");
        $button->click();
    }

    protected function follow(string $name, string $within = ''): void
    {
        $this->element("{$within}//a[normalize-space(.)='{$name}']")->click();
    }

    /** Chooses in a list by the words beside it. */
    protected function choose(string $label, string $option): void
    {
        $this->element("//label[contains(., '{$label}')]//select//option[normalize-space(.)='{$option}']")->click();
    }

    /** Waits for words to be seen. */
    protected function see(string $words, string $within = '//body'): void
    {
        Stack::waitFor(fn (): bool => str_contains($this->text($within), $words), "\"{$words}\" in {$within}; there is:\n".$this->text($within));
        self::assertStringContainsString($words, $this->text($within));
    }

    protected function text(string $xpath): string
    {
        $found = $this->driver->findElements(WebDriverBy::xpath($xpath));
        try {
            return $found === [] ? '' : implode("\n", array_map(static fn (RemoteWebElement $element): string => $element->getText(), $found));
        } catch (StaleElementReferenceException) {
            return '';
        }
    }

    /** The words of a message as its frame shows them. */
    protected function stage(string $title): string
    {
        $words = '';
        Stack::waitFor(function () use ($title, &$words): bool {
            $words = (string) $this->driver->executeScript('return document.querySelector(`iframe[title="${arguments[0]}"]`)?.contentDocument?.body?.innerText ?? ""', [$title]);

            return trim($words) !== '';
        }, "the stage \"{$title}\"");

        return $words;
    }

    /** Waits for words on a stage. */
    protected function seeOnStage(string $words, string $title): void
    {
        Stack::waitFor(fn (): bool => str_contains($this->stage($title), $words), "\"{$words}\" on \"{$title}\", which says: ".$this->stage($title));
        self::assertStringContainsString($words, $this->stage($title));
    }

    /** Runs axe-core on the page: WCAG 2.2 A and AA. */
    protected function assertAccessible(): void
    {
        Stack::waitFor(fn (): bool => trim($this->text('//p[@role="status"]')) === '', 'the page to be there');
        $this->driver->executeScript((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $found = $this->driver->executeAsyncScript("const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], iframes: false}).then(r => done(r.violations.map(v => v.id + ': ' + v.help + ' ' + v.nodes.slice(0, 3).map(n => n.html + ' ' + (n.any[0]?.message ?? '')).join(' | '))))");

        self::assertSame([], $found, $this->driver->getCurrentURL());
    }
}
