<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;
use ZBateson\MailMimeParser\IMessage;

/** Several templates for one message: who answers, why, and what goes out when none of them does. */
final class WhoAnswersTest extends BrowserTestCase
{
    private const LIST = '//section[@aria-labelledby="who-answers"]';

    public function test_three_templates_answer_by_country_and_amount_and_one_that_never_can_is_named(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        foreach (['Large receipt', 'German receipt'] as $name) {
            $this->publishCopy($name);
        }
        $this->signIn('okafor');
        $this->open('/notices/order-received?record=LM-20429');
        $this->see('It can never answer: line 2 above takes all of its records.', $this->line('Large receipt'));
        $this->see('Answers for LM-20429: it always fits', $this->line('Night-blue receipt'));

        // When each answers is a condition as everywhere; what is not finished is said there.
        $this->press('Change when German receipt answers');
        $this->pressIn('Only if …', '//dialog[@open]');
        $this->pressIn('Take it over', '//dialog[@open]');
        $this->see('the condition is not finished: no field is chosen', '//dialog[@open]');
        $this->compare('delivery.country', 'is', 'Germany', 'Country');
        $this->assertAccessible();
        $this->pressIn('Take it over', '//dialog[@open]');
        $this->see('if Country of the delivery address is Germany', $this->line('German receipt'));
        $this->press('Change when Large receipt answers');
        $this->pressIn('Only if …', '//dialog[@open]');
        $this->compare('delivery.country', 'is', 'Germany', 'Country');
        $this->pressIn('and …', '//dialog[@open]');
        $this->compare('Total', 'is more than', '250');
        $this->pressIn('Take it over', '//dialog[@open]');
        $this->see('and Total is more than 250', $this->line('Large receipt'));

        // By keys and by pointer they change places; one that stands beneath all that it could take is named, with what takes it.
        $this->press('Move Night-blue receipt down');
        $this->press('Move Night-blue receipt down');
        $this->press('Move German receipt up');
        $this->see('It can never answer: line 2 above takes all of its records.', $this->line('Large receipt'));
        $this->element($this->line('Large receipt').'//button[@aria-label="Move Large receipt up"]')->sendKeys([Key::ALT, Key::ARROW_UP, Key::ALT]);
        $this->see('Not for LM-20429: Total is €141.00, not more than 250', $this->line('Large receipt'));
        $this->seeNot('It can never answer', self::LIST);
        $this->press('Undo');
        $this->see('It can never answer', $this->line('Large receipt'));
        $this->drag($this->line('Large receipt').'//*[@title="Drag it up or down"]', $this->line('German receipt'), $this->line('German receipt').'[contains(@class, "bg-base-200")]');
        $this->see('Answers for LM-20429', $this->line('German receipt'));
        $this->see('Not for LM-20429: Total is €141.00, not more than 250', $this->line('Large receipt'));
        $this->choose('When none of them fits', 'the built-in, in the brand’s frame');
        $this->see('Not in force yet', self::LIST);

        // It is kept, and nothing goes out by it before it is put in force.
        $this->open('/notices/order-received?record=LM-20429');
        $this->see('Not in force yet, written by S. Okafor', self::LIST);
        $this->assertAccessible();
        $this->press('Put in force …');
        $this->see('otherwise the built-in answers, in the brand’s frame', '//dialog[@open]');
        $this->pressIn('Put in force', '//dialog[@open]');
        $this->see('It is in force.');
        $this->seeNot('Put in force …', self::LIST);
        $this->stack->raise(['id' => 'evt-german', 'event' => 'order.placed', 'key' => 'LM-20429']);
        self::assertSame('German receipt for LM-20429', $this->letterTo('aoife@example.org')->getHeaderValue('Subject'));

        // Why these words went out is told where they are.
        $this->open('/dispatches');
        $this->follow('Order received', '//tr[contains(., "aoife@example.org")]');
        foreach (['not Large receipt: Total is €141.00, not more than 250', 'German receipt: Country of the delivery address is Germany', 'German receipt, version 1, answers'] as $words) {
            $this->see($words, '//aside');
        }
        $this->follow('Who answers for it today', '//aside');
        $this->see('German receipt, in English', self::LIST);
    }

