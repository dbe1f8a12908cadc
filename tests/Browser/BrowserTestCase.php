<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Console\Commands\DemoCommand;
use Facebook\WebDriver\Exception\ElementClickInterceptedException;
use Facebook\WebDriver\Exception\ElementNotInteractableException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

/** Drives the real interface in headless Chromium, by what people see: roles, names and words. */
abstract class BrowserTestCase extends TestCase
{
    protected RemoteWebDriver $driver;

    protected Stack $stack;

    protected function setUp(): void
    {
        $this->driver = Chromium::shared()->driver;
    }

    protected function tearDown(): void
    {
        if (! $this->status()->isSuccess()) {
            $this->driver->takeScreenshot(sys_get_temp_dir().'/herald-failed-'.$this->name().'.png');
            Stack::tell("{$this->name()}: what was done last on {$this->driver->getCurrentURL()}\n  ".implode("\n  ", $this->deeds()));
        }
        // So that the next test is not signed in, and the page asks no server that is gone.
        Chromium::shared()->clear($this->stack->url);
        $this->stack->stop();
    }

    protected function open(string $path): void
    {
        // The pages of the demo, unless another source is named.
        $this->driver->get($this->stack->url.(preg_match('#^/(at|sign-in)\b#', $path) === 1 ? '' : '/at/larkmoor').$path);
    }

    protected function signIn(string $account = 'thorne'): void
    {
        $this->open('/sign-in');
        $this->element('//input[@name="email"]')->sendKeys("{$account}@larkmoor.example.org");
        $this->element('//input[@name="password"]')->sendKeys(DemoCommand::PASSWORD);
        $this->press('Sign in');
        $this->see('Running order', '//h1');
    }

