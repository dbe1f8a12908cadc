<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

/** What records say is put into words: formats, words by number, computed fields, conditions on lists. */
final class DataTest extends BrowserTestCase
{
    private const STAGE = 'The stage: the true message';

    public function test_a_failed_payment_is_told_in_words_that_fit_every_order(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $orders = $this->failedOrders();
        $this->signIn();
        $this->open('/templates');
        $this->press('Begin a template');
        $this->element('//dialog[@open]//input[@maxlength]')->sendKeys('Pay again');
        $this->press('Choose a notice');
        $this->pick('payment failed customer', 'Payment failed');
        $this->element('//dialog[@open]//label[contains(., "nothing")]/input')->sendKeys(' ');
        $this->type(Key::ENTER);
        $this->see('Draft, not published yet');

        // A name that is mistyped is selected, and what is near it offered; one that is right becomes the variable.
        $this->type('Order {order.nubmer}');
        $this->see('Did you mean', '//*[@data-chip-form]');
        $this->see('is not known here', '//*[@data-chip-form]');
        $this->assertAccessible();
        $this->type(Key::ENTER);
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.activeElement.textContent') === 'Number order.number', 'the nearest to have the focus');
        $this->type(Key::ENTER);
        $this->see('Number', '//*[@data-part="subject"]//*[contains(@class, "chip")]');
        $this->seeNot('Did you mean');
        $this->type(': pay by {Pay by}', Key::ENTER, Key::ENTER);
        $this->see('Pay by', '//*[@data-part="subject"]');

        // Words by number, of how many items there are; the address, as its country writes it.
        $this->type('You ordered {order.items}', Key::ARROW_LEFT, Key::ENTER);
        $this->see('Items', '//*[@data-chip-form]');
        // What is known of it comes in later, or is another with another record: it stays selected all the same.
        $chip = '//*[contains(@class, "line-live")]//*[contains(@class, "chip")]';
        $title = $this->attribute($chip, 'title');
        $this->press('Next record');
        Stack::waitFor(fn (): bool => $this->attribute($chip, 'title') !== $title, 'what the items of the next record are');
        $this->element('//*[@data-chip-form]//select')->sendKeys('words by n');
        $this->type(Key::TAB, 'nothing', Key::TAB, Key::END, ' thing', Key::TAB, Key::END, ' things', Key::ENTER);
        $this->see('# thing / # things / nothing', '//*[contains(@class, "chip")]');
        $this->type('.', Key::ENTER, '{Billing address}');
        $this->see('Billing', '//*[contains(@class, "line-live")]//*[contains(@class, "chip")]');

        // A field is computed from others, and says at once what it is for the order at hand.
        $this->record($orders[0]['number']);
        $this->seeOnStage($orders[0]['billing']['street'], self::STAGE);
        $this->type(Key::F4);
        $this->press('Compute a field …');
        $this->fill($this->element('//*[@id="compute-field"]//input'), 'Days left');
        $this->click('//*[@id="compute-field"]//option[.="Days from … to …"]');
        foreach ([['now', 'Now'], ['pay by', 'Pay by']] as [$typed, $label]) {
            $this->click('(//*[@id="compute-field"]//button[starts-with(@aria-label, "Field: choose")])[1]');
            $this->pick($typed, $label);
        }
        $this->see((string) self::daysLeft($orders[0]).' in '.$orders[0]['number'].': days from Now to Pay by', '//*[@id="compute-field"]');
        $this->assertAccessible();
        $this->press('Add the field');
        $this->see('days from Now to Pay by', '//aside[@aria-label="Data sheet"]');
        $this->type(Key::F4);
        $this->into('(//*[@aria-label="Text: Words"])[last()]');
        $this->type(Key::END, Key::ENTER, 'You have {Days left} days.', Key::ENTER, 'Pay here');

        // A link is put together of words and variables; where it leads for the order at hand is shown beneath.
        $this->hold([Key::SHIFT, Key::CONTROL], Key::ARROW_LEFT, Key::ARROW_LEFT);
        $this->press('Link');
        $this->element('//form//button[normalize-space(.)="Link"]');
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return "linkEditor" in document.activeElement.dataset') === true, 'the link to have the caret');
        $this->type('{order.page}?from={order.number}');
        $this->see($orders[0]['page'].'?from='.$orders[0]['number'], '//*[@data-leads-to]');
        $this->type(Key::ENTER);
        $this->element('//*[@contenteditable="true"]//*[contains(@class, "leading")]');
        Stack::waitFor(fn (): bool => (bool) $this->driver->executeScript('return document.activeElement.isContentEditable && document.activeElement.dataset.part === "text"'), 'the words in hand again');
        $this->type(Key::END, Key::ENTER, 'Dear things wait for you.');

        // A condition on the items, as a sentence.
        $this->press('Show always');
        $this->click('//*[@aria-label="Condition"]//button[starts-with(@aria-label, "Field")]');
        $this->pick('order.items', 'order.items');
        $this->click('//select[@aria-label="Comparison"]/option[.="… for any of them"]');
        $this->click('//*[@aria-label="Condition"]//button[starts-with(@aria-label, "Field")]');
        $this->pick('one.line_total', 'Line total');
        $this->click('//select[@aria-label="Comparison"]/option[.="is at least"]');
        $this->fill($this->element('//input[@aria-label="Value"]'), '40');
        $this->see('Only if for any of Items, Line total is at least 40');

        foreach ($orders as $order) {
            $this->record($order['number']);
            $count = count($order['items']);
            $this->seeOnStage($count === 1 ? 'You ordered 1 thing.' : "You ordered {$count} things.", self::STAGE);
            $this->seeOnStage('You have '.self::daysLeft($order).' days.', self::STAGE);
            $this->seeOnStage($order['billing']['street'], self::STAGE);
            $dear = array_filter($order['items'], static fn (array $item): bool => (float) $item['line_total']['amount'] >= 40) !== [];
            self::assertSame($dear, str_contains($this->stage(self::STAGE), 'Dear things wait for you.'), $order['number']);
        }
        $this->assertAccessible();

        // A variable that is taken out leaves its sentence marked.
        $this->into('(//*[@aria-label="Text: Words"])[3]');
        $this->click('//*[contains(@class, "line-live")]//*[contains(@class, "chip")]');
        $this->press('Take it out');
        $this->see('“Days left” was taken out here: does the sentence still read?');
        $this->control('z');
        $this->seeNot('was taken out here');

        // It goes out as it was seen.
        $this->saved();
        $this->control(Key::ENTER);
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(Key::ENTER);
        $this->see('Version 1 is published.');
        $order = $orders[0];
        $this->stack->raise(['id' => 'evt-pending', 'event' => 'order.changed', 'record' => ['status' => 'pending'] + $order]);
        $this->stack->raise(['id' => 'evt-failed', 'event' => 'order.changed', 'record' => ['status' => 'failed'] + $order]);
        Stack::waitFor(fn (): bool => $this->stack->rows("select id from letters where subject like 'Order {$order['number']}: pay by%'") !== [], 'the letter', 30);
        $letter = Message::from($this->stack->rows("select raw from letters where subject like 'Order {$order['number']}: pay by%'")[0]['raw'], false);
        self::assertStringContainsString('You have '.self::daysLeft($order).' days.', (string) $letter->getTextContent());
        self::assertStringContainsString($order['billing']['street'], (string) $letter->getTextContent());
        self::assertStringContainsString("{$order['page']}?from={$order['number']}", (string) $letter->getTextContent());
    }

