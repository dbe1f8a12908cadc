<?php

declare(strict_types=1);

namespace Tests\Browser;

use Tests\System\Stack;

/** Messages that go by a date: they follow their record, and the clock of the demo brings them. */
final class TimeTest extends BrowserTestCase
{
    public function test_what_is_to_come_is_seen_taken_out_withdrawn_and_sent_when_its_time_has_come(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->see('in 7 days', '//li[.//a[normalize-space(.)="Reminder"]]');
        $this->click('//li[.//a[normalize-space(.)="Reminder"]]//a[contains(., "in 7 days")]');
        $line = static fn (string $record): string => "//li[.//a[normalize-space(.)='{$record}']]";
        foreach (['21:00', 'Reminder', 'Katrin O', '24 hours before the start, if it is confirmed'] as $words) {
            $this->see($words, $line('DN-7192'));
        }
        $this->see('Tomorrow, Tuesday 24 November');
        $this->assertAccessible();

        // One is taken out, with the reason, and can be put back.
        $this->pressIn('Take out', $line('DN-7192'));
        $this->pressIn('Take it out', '//dialog[@open]');
        $this->see('Say why: it stays with the message.', '//dialog[@open]');
        $this->fill($this->element('//dialog[@open]//input'), 'They rang.');
        $this->assertAccessible();
        $this->pressIn('Take it out', '//dialog[@open]');
        $this->seeNot('DN-7192', '//ol');
        $this->open('/records/booking/DN-7192');
        $this->see('taken out: taken out by M. Thorne: They rang.', '//section[.//h2="By its dates"]');
        $this->assertAccessible();

        // A telescope that is returned takes its messages away, which is said before.
        $this->open('/records/loan/LN-330');
        $this->choose('Step', 'Returned');
        foreach (['Due in 2 days of Thu 3 Dec, 09:00 does not come any more', 'Overdue of Sun 6 Dec, 09:00 does not come any more'] as $words) {
            $this->see($words, '//section[.//h2="Change it"]');
        }
        $this->press('Save and send 1 message');
        $this->see('Due in 2 days does not come: Step is returned, not signed', '//section[.//h2="By its dates"]');

        // The clock is moved on: what has come due goes out, and nothing else.
        $this->click('//button[@popovertarget="clock"]');
        $this->press('24 hours on');
        $this->see('2 messages have come due');
        $this->see('24 Nov, 12:', '//header');
        $this->follow('Mailroom', '//nav');
        $this->follow('Thank you for the night');
        foreach (['petradunmore46@example.org', 'thank you for coming'] as $words) {
            $this->see($words, '//article');
        }
        $this->follow('Why it was sent');
        $this->see('10 hours after the end, by day', '//aside');
        $this->see('its date, due 2026-11-24 11:00 in Europe/Dublin', '//aside');
        $this->follow('Coming up', '//nav');
        $this->see('Tomorrow, Wednesday 25 November');
        $this->seeNot('DN-7190');
        // What is overdue comes again.
        $this->see('Overdue', '//section[.//h2="Friday 27 November"]//li[.//a="LN-324"]');
        $this->stack->settle();
        $sent = array_column($this->stack->rows("select subject from dispatches where occasion like 'date:%' order by subject"), 'subject');
        self::assertSame(['Thank you for the night', 'Überfällig: Travel refractor'], $sent);
    }

    public function test_a_notice_of_ones_own_is_made_written_switched_on_and_read_two_days_before_a_telescope_is_due(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->click('//a[@aria-label="Add a notice to Loan"]');
        $this->fill($this->element('//input[@aria-label="Name"]'), 'Bring it back soon');
        $this->click('//section[@aria-label="It goes to"]//button[starts-with(@aria-label, "Field:")]');
        $this->pick('mail', 'E-mail address');
        $this->see('Called “First name” “Last name”, in the language of “Language”.');
        $this->click('//select[@aria-label="What sets it off"]/option[.="by a date in the record"]');
        $this->click('//section[@aria-label="It goes"]//button[starts-with(@aria-label, "Field:")]');
        $this->pick('due', 'Due on');
        $this->press('Only if …');
        $this->see('the condition is not finished', '//*[@aria-label="Only if"]');
        $this->click('//*[@aria-label="Only if"]//button[starts-with(@aria-label, "Field:")]');
        $this->pick('step', 'Step');
        $this->click('//*[@aria-label="Only if"]//option[.="Signed"]');
        $would = '//aside[@aria-label="What it would have been"]';
        $this->see('2 days before “Due on”, at 09:00, if Step is signed', $would);
        $this->see('To come', $would);
        $this->assertAccessible();
        $this->press('Make the notice');
        $this->see('It is off until you switch it on.');
        $this->see('nothing: it has no built-in words', '//section[@aria-labelledby="who-answers"]');

        // Its words, and then it is switched on: what that means is said before.
        $this->beginLetter();
        $this->publishFirst('Bring it back soon');
        $this->open('/notices/own-bring-it-back-soon');
        $this->press('Switch it on …');
        $this->see('are to come, under Coming up. Nothing goes out for what is past.', '//dialog[@open]');
        $this->assertAccessible();
        $this->pressIn('Switch it on', '//dialog[@open]');
        $this->see('It is on.');
        $this->open('/coming?notice=own-bring-it-back-soon');
        $this->see('LN-331');

        // One telescope comes back before; for another the day comes.
        $this->open('/records/loan/LN-331');
        $this->choose('Step', 'Returned');
        $this->see('Bring it back soon of Sat 5 Dec, 09:00 does not come any more', '//section[.//h2="Change it"]');
        $this->press('Save and send 1 message');
        $this->see('Bring it back soon does not come: Step is returned, not signed', '//section[.//h2="By its dates"]');
        $this->stack->artisan('herald:clock', '2026-12-03T09:30:00Z');
        $this->open('/records/loan/LN-330');
        $this->see('2 days before “Due on”', '//section[.//h2="Sent about it"]');
        $this->click('//section[.//h2="Sent about it"]//tr[contains(., "2 days before “Due on”")]//a');
        $this->see('Bring it back soon', '//h1');
        $this->seeOnStage('we write to you about', 'The message as HTML');
        $dispatch = $this->stack->rows("select message_id from dispatches join notices on notices.id = notice_id where notices.key = 'own-bring-it-back-soon'");
        self::assertCount(1, $dispatch);
        Stack::waitFor(fn (): bool => $this->stack->rows("select 1 from letters where message_id = '{$dispatch[0]['message_id']}'") !== [], 'the letter');
        $this->open('/notices/own-bring-it-back-soon');
        $this->press('Switch it off');
        $this->see('Nothing of it goes out.');
        $this->open('/running-order');
        $this->see('switched off', '//li[.//a[normalize-space(.)="Bring it back soon"]]');
        $this->assertAccessible();
    }
}