    /** Is nobody any more. The page is left first: what it was still asking for would bring its cookies back. */
    protected function signOut(): void
    {
        $this->driver->get('about:blank');
        Chromium::shared()->command('Network.clearBrowserCookies', []);
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

    /** What an element has as an attribute, or as its state; waits for the element. */
    protected function attribute(string $xpath, string $name): ?string
    {
        $value = null;
        Stack::waitFor(function () use ($xpath, $name, &$value): bool {
            try {
                $value = $this->element($xpath)->getAttribute($name);

                return true;
            } catch (StaleElementReferenceException) {
                return false;
            }
        }, "{$name} of {$xpath}");

        return $value;
    }

    /** Clicks as a person does: what is covered, or is just being drawn anew, is clicked when it is there. */
    protected function click(string $xpath): void
    {
        $why = '';
        Stack::waitFor(function () use ($xpath, &$why): bool {
            try {
                $found = $this->driver->findElements(WebDriverBy::xpath($xpath));
                if ($found === [] || ! $found[0]->isEnabled()) {
                    $why = $found === [] ? 'it is not there' : 'it is disabled';

                    return false;
                }
                $this->driver->executeScript('[window.wanted, window.missed] = [arguments[0], null]', [$found[0]]);
                $found[0]->click();
                $missed = $this->driver->executeScript('window.wanted = null; return window.missed ?? null');
                if ($missed !== null) {
                    Stack::tell("{$this->name()}: {$xpath} moved as it was clicked: it was {$missed} instead");
                    $why = "it moved, and {$missed} was hit";
                }

                return $missed === null;
            } catch (StaleElementReferenceException|ElementClickInterceptedException|ElementNotInteractableException $exception) {
                $why = $exception->getMessage();

                return false;
            }
        }, function () use ($xpath, &$why): string {
            return "a click on {$xpath} on {$this->driver->getCurrentURL()}: {$why}";
        });
    }

    /**
     * Takes something with the pointer to the upper edge of something else.
     *
     * @param  string  $over  what is there once it may be let go
     */
    protected function drag(string $what, string $to, string $over): void
    {
        [$from, $place] = [$this->element($what), $this->element($to)];
        (new WebDriverActions($this->driver))->clickAndHold($from)->moveByOffset(0, -12)->moveToElement($place, 0, -intdiv($place->getSize()->getHeight(), 2))->perform();
        $this->element($over);
        (new WebDriverActions($this->driver))->release()->perform();
    }

    protected function press(string $name): void
    {
        $this->click("//button[normalize-space(.)='{$name}' or @aria-label='{$name}']");
    }

    /**
     * Does something until it has come to something, three times at most, as a person would. That it took more than once is told among the figures of the run.
     *
     * @param  string  $there  what is there then
     */
    protected function until(string $there, \Closure $do): void
    {
        for ($times = 1; $times <= 3; $times++) {
            $do();
            try {
                Stack::waitFor(fn (): bool => $this->driver->findElements(WebDriverBy::xpath($there)) !== [], $there, 8);

                return;
            } catch (\RuntimeException) {
                Stack::tell("{$this->name()}: {$there} was not there after it was asked for {$times} times; what was done last:\n  ".implode("\n  ", $this->deeds()));
            }
        }
        $this->element($there);
    }

    /**
     * @return list<string> what was done last on the page
     */
    private function deeds(): array
    {
        return array_map(strval(...), array_values((array) $this->driver->executeScript('return [...(window.deeds ?? []), `${Math.round(performance.now())} now`]')));
    }

    protected function pressIn(string $name, string $within): void
    {
        $this->click("{$within}//button[normalize-space(.)='{$name}']");
    }

    protected function follow(string $name, string $within = ''): void
    {
        $this->click("{$within}//a[normalize-space(.)='{$name}']");
    }

    /** Chooses in a list by the words beside it. */
    protected function choose(string $label, string $option): void
    {
        $this->click("//label[contains(., '{$label}')]//select//option[normalize-space(.)='{$option}']");
    }

    /** Chooses from the list that is open by typing and Enter. */
    protected function pick(string $typed, string $words): void
    {
        Stack::waitFor(fn (): bool => (bool) $this->driver->executeScript('return document.activeElement?.hasAttribute("cmdk-input") ?? false'), 'the list to be open');
        $this->type($typed);
        $this->element("//dialog[@open]//*[@cmdk-item][@data-selected='true'][contains(., '{$words}')]");
        $this->type(WebDriverKeys::ENTER);
    }

    /** In the form of a condition that was opened last: sets what its last comparison says, of a field by what is typed and what it is called. No value is "yes" of what is yes or no. */
    protected function compare(string $field, string $comparison, string $value, ?string $called = null): void
    {
        $form = '(//*[@aria-label="Condition"])[last()]';
        $this->click("({$form}//button[starts-with(@aria-label, \"Field\")])[last()]");
        $this->pick($field, $called ?? $field);
        $this->click("({$form}//select[@aria-label=\"Comparison\"])[last()]/option[.=\"{$comparison}\"]");
        $given = $this->element("({$form}//*[@aria-label=\"Value\"])[last()]");
        if ($given->getTagName() === 'select') {
            $this->click("({$form}//select[@aria-label=\"Value\"])[last()]/option[.=\"".($value === '' ? 'yes' : $value).'"]');

            return;
        }
        $this->fill($given, $value);
    }

    protected function type(string ...$keys): void
    {
        foreach ($keys as $key) {
            in_array($key, [WebDriverKeys::HOME, WebDriverKeys::END], true) ? $this->toTheEdge($key) : $this->hold([], ...mb_str_split($key));
        }
    }

    /** The same at a person's pace: between two letters there is time for other things to come in. */
    protected function typeInTime(string $words): void
    {
        $keys = array_map(static fn (string $letter): array => [['type' => 'keyDown', 'value' => $letter], ['type' => 'keyUp', 'value' => $letter], ['type' => 'pause', 'duration' => 50]], mb_str_split($words));
        $this->driver->execute(DriverCommand::ACTIONS, ['actions' => [['type' => 'key', 'id' => 'keyboard', 'actions' => array_merge(...$keys)]]]);
    }

    /** Home or End, until the caret stays there: for some milliseconds after a text is taken up the editor places it itself, which nobody but a machine notices. */
    private function toTheEdge(string $key): void
    {
        $caret = fn (): ?int => $this->driver->executeScript('const [is, at] = [getSelection(), document.createRange()]; if (is.rangeCount === 0) return null; at.selectNodeContents(document.activeElement); at.setEnd(is.focusNode, is.focusOffset); return at.toString().length');
        $presses = 0;
        Stack::waitFor(function () use ($key, $caret, &$presses): bool {
            $before = $caret();
            $this->hold([], $key);
            $presses++;

            return $caret() === $before && $presses > 1;
        }, 'the caret to be at the edge');
    }

    protected function control(string $key): void
    {
        $this->hold([WebDriverKeys::CONTROL], $key);
    }

    protected function alt(string $key): void
    {
        $this->hold([WebDriverKeys::ALT], $key);
    }

    /**
     * Presses keys while others are held down. They go to whatever has the focus, as a person's do.
     *
     * @param  list<string>  $held
     */
    protected function hold(array $held, string ...$keys): void
    {
        $down = static fn (string $key): array => ['type' => 'keyDown', 'value' => $key];
        $up = static fn (string $key): array => ['type' => 'keyUp', 'value' => $key];
        $actions = [...array_map($down, $held), ...array_merge(...array_map(static fn (string $key): array => [$down($key), $up($key)], $keys)), ...array_map($up, array_reverse($held))];
        $this->driver->execute(DriverCommand::ACTIONS, ['actions' => [['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]]]);
    }

    /** Puts the caret into a text. */
    protected function into(string $line): void
    {
        $place = [$this->attribute($line, 'data-id'), $this->attribute($line, 'data-part')];
        $this->click($line);
        Stack::waitFor(fn (): bool => (bool) $this->driver->executeScript('const at = document.activeElement; return at.isContentEditable && at.dataset.id === arguments[0] && at.dataset.part === arguments[1]', $place), "the caret in {$line}");
    }

    /** Waits for words to be seen. */
    protected function see(string $words, string $within = '//body'): void
    {
        Stack::waitFor(fn (): bool => str_contains($this->text($within), $words), fn (): string => "\"{$words}\" in {$within}; there is:\n".$this->text($within));
        $this->addToAssertionCount(1);
    }

    /** Waits for an element to say this and nothing else. */
    protected function seeOnly(string $words, string $within): void
    {
        Stack::waitFor(fn (): bool => $this->text($within) === $words, fn (): string => "nothing but \"{$words}\" in {$within}; there is:\n".$this->text($within));
        $this->addToAssertionCount(1);
    }

    /** Waits for words not to be there, or no longer, in an element that is. */
    protected function seeNot(string $words, string $within = '//body'): void
    {
        Stack::waitFor(function () use ($words, $within): bool {
            $there = $this->text($within);

            return $there !== '' && ! str_contains($there, $words);
        }, fn (): string => "\"{$words}\" not to be in {$within}; there is:\n".$this->text($within));
        $this->addToAssertionCount(1);
    }

    /** The words of all such elements that are seen, line by line. */
    protected function text(string $xpath): string
    {
        return (string) $this->driver->executeScript(<<<'JS'
            const found = document.evaluate(arguments[0], document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
            return Array.from({length: found.snapshotLength}, (_, n) => found.snapshotItem(n)).map(one => one.checkVisibility({visibilityProperty: true}) ? one.innerText : '')
                .map(words => words.replaceAll('\u00a0', ' ').replace(/[ \t]*\n\s*/g, '\n').trim()).join('\n');
            JS, [$xpath]);
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
        Stack::waitFor(fn (): bool => str_contains($this->stage($title), $words), fn (): string => "\"{$words}\" on \"{$title}\", which says: ".$this->stage($title));
        $this->addToAssertionCount(1);
    }

    /** On the page of a notice: begins a template with the starter of a plain letter. */
    protected function beginLetter(): void
    {
        $this->press('Write a template');
        $this->click('//dialog[@open]//label[contains(., "a starter")]');
        $this->click('//dialog[@open]//label[.//b[.="Letter"]]');
        $this->press('Begin');
        $this->seeOnStage('we write to you about', 'The stage: the true message');
    }

    /** In the composer: publishes the first version, for a notice of that name that is off. */
    protected function publishFirst(string $notice): void
    {
        $this->press('Publish');
        $this->see("This template is used for {$notice} once it is on", '//dialog[@open]');
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(WebDriverKeys::ENTER);
        $this->see('Version 1 is published.');
    }

    /** The newest letter to an address, one with these words in its plain text, wherever its lines are broken, where there are to be any. */
    protected function letterTo(string $address, string $words = ''): Message
    {
        $found = null;
        Stack::waitFor(function () use ($address, $words, &$found): bool {
            foreach ($this->stack->rows('select raw, envelope_to from letters order by id desc') as $letter) {
                $read = in_array($address, (array) json_decode((string) $letter['envelope_to'], true), true) ? Message::from((string) $letter['raw'], false) : null;
                if ($read instanceof Message && ($words === '' || str_contains((string) preg_replace('/\s+/', ' ', (string) $read->getTextContent()), $words))) {
                    $found = $read;

                    return true;
                }
            }

            return false;
        }, "a letter to {$address}".($words === '' ? '' : " with “{$words}”"), 30);

        return $found ?? throw new \LogicException('It was waited for');
    }

    /** The focus is somewhere, and not on the page as a whole. */
    protected function seeFocusKept(): void
    {
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.activeElement !== null && document.activeElement !== document.body') === true, 'the focus to be anywhere');
    }

    /** Runs axe-core on the page: WCAG 2.2 A and AA. */
    protected function assertAccessible(): void
    {
        Stack::waitFor(fn (): bool => trim($this->text('//p[@role="status"]')) === '', 'the page to be there');
        $this->driver->executeScript((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $found = $this->driver->executeAsyncScript("const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], iframes: false}).then(r => done(r.violations.map(v => v.id + ': ' + v.help + ' ' + v.nodes.slice(0, 3).map(n => n.html + ' ' + (n.any[0]?.message ?? '')).join(' | '))))");

        self::assertSame([], $found, $this->driver->getCurrentURL());
    }

    /**
     * Takes steps of that name back until something is so: how many they are is a matter of how fast they were made.
     * What is read must be the document's own: findings come in later, and may be of a step before.
     *
     * @param  \Closure(): bool  $isSo
     */
    protected function undo(string $name, \Closure $isSo): void
    {
        for ($step = 0; $step < 100 && ! $isSo(); $step++) {
            $this->press("Undo: {$name}");
        }
        self::assertTrue($isSo(), "{$name} is taken back");
    }

    protected function addBlock(string $name): void
    {
        $this->click('(//button[normalize-space(.)="Put in a block"])[last()]');
        $this->click("//dialog[@open]//*[@cmdk-item][normalize-space(.)='{$name}']");
        $this->element("//*[@data-frame][@aria-label='{$name}']");
    }

    /**
     * @return array<string, mixed> its data
     */
    protected function booking(string $key): array
    {
        return json_decode((string) $this->stack->rows("select data from records where key = '{$key}'")[0]['data'], true);
    }

    /** Puts words in place of what a field says. */
    protected function fill(RemoteWebElement $input, string $words): void
    {
        $input->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::CONTROL]);
        $input->sendKeys($words);
    }

    /** Chooses the record that the stage is filled with. */
    protected function record(string $key): void
    {
        $this->driver->executeScript('history.replaceState(null, "", location.pathname)');
        $input = $this->element('//section[@aria-label="Cast"]//input');
        $this->click('//section[@aria-label="Cast"]//input');
        $input->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::CONTROL]);
        $input->sendKeys($key);
    }

    /** Waits for what is written to be saved. */
    protected function saved(): void
    {
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.querySelector("[data-saved]")?.dataset.saved') === 'saved', 'the draft to be saved');
    }

    /**
     * What is written, as it was saved.
     *
     * @return array<string, mixed>
     */
    protected function manuscript(): array
    {
        $this->saved();
        $document = json_decode((string) $this->stack->rows('select document from drafts order by updated_at desc limit 1')[0]['document'], true);

        return ['envelope' => $document['envelope'], 'manuscript' => $document['manuscript']];
    }
}
