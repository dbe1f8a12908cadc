<?php

declare(strict_types=1);

use Tests\Bench\Visitor;
use Tests\System\Stack;

/**
 * The running order of 200 notices in 20 languages, sixty of them replaced, at 100,000 dispatches; against 23 notices in one language.
 *
 * @return array<string, int|float>
 */
return static function (): array {
    $languages = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt', 'da', 'sv', 'nb', 'fi', 'pl', 'cs', 'hu', 'ro', 'el', 'tr', 'ar', 'he', 'ja'];
    $times = [];
    foreach (['large' => [200, $languages, 60], 'small' => [23, ['en'], 7]] as $size => [$number, $tags, $replaced]) {
        $stack = (new Stack(['APP_DEBUG' => 'false', 'HERALD_CLOCK_MOVES' => 'false']))->withDemo(events: 0);
        $manifest = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/database/demo/larkmoor.json'), true, flags: JSON_THROW_ON_ERROR);
        $template = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json'), true, flags: JSON_THROW_ON_ERROR);
        $received = $manifest['notices'][0];
        $received['built_in'] = array_fill_keys($tags, $received['built_in']['en']);
        $manifest['notices'] = array_map(static fn (int $one): array => ['key' => "order-{$one}", 'name' => "Order {$one}"] + $received, range(1, $number));
        $manifest['source']['languages'] = $tags;
        file_put_contents("{$stack->directory}/manifest.json", json_encode($manifest, JSON_THROW_ON_ERROR));
        $stack->artisan('herald:source', "{$stack->directory}/manifest.json", '--accept');
        $translations = array_fill_keys(array_slice($tags, 1), $template['translations']['de']);
        foreach (range(1, $replaced) as $one) {
            file_put_contents("{$stack->directory}/template.json", json_encode(['key' => "receipt-{$one}", 'name' => "Receipt {$one}", 'notice' => "order-{$one}", ...($translations === [] ? [] : ['translations' => $translations])] + array_diff_key($template, ['translations' => 1]), JSON_THROW_ON_ERROR));
            $stack->artisan('herald:template', "{$stack->directory}/template.json");
        }
        $database = $stack->database();
        $database->exec("insert into dispatches (id, source_id, notice_id, record_id, occasion, channel, decision, needs_look, reason, state, data, language, language_reason, attempts, resends, due_at, created_at, updated_at)
            with recursive n(n) as (select 1 union all select n + 1 from n where n < 100000)
            select printf('01bench%019d', n), 1, (select id from notices where key = 'order-' || (n % {$number} + 1)), 1, 'event:bench' || n, 'email', '{}', 0, 'bench', case n % 20 when 0 then 'failed' when 1 then 'skipped' else 'sent' end, '{}', 'en', '', 1, 0, datetime('now'), datetime('now', '-' || (n % 60) || ' days'), datetime('now') from n");
        $database->exec('analyze');
        $stack->startWeb();
        $visitor = Visitor::signedIn($stack);
        $all = [];
        for ($n = 0; $n < 15; $n++) {
            $all[] = $visitor->time('GET', '/api/app/sources/larkmoor/running-order');
        }
        sort($all);
        $times[$size] = $all[7];
        $stack->stop();
    }

    return ['board_ms' => round($times['large'], 1), 'board_growth' => round($times['large'] / $times['small'], 2)];
};
