<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

/** The thinnest path through the whole machine: from an event to a branded message in the mailroom. */
final class FirstLightTest extends BrowserTestCase
{
    private const PAGES = ['/running-order', '/notices/order-received?record=LM-20419', '/templates', '/templates/night-blue-receipt', '/brand', '/records/order', '/records/order/LM-20419', '/dispatches', '/mailroom', '/audit'];

    public function test_from_an_event_to_a_message_in_the_mailroom(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();

        // The running order lists the strands with cue, audience, state, languages, dispatches.
        $row = '//li[.//a[normalize-space(.)="Order received"]]';
        foreach (['on order placed', 'customer', 'Replaced', 'Night-blue receipt', 'EN', 'DE', 'none'] as $words) {
            $this->see($words, $row);
        }
        $this->see('Built-in', '//li[.//a[normalize-space(.)="New order"]]');
        $this->see('still sent by the source itself', '//li[.//a[normalize-space(.)="Address changed"]]');
        $this->assertAccessible();

        // A notice shows its built-in words and the template that answers, for a chosen record.
        $this->follow('Order received');
        $this->see('order.page');
        $picker = $this->element('//input[@list]');
        $picker->click();
        $picker->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $picker->sendKeys('LM-20423');
        $this->see('Bestellung LM-20423 ist in guten Händen', '//article');
        $this->see('German (the recipient\'s language is de)', '//article');
        $this->seeOnStage('Danke, 🌟 Stella', 'Night-blue receipt, version 1 as HTML');
        $this->seeOnStage('Guten Tag 🌟 Stella', 'Built-in as HTML');
        $this->press('Plain text');
        $this->see('Sticker sheet, free', '//article//pre');
        $this->assertAccessible();

        // Templates are found by the words in them, and say where they are used.
        $this->follow('Templates', '//nav');
        $this->element('//input[@type="search"]')->sendKeys('guten Händen');
        $this->seeOnly('Order received', '//tbody//td//a');
        $this->see('night-blue-receipt', '//tbody');
        $this->assertAccessible();

        // A record's status is changed; the page says what that sets off before it is saved.
        $this->follow('Records');
        $this->element('//input[@type="search"]')->sendKeys('brannigan');
        $this->seeNot('Oppenheim', '//tbody');
        $this->assertAccessible();
        $this->follow('LM-20429');
        $this->see('Data sheet');
        $this->choose('Status', 'Paid');
        foreach (['Payment received', 'Aoife Brannigan <aoife@example.org>', 'because status changed from pending to paid; Built-in, English'] as $words) {
            $this->see($words, '//section[.//h2="Change it"]');
        }
        self::assertSame([], $this->stack->rows('select id from dispatches'), 'nothing is sent before it is saved');
        $this->assertAccessible();
        $this->press('Save and send 1 message');
        $this->see('status changed from pending to paid', '//section[.//h2="Sent about it"]');

        // A message that nothing sets off is sent by hand: what it needs is asked for, and it is seen as it goes out.
        $this->press('Send a message …');
        $this->choose('Message', 'Note added, to customer');
        $this->see('It can be sent when this is filled in: Note.', '//dialog[@open]');
        $this->fill($this->element('//dialog[@open]//input'), 'The lens is polished & ready.');
        $this->seeOnStage('The lens is polished & ready.', 'Note added as HTML');
        $this->assertAccessible();
        $this->press('Send it to Aoife Brannigan <aoife@example.org>');
        $this->see('“Note added” is on its way to Aoife Brannigan');
        $this->see('asked for by M. Thorne', '//section[.//h2="Sent about it"]');
        $this->waitUntilSent(2);

        // An event through the API does the same; the same one again does nothing more and says so.
        $event = ['id' => 'evt-light', 'event' => 'order.placed', 'key' => 'LM-20429'];
        self::assertFalse($this->stack->raise($event)['repeated']);
        self::assertSame('This event came before. Nothing more was done.', $this->stack->raise($event)['message']);
        $this->waitUntilSent(4);

        // Dispatches list them with their reasons; a dispatch shows the exact message.
        $this->follow('Dispatches');
        $line = '//tr[contains(., "Payment received")]';
        foreach (['aoife@example.org', 'LM-20429', 'status changed from pending to paid', 'built-in, en', 'Sent'] as $words) {
            $this->see($words, $line);
        }
        $this->assertAccessible();
        $this->follow('Order received');
        foreach (['order placed', 'order.placed, told by the source', 'evt-light', 'version 1', "en: the recipient's language is en", 'The mail server took it'] as $words) {
            $this->see($words, '//aside');
        }
        $this->seeOnStage('Thank you, Aoife', 'The message as HTML');
        $this->assertAccessible();

        // The mailroom shows it out of its envelope.
        $this->follow('Mailroom', '//nav');
        $this->follow('Order LM-20429 is in good hands');
        foreach (['shop@larkmoor.example.org → aoife@example.org', 'Aoife Brannigan <aoife@example.org>', 'Thank you, Aoife'] as $words) {
            $this->see($words, '//article');
        }
        $this->seeOnStage('Wool blanket, observatory check', 'The message as HTML');
        $this->assertAccessible();
        $this->follow('Why it was sent');
        $this->see('evt-light', '//aside');

        // Back to built-in, and replaced again.
        $this->open('/notices/order-received');
        $this->press('Switch off Night-blue receipt');
        $this->press('Put in force …');
        $this->pressIn('Put in force', '//dialog[@open]');
        $this->see('It is in force.');
        $this->see('Back to built-in', '//section[.//h2="History"]');
        $this->stack->raise(['id' => 'evt-plain', 'event' => 'order.placed', 'key' => 'LM-20429']);
        // Who answers is decided when it is sent.
        $this->waitUntilSent(6);
        $this->press('Switch on Night-blue receipt');
        $this->press('Put in force …');
        $this->pressIn('Put in force', '//dialog[@open]');
        $this->see('Replaced by Night-blue receipt', '//section[.//h2="History"]/ol/li[1]');
        $this->stack->raise(['id' => 'evt-again', 'event' => 'order.placed', 'key' => 'LM-20429']);
        $this->waitUntilSent(8);

        $subjects = array_map(
            static fn (array $letter): ?string => Message::from($letter['raw'], false)->getHeaderValue('Subject'),
            $this->stack->rows("select raw from letters where envelope_to like '%aoife%' order by id"),
        );
        self::assertSame(['Payment for order LM-20429 received', 'A note on your order LM-20429', 'Order LM-20429 is in good hands', 'Order LM-20429 received', 'Order LM-20429 is in good hands'], $subjects);
    }

