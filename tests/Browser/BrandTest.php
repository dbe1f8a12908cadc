<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Core\Pictures;
use Tests\System\Stack;

/** The house style: a logo put in, colours taken from it, everything rebranded, ending in the mailroom. */
final class BrandTest extends BrowserTestCase
{
    /** What one has done: presses, choices and files put in. */
    private int $actions = 0;

    public function test_from_a_logo_to_all_of_larkmoor_rebranded_in_eight_actions_at_most(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();

        $this->act(fn () => $this->follow('Brand'));
        $this->see('Larkmoor Observatory', '//h1');
        $this->seeOnStage('Thank you', 'Message 1');
        $this->assertAccessible();
        $this->act(fn () => $this->putIn('Another logo', Pictures::logo('#E0B040', '#F2F7F4', '#0B4F4A')));
        $this->see('Every colour of words can be read on its background');
        $this->see('as it is in', '//dialog[@open]');
        $this->assertAccessible();
        $this->act(fn () => $this->press('Take logo and colours'));
        $this->seeColour('Message 1', 'header', 'rgb(11, 79, 74)');
        $this->seeColour('Message 3', 'header', 'rgb(11, 79, 74)');
        $this->act(fn () => $this->press('Publish'));
        foreach (['Night-blue receipt', 'Parcel away', 'Dome night ticket', 'answers for Order received'] as $words) {
            $this->see($words, '//dialog[@open]');
        }
        $this->act(fn () => $this->pressIn('Publish', '//dialog[@open]'));
        $this->see('Version 3 is published');
        self::assertLessThanOrEqual(8, $this->actions);

        // What really goes out, of every kind there is a template for.
        $order = (string) $this->stack->database()->query("select key from records where type = 'order' and data like '%aoife@example.org%' limit 1")->fetchColumn();
        $booking = json_decode((string) $this->stack->database()->query("select data from records where type = 'booking' and data like '%\"status\":\"requested\"%' and data not like '%\"email\":null%' limit 1")->fetchColumn(), true);
        $this->stack->raise(['id' => 'rebranded-1', 'event' => 'order.placed', 'key' => $order]);
        $this->stack->raise(['id' => 'rebranded-2', 'event' => 'booking.changed', 'record' => ['status' => 'confirmed'] + $booking]);
        foreach (['in good hands|in guten Händen', 'Your night in|Ihre Nacht in'] as $subject) {
            $letter = null;
            Stack::waitFor(function () use ($subject, &$letter): bool {
                $letter = current(array_filter($this->letters(), static fn (array $letter): bool => preg_match("/{$subject}/u", $letter['subject']) === 1));

                return $letter !== false;
            }, "a letter about {$subject}; there are: ".implode(', ', array_column($this->letters(), 'subject')));
            $html = quoted_printable_decode($letter['raw']);
            self::assertStringContainsString('bgcolor="#0B4F4A"', $html);
            self::assertStringContainsString($this->stack->url.'/pictures/380/', $html);
        }
        $this->open('/mailroom/'.$this->letters()[0]['id']);
        Stack::waitFor(fn (): bool => $this->driver->executeScript('const img = document.querySelector("iframe")?.contentDocument?.querySelector("img"); return (img?.naturalWidth ?? 0) > 0'), 'the logo to be loaded where the letter is read');
        $this->assertAccessible();
    }

    public function test_a_white_logo_on_white_is_caught_and_mended(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/brand');
        $this->see('Colours', '//h2');
        $this->figure('header colour', '#FFFFFF');
        $this->putIn('Another logo', Pictures::logo('#FFFFFF', '#FFFFFF'));
        $this->press('Only the logo');
        $this->see('This logo disappears on white, the background of the header: 1.0:1');
        // Its words do too, and that stands as a figure beside the pair.
        $this->element('//*[@data-pair="header_text header"]//*[@aria-label="fails"]');
        $this->assertAccessible();

        $this->press('Publish');
        $this->see('It cannot be published yet.', '//dialog[@open]');
        $this->see('This logo disappears', '//dialog[@open]');
        $this->pressIn('Close', '//dialog[@open]//*[contains(@class, "modal-action")]');
        $this->press('Put a panel of the colour of headings behind it');
        $this->seeNot('This logo disappears', '//main');
        $this->press('Undo: put a panel of the colour of headings behind it');
        $this->see('This logo disappears');
        $this->press('Give the header a background of the colour of headings');
        $this->seeNot('This logo disappears', '//main');
        $this->seeColour('Message 2', 'header', 'rgb(22, 35, 58)');

        // Nothing that is no picture gets in.
        $this->putIn('Another logo', '<?php echo 1;');
        $this->see('That is not a picture');
    }

