<?php

declare(strict_types=1);

namespace Tests\Browser;

use Database\Demo\LarkmoorRecords;
use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;

/** A passage that several messages share, and HTML that was written elsewhere. */
final class SharedTest extends BrowserTestCase
{
    private const STAGE = 'The stage: the true message';

    public function test_a_passage_is_changed_once_and_the_letters_of_two_templates_say_it(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/passages');
        $this->see('Dome night ticket');
        $this->see('needs first name of the customer');
        $this->assertAccessible();
        $this->follow('Clear skies');
        $this->into('//*[@data-manuscript]//*[@data-stop][contains(., "Clear skies to you")]');
        $this->type(Key::END, ' Mind the sheep.');
        $this->seeOnStage('Mind the sheep.', self::STAGE);
        $this->press('Publish');
        foreach (['Dome night ticket', 'Parcel away', 'All of them are compiled before any goes out'] as $told) {
            $this->see($told, '//dialog[@open]');
        }
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(Key::ENTER);
        $this->see('Version 2 is published. What takes it in goes out with it from now on.');

        $order = (new LarkmoorRecords(new \DateTimeImmutable('2026-11-23T12:00:00Z'), $this->stack->url))->orders()[140]['data'];
        $this->stack->raise(['id' => 'evt-order', 'event' => 'order.changed', 'record' => ['number' => 'LM-90000', 'status' => 'sent', 'customer' => ['first_name' => 'Aoife', 'email' => 'aoife@example.org', 'language' => 'en']] + $order]);
        $this->stack->raise(['id' => 'evt-booking', 'event' => 'booking.changed', 'record' => ['reference' => 'DN-9000', 'status' => 'confirmed', 'visitor' => ['first_name' => 'Bram', 'email' => 'bram@example.org', 'language' => 'en']] + $this->booking('DN-7211')]);
        foreach (['aoife@example.org' => 'Clear skies to you, Aoife. Mind the sheep.', 'bram@example.org' => 'Clear skies to you, Bram. Mind the sheep.'] as $to => $words) {
            $letter = $this->letterTo($to);
            self::assertStringContainsString($words, (string) $letter->getTextContent());
            self::assertStringContainsString($words, strip_tags((string) $letter->getHtmlContent()));
        }

        // Blocks become a passage, which is taken in where they stood; and a passage becomes blocks again.
        $this->open('/templates/parcel-away');
        $this->press('Heading: select');
        $this->press('More');
        $this->press('Make a passage');
        $this->fill($this->element('//dialog[@open]//input[@maxlength]'), 'Off it goes');
        $this->press('Make it');
        $this->see('“Off it goes” is there, and taken in here.');
        $this->see('Off it goes, a passage: It has left the moor', '//*[@data-manuscript]');
        $this->seeOnStage('It has left the moor', self::STAGE);
        $this->click('(//button[@aria-label="Passage: select"])[1]');
        $this->press('Make it a copy');
        $this->see('It is blocks of this template now');
        $this->element('//*[@data-manuscript]//*[@data-frame][@aria-label="Heading"][contains(., "It has left the moor")]');
        $this->press('Undo: make the passage a copy');
        $this->see('Off it goes, a passage: It has left the moor', '//*[@data-manuscript]');
        $this->click('(//button[normalize-space(.)="Put in a block"])[last()]');
        $this->click('//dialog[@open]//*[@cmdk-item][contains(., "A copy of Off it goes")]');
        $this->element('//*[@data-manuscript]//*[@data-frame][@aria-label="Heading"][contains(., "It has left the moor")]');
        $this->press('Undo: put in a copy of a passage');
        $this->see('Off it goes, a passage: It has left the moor', '//*[@data-manuscript]');
        $this->saved();
    }

