<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys as Key;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

/** Templates are written in the composer, by keyboard and by mouse, and what is written goes out. */
final class ComposerTest extends BrowserTestCase
{
    private const STAGE = 'The stage: the true message';

    public function test_the_answer_to_a_rating_is_written_from_blank_by_keyboard_and_goes_out(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->open('/templates');
        $this->press('Begin a template');
        $this->element('//dialog[@open]//input[@maxlength]')->sendKeys('Three answers');
        $this->choose('Answers for', 'Answer to a rating');
        $this->element('//dialog[@open]//label[contains(., "nothing")]/input')->sendKeys(' ');
        $this->type(Key::ENTER);
        $this->see('Draft, not published yet');
        $this->assertAccessible();

        // The caret stands in the subject. Two brackets ask for a variable; what is said when it is empty is written beneath.
        $this->type('Thank you, {{');
        $this->pick('first name', 'booking.visitor.first_name');
        $this->see('First name', '//*[@data-part="subject"]');
        $this->type(Key::ARROW_LEFT, Key::ENTER, Key::TAB, 'stargazer', Key::ENTER);
        $this->see('First name or “stargazer”', '//*[@data-part="subject"]');

        // Enter leads on: to the preview line, and to the first text.
        $this->type(Key::ENTER, 'Your stars have reached us', Key::ENTER, 'Dear {{');
        $this->pick('first name', 'booking.visitor.first_name');
        $this->see('First name', '//*[@data-part="text"]');
        $this->type(',', Key::ENTER);

        // A choice of three: by its condition as a sentence, and branch by branch.
        $this->alt(Key::ENTER);
        $this->pick('choice', 'Choice');
        $this->see('choose a condition');
        $this->type('What a night that was! We are glad.', Key::ARROW_UP, Key::ARROW_UP);
        $this->condition(1, 'Rating', 'is more than', '3');
        $this->see('If Rating is more than 3');
        $this->element('//button[@data-part="when"]')->sendKeys(Key::ENTER);
        $this->press('Add a branch');
        $this->condition(2, 'Rating', 'is', '3');
        $this->see('or else if Rating is 3');
        $this->element('(//button[@data-part="when"])[2]')->sendKeys(Key::ARROW_DOWN);
        $this->type('We will do better next time.', Key::ARROW_DOWN, 'We are sorry. Please answer this message.', Key::ESCAPE);
        // From the last block of the choice to the choice itself, and a text after it.
        $this->type(Key::ARROW_UP, Key::ARROW_UP, Key::ARROW_UP);
        $this->see('Choice', '//*[contains(@class, "frame-selected")]');
        $this->alt(Key::ENTER);
        $this->pick('text', 'Text');
        $this->type('Clear skies, {{');
        $this->pick('source.name', 'source.name');
        $this->see('Name', '//*[@data-manuscript]');

        // The stage says what is true for three of the records; the keys step through them.
        $this->rate(['DN-7210' => 5, 'DN-7211' => 3, 'DN-7215' => 1]);
        foreach (['DN-7210' => 'What a night that was!', 'DN-7211' => 'We will do better next time.', 'DN-7215' => 'We are sorry.'] as $record => $words) {
            $this->record($record);
            $this->waitForStage($words);
            foreach (array_diff(['What a night that was!', 'We will do better next time.', 'We are sorry.'], [$words]) as $other) {
                self::assertStringNotContainsString($other, $this->stage(self::STAGE), $record);
            }
            self::assertStringContainsString('Clear skies, Larkmoor Observatory', $this->stage(self::STAGE));
        }
        $this->assertAccessible();

        // Everything can be undone, back to blank, and done again.
        $this->saved();
        $before = $this->manuscript();
        for ($step = 0; $step < 200 && $this->element('//button[starts-with(@aria-label, "Undo")]')->isEnabled(); $step++) {
            $this->control('z');
        }
        self::assertSame(['envelope' => ['subject' => []], 'manuscript' => []], $this->manuscript());
        for ($step = 0; $step < 200 && $this->element('//button[starts-with(@aria-label, "Redo")]')->isEnabled(); $step++) {
            $this->driver->getKeyboard()->sendKeys([Key::CONTROL, Key::SHIFT, 'z', Key::CONTROL, Key::SHIFT]);
        }
        self::assertSame($before, $this->manuscript());

        // Publishing asks once and says what it does.
        $this->control(Key::ENTER);
        foreach (['It answers for Answer to a rating from now on', 'now the built-in does', 'Compared with the built-in words', 'Choice new'] as $words) {
            $this->see($words, '//dialog[@open]');
        }
        $this->assertAccessible();
        $this->element('//dialog[@open]//button[normalize-space(.)="Publish"]')->sendKeys(Key::ENTER);
        $this->see('Version 1 is published. It answers for Answer to a rating from now on.');

        // A visitor rates the night; the letter is in the mailroom.
        $booking = $this->booking('DN-7211');
        $this->stack->raise(['id' => 'evt-rating', 'event' => 'booking.changed', 'record' => ['rating' => null] + $booking]);
        $this->stack->raise(['id' => 'evt-rating-2', 'event' => 'booking.changed', 'record' => ['rating' => 5] + $booking]);
        Stack::waitFor(fn (): bool => $this->stack->rows('select id from letters') !== [], 'the letter', 30);
        $letter = Message::from($this->stack->rows('select raw from letters order by id desc limit 1')[0]['raw'], false);
        self::assertSame("Thank you, {$booking['visitor']['first_name']}", $letter->getHeaderValue('Subject'));
        self::assertStringContainsString('What a night that was! We are glad.', (string) $letter->getTextContent());
        $this->open('/mailroom');
        $this->follow("Thank you, {$booking['visitor']['first_name']}");
        self::assertStringContainsString('What a night that was!', $this->stage('The message as HTML'));
    }

