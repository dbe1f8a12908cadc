<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Console\Commands\DemoCommand;
use Facebook\WebDriver\WebDriverBy;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

/** What people of each role see and may do, and what is kept from them. */
final class RolesTest extends BrowserTestCase
{
    public function test_an_author_writes_and_a_publisher_puts_in_force(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn('brandt');
        $this->open('/templates/parcel-away');
        $this->into('//*[@aria-label="Text: Words"]');
        $this->type('Hello. ');
        $this->element('//*[@data-saved="saved"][contains(., "Draft")]');
        $this->press('What publishing would do');
        $this->see('Your draft is saved. Putting it in force is for a publisher.', '//dialog[@open]');
        $this->assertAccessible();
        self::assertSame([], $this->driver->findElements(WebDriverBy::xpath('//dialog[@open]//button[normalize-space(.)="Publish"]')));
        $this->signOut();

        $this->signIn('okafor');
        $this->open('/templates/parcel-away');
        $this->press('Publish');
        $this->pressIn('Publish', '//dialog[@open]');
        $this->see('Version 2 is published', '//*[@data-sonner-toast]');
        $this->stack->raise(['id' => 'away', 'event' => 'order.changed', 'record' => ['number' => 'T-1', 'status' => 'sent', 'placed_at' => '2026-11-23T10:00:00Z', 'total' => ['amount' => '10.00', 'currency' => 'EUR'], 'customer' => ['email' => 'well@example.org', 'language' => 'en']]]);
        Stack::waitFor(fn (): bool => $this->stack->rows('select 1 from letters') !== [], 'the letter');
        self::assertStringContainsString('Hello.', (string) Message::from($this->stack->rows('select raw from letters')[0]['raw'], false)->getTextContent());
    }

    public function test_two_sources_are_seen_and_kept_apart(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->stack->artisan('herald:source', 'tests/Feature/documents/clinic.json');
        $this->stack->artisan('herald:records', '--source=fernhill', 'tests/Feature/documents/clinic.jsonl');
        $this->signIn();
        $this->open('/running-order');
        $this->see('Order received');
        $this->click('//button[@popovertarget="sources"]');
        $this->follow('Fernhill Clinic administrator', '//nav[@aria-label="Sources"]');
        $this->see('Appointment made', '//main');
        $this->seeNot('Order received', '//main');
        $this->press('Patients 1');
        $this->assertAccessible();
        $this->follow('Records', '//nav');
        $this->follow('LM-20429', '//main');
        $this->see('Nora Quill', '//main');
        $this->open('/at/fernhill/templates/night-blue-receipt');
        $this->see('There is no such thing');

        // What happens there is seen there alone.
        $token = trim($this->stack->artisan('herald:token', 'fernhill'));
        $this->stack->raise(['id' => 'visit', 'event' => 'order.placed', 'key' => 'LM-20429'], $token);
        Stack::waitFor(fn (): bool => count($this->stack->rows('select 1 from letters')) === 2, 'two letters');
        $this->open('/at/fernhill/mailroom');
        $this->see('Your appointment LM-20429');
        $this->open('/mailroom');
        $this->see('No letter has come yet');

        // A role in one is none in another.
        $this->open('/people');
        $this->element('//select[@aria-label="Role of S. Okafor in Fernhill Clinic"]/option[.="viewer"]')->click();
        $this->see('S. Okafor may do that from now on', '//*[@data-sonner-toast]');
        $this->assertAccessible();
        $this->signOut();
        $this->signIn('okafor');
        $this->open('/at/fernhill/templates');
        $this->see('Templates', '//h1');
        self::assertSame([], $this->driver->findElements(WebDriverBy::xpath('//button[normalize-space(.)="Begin a template"]')));
        $this->open('/templates');
        $this->element('//button[normalize-space(.)="Begin a template"]');
        $this->signOut();
        $this->signIn('brandt');
        $this->open('/at/fernhill/records');
        $this->see('At this address there is no source in which you have a role.');
        $this->seeNot('Fernhill');
    }

    public function test_what_is_secret_is_masked_and_what_comes_from_elsewhere_is_asked_for(): void
    {
        $this->stack = (new Stack)->withDemo(events: 2)->serve();
        $this->stack->settle();
        [$letter] = $this->stack->rows('select letters.id from letters join dispatches on dispatches.message_id = letters.message_id where secret = 1');
        [$dispatch] = $this->stack->rows('select id from dispatches where secret = 1');
        $this->signIn('okafor');
        $this->open("/mailroom/{$letter['id']}");
        $this->see('What is secret in it is masked here', '//main');
        $this->see('••••••••', '//*[@aria-label="Plain text"]');
        $this->open("/dispatches/{$dispatch['id']}");
        $this->see('This message held a secret, which is masked here and no longer kept.', '//main');
        $this->assertAccessible();

        // A picture from elsewhere is loaded when one asks for it.
        $this->stack->database()->exec("update records set data = json_set(data, '$.items[0].picture', 'https://pictures.example.net/x.png') where key = 'LM-20429'");
        $this->open('/templates/night-blue-receipt?record=LM-20429');
        $this->press('Show pictures from elsewhere');
        $this->element('//iframe[contains(@src, "pictures=all")]');
        $this->open('/notices/order-received?record=LM-20429');
        $this->press('Show pictures from elsewhere');
        $this->element('//iframe[contains(@src, "pictures=all")]');
        $this->signOut();

        $this->signIn('thorne');
        $this->open("/mailroom/{$letter['id']}");
        $this->see('/new-password/', '//*[@aria-label="Plain text"]');
        $this->press('M. Thorne');
        $this->follow('People and tokens');
        $this->see('Who may sign in');
        $this->assertAccessible();
        $this->element('//label[contains(., "Name")]//input')->sendKeys('N. Castell');
        $this->element('//label[contains(., "E-mail address")]//input')->sendKeys('castell@larkmoor.example.org');
        $this->press('Add a person');
        $this->see('Password of N. Castell', '//dialog[@open]');
        $this->pressIn('Close', '//dialog[@open]//*[contains(@class, "modal-action")]');
        $this->press('M. Thorne');
        $this->follow('What was done');
        $this->see('N. Castell is author in Larkmoor Observatory from now on', '//tbody');
        $this->element('//input[@type="search"]')->sendKeys('okafor');
        $this->seeOnly('S. Okafor signed in', '//tbody/tr/td[3]');
        $this->assertAccessible();
        $this->press('M. Thorne');
        $this->press('Change your password');
        $this->element('//dialog[@open]//input[@autocomplete="current-password"]')->sendKeys(DemoCommand::PASSWORD);
        $this->element('//dialog[@open]//input[@autocomplete="new-password"]')->sendKeys('password1234');
        $this->press('Change it');
        $this->see('among the commonest', '//dialog[@open]');
        $this->assertAccessible();
        $this->element('//dialog[@open]//input[@autocomplete="new-password"]')->clear()->sendKeys('a clear night in March');
        $this->press('Change it');
        $this->see('Your password is changed', '//*[@data-sonner-toast]');
        self::assertTrue(password_verify('a clear night in March', (string) $this->stack->rows("select password from users where name = 'M. Thorne'")[0]['password']));
    }
}