    public function test_a_zip_is_brought_in_with_its_placeholders_and_what_is_hostile_is_not(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/notices/note-added');
        $this->press('Write a template');
        $this->fill($this->element('//dialog[@open]//input[@maxlength]'), 'From elsewhere');
        $this->click('//dialog[@open]//label[contains(., "HTML from elsewhere")]');
        $this->press('Begin');
        $this->see('nothing is loaded from anywhere', '//dialog[@open]');
        $this->assertAccessible();

        $page = '<html><head><title>About order %ORDER_NO%</title></head><body bgcolor="#f6efe2"><table width="600" bgcolor="#ffffff"><tr><td><img src="star.png" width="120" alt="A star"><h1>A note, %FNAME%</h1><p>Somebody wrote about %ORDER_NO%. The word is %SECRET_WORD%.</p></td></tr><tr><td><table><tr><td bgcolor="#16233a"><a href="%ORDER_URL%" style="color:#ffffff;padding:10px 20px">Read it</a></td></tr></table></td></tr></table><script>alert(1)</script></body></html>';
        $this->send(['../../index.html' => $page]);
        $this->see('holds “../../index.html”, which would lie outside of it', '//dialog[@open]//*[@role="alert"]');
        $this->send(['index.html' => $page, 'star.png' => \Tests\Core\Pictures::logo('#AA3344', '#224466')]);
        $this->see('4 placeholders', '//dialog[@open]');
        $this->see('Left out: <script>', '//dialog[@open]');
        $this->assertAccessible();
        $this->click('//dialog[@open]//li[contains(., "%SECRET_WORD%")]//button[@aria-haspopup]');
        $this->pick('payment method', 'Payment method');
        $this->press('Bring it in');
        $this->see('It is brought in. Undo brings back what was written before.');
        $this->seeOnStage('A note, Ilse', self::STAGE);
        $this->element('//*[@data-manuscript]//*[@data-frame][@aria-label="Button"]');

        // What is written by hand is cleaned, and said so.
        $this->addBlock('Own HTML');
        Stack::waitFor(fn (): bool => (bool) $this->driver->executeScript('return document.activeElement?.classList.contains("cm-content") ?? false'), 'the editor of HTML');
        $this->control('a');
        $this->type('<p onclick="x()">To {{ order.number }}</p><script>x()</script>');
        $this->seeOnStage('To LM-', self::STAGE);
        $this->see('Left out, as mail programs do not show it or it is not safe: “onclick” of <p>, <script>.', '//*[@data-manuscript]');
        $this->type(Key::ENTER, '{{ order.nmber }}');
        $this->see('Line 2, column 1: “{{ order.nmber }}”: "order.nmber" is not known here; did you mean "order.number"?', '//*[@role="alert"]');
        $this->see('The stage shows what was last in order.');
        $this->undo('own HTML', fn (): bool => substr_count($this->text('//*[contains(@class, "cm-content")]'), '{{') < 2);
        $this->seeNot('The stage shows what was last in order.');
        $this->seeOnStage('A note, Ilse', self::STAGE);
        $this->assertAccessible();

        $this->press('Send a proof');
        $this->press('Send the proof');
        $this->see('Sent 1 proof to thorne@larkmoor.example.org.');
        $proof = $this->letterTo('thorne@larkmoor.example.org');
        self::assertStringContainsString('A note, Ilse', (string) $proof->getTextContent());
        self::assertStringNotContainsString('%', strip_tags((string) $proof->getHtmlContent()));
        self::assertMatchesRegularExpression('~<img src="[^"]+/pictures/240/[0-9a-f]{32}\.png"~', (string) $proof->getHtmlContent());
        self::assertStringNotContainsString('script', (string) $proof->getHtmlContent());
        $this->pressIn('Close', '//dialog[@open]');
        $this->press('Publish');
        $this->see('This template is used for Note added from now on', '//dialog[@open]');
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(Key::ENTER);
        $this->see('Version 1 is published.');
    }

    /** @param  array<string, string>  $files  by path */
    private function send(array $files): void
    {
        $path = $this->stack->directory.'/mail-'.count($files).'.zip';
        $zip = new \ZipArchive;
        $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $this->element('//dialog[@open]//input[@type="file"]')->sendKeys($path);
    }

    /** The newest letter to an address, once it has arrived. */
}