    public function test_what_went_wrong_can_be_seen_and_mended(): void
    {
        $this->stack = (new Stack)->withDemo(events: 14)->serve();
        $this->stack->settle();
        $this->signIn();
        $this->see('1 failed, 1 uncertain', '//li[.//a[normalize-space(.)="Order received"]]');
        $this->press('Needs a look 3');
        $this->see('Order received');
        $this->seeNot('Awaiting payment', '//ol');

        $this->follow('Dispatches');
        $this->press('Uncertain 1');
        $this->seeOnly('drop@example.org', '//tbody//td[contains(., "@")]');
        $this->follow('Order received', '//tr[contains(., "drop@example.org")]');
        $this->see('before the mail server answered', '//aside');
        $this->press('Send again …');
        $this->see('The mail server may have taken this message already.', '//dialog[@open]');
        $this->assertAccessible();
        $this->click('//dialog[@open]//button[normalize-space(.)="Cancel"]');
        $this->press('Mark as delivered');
        $this->see('Known to have arrived, says M. Thorne', '//aside');

        $this->follow('Dispatches', '//nav');
        $this->press('Failed 1');
        $this->seeOnly('bounce@example.org', '//tbody//td[contains(., "@")]');
        $this->follow('Order received', '//tr[contains(., "bounce@example.org")]');
        $this->press('Send again …');
        $this->see('The same message to bounce@example.org', '//dialog[@open]');
        $this->click('//dialog[@open]//button[normalize-space(.)="Send again"]');
        $this->see('The message is queued again.');
        $this->see('550 5.1.1 Mailbox unknown', '//aside');

        // It was dealt with otherwise: nobody need see to it any more.
        $this->see('1', '//nav[@aria-label="Needs attention"]//a[@title="1 failed"]');
        $this->press('Close …');
        $this->fill($this->element('//dialog[@open]//input'), 'Told them by phone');
        $this->press('Close entry');
        $this->see('Told them by phone, M. Thorne', '//aside');
        $this->seeNot('failed', '//header');

        $this->open('/dispatches?state=skipped');
        $this->follow('Order received', '//tr');
        $this->see('There is no address: the address in order.customer.email is empty', '//aside');
    }