    public function test_a_brand_is_designed_part_by_part(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/brand');

        // A single colour out of the picture.
        $this->press('Colours from it');
        $this->click('//dialog[@open]//*[@aria-label="What it is made of"]/button[2]');
        $this->choose('Role it is for', 'link');
        $this->press('Take it');
        $this->see('now, and stays so if you take the set.', '//dialog[@open]//*[@role="status"]');
        $this->see('taken by you', '//dialog[@open]//table');
        $this->pressIn('Close', '//dialog[@open]//*[contains(@class, "modal-action")]');
        $this->see('Link on paper stands out by');
        $this->click('//button[contains(., "the nearest that can be read")]');
        $this->seeNot('Link on paper stands out', '//main');

        // A number out of bounds stands as it was typed, with the bounds beside it, and sets nothing.
        $this->number('Corners', '2.5');
        $this->see('whole numbers from 0 to 32', '//main');
        self::assertSame('2.5', $this->driver->executeScript('return arguments[0].value', [$this->element('//label[span[.="Corners"]]/input')]));
        $this->number('Corners', '4');
        $this->seeNot('whole numbers from 0 to 32', '//main');

        // The dark set is derived, set, and let go.
        $derived = $this->value('paper colour in the dark');
        $this->figure('paper colour in the dark', '#000000');
        $this->press('Dark');
        $this->seeColour('Message 1', 'paper', 'rgb(0, 0, 0)');
        $this->press('Derive paper in the dark again');
        Stack::waitFor(fn (): bool => $this->value('paper colour in the dark') === $derived, 'the derived colour');
        $this->press('Wide');

        // Header and footer are written with the composer's own parts.
        $this->into('//*[@data-frame="who"]//*[@role="textbox"]');
        $this->type(WebDriverKeys::END, ', under dark skies');
        $this->seeOnStage('Larkmoor Observatory, under dark skies', 'Message 1');
        $this->seeOnStage('Larkmoor Observatory, under dark skies', 'Message 3');
        $this->alt(WebDriverKeys::ENTER);
        $this->pick('divi', 'Divider');
        $this->seeColour('Message 1', 'divider', null);

        // A header may have a ground of its own.
        $this->press('Header: select');
        $this->until('//*[@data-look-of]', fn () => $this->press('Looks'));
        $this->see('from the brand', '//*[@data-look-of="header"]');
        $this->figure('header here', '#401020');
        $this->seeColour('Message 2', 'header', 'rgb(64, 16, 32)');
        $this->click('//*[@data-look-of="header"]//button[contains(., "As around it")]');
        $this->seeColour('Message 2', 'header', 'rgb(22, 35, 58)');

        // An element that is pressed says its class; CSS speaks of it.
        $this->driver->executeScript('document.querySelector(`iframe[title="Message 1"]`).contentDocument.querySelector("[data-part=heading]").click()');
        $this->see('class .heading', '//*[@data-seen]');
        $this->see('from the brand', '//*[@data-seen]');
        $this->element('//textarea[@aria-label="Own CSS"]')->sendKeys(".heading { text-transform: uppercase }\n.text { position: fixed }");
        $this->see('“position” is left out');
        Stack::waitFor(fn (): bool => $this->driver->executeScript('const w = document.querySelector(`iframe[title="Message 1"]`).contentDocument; return w.defaultView.getComputedStyle(w.querySelector("[data-part=heading]")).textTransform') === 'uppercase', 'the heading in capitals');

        // What cannot be is said beside its cause, and not taken.
        $width = $this->element('//label[starts-with(normalize-space(.), "Width") and contains(., "px")]//input[@max="720" and @min="480"]');
        $width->clear();
        $width->sendKeys('9000');
        $this->see('480 to 720');
        $this->element('//input[@aria-label="Address of a new link"]')->sendKeys('javascript:alert(1)');
        $this->element('//input[@aria-label="Name of a new link"]')->sendKeys(['Star log', WebDriverKeys::ENTER]);
        $this->see('The address begins with https://');
        $this->assertAccessible();

        // It is kept as a draft, and what is published can be taken up again.
        Stack::waitFor(fn (): bool => (int) $this->stack->database()->query('select count(*) from drafts')->fetchColumn() === 1 && $this->attribute('//*[@data-saved]', 'data-saved') === 'saved', 'the draft');
        $this->open('/brand');
        $this->seeOnStage('under dark skies', 'Message 1');
        $this->press('Versions');
        $this->pressIn('Version 2', '//dialog[@open]');
        $this->see('Logo, picture new', '//dialog[@open]');
        $this->press('Take it up as the draft');
        $this->see('The draft is what version 2 was');
        Stack::waitFor(fn (): bool => ! str_contains($this->stage('Message 1'), 'under dark skies'), 'the footer of version 2');
    }

