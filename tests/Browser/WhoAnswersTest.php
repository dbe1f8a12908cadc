<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;

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
        $this->see('It can never answer: line 1 above takes all of its records.', $this->line('Large receipt'));
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
        $this->see('It can never answer: line 1 above takes all of its records.', $this->line('Large receipt'));
        $this->element($this->line('Large receipt').'//button[@aria-label="Move Large receipt up"]')->sendKeys([Key::ALT, Key::ARROW_UP, Key::ALT]);
        $this->see('Not for LM-20429: Total is €141.00, not more than 250', $this->line('Large receipt'));
        $this->seeNot('It can never answer', self::LIST);
        $this->press('Undo');
        $this->see('It can never answer', $this->line('Large receipt'));
        $this->press('Move Large receipt up');
        $this->see('Answers for LM-20429', $this->line('German receipt'));
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
