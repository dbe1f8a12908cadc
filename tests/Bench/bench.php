<?php

declare(strict_types=1);

// Measures filling against its alternatives within one run, and prints JSON. Each figure is the median of rounds that take turns, so that
// whatever else the machine does falls on all of them alike. `bin/bench`

use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Template;
use Herald\Message\MimeMessage;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Source\Manifest;
use Illuminate\Filesystem\Filesystem;
use Illuminate\View\Compilers\BladeCompiler;
use TijsVerkoyen\CssToInlineStyles\CssToInlineStyles;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;
use Twig\TwigFilter;

require __DIR__.'/../../vendor/autoload.php';

$work = sys_get_temp_dir().'/herald-bench-'.bin2hex(random_bytes(6));
mkdir($work);
register_shutdown_function(static fn () => (new Filesystem)->deleteDirectory($work));

$manifest = Manifest::ofJson(Json::ofFile(__DIR__.'/../../database/demo/larkmoor.json'));
$type = $manifest->recordTypes['order'];
$record = RecordReader::read($type, Json::ofFile(__DIR__.'/record.json')->data, 'bench');
$recipient = new Recipient('aoife@example.org', 'Aoife Brannigan', 'en');
$messageData = MessageData::of($type, $record, $manifest->source, $recipient, new DateTimeImmutable('2026-11-22T08:00:00Z'));

// Ours: compiled once, as editions are.
$began = hrtime(true);
$template = Template::ofJson(Json::ofFile(__DIR__.'/order.json'), Vocabulary::of($type));
$compiled = Compiler::compile($template->manuscript('en'), Brand::usual());
$compileMs = (hrtime(true) - $began) / 1e6;
$renderer = Renderer::caching($work.'/editions');

// By hand: one Twig template, no sandbox, formatters kept.
$hand = new Environment(new FilesystemLoader(__DIR__), ['cache' => $work.'/hand', 'auto_reload' => false, 'strict_variables' => true]);
$kept = [];
$money = static function (string $amount, string $currency) use (&$kept): string {
    return (string) ($kept[$currency] ??= new NumberFormatter('en-IE', NumberFormatter::CURRENCY))->formatCurrency((float) $amount, $currency);
};
$number = static function (int $number) use (&$kept): string {
    return (string) ($kept['number'] ??= new NumberFormatter('en-IE', NumberFormatter::DECIMAL))->format($number);
};
$lengths = ['none' => IntlDateFormatter::NONE, 'short' => IntlDateFormatter::SHORT, 'medium' => IntlDateFormatter::MEDIUM, 'long' => IntlDateFormatter::LONG, 'full' => IntlDateFormatter::FULL];
$day = static function (string $moment, string $date, string $time = 'none') use (&$kept, $lengths): string {
    return (string) ($kept[$date.$time.strlen($moment)] ??= new IntlDateFormatter('en-IE', $lengths[$date], $lengths[$time], strlen($moment) === 10 ? 'UTC' : 'Europe/Dublin'))->format(new DateTimeImmutable($moment));
};
$labels = array_map(static fn ($label): string => $label->in('en'), [...$type->fields['status']->options, ...$type->fields['customer']->fields['group']->options]);
$label = static fn (string $value): string => $labels[$value] ?? (string) Locale::getDisplayRegion('-'.$value, 'en-IE');
foreach (['money' => $money, 'number' => $number, 'day' => $day, 'label' => $label] as $name => $filter) {
    $hand->addFilter(new TwigFilter($name, $filter));
}

// Blade, and styles inlined for each message.
$blade = new BladeCompiler(new Filesystem, $work);
$blade->compile(__DIR__.'/order.blade.php');
$bladeFile = $blade->getCompiledPath(__DIR__.'/order.blade.php');
$inliner = new CssToInlineStyles;
$blades = static function () use ($bladeFile, $messageData, $inliner, $money, $number, $day, $label): string {
    $money = static fn (array $value): string => $money($value['amount'], $value['currency']);
    $__env = new class
    {
        public function addLoop(mixed $data): void
        {
        }

        public function incrementLoopIndices(): void
        {
        }

        public function popLoop(): void
        {
        }

        public function getLastLoop(): ?object
        {
            return null;
        }
    };
    $order = $messageData->data['order'];
    $source = $messageData->data['source'];
    ob_start();
    include $bladeFile;

    return $inliner->convert((string) ob_get_clean());
};

$ours = static fn (): string => $renderer->html($compiled, $messageData);
$byHand = static fn (): string => $hand->render('order.html.twig', $messageData->data);
$flat = static fn (string $html): string => (string) preg_replace('/>\s+</', '><', trim($html));
if ($flat($ours()) !== $flat($byHand())) {
    file_put_contents(sys_get_temp_dir().'/ours.html', $flat($ours()));
    file_put_contents(sys_get_temp_dir().'/hand.html', $flat($byHand()));
    fwrite(STDERR, "The hand-written template does not give the same HTML; compare ours.html and hand.html in the temporary folder.\n");
    exit(1);
}

$measure = static function (Closure $do, int $times): float {
    $began = hrtime(true);
    for ($n = 0; $n < $times; $n++) {
        $do();
    }

    return (hrtime(true) - $began) / $times / 1e6;
};
$median = static function (array $values): float {
    sort($values);

    return $values[intdiv(count($values), 2)];
};
$measure($ours, 200);
$measure($byHand, 200);
$measure($blades, 3);
$rounds = ['ours' => [], 'hand' => [], 'inline' => []];
for ($round = 0; $round < 15; $round++) {
    $rounds['ours'][] = $measure($ours, 100);
    $rounds['hand'][] = $measure($byHand, 100);
    $rounds['inline'][] = $measure($blades, 3);
}
[$oursMs, $handMs, $inlineMs] = [$median($rounds['ours']), $median($rounds['hand']), $median($rounds['inline'])];

// Memory: whole messages, filled and put into MIME.
$message = static function (int $n) use ($renderer, $compiled, $messageData, $recipient): void {
    MimeMessage::compose($renderer->fill($compiled, $messageData), $recipient, "bench{$n}", new DateTimeImmutable('2026-11-22'));
};
for ($n = 0; $n < 1_000; $n++) {
    $message($n);
}
gc_collect_cycles();
$atThousand = memory_get_usage();
for (; $n < 10_000; $n++) {
    $message($n);
}
gc_collect_cycles();
$growth = round((memory_get_usage() - $atThousand) / 1_048_576, 2);
$stage = (require __DIR__.'/stage.php')($manifest, $record, $work.'/editions');
$serving = (require __DIR__.'/serving.php')();
$dues = (require __DIR__.'/dues.php')();
$board = (require __DIR__.'/board.php')();

echo json_encode([
    'blocks' => count(Json::ofFile(__DIR__.'/order.json')->data['manuscript']),
    'render_vs_handwritten' => round($oursMs / $handMs, 2),
    'render_vs_inline_each_time' => round($oursMs / $inlineMs, 3),
    'memory_growth_mb_1000_to_10000' => $growth,
    ...$stage,
    ...$serving,
    ...$dues,
    ...$board,
    'render_ms' => round($oursMs, 3), 'handwritten_ms' => round($handMs, 3), 'inline_each_time_ms' => round($inlineMs, 2), 'compile_ms' => round($compileMs, 1),
    'html_kb' => round(strlen($ours()) / 1024, 1),
    // What readers of strangers' text cost, see there.
    'readers' => json_decode((string) shell_exec(escapeshellarg(PHP_BINARY).' -d memory_limit=512M '.escapeshellarg(__DIR__.'/readers.php')), true),
], JSON_PRETTY_PRINT), "\n";