    public function test_a_template_wears_another_brand_and_overrides_are_marked_and_let_go(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/brand');
        $this->press('Brands');
        $this->element('//dialog[@open]//input[@placeholder="Its name"]')->sendKeys('Night school');
        $this->press('As a copy of this one');
        $this->see('Night school', '//h1');
        $this->figure('heading colour', '#5A1E78');
        $this->seeColour('Message 1', 'heading', 'rgb(90, 30, 120)');
        $this->press('Publish');
        $this->see('It is not the default brand', '//dialog[@open]');
        $this->pressIn('Publish', '//dialog[@open]');
        $this->see('Version 1 is published');

        $stage = 'The stage: the true message';
        $this->open('/templates/dome-night');
        $this->seeColour($stage, 'heading', 'rgb(22, 35, 58)');
        $this->choose('Brand of the message', 'always Night school');
        $this->seeColour($stage, 'heading', 'rgb(90, 30, 120)');

        // Where a colour comes from is said; the nearest wins; an override is let go in one press.
        $this->click('//*[@aria-label="Heading: Words"]');
        $this->until('//*[@data-look-of]', fn () => $this->press('Looks'));
        $this->see('from the brand', '//*[@data-look-of="heading"]');
        $this->figure('heading here', '#C0C0C0');
        $this->see('set here', '//*[@data-look-of="heading"]');
        $this->seeColour($stage, 'heading', 'rgb(192, 192, 192)');
        $this->until('//aside[@aria-label="Findings"]', fn () => $this->click('//button[contains(., "finding")]'));
        $this->see('Heading on paper stands out by 1.8:1 here');
        $this->assertAccessible();
        $this->click('//*[@data-look-of="heading"]//button[contains(., "As around it")]');
        $this->seeColour($stage, 'heading', 'rgb(90, 30, 120)');
        $this->see('from the brand', '//*[@data-look-of="heading"]');

        // So it is with type and shape, for a block and for the whole template.
        $this->see('from the brand', '//*[@data-look-of="heading_size"]');
        $this->number('size of headings here', '40');
        $this->see('set here', '//*[@data-look-of="heading_size"]');
        $this->seeStyle($stage, 'heading', 'fontSize', '40px');
        $this->click('//*[@data-look-of="heading_size"]//button[contains(., "As around it")]');
        $this->seeStyle($stage, 'heading', 'fontSize', '26px');
        $this->press('Own looks');
        $this->choose('Set something else here', 'size of text');
        $this->number('size of text here', '20');
        $this->seeStyle($stage, 'text', 'fontSize', '20px');
        $this->seeStyle($stage, 'heading', 'fontSize', '33px');
        $this->choose('Set something else here', 'font of text');
        $this->click('//select[@aria-label="font of text here"]/option[starts-with(., "Verdana")]');
        $this->seeStyle($stage, 'text', 'fontFamily', 'Verdana, Geneva, sans-serif');
        $this->assertAccessible();
        $this->press('Own looks: size of text, font of text');
        $this->click('(//*[@aria-label="Text: Words"])[1]');
        $this->until('//*[@data-look-of]', fn () => $this->press('Looks'));
        $this->see('from this template', '//*[@data-look-of="font"]');
        $this->driver->executeScript('document.querySelector(`iframe[title="${arguments[0]}"]`).contentDocument.querySelector("[data-part=text]").click()', [$stage]);
        $this->see('size of text: 20 px', '//*[@data-seen]');

        // The plain text is taken over by hand, and given back.
        $this->press('Plain text');
        $this->press('Take it over by hand');
        $this->into('//*[@data-plain]//*[@aria-label="Heading: Words"]');
        $this->type(WebDriverKeys::HOME, 'In plain words: ');
        $this->see('In plain words: ', '//pre');
        $this->into('//*[@data-manuscript]/div[1]//*[@aria-label="Heading: Words"]');
        $this->type(WebDriverKeys::HOME, 'Now: ');
        $this->see('the message has changed since');
        $this->press('It is right as it is');
        $this->seeNot('the message has changed since', '//main');
        $this->press('Write it from the message again');
        $this->see('Now: ', '//pre');

        $this->press('Publish');
        $this->see('Brand: the default → night-school', '//dialog[@open]');
        $this->pressIn('Publish', '//dialog[@open]');
        $this->see('Version 2 is published');
        $this->open('/brand/night-school');
        $this->figure('heading colour', '#123456');
        $this->press('Publish');
        $this->see('Dome night ticket: font of text, size of text', '//dialog[@open]');
        $this->seeNot('Night-blue receipt', '//dialog[@open]');

        // What is worn stays; what is not can be taken away, once one is sure.
        $this->pressIn('Close', '//dialog[@open]');
        $this->press('Brands');
        $this->press('take it away');
        $this->pressIn('Close', '//dialog[@open]');
        $this->press('Brands');
        $this->press('take it away');
        $this->press('really take it away, for good');
        $this->see('Templates are in it: Dome night ticket.', '//dialog[@open]');
        $this->element('//dialog[@open]//input[@placeholder="Its name"]')->sendKeys('A mistake');
        $this->press('In the source’s own colours');
        $this->see('A mistake', '//h1');
        $this->press('Brands');
        $this->press('take it away');
        $this->press('really take it away, for good');
        $this->see('A mistake is gone.');
        $this->see('Larkmoor Observatory', '//h1');
        $this->seeNot('A mistake', '//header');
    }

