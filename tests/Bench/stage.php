<?php

declare(strict_types=1);

use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\Template;
use Herald\Record\RecordReader;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Source\Manifest;
use Tests\Bench\Visitor;
use Tests\System\Stack;

/**
 * From a draft of 40 blocks that has changed to its stage, as the web server answers it: booting, signing in, reading, checking, compiling and filling, each
 * time anew; against filling an edition of the same message. Medians and 95th percentiles of rounds that take turns.
 *
 * @return array<string, int|float>
 */
return static function (Manifest $manifest, array $record, string $editions): array {
    $document = NormalForm::of(Json::ofFile(dirname(__DIR__, 2).'/database/demo/night-blue-receipt.json')->data);
    for ($n = count($document['manuscript']); $n < 40; $n++) {
        $document['manuscript'][] = ['id' => "more{$n}", 'type' => 'text', 'text' => [['text' => "Paragraph {$n}, for "], ['variable' => 'order.customer.first_name', 'fallback' => 'guest'], ['text' => ', of '], ['variable' => 'order.placed_at', 'format' => 'date_long'], ['text' => '.']]];
    }
    $type = $manifest->recordTypes['order'];
    $compiled = Compiler::compile(Template::ofJson(Json::ofArray($document, 'bench'), Vocabulary::of($type))->manuscript('en'), Brand::usual());
    $renderer = Renderer::caching($editions);
    $messageData = MessageData::of($type, RecordReader::read($type, $record, 'bench'), $manifest->source, null, new DateTimeImmutable('2026-11-22T08:00:00Z'));

    $stack = (new Stack(['APP_DEBUG' => 'false', 'HERALD_CLOCK_MOVES' => 'false']))->withDemo(events: 0)->serve();
    $visitor = Visitor::signedIn($stack);
    // As the composer has it: what stands was saved, and one block is being written on.
    $template = '/api/app/sources/larkmoor/templates/night-blue-receipt';
    $kept = json_decode($visitor->ask('GET', $template), true, flags: JSON_THROW_ON_ERROR);
    $visitor->ask('PUT', "{$template}/draft", ['document' => $document, 'revision' => $kept['draft']['revision'] ?? null, 'version' => $kept['version']]);

    $times = $fills = [];
    for ($round = 0; $round < 80; $round++) {
        $document['manuscript'][0]['text'][0]['text'] = $words = 'Thank you '.bin2hex(random_bytes(4)).', '; // Never compiled before, in this run or another.
        $began = hrtime(true);
        $answer = $visitor->ask('POST', "{$template}/stage", ['document' => $document, 'record' => 'LM-20429', 'view' => 'wide', 'text' => false, 'language' => null]);
        $times[] = (hrtime(true) - $began) / 1e6;
        str_contains($answer, "{$words}Aoife") ?: throw new RuntimeException('Not the stage of what was sent');
        $began = hrtime(true);
        for ($n = 0; $n < 20; $n++) {
            $renderer->html($compiled, $messageData);
        }
        $fills[] = (hrtime(true) - $began) / 20e6;
    }
    $stack->stop();
    // The first ones warm things up.
    [$times, $fills] = [array_slice($times, 10), array_slice($fills, 10)];
    sort($times);
    sort($fills);
    $at = static fn (array $sorted, float $share): float => $sorted[(int) floor((count($sorted) - 1) * $share)];

    return ['stage_roundtrip' => round($at($times, 0.5) / $at($fills, 0.5)), 'stage_p50_ms' => round($at($times, 0.5), 1), 'stage_p95_ms' => round($at($times, 0.95), 1)];
};