    public function test_a_season_begins_and_ends_by_the_clock_and_all_built_ins_are_framed_at_once(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/templates');
        $this->follow('Collections');
        $this->follow('Winter sky');
        $this->see('One message goes out otherwise while it is on.');
        $this->assertAccessible();
        $this->press('Switch it on …');
        $this->see('It holds from 1 Dec 2026 to 31 Jan 2027', '//dialog[@open]');
        $this->pressIn('Switch it on', '//dialog[@open]');
        $this->see('It is switched on, from 1 Dec 2026 to 31 Jan 2027.');
        $place = function (string $id, string $subject): IMessage {
            $this->stack->raise(['id' => $id, 'event' => 'order.placed', 'key' => 'LM-20429']);
            Stack::waitFor(fn (): bool => $this->letterTo('aoife@example.org')->getHeaderValue('Subject') === $subject, "“{$subject}”", 30);

            return $this->letterTo('aoife@example.org');
        };
        $before = $place('evt-before', 'Order LM-20429 is in good hands');
        $this->stack->artisan('herald:clock', '2026-12-05T12:00:00Z');
        $winter = $place('evt-winter', 'Order LM-20429, beneath a winter sky');
        self::assertStringNotContainsString('#123A5A', (string) $before->getHtmlContent());
        self::assertStringContainsString('#123A5A', (string) $winter->getHtmlContent(), 'it wears the brand of the season');
        $this->open('/collections/winter-sky');
        $this->see('It is on.');
        $this->press('Switch it off');
        $this->see('Winter sky is off.');
        $place('evt-after', 'Order LM-20429 is in good hands');

        // Every built-in stands in the brand's frame by one action, and by another not.
        $this->open('/running-order');
        $this->press('Where no template answers …');
        $this->see('36 notices change:', '//dialog[@open]');
        $this->assertAccessible();
        $this->pressIn('Put in force', '//dialog[@open]');
        $this->see('36 notices: the built-in, in the brand’s frame.');
        $this->see('Framed 32');
        $this->stack->raise(['id' => 'evt-paid', 'event' => 'order.changed', 'record' => ['status' => 'paid'] + $this->order('LM-20429')]);
        $framed = $this->letterTo('aoife@example.org', 'has reached us. We pack your order next.');
        self::assertStringContainsString('background-color:#16233A', (string) $framed->getHtmlContent(), 'the header of the brand');
        $this->press('Undo');
        $this->see('It is as it was.');
        $this->see('Built-in 32');

        // What stands in the way of a message is named, with what mends it.
        $this->follow('What stands in the way');
        $this->see('The event account.opened was not told', '//section[@aria-label="Welcome, to customer"]');
        $this->seeNot('A worker runs');
        $this->assertAccessible();
        // The way there ends where it is mended, though that comes in after the page.
        $this->follow('Take it over', '//section[@aria-label="Welcome, to customer"]');
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.activeElement.id') === 'carrier', 'the heading to be gone to');
        $this->press('Take it over …');
        $this->pressIn('Take it over', '//dialog[@open]');
        $this->see('It is sent from here from now on.');
        $this->see('Hand it back …');
    }