    public function test_who_may_only_look_changes_nothing(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn('lindqvist');
        $this->open('/brand');
        $this->see('You may look, not change.');
        $this->seeOnStage('Thank you', 'Message 1');
        self::assertSame([], $this->driver->findElements(WebDriverBy::xpath('//main//button[.="Publish" or .="Take it out"] | //main//input[@type="file"]')));
        $this->element('//fieldset[@disabled]//input[@aria-label="header colour, as a figure"]');
        $this->driver->executeScript("localStorage.setItem('herald-theme', 'velvet-night')");
        $this->open('/brand');
        $this->seeOnStage('Thank you', 'Message 1');
        $this->assertAccessible();
        $this->driver->executeScript("localStorage.removeItem('herald-theme')");

        // The page may be dark, the message is shown as it was asked for.
        $surroundings = fn (string $scheme) => $this->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => 'Emulation.setEmulatedMedia', 'params' => ['features' => $scheme === '' ? [] : [['name' => 'prefers-color-scheme', 'value' => $scheme]]]]);
        $surroundings('dark');
        $this->open('/brand');
        $this->seeColour('Message 1', 'paper', 'rgb(255, 255, 255)');
        $this->press('Dark');
        $this->seeColour('Message 1', 'paper', 'rgb(39, 35, 30)');
        $surroundings('');
    }

    private function act(\Closure $do): void
    {
        $this->actions++;
        $do();
    }

    /** Puts a file in. */
    private function putIn(string $label, string $bytes): void
    {
        $file = $this->stack->directory.'/'.bin2hex(random_bytes(4)).'.png';
        file_put_contents($file, $bytes);
        $this->element("//label[normalize-space(.)='{$label}']//input")->sendKeys($file);
    }

    private function figure(string $label, string $hex): void
    {
        $field = $this->element("//input[@aria-label='{$label}, as a figure']");
        $field->click();
        $field->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::CONTROL, $hex]);
    }

    private function number(string $label, string $figure): void
    {
        $field = $this->element("//label[span[.='{$label}']]/input");
        $field->click();
        $field->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::CONTROL, $figure]);
    }

    private function value(string $label): string
    {
        return (string) $this->attribute("//input[@aria-label='{$label}, as a figure']", 'value');
    }

    /**
     * Waits for an element of a message to have a colour: its words, or its ground where it is one.
     *
     * @param  string|null  $colour  as computed; null for any
     */
    private function seeColour(string $stage, string $class, ?string $colour): void
    {
        $this->seeStyle($stage, $class, in_array($class, ['header', 'footer', 'paper', 'page', 'section'], true) ? 'backgroundColor' : 'color', $colour);
    }

    /** Waits until the first element of a class has it so; null for any, once there is one. */
    private function seeStyle(string $stage, string $class, string $property, ?string $value): void
    {
        $found = fn (): ?string => $this->driver->executeScript(
            'const inner = document.querySelector(`iframe[title="${arguments[0]}"]`)?.contentDocument; const element = inner?.querySelector(`[data-part="${arguments[1]}"]`); return element ? inner.defaultView.getComputedStyle(element)[arguments[2]] : null',
            [$stage, $class, $property],
        );
        Stack::waitFor(static fn (): bool => $value === null ? $found() !== null : $found() === $value, fn (): string => "{$class} with {$property} {$value} on {$stage}, where it is ".$found());
        self::assertTrue(true);
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function letters(): array
    {
        return $this->stack->rows('select id, subject, raw from letters order by id');
    }
}