    public function test_a_viewer_looks_and_changes_nothing(): void
    {
        $this->stack = (new Stack)->withDemo(events: 1)->serve();
        $this->signIn('lindqvist');
        $this->open('/notices/order-received');
        $this->see('Night-blue receipt');
        $this->see('Answers for', '//section[@aria-labelledby="who-answers"]');
        self::assertSame('', $this->text('//section[@aria-labelledby="who-answers"]//button'));
        $this->open('/records/order/LM-20429');
        $this->see('Data sheet');
        self::assertSame('', $this->text('//h2[.="Change it"]'));
        // What one may not do is not offered.
        $this->open('/templates/night-blue-receipt');
        $this->see('You may look, not change.');
        $this->seeOnStage('Thank you', 'The stage: the true message');
        self::assertSame([], $this->driver->findElements(WebDriverBy::xpath('//*[self::button or self::a][contains(., "Put in a block") or contains(., "or write") or contains(., "Send a proof")]')));
        $this->click('//button[.="V. Lindqvist"]');
        $this->press('Sign out');
        $this->element('//input[@name="email"]');
        $this->open('/dispatches');
        $this->element('//input[@name="email"]');
    }

    public function test_pages_work_with_nothing_and_errors_stand_next_to_their_cause(): void
    {
        $this->stack = (new Stack)->serve();
        $this->stack->artisan('herald:user', 'thorne@larkmoor.example.org', 'M. Thorne', '--password=larkmoor-demo');
        $this->open('/sign-in?to=/records');
        $this->assertAccessible();
        $this->element('//input[@name="email"]')->sendKeys('thorne@larkmoor.example.org');
        $password = $this->element('//input[@name="password"]');
        $password->sendKeys('not this one');
        $this->press('Sign in');
        $this->see('No account goes with this address and password.', '//*[@id="sign-in-error"]');
        self::assertSame('thorne@larkmoor.example.org', $this->attribute('//input[@name="email"]', 'value'), 'what was typed is still there');
        $password->clear();
        $password->sendKeys('larkmoor-demo');
        $this->press('Sign in');
        $this->see('php artisan herald:source manifest.json');
        $this->open('/people');
        $this->see('None yet: the source cannot tell what happens.');
        $this->assertAccessible();
        // A source that has told nothing but what it is.
        $this->stack->artisan('herald:source', 'tests/Feature/documents/clinic.json');
        $this->open('/at/larkmoor/records');
        $this->see('At this address there is no source in which you have a role.');
        $this->assertAccessible();
        $this->follow('Fernhill Clinic administrator', '//main');
        $this->see('Appointment made');
        foreach (['/templates' => 'No templates yet', '/brand' => 'Fernhill Clinic', '/records' => 'No records of this type yet', '/dispatches' => 'Nothing was set off yet', '/mailroom' => 'No letter has come yet', '/notices/none' => 'There is no such thing', '/nowhere' => 'Nothing here'] as $path => $words) {
            $this->open('/at/fernhill'.$path);
            $this->see($words);
            $this->assertAccessible();
        }
    }

