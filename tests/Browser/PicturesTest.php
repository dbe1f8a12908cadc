<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\Core\Pictures;
use Tests\System\Stack;

/** The pictures: put in, described once, chosen in a template, replaced everywhere. */
final class PicturesTest extends BrowserTestCase
{
    public function test_a_picture_is_described_once_chosen_in_a_template_and_replaced_by_another(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/pictures');
        $this->see('4 pictures');
        $file = $this->stack->directory.'/gate.png';
        file_put_contents($file, Pictures::logo('#AA3344', '#224466'));
        $this->element('//input[@type="file"]')->sendKeys($file);
        $this->see('“gate.png” is there.');
        $this->see('5 pictures');
        $this->click('//button[.//*[.="night.svg"]]');
        $this->see('No template, and no brand.', '//aside');
        $this->assertAccessible();
        $words = $this->element('//aside//textarea');
        self::assertSame('The dome beneath the stars', $words->getAttribute('value'));
        $this->fill($words, 'The dome, and a shooting star');
        $words->sendKeys(Key::TAB);
        $this->see('Kept. It is proposed wherever the picture is put in from now on.', '//aside');

        // In a template it brings its words along.
        $this->open('/templates/parcel-away');
        $this->addBlock('Picture');
        $this->press('Choose a picture');
        $this->click('//dialog[@open]//button[.//*[.="night.svg"]]');
        $this->see('The dome, and a shooting star', '//*[@data-manuscript]');
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.querySelector(`iframe[title="The stage: the true message"]`)?.contentDocument?.querySelector(`img[alt="The dome, and a shooting star"]`)?.complete ?? false'), 'the picture on the stage');
        $this->saved();
        // What is taken back and done again before it was sent has nothing left to be sent, nor to be kept here.
        $this->press('Undo: picture');
        $this->press('Redo: picture');
        // It has arrived, and this browser keeps nothing of its own.
        Stack::waitFor(fn (): bool => str_contains(json_encode($this->stack->rows('select document from drafts'), JSON_THROW_ON_ERROR), 'shooting star') && $this->attribute('//*[@data-saved]', 'data-saved') === 'saved', 'the draft to be saved');

        // Another takes its place, after one has seen where.
        $this->open('/pictures?search=parcel');
        $this->click('//button[.//*[.="night.svg"]]');
        $this->see('in the draft', '//aside');
        $this->press('Replace everywhere …');
        $this->click('//dialog[@open]//button[.//*[.="gate.png"]]');
        $this->see('Parcel', '//dialog[@open]//h3');
        $this->press('Replace in 1 draft');
        $this->see('Replaced in 1 draft. What is published stays as it is until they are published.');
        $this->open('/templates/parcel-away');
        Stack::waitFor(fn (): bool => count($this->driver->findElements(WebDriverBy::cssSelector('[data-manuscript]'))) === 1, 'the composer');
        $gate = (string) $this->stack->rows("select name from pictures where called = 'gate.png'")[0]['name'];
        $this->see($gate, '//*[@data-manuscript]');
    }
}
