<?php

declare(strict_types=1);

namespace Tests\Browser;

use Tests\System\Stack;
use ZBateson\MailMimeParser\IMessage;

/** What people are asked in messages: answered by one press, on a page in the brand; and what follows where nobody answers. */
final class AnswersTest extends BrowserTestCase
{
    public function test_a_night_is_rated_from_the_letter_and_the_answer_to_a_two_arrives(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->click('//button[@popovertarget="clock"]');
        $this->press('24 hours on');
        $letter = $this->letterTo('petradunmore46@example.org', 'How was');
        $marks = array_map(fn (int $mark): string => $this->link($letter, "/rating/{$mark}?"), range(1, 5));

        $this->driver->get($marks[1]);
        $this->see('You have chosen:');
        $this->see('2', '//*[@class="answer"]');
        self::assertSame([], $this->stack->rows('select 1 from responses'), 'looking at it answers nothing');
        $this->assertAccessible();
        $this->press('Send this answer');
        $this->see('Thank you for telling us.', '//h1');
        $this->see('press another answer in the message');
        $this->assertAccessible();
        self::assertStringContainsString('We are sorry that the night was not what you hoped for.', (string) $this->letterTo('petradunmore46@example.org', '2 of 5')->getTextContent());

        // Another mark changes it, and sets off nothing more.
        $this->driver->get($marks[4]);
        $this->see('Your answer until now: 2');
        $this->press('Change my answer to this');
        $this->see('5', '//*[@class="answer"]');
        $this->driver->get(str_replace('/rating/5', '/rating/4', $marks[4]));
        $this->see('This link does not work');
        $this->assertAccessible();

        $this->open('/dispatches');
        $this->follow('What people answered');
        $this->see('1 of 1 answered; 5.0 on average');
        $this->see('Rating from the letter: 5 (changed)', '//tbody');
        $this->assertAccessible();
        $this->click('//li[h2="Rating from the letter"]//li[2]/button');
        $this->seeNot('(changed)', '//tbody');
        $this->follow('Thank you, rate your night');
        $this->see('Rating from the letter: 5', '//aside|//dl');
        self::assertCount(1, $this->stack->rows("select 1 from dispatches where occasion like 'response:%'"));

        // After thirty days it can be answered no longer.
        $this->stack->artisan('herald:clock', '2026-12-25T12:00:00Z');
        $this->driver->get($marks[0]);
        $this->see('Your recorded answer:');
        $this->see('It cannot be changed any more.');
        $this->seeNot('press another answer in the message');
        $this->assertAccessible();
    }

    public function test_a_confirmation_that_nobody_gave_is_followed_up_after_three_days_and_one_that_was_given_is_not(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/notices/new?about=subscription');
        $this->fill($this->element('//input[@aria-label="Name"]'), 'Still interested');
        $this->click('//section[@aria-label="It goes to"]//button[starts-with(@aria-label, "Field:")]');
        $this->pick('mail', 'E-mail address');
        $this->click('//select[@aria-label="What sets it off"]/option[.="so long after another message"]');
        $this->click('//select[@aria-label="The message that it follows"]/option[contains(., "Confirm your address")]');
        $this->press('Only if …');
        $this->click('//*[@aria-label="Only if"]//button[starts-with(@aria-label, "Field:")]');
        $this->pick('address confirmed', 'Address confirmed');
        $this->click('//*[@aria-label="Only if"]//option[.="is empty"]');
        $this->see('3 days after “Confirm your address”, at 09:00, if Address confirmed is empty', '//aside[@aria-label="What it would have been"]');
        $this->assertAccessible();
        $this->press('Make the notice');
        $this->see('It is off until you switch it on.');
        $this->beginLetter();
        $this->addBlock('Confirm');
        $this->seeOnStage('Yes, this is me', 'The stage: the true message');
        $this->publishFirst('Still interested');
        $this->open('/notices/own-still-interested');
        $this->press('Switch it on …');
        $this->pressIn('Switch it on', '//dialog[@open]');
        $this->see('It is on.');

        foreach (['SK-901' => 'quiet', 'SK-902' => 'eager'] as $number => $who) {
            $this->stack->raise(['id' => "asked-{$who}", 'event' => 'subscription.asked', 'record' => ['number' => $number, 'name' => ucfirst($who), 'address' => "{$who}@example.org", 'region' => 'moor', 'least_level' => 1, 'language' => 'en']]);
        }
        $this->letterTo('quiet@example.org', 'within three days');
        $this->driver->get($this->link($this->letterTo('eager@example.org', 'within three days'), '/confirmed/yes?'));
        $this->press('Send this answer');
        $this->see('It is confirmed. Look up!', '//h1');
        $this->open('/coming?notice=own-still-interested');
        $this->see('SK-901', '//ol');
        $this->seeNot('SK-902', '//ol');
        $this->stack->artisan('herald:clock', '2026-11-26T09:30:00Z');
        $link = $this->link($this->letterTo('quiet@example.org', 'we write to you about'), '/confirmed/yes?');
        $this->open('/records/subscription/SK-902');
        $this->see('Still interested does not come', '//section[.//h2="By its dates"]');
        self::assertSame(['quiet@example.org'], array_column($this->stack->rows("select address from dispatch_recipients join notices on notices.id = notice_id where notices.key = 'own-still-interested'"), 'address'));
        $this->driver->get($link);
        $this->press('Send this answer');
        $this->see('Thank you. It is confirmed.', '//h1');
    }

    private function link(IMessage $letter, string $with): string
    {
        preg_match_all('~http://\S+/answer/\S+~', (string) $letter->getTextContent(), $links);

        return array_values(array_filter($links[0], static fn (string $link): bool => str_contains($link, $with)))[0] ?? throw new \RuntimeException("There is no link with {$with} in: {$letter->getTextContent()}");
    }
}