    public function test_lists_lead_on_and_what_happens_elsewhere_is_told(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        // Who is signed in need not sign in. The bar's own link begins anew; a page past the end is the last one.
        $this->open('/sign-in');
        $this->see('Running order', '//h1');
        $this->open('/records?search=brannigan');
        $this->see('8 orders', '//nav[@aria-label="Pages"]');
        $this->follow('Records', '//nav');
        $this->see('150 orders', '//nav[@aria-label="Pages"]');
        self::assertSame('', $this->driver->executeScript('return document.querySelector("input[type=search]").value'));
        $this->open('/records/order?page=99');
        $this->see('page 3 of 3', '//nav[@aria-label="Pages"]');
        $this->open('/records/order/none');
        $this->see('There is no such thing');
        $this->follow('To the records');
        $this->see('page 1 of 3', '//nav[@aria-label="Pages"]');

        // A choice stands though the record changes elsewhere meanwhile, and that is said.
        $this->open('/records/order/LM-20429');
        $this->choose('Status', 'Cancelled');
        $record = json_decode((string) $this->stack->rows("select data from records where key = 'LM-20429'")[0]['data'], true);
        $this->stack->raise(['id' => 'elsewhere', 'event' => 'order.changed', 'record' => ['status' => 'packing'] + $record]);
        $this->see('The record was changed elsewhere meanwhile: Status is “Being packed” now. Your choice still stands, and is not saved yet.');
        $this->click('//button[starts-with(normalize-space(.), "Save")]');
        $this->see('Saved.', '//*[@data-sonner-toast]');
        $this->seeFocusKept();
        self::assertSame('cancelled', json_decode((string) $this->stack->rows("select data from records where key = 'LM-20429'")[0]['data'], true)['status']);

        // What lies beside the sheet goes with Escape, wherever the focus is.
        $this->open('/templates/night-blue-receipt');
        $this->seeOnStage('Thank you', 'The stage: the true message');
        $asked = $this->driver->executeScript('return performance.getEntriesByType("resource").map(one => one.name).filter(name => /api\/app\/(session|.*night-blue-receipt(\/desk)?)$/.test(name))');
        self::assertCount(3, $asked, 'what the page asks for ahead is what it needs, and is asked for once');
        $this->until('//aside[@aria-label="Findings"]', fn () => $this->click('//button[contains(., "finding")]'));
        $this->see('Findings', '//aside');
        $this->type(WebDriverKeys::ESCAPE);
        Stack::waitFor(fn (): bool => $this->driver->findElements(WebDriverBy::xpath('//aside[@aria-label="Findings"]')) === [], 'the findings to be closed');
        $this->seeFocusKept();
    }

    public function test_both_themes_and_a_narrow_window_are_fit_to_use(): void
    {
        $this->stack = (new Stack)->withDemo(events: 14)->serve();
        $this->signIn();
        $this->driver->executeScript("localStorage.setItem('herald-theme', 'velvet-night')");
        foreach (self::PAGES as $path) {
            $this->open($path);
            $this->element('//h1');
            $this->assertAccessible();
        }
        $this->driver->executeScript("localStorage.removeItem('herald-theme')");
        foreach ([1280, 1024] as $width) {
            Chromium::shared()->resize($width);
            foreach (self::PAGES as $path) {
                $this->open($path);
                $this->element('//h1');
                Stack::waitFor(fn (): bool => trim($this->text('//p[@role="status"]')) === '', 'the page');
                self::assertLessThanOrEqual($width, $this->driver->executeScript('return document.documentElement.scrollWidth'), "{$path} at {$width}");
            }
        }
    }

    private function waitUntilSent(int $number): void
    {
        Stack::waitFor(fn (): bool => (int) $this->stack->rows("select count(*) as n from dispatches where state = 'sent'")[0]['n'] === $number, "{$number} to be sent", 30);
    }
}
