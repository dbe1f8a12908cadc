<?php

declare(strict_types=1);

use Herald\Document\Json;
use Herald\Message\MimeMessage;
use Herald\Record\Recipient;
use Herald\Record\RecordReader;
use Herald\Render\CompiledMessage;
use Herald\Render\MessageData;
use Herald\Render\Renderer;
use Herald\Source\Manifest;
use Tests\Bench\Visitor;
use Tests\System\Stack;

/**
 * What the served application takes for an event, against a route that does nothing but write one row; for a message of one worker, against the same bytes sent over one
 * connection by a client that does nothing else, with the least that the rules of sending cost beside it; and for pages of 100,000 records, in ms.
 *
 * @return array<string, int|float>
 */
return static function (): array {
    $median = static function (array $values): float {
        sort($values);

        return $values[intdiv(count($values), 2)];
    };
    $stack = (new Stack(['APP_DEBUG' => 'false', 'HERALD_CLOCK_MOVES' => 'false']))->withDemo(events: 0);
    $database = $stack->database();
    $database->exec('create table bare (id integer primary key, body text)');
    $stack->startMailroom();
    $stack->startWeb('tests/Bench/router.php');
    $source = Visitor::source($stack);
    $record = json_decode((string) $database->query("select data from records where key = 'LM-20429'")->fetchColumn(), true, flags: JSON_THROW_ON_ERROR);

    // Events about records that are known and change nothing else, in turns with bare requests of the same size.
    $events = $bare = [];
    for ($n = 0; $n < 240; $n++) {
        $event = ['id' => "bench{$n}", 'event' => 'order.placed', 'record' => ['number' => 'LM-9'.str_pad((string) $n, 4, '0', STR_PAD_LEFT)] + $record];
        $events[] = $source->time('POST', '/api/v1/events', $event);
        $bare[] = $source->time('POST', '/api/v1/bare', $event);
    }

    // One worker sends what they set off; the same letters once more, by themselves.
    $count = static fn (): int => (int) $database->query('select count(*) from letters')->fetchColumn();
    $stack->startWorker();
    $marks = [];
    Stack::waitFor(static function () use ($count, &$marks): bool {
        $now = $count();
        $marks[$now] ??= hrtime(true);

        return $now >= 400;
    }, 'the letters', 120);
    $first = min(array_filter(array_keys($marks), static fn (int $letters): bool => $letters >= 40));
    $last = max(array_keys($marks));
    $sent = ($marks[$last] - $marks[$first]) / ($last - $first) / 1e6;
    $stack->kill('worker');
    $letters = $database->query('select envelope_from, envelope_to, raw from letters order by id limit 300')->fetchAll(PDO::FETCH_ASSOC);
    $socket = stream_socket_client("tcp://127.0.0.1:{$stack->environment['MAILROOM_PORT']}", context: stream_context_create(['socket' => ['tcp_nodelay' => true]])) ?: throw new RuntimeException('no mailroom');
    $say = static function (string $line) use ($socket): void {
        $line === '' || fwrite($socket, $line);
        do {
            $answer = (string) fgets($socket);
        } while (($answer[3] ?? '') === '-');
        $answer[0] === '2' || $answer[0] === '3' || throw new RuntimeException($answer);
    };
    $say('');
    $say("EHLO bench\r\n");
    $began = hrtime(true);
    foreach ($letters as $letter) {
        $say("MAIL FROM:<{$letter['envelope_from']}>\r\n");
        $say('RCPT TO:<'.json_decode($letter['envelope_to'], true)[0].">\r\n");
        $say("DATA\r\n");
        $say(preg_replace('/^\./m', '..', $letter['raw'])."\r\n.\r\n");
    }
    $replayed = (hrtime(true) - $began) / count($letters) / 1e6;

    // The least that a message costs by the rules of sending, without a framework: read, filled, kept with its lease in one commit, handed over, and what came of it in another.
    $manifest = Manifest::ofJson(Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json'));
    $dispatch = $database->query("select dispatches.*, editions.compiled from dispatches join editions on editions.id = edition_id join notices on notices.id = dispatches.notice_id where notices.key = 'order-received' and dispatches.state = 'sent' limit 1")->fetch(PDO::FETCH_ASSOC) ?: throw new RuntimeException('Nothing was sent');
    $edition = CompiledMessage::ofArray(json_decode($dispatch['compiled'], true, flags: JSON_THROW_ON_ERROR));
    unset($dispatch['compiled'], $dispatch['due_id']);
    $renderer = Renderer::inMemory();
    $keep = $database->prepare('insert into dispatches ('.implode(', ', array_keys($dispatch)).') values (:'.implode(', :', array_keys($dispatch)).')');
    $bytes = $database->prepare('insert into dispatch_messages (dispatch_id, sender, bytes) values (?, ?, ?)');
    $note = $database->prepare("update dispatches set state = 'sent', state_reason = ?, sent_at = ? where id = ? and lease = ?");
    $records = $database->prepare("select data from records where key like 'LM-9%' order by id limit 1 offset ?");
    $least = static function (int $n) use ($manifest, $edition, $dispatch, $renderer, $database, $keep, $bytes, $note, $records, $say): void {
        $records->execute([$n % 200]);
        $record = json_decode((string) $records->fetchColumn(), true, flags: JSON_THROW_ON_ERROR);
        $records->closeCursor();
        $type = $manifest->recordTypes['order'];
        [$to, $now, $id] = [new Recipient("least{$n}@example.org", 'Least', 'en'), new DateTimeImmutable, "{$dispatch['id']}-{$n}"];
        $data = MessageData::of($type, RecordReader::read($type, $record, 'bench'), $manifest->source, $to, $now, message: $edition, id: $id);
        $message = MimeMessage::compose($renderer->fill($edition, $data), $to, $id, $now);
        $database->beginTransaction();
        $keep->execute(['id' => $id, 'occasion' => $id, 'data' => json_encode($data->data, JSON_THROW_ON_ERROR), 'message_id' => $message->messageId, 'state' => 'sending', 'lease' => $id] + $dispatch);
        $bytes->execute([$id, $message->sender, $message->bytes]);
        $database->commit();
        $say("MAIL FROM:<{$message->sender}>\r\n");
        $say("RCPT TO:<least{$n}@example.org>\r\n");
        $say("DATA\r\n");
        $say(preg_replace('/^\./m', '..', $message->bytes)."\r\n.\r\n");
        $note->execute(['taken', '2026-11-23 12:00:00', $id, $id]);
    };
    array_map($least, range(1, 40));
    $began = hrtime(true);
    array_map($least, range(41, 340));
    $leastMs = (hrtime(true) - $began) / 300e6;

    // A hundred thousand records: those of the demo, over and over.
    $database->beginTransaction();
    $many = $database->prepare("insert into records (source_id, type, key, data, revision, created_at, updated_at)
        with recursive n(n) as (select 1 union all select n + 1 from n where n < 750) select source_id, type, key || '-' || n, data, 1, created_at, datetime(updated_at, '-' || n || ' minutes') from records, n where id = ?");
    $words = $database->prepare("insert into record_words (source_id, type, word, record_id)
        select r.source_id, r.type, w.word, r.id from records o join records r on r.source_id = o.source_id and r.type = o.type and r.key > o.key || '-' and r.key < o.key || '.' join record_words w on w.record_id = o.id where o.id = ?");
    foreach ($database->query("select id from records where type = 'order' order by id limit 134")->fetchAll(PDO::FETCH_COLUMN) as $id) {
        $many->execute([$id]);
        $words->execute([$id]);
    }
    $database->commit();
    $database->exec('analyze');
    $visitor = Visitor::signedIn($stack);
    $pages = ['list' => '', 'far' => '&page=1500', 'search' => '&search=brannigan', 'search_common' => '&search=lm', 'search_none' => '&search=nobody', 'search_two' => '&search=aoife+7'];
    $times = ['session' => []];
    for ($n = 0; $n < 15; $n++) {
        $times['session'][] = $visitor->time('GET', '/api/app/session');
        foreach ($pages as $name => $asked) {
            $times[$name][] = $visitor->time('GET', "/api/app/sources/larkmoor/records?type=order{$asked}");
        }
    }
    $stack->stop();

    return [
        'event_vs_bare' => round($median($events) / $median($bare), 2), 'sent_vs_replay' => round($sent / $replayed, 2), 'least_vs_replay' => round($leastMs / $replayed, 2),
        'event_ms' => round($median($events), 1), 'bare_ms' => round($median($bare), 1), 'sent_ms' => round($sent, 1), 'replayed_ms' => round($replayed, 1), 'least_ms' => round($leastMs, 1),
        ...array_combine(array_map(static fn (string $name): string => "{$name}_ms_at_100000", array_keys($times)), array_map(static fn (array $all): float => round($median($all), 1), array_values($times))),
    ];
};
