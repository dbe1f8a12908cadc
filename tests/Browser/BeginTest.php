<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;

/** A message begun with a starter, made into one's own by mouse, and read as it arrived. */
final class BeginTest extends BrowserTestCase
{
    private const STAGE = 'The stage: the true message';

    public function test_a_booking_is_confirmed_with_banner_map_address_the_next_nights_and_a_passage_from_a_starter(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/notices/request-received');
        $this->press('Write a template');
        $this->fill($this->element('//dialog[@open]//input[@maxlength]'), 'Evening letter');
        $this->click('//dialog[@open]//label[contains(., "a starter")]');
        $this->click('//dialog[@open]//label[.//b[.="Reminder"]]');
        $this->assertAccessible();
        $this->press('Begin');
        $this->see('Draft, not published yet');
        foreach (['Banner', 'Facts', 'Map'] as $block) {
            $this->element("//*[@data-frame][@aria-label='{$block}']");
        }
        $this->seeOnStage('See you soon', self::STAGE);

        // Another one takes its place in one step, and undo brings all back.
        $this->press('Starters');
        $this->see('Undo brings them back', '//dialog[@open]');
        $this->click('//dialog[@open]//label[.//b[.="Letter"]]');
        $this->press('Replace what is written');
        $this->seeOnStage('we write to you about', self::STAGE);
        $this->press('Undo: begin with a starter');
        $this->seeOnStage('See you soon', self::STAGE);

        // The nights that come next, three abreast, and a line of links.
        $this->addBlock('List of other records');
        $this->see('For each of Dome nights', '//*[@data-manuscript]');
        $this->element('//*[@data-manuscript]//*[contains(@class, "line-live")]//*[contains(@class, "chip")][normalize-space(.)="Picture"]');
        self::assertStringNotContainsString('chip-unknown', (string) $this->driver->executeScript('return document.querySelector("[data-manuscript]").innerHTML'), 'what is in hand knows its variables, too');
        $this->press('List of other records: select');
        $this->choose('Abreast', '2');
        $this->seeOnStage('See more', self::STAGE);
        // An address that no record has, and what all messages end with.
        $this->addBlock('Addresses');
        $this->into('//*[@data-frame][@aria-label="Addresses"]//*[@data-stop][@data-part="value"]');
        $this->type('Moor Road 1, Larkmoor');
        $this->click('(//button[normalize-space(.)="Put in a block"])[last()]');
        $this->click('//dialog[@open]//*[@cmdk-item][contains(., "Clear skies")]');
        $this->see('Clear skies, a passage: Clear skies to you', '//*[@data-manuscript]');
        $this->see('First name of the customer, here', '//*[@data-manuscript]');
        $this->seeOnStage('Clear skies to you', self::STAGE);
        $this->press('Publish');
        $this->see('This template is used for Request received from now on', '//dialog[@open]');
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(Key::ENTER);
        $this->see('Version 1 is published.');

        $booking = $this->booking('DN-7211');
        $this->stack->raise(['id' => 'evt-request', 'event' => 'booking.requested', 'record' => ['reference' => 'DN-9000'] + $booking]);
        $letter = $this->letterTo($booking['visitor']['email']);
        $html = (string) $letter->getHtmlContent();
        self::assertStringContainsString('/starters/dusk.png"', $html);
        self::assertStringContainsString('/maps/53.4188%2C-7.9042/15.png"', $html);
        self::assertSame(3, substr_count($html, '/demo/night.png"'));
        foreach (['https://larkmoor.example.org/nights/', 'Moor Road 1, Larkmoor', 'Clear skies to you, '.$booking['visitor']['first_name']] as $words) {
            self::assertStringContainsString($words, (string) $letter->getTextContent());
        }
        $this->open('/mailroom');
        $this->follow((string) $letter->getHeaderValue('Subject'));
        $this->seeOnStage('See you soon', 'The message as HTML');
    }
}