    public function test_what_is_typed_while_values_come_in_is_all_there(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/templates/night-blue-receipt');
        $this->into('//*[@data-manuscript]//*[@data-stop][contains(., "Your order")]');
        // Now this record, now another, with other values in each chip of the text in hand.
        $this->driver->executeScript('let at = location.search; window.stirred = 0; window.stirring = setInterval(() => { document.querySelector(`[aria-label="${window.stirred % 2 ? "Record before" : "Next record"}"]`)?.click(); if (location.search !== at) { at = location.search; window.stirred++; } }, 40)');
        $this->type(Key::END);
        $words = ' Mind the sheep, and whatever else walks about on the moor at night without a lamp.';
        $this->typeInTime($words);
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return window.stirred') > 5, 'records to have changed');
        $this->driver->executeScript('clearInterval(window.stirring)');
        self::assertStringEndsWith($words, (string) $this->driver->executeScript('return document.activeElement.textContent'));
        Stack::waitFor(fn (): bool => $this->stack->rows("select id from drafts where document like '%{$words}\"%'") !== [], 'what was typed to be kept');
    }

    public function test_a_word_is_replaced_in_two_templates_and_a_manuscript_is_gone_through_by_its_outline(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/templates');
        $this->press('Find and replace …');
        $fields = '//dialog[@open]//input[contains(@class, "input-sm")]';
        $this->fill($this->element("({$fields})[1]"), 'your');
        $this->fill($this->element("({$fields})[2]"), 'thy');
        $this->see('Night-blue receipt', '//dialog[@open]');
        $this->see('Parcel away', '//dialog[@open]');
        $this->assertAccessible();
        // One of them is left out.
        $this->click('//dialog[@open]//label[contains(., "Dome night ticket")]/input');
        $this->press('Replace in 2 drafts');
        $this->see('Nothing is published yet.');
        self::assertSame(2, count($this->stack->rows("select id from drafts where document like '%thy %'")));

        // The outline: by the arrows through the blocks, with Alt they move.
        $this->open('/templates/night-blue-receipt');
        $this->see('Thank', '//*[@data-manuscript]');
        $this->type(Key::F6);
        $knot = static fn (int $n): string => "(//*[@role='treeitem'])[{$n}]";
        $this->see('Heading', $knot(1));
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.activeElement.getAttribute("role")') === 'treeitem', 'the outline to have the focus');
        $this->assertAccessible();
        [$first, $second] = [$this->text($knot(1)), $this->text($knot(2))];
        $this->alt(Key::ARROW_DOWN);
        $this->seeOnly($second, $knot(1));
        $this->seeOnly($first, $knot(2));
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.activeElement.innerText.includes("Thank")') === true, 'the block that moved to keep the focus');
        $this->alt(Key::ARROW_UP);
        $this->seeOnly($first, $knot(1));
        $group = $this->element("//*[@role='treeitem'][@aria-expanded='true']");
        $name = (string) $group->getAttribute('data-knot');
        $this->driver->executeScript('arguments[0].focus()', [$group]);
        $this->type(Key::ARROW_LEFT);
        $this->element("//*[@data-knot='{$name}'][@aria-expanded='false']");
        $this->type(Key::ARROW_RIGHT);
        $this->element("//*[@data-knot='{$name}'][@aria-expanded='true']");

        // Here it is one step, which can be undone.
        $this->type(Key::F7);
        $this->fill($this->element("({$fields})[1]"), 'thy');
        $this->fill($this->element("({$fields})[2]"), 'your');
        $this->element('//dialog[@open]//button[starts-with(normalize-space(.), "Replace ")][not(@disabled)]')->click();
        $this->seeNot('thy', '//*[@data-manuscript]');
        $this->press('Undo: replace');
        $this->see('thy', '//*[@data-manuscript]');
    }

    /**
     * @return list<array<string, mixed>> three orders whose payment failed: one with a single item, then with more
     */
    private function failedOrders(): array
    {
        $orders = array_map(static fn (array $row): array => json_decode((string) $row['data'], true), $this->stack->rows("select data from records where type = 'order' order by id"));
        $failed = array_values(array_filter($orders, static fn (array $order): bool => $order['status'] === 'failed' && $order['pay_by'] !== null && ($order['customer']['email'] ?? null) !== null));
        usort($failed, static fn (array $one, array $other): int => count($one['items']) <=> count($other['items']));
        self::assertGreaterThanOrEqual(3, count($failed));

        return [$failed[0], $failed[intdiv(count($failed), 2)], $failed[count($failed) - 1]];
    }

    /**
     * @param  array<string, mixed>  $order
     */
    private static function daysLeft(array $order): int
    {
        // The demo's own clock shows that day.
        return (int) round((strtotime("{$order['pay_by']} UTC") - strtotime('2026-11-23 UTC')) / 86_400);
    }
}