    public function test_what_the_source_changes_is_looked_at_what_goes_out_twice_is_found_and_a_hundred_events_are_replayed(): void
    {
        $this->stack = (new Stack)->withDemo(events: 100)->serve();
        $this->publishCopy('Other receipt');
        $this->signIn();

        $manifest = str_replace(['we have received your order', '"key": "gift"'], ['your order has reached us:', '"key": "present", "was": ["gift"]'], (string) file_get_contents(dirname(__DIR__, 2).'/database/demo/larkmoor.json'));
        $file = (string) tempnam(sys_get_temp_dir(), 'herald');
        file_put_contents($file, $manifest);
        $this->stack->artisan('herald:source', $file);
        unlink($file);
        $this->open('/running-order?show=look');
        $this->see('2 things here still go by the former names');
        $this->press('Look at them …');
        $this->see('order.gift → order.present', '//dialog[@open]//li[contains(., "Night-blue receipt, version 1")]');
        $this->assertAccessible();
        $this->press('Write the names of today');
        $this->see('All of it goes by the names that fields have now.');
        $this->seeNot('still go by the former names');
        $this->see('the source has changed it: needs a look', '//li[contains(., "Order received")]');
        $this->follow('Order received');
        $this->press('Show the difference');
        $this->see('has reached us:', '//section[@aria-labelledby="changed"]//ins');
        $this->assertAccessible();
        $this->press('I have looked');
        $this->seeNot('The source has changed it');
        $this->see('What the source changed of Order received, looked at', '//section[.//h2="History"]');

        $this->stack->settle();
        $token = trim($this->stack->artisan('herald:token', 'larkmoor'));
        $told = file_get_contents("{$this->stack->url}/api/v1/sent", false, stream_context_create(['http' => ['method' => 'POST', 'header' => "Authorization: Bearer {$token}\r\nContent-Type: application/json\r\nAccept: application/json", 'content' => json_encode(['id' => 'theirs', 'notice' => 'order-received', 'key' => 'LM-20429', 'event' => 'demo-placed-LM-20429'])]]));
        self::assertStringContainsString('"double":true', (string) $told);
        $this->open('/running-order?show=look');
        $this->see('one went out twice: the source sent it as well', '//li[contains(., "Order received")]');
        $this->follow('Order received');
        $this->see('LM-20429', '//section[@aria-labelledby="carrier"]');

        // Before others are put in force, the past says whom it would concern.
        $this->press('Change when Other receipt answers');
        $this->pressIn('Only if …', '//dialog[@open]');
        $this->compare('order.number', 'is', 'LM-20429', 'Number');
        $this->pressIn('or …', '//dialog[@open]');
        $this->compare('order.number', 'is', 'LM-20428', 'Number');
        $this->pressIn('Take it over', '//dialog[@open]');
        $this->see('if Number is LM-20429 or Number is LM-20428', $this->line('Other receipt'));
        $this->press('Move Other receipt up');
        $this->see('Answers for', $this->line('Other receipt'));
        $this->see('Not in force yet, written by M. Thorne', self::LIST);
        $this->follow('Replay past events');
        $this->press('Run it');
        $this->see('100 of 100');
        $this->see('2 differ from what was sent.');
        $this->click('//ol//button[contains(., "LM-20429")]');
        $this->seeOnStage('Thank you, Aoife', 'As it would be');
        $this->see('Other receipt for LM-20429', '//section[@aria-label="The words that differ"]');
        $this->assertAccessible();
    }

    /**
     * An order of the demo, as its record has it.
     *
     * @return array<string, mixed>
     */
    private function order(string $key): array
    {
        return (array) json_decode($this->stack->rows("select data from records where type = 'order' and key = '{$key}'")[0]['data'], true);
    }

    /** A line of those who answer, by the name of its template. */
    private function line(string $name): string
    {
        return self::LIST."//li[contains(@aria-label, '{$name}')]";
    }

    /** Publishes a copy of the receipt, as a pipeline does. */
    private function publishCopy(string $name): void
    {
        $document = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), true);
        $file = (string) tempnam(sys_get_temp_dir(), 'herald');
        unset($document['translations']);
        file_put_contents($file, json_encode(['key' => strtolower(str_replace(' ', '-', $name)), 'name' => $name, 'envelope' => ['subject' => "{$name} for {order.number}"]] + $document, JSON_THROW_ON_ERROR));
        $this->stack->artisan('herald:template', $file);
        unlink($file);
    }
}
