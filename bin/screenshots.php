<?php

declare(strict_types=1);

// Takes docs/screenshots/*.png from the demo data. `php bin/screenshots.php [name...]`

use App\Console\Commands\DemoCommand;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Chromium;
use Tests\System\Stack;
use ZBateson\MailMimeParser\Message;

require __DIR__.'/../vendor/autoload.php';

$stack = (new Stack)->withDemo()->serve();
$chromium = Chromium::shared();
$driver = $chromium->driver;
$wanted = array_slice($argv, 1);
$out = getenv('OUT') ?: __DIR__.'/../docs/screenshots';

$settle = static function () use ($driver): void {
    // Until nothing is loading and all frames have their height.
    usleep(300_000);
    Stack::waitFor(static fn (): bool => (bool) $driver->executeScript("return !document.querySelector('p[role=status]') && document.fonts.status === 'loaded'"), 'the page');
    usleep(700_000);
};
/** @param  list<string>  $presses  XPaths of what is pressed before the picture is taken */
$take = static function (string $name, string $path, array $presses = []) use ($driver, $stack, $settle, $wanted, $out): void {
    if ($wanted !== [] && ! in_array($name, $wanted, true)) {
        return;
    }
    $driver->get("{$stack->url}/at/larkmoor{$path}");
    $settle();
    foreach ($presses as $press) {
        $driver->findElement(WebDriverBy::xpath($press))->click();
        $settle();
    }
    $driver->takeScreenshot("{$out}/{$name}.png");
    echo "{$name}\n";
};

$driver->get($stack->url.'/sign-in');
Stack::waitFor(static fn (): bool => $driver->findElements(WebDriverBy::name('email')) !== [], 'the sign-in page');
$driver->findElement(WebDriverBy::name('email'))->sendKeys('thorne@larkmoor.example.org');
$driver->findElement(WebDriverBy::name('password'))->sendKeys(DemoCommand::PASSWORD)->submit();
Stack::waitFor(static fn (): bool => str_ends_with($driver->getCurrentURL(), '/running-order'), 'signing in');
Stack::waitFor(static fn (): bool => (int) $stack->database()->query("select (select count(*) from dues where state = 'waiting' and try_at is not null) + (select count(*) from dispatches where state in ('queued', 'sending'))")->fetchColumn() === 0, 'the queue to empty', 60);

// There is no scheduler here; it is taken for there.
$stack->artisan('herald:sweep');
$database = $stack->database();
$order = (string) $database->query("select key from records where type = 'order' and data like '%Aoife%' order by id desc limit 1")->fetchColumn();
$dispatch = (string) $database->query("select dispatch_id from dispatch_recipients where address = 'aoife@example.org' limit 1")->fetchColumn();
$letter = (string) $database->query("select id from letters where envelope_to like '%aoife@%' order by id desc limit 1")->fetchColumn();
$take('running-order', '/running-order');
$take('notice', "/notices/order-received?record={$order}");
$take('season', '/collections/winter-sky');
$composer = '/templates/night-blue-receipt';
$take('composer', "{$composer}?record={$order}", ['//*[@aria-label="Text: Words"][contains(., "has reached us")]']);
$take('composer-choice', "{$composer}?record={$order}", ['//button[contains(., "or else if Total")]']);
$take('composer-sheet', "{$composer}?record={$order}", ['//*[@aria-label="Heading: Words"]', '//button[.="Data sheet"]', '//button[contains(., "finding")]']);
if ($wanted === [] || in_array('composer-publish', $wanted, true)) {
    // Something to publish.
    $driver->get($stack->url.$composer);
    $settle();
    $driver->findElement(WebDriverBy::xpath('//*[@aria-label="Heading: Words"]'))->click();
    $driver->getKeyboard()->sendKeys([WebDriverKeys::HOME, 'Many thanks. ']);
    Stack::waitFor(static fn (): bool => (int) $stack->database()->query('select count(*) from drafts')->fetchColumn() === 1, 'the draft');
    $take('composer-publish', "{$composer}?record={$order}", ['//button[.="Publish"]']);
}
$take('brand', '/brand');
$take('coming', '/coming');
$take('record', "/records/order/{$order}");
$take('dispatch', "/dispatches/{$dispatch}");
$take('pictures', '/pictures', ['//button[.//*[.="night.svg"]]']);
$take('starters', '/templates/dome-night', ['//button[@aria-label="Starters"]']);
$take('passage', '/passages/clear-skies', ['//*[@aria-label="Text: Words"][contains(., "Clear skies")]']);
if ($wanted === [] || in_array('html-in', $wanted, true)) {
    $driver->get("{$stack->url}/at/larkmoor/templates/parcel-away?bring=html");
    $settle();
    $source = '<html><head><title>Order *|ORDER_NO|*</title></head><body><h1>Thank you, *|FNAME|*</h1><p>See <a href="*|ORDER_URL|*">your order</a>.</p><table><tr><th>Item</th><th>Quantity</th><th>Price</th></tr><tr><td>*|ITEM|*</td><td>1</td><td>*|TOTAL|*</td></tr></table><img src="https://count.example.org/p.gif" width="1" height="1"><script>x()</script></body></html>';
    $driver->findElement(WebDriverBy::xpath('//dialog[@open]//textarea'))->sendKeys($source);
    $driver->findElement(WebDriverBy::xpath('//button[.="Look at it"]'))->click();
    Stack::waitFor(static fn (): bool => $driver->findElements(WebDriverBy::xpath('//dialog[@open]//*[.="What becomes of it"]')) !== [], 'what was found');
    $settle();
    $driver->takeScreenshot("{$out}/html-in.png");
    echo "html-in\n";
}
$take('mailroom', "/mailroom/{$letter}");
$driver->executeScript("localStorage.setItem('herald-theme', 'velvet-night')");
$take('composer-night', "{$composer}?record=LM-20421", ['//button[.="Phone"]']);

if ($wanted === [] || array_intersect(['answering', 'answers'], $wanted) !== []) {
    // Some nights pass, and some of the visitors rate theirs.
    $driver->executeScript("localStorage.removeItem('herald-theme')");
    foreach (range(24, 30) as $day) {
        $stack->artisan('herald:clock', "2026-11-{$day}T12:00:00Z");
        Stack::waitFor(static fn (): bool => $stack->unfinished() === [], 'what has come due', 60);
    }
    $links = [];
    Stack::waitFor(static function () use ($database, &$links): bool {
        foreach ($database->query('select raw from letters')->fetchAll(PDO::FETCH_COLUMN) as $raw) {
            $letter = Message::from((string) $raw, false);
            if (preg_match('~http://\S+/rating/1\S+~', (string) $letter->getTextContent()) === 1) {
                preg_match_all('~http://\S+/rating/\d\S+~', (string) $letter->getTextContent(), $found);
                $links[$letter->getHeaderValue('Message-ID')] = $found[0];
            }
        }

        return count($links) > 2;
    }, 'letters that ask', 90);
    foreach (array_values($links) as $n => $marks) {
        $driver->get($marks[[4, 3, 4, 1, 4, 2][$n % 6]]);
        $settle();
        if ($n === 0) {
            $driver->takeScreenshot("{$out}/answering.png");
            echo "answering\n";
        }
        if ($n % 3 < 2) {
            $driver->findElement(WebDriverBy::tagName('button'))->click();
        }
    }
    $take('answers', '/dispatches/answers');
}