    /** Sets what the first comparison of a branch's condition says, as one does with the keyboard. */
    private function condition(int $branch, string $field, string $comparison, string $value): void
    {
        $form = '(//*[@aria-label="Condition"])[last()]';
        $this->element("{$form}//select[@aria-label=\"Field\"]")->sendKeys($field);
        $this->element("{$form}//select[@aria-label=\"Comparison\"]/option[.=\"{$comparison}\"]")->click();
        $input = $this->element("{$form}//input[@aria-label=\"Value\"]");
        $input->clear();
        $input->sendKeys($value);
    }

    /** Chooses from the list that is open by typing and Enter. */
    private function pick(string $typed, string $words): void
    {
        $this->element('//dialog[@open]//input');
        $this->type($typed);
        $this->element("//dialog[@open]//*[@cmdk-item][@data-selected='true'][contains(., '{$words}')]");
        $this->type(Key::ENTER);
    }

    private function type(string ...$keys): void
    {
        foreach ($keys as $key) {
            $this->driver->getKeyboard()->sendKeys($key);
        }
    }

    private function control(string $key): void
    {
        $this->driver->getKeyboard()->sendKeys([Key::CONTROL, $key, Key::CONTROL]);
    }

    private function alt(string $key): void
    {
        $this->driver->getKeyboard()->sendKeys([Key::ALT, $key, Key::ALT]);
    }

    private function record(string $key): void
    {
        $this->driver->executeScript('history.replaceState(null, "", location.pathname)');
        $input = $this->element('//section[@aria-label="Cast"]//input');
        $input->click();
        $input->sendKeys([Key::CONTROL, 'a', Key::CONTROL]);
        $input->sendKeys($key);
    }

    private function waitForStage(string $words): void
    {
        Stack::waitFor(fn (): bool => str_contains($this->stage(self::STAGE), $words), "\"{$words}\" on the stage, which says: ".$this->stage(self::STAGE));
    }

    private function saved(): void
    {
        Stack::waitFor(fn (): bool => $this->driver->executeScript('return document.querySelector("[data-saved]")?.dataset.saved') === 'saved', 'the draft to be saved');
    }

    /**
     * What is written, as it was saved.
     *
     * @return array<string, mixed>
     */
    private function manuscript(): array
    {
        $this->saved();
        $document = json_decode((string) $this->stack->rows('select document from drafts order by updated_at desc limit 1')[0]['document'], true);

        return ['envelope' => $document['envelope'], 'manuscript' => $document['manuscript']];
    }

    /**
     * @return array<string, mixed> its data
     */
    private function booking(string $key): array
    {
        return json_decode((string) $this->stack->rows("select data from records where key = '{$key}'")[0]['data'], true);
    }

    /**
     * @param  array<string, int>  $ratings  by booking
     */
    private function rate(array $ratings): void
    {
        foreach ($ratings as $key => $rating) {
            $this->stack->database()->prepare('update records set data = ? where key = ?')->execute([json_encode(['rating' => $rating] + $this->booking($key)), $key]);
        }
    }
}
