<?php

declare(strict_types=1);

namespace Tests\Core;

use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Notice\Consequence;
use Herald\Notice\Cue;
use Herald\Notice\Occurrence;
use Herald\Notice\RecipientRule;
use Herald\Record\EarlierState;
use Herald\Record\RecordReader;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Herald\Source\Manifest;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class NoticeTest extends TestCase
{
    private const ORDER = ['number' => 'LM-1', 'placed_at' => '2026-11-21T10:00:00Z', 'status' => 'pending', 'total' => ['amount' => '10', 'currency' => 'EUR'], 'customer' => ['first_name' => 'Aoife', 'last_name' => 'Moran', 'email' => 'aoife@example.org', 'language' => 'de']];

    /**
     * @return iterable<string, array{string, ?string, string, array<string, string>}>
     */
    public static function occurrences(): iterable
    {
        yield 'placed' => ['order.placed', null, 'packing', ['order-received' => 'order placed', 'new-order' => 'order placed', 'being-packed' => 'status is being packed']];
        yield 'paid' => ['order.changed', 'pending', 'paid', ['payment-received' => 'status changed from pending to paid']];
        yield 'still paid' => ['order.changed', 'paid', 'paid', []];
        yield 'failed' => ['order.changed', 'pending', 'failed', ['payment-failed' => 'status changed from pending to payment failed', 'payment-failed-desk' => 'status changed from pending to payment failed']];
        yield 'paid again after a failure' => ['order.changed', 'failed', 'paid', ['payment-received' => 'status changed from payment failed to paid']];
    }

    /**
     * @param  array<string, string>  $expected  reasons by notice
     */
    #[DataProvider('occurrences')]
    public function test_a_notice_is_set_off_by_its_event_or_by_its_condition_newly_met(string $event, ?string $before, string $after, array $expected): void
    {
        $consequences = Sample::larkmoor()->consequencesOf(new Occurrence($event, 'order', $before === null ? null : self::was(['status' => $before]), self::order(['status' => $after])));

        self::assertSame($expected, array_combine(
            array_map(static fn (Consequence $one): string => $one->notice->key, $consequences),
            array_column($consequences, 'reason'),
        ));
    }

    public function test_a_notice_may_go_to_each_of_a_list_or_to_a_role(): void
    {
        $type = RecordType::ofJson(Json::ofArray(['key' => 'visit', 'name' => 'Visit', 'identity' => 'number', 'fields' => [
            ['key' => 'number', 'type' => 'text', 'required' => true], ['key' => 'guests', 'type' => 'list', 'fields' => [['key' => 'name', 'type' => 'text'], ['key' => 'email', 'type' => 'email'], ['key' => 'comes', 'type' => 'boolean']]],
        ]], 'type'));
        $rule = static fn (array $recipient, array $roles = []): RecipientRule => RecipientRule::ofNode(new Node($recipient, 'recipient', 'notice'), Vocabulary::of($type), $roles);
        $each = $rule(['each' => 'visit.guests', 'as' => 'guest', 'path' => 'guest.email', 'name' => '{guest.name}', 'where' => ['path' => 'guest.comes', 'operator' => 'is', 'value' => true]]);
        $data = ['visit' => RecordReader::read($type, ['number' => 'V-1', 'guests' => [['name' => 'Ada', 'email' => 'ada@example.org', 'comes' => true], ['name' => 'Bo', 'email' => 'bo@example.org', 'comes' => false], ['name' => 'Cy', 'comes' => true]]], 'visit')];
        self::assertSame([['Ada', 'ada@example.org'], ['Cy', null]], array_map(static fn (array $one): array => [$each->resolve([...$data, ...$one])->name, $each->resolve([...$data, ...$one])->address], $each->each?->items($data) ?? []));
        self::assertSame('the address in guest.email of each of the Guests for which Comes is yes', $each->inWords());
        self::assertNull($each->resolve($data)->address, 'nobody in particular');
        self::assertSame(['guest' => ['name' => null, 'email' => null, 'comes' => null]], $each->each?->nobody());

        try {
            $rule(['path' => 'recipient.address']);
            self::fail('goes round in a circle');
        } catch (InvalidDocument $e) {
            self::assertSame('recipient/path: "recipient.address" is what this is to say: name a field of the record', $e->faults[0]->inWords());
        }
        $desk = $rule(['role' => 'desk'], ['desk' => ['name' => 'Desk {1}', 'address' => 'desk@example.org', 'language' => 'de']])->resolve($data);
        self::assertSame(['desk@example.org', 'Desk {1}', 'de'], [$desk->address, $desk->name, $desk->language]);
        $this->expectExceptionMessage('recipient/role: "host" is not a role of this source; desk are');
        $rule(['role' => 'host'], ['desk' => ['name' => 'Desk', 'address' => 'desk@example.org', 'language' => null]]);
    }

    public function test_a_record_that_is_new_or_a_field_that_changes_sets_a_notice_off(): void
    {
        $cue = static function (array $cue): Cue {
            $manifest = Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json')->data;
            $manifest['notices'][0]['cue'] = $cue;

            return Manifest::ofJson(Json::ofArray($manifest, 'manifest'))->notices[$manifest['notices'][0]['key']]->cue;
        };
        $judge = static fn (Cue $cue, ?array $before, array $after): array => [($verdict = $cue->judge(new Occurrence('order.changed', 'order', $before === null ? null : self::was($before), self::order($after))))->holds, $verdict->reason];

        $new = $cue(['created' => true]);
        self::assertSame('when it is new', $new->inWords());
        self::assertSame([[true, 'the record is new'], [false, 'the record was known before']], [$judge($new, null, []), $judge($new, [], ['status' => 'paid'])]);

        $changed = $cue(['changes' => ['path' => 'order.status']]);
        self::assertSame('when status changes', $changed->inWords());
        self::assertSame([[true, 'Status changes'], false, false], [$judge($changed, [], ['status' => 'paid']), $judge($changed, [], [])[0], $judge($changed, null, ['status' => 'paid'])[0]]);

        $fromTo = $cue(['changes' => ['path' => 'order.status', 'from' => 'pending', 'to' => 'paid']]);
        self::assertSame('when status changes from pending to paid', $fromTo->inWords());
        self::assertSame([true, false, false], [$judge($fromTo, [], ['status' => 'paid'])[0], $judge($fromTo, ['status' => 'failed'], ['status' => 'paid'])[0], $judge($fromTo, [], ['status' => 'failed'])[0]]);
        self::assertFalse($fromTo->waitsFor('order.changed'));

        foreach ([['path' => 'order.stat'], ['path' => 'order.status', 'to' => 'lost']] as $changes) {
            try {
                $cue(['changes' => $changes]);
                self::fail('It was taken.');
            } catch (InvalidDocument $e) {
                self::assertStringStartsWith('notices/order-received/cue/changes/', $e->faults[0]->place);
            }
        }
    }

    public function test_a_cue_says_why_it_is_silent(): void
    {
        $cue = Sample::larkmoor()->notices['payment-received']->cue;

        self::assertSame('Status is pending, not paid', $cue->judge(new Occurrence('order.changed', 'order', null, self::order()))->reason);
        self::assertSame('Status is paid, but it was so before', $cue->judge(new Occurrence('order.changed', 'order', self::was(['status' => 'paid']), self::order(['status' => 'paid'])))->reason);
        self::assertSame('speaks of records of type order', $cue->judge(new Occurrence('booking.changed', 'booking', null, []))->reason);
        self::assertSame('when status becomes paid', $cue->inWords());
    }

    public function test_recipients_come_from_the_record_or_are_fixed(): void
    {
        [$customer, $desk] = Sample::larkmoor()->consequencesOf(new Occurrence('order.placed', 'order', null, self::order(['status' => 'cancelled'])));

        self::assertEquals(['aoife@example.org', 'Aoife Moran', 'de'], [$customer->recipient->address, $customer->recipient->name, $customer->recipient->language]);
        self::assertEquals(['desk@larkmoor.example.org', 'Shop desk', 'en'], [$desk->recipient->address, $desk->recipient->name, $desk->recipient->language]);
        $nobody = Sample::larkmoor()->notices['order-received']->recipient->resolve(['order' => self::order(['customer' => null])]);
        self::assertNull($nobody->address);
        self::assertNull($nobody->name);
    }

    public function test_parameters_are_asked_for(): void
    {
        $occurrence = new Occurrence('order.note_added', 'order', self::was(), self::order());
        $consequences = Sample::larkmoor()->consequencesOf($occurrence, ['note' => 'Two days late', 'other' => 1]);

        self::assertSame(['note' => 'Two days late'], $consequences[0]->given);
        $this->expectExceptionMessage('given/note: must not be empty');
        Sample::larkmoor()->consequencesOf($occurrence);
    }

    /**
     * @return iterable<string, array{callable(array<string, mixed>): array<string, mixed>, string}>
     */
    public static function mistakes(): iterable
    {
        $notice = static fn (array $changes): callable => static function (array $manifest) use ($changes): array {
            $manifest['notices'][0] = array_replace($manifest['notices'][0], $changes);

            return $manifest;
        };
        yield 'unknown strand' => [$notice(['strand' => 'shoop']), 'notices/order-received/strand: "shoop" is not a strand of this manifest'];
        yield 'unknown event' => [$notice(['cue' => ['event' => 'order.lost']]), 'notices/order-received/cue/event: "order.lost" is not an event of this manifest'];
        yield 'event of another type' => [$notice(['cue' => ['event' => 'booking.changed']]), 'is raised on records of type booking, the strand is about order'];
        yield 'cue without anything' => [$notice(['cue' => ['wording' => 'some day']]), 'notices/order-received/cue: lacks "becomes"'];
        yield 'recipient that is no address' => [$notice(['recipient' => ['path' => 'order.number']]), 'notices/order-received/recipient/path: "order.number" is of type text, not email'];
        yield 'no recipient' => [$notice(['recipient' => ['name' => 'x']]), 'notices/order-received/recipient: lacks "address"'];
        yield 'required path' => [$notice(['required' => ['links' => ['order.pgae']]]), 'notices/order-received/required/links/0: "order.pgae" is not known here; did you mean "order.page"?'];
        yield 'variable in a built-in' => [$notice(['built_in' => ['en' => ['subject' => 'x', 'body' => ['fine', 'Dear {order.customer.nmae}']]]]), 'notices/order-received/built_in/en/body/1/text: "order.customer.nmae" is not known here'];
        yield 'subject of a built-in' => [$notice(['built_in' => ['en' => ['subject' => '{order.x}', 'body' => ['fine']]]]), 'notices/order-received/built_in/en/subject: "order.x" is not known here'];
        yield 'built-in without the default language' => [$notice(['built_in' => ['de' => ['subject' => 'x', 'body' => ['y']]]]), "notices/order-received/built_in: lacks the source's default language, en"];
        yield 'zone of the source' => [static function (array $manifest): array {
            $manifest['source']['zone'] = 'Moor/Lark';

            return $manifest;
        }, 'source/zone: "Moor/Lark" is not an IANA time zone'];
        yield 'a notice twice' => [static function (array $manifest): array {
            $manifest['notices'][] = $manifest['notices'][0];

            return $manifest;
        }, 'key: "order-received" is declared twice'];
    }

    /**
     * @param  callable(array<string, mixed>): array<string, mixed>  $spoil
     */
    #[DataProvider('mistakes')]
    public function test_a_manifest_that_fails_names_place_and_reason(callable $spoil, string $words): void
    {
        $manifest = Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json')->data;
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage($words);
        Manifest::ofJson(Json::ofArray($spoil($manifest), 'manifest'));
    }

    /**
     * @param  array<string, mixed>  $changes
     * @return array<string, mixed>
     */
    private static function order(array $changes = []): array
    {
        return RecordReader::read(Sample::larkmoor()->recordTypes['order'], array_replace(self::ORDER, $changes), 'order');
    }

    /**
     * @param  array<string, mixed>  $changes
     */
    private static function was(array $changes = []): EarlierState
    {
        return EarlierState::of(Sample::larkmoor()->recordTypes['order'], self::order($changes), self::order());
    }

    public function test_a_parameter_has_its_default_and_a_default_must_fit(): void
    {
        $manifest = Json::ofFile(dirname(__DIR__, 2).'/database/demo/larkmoor.json')->data;
        $at = array_search('note-added', array_column($manifest['notices'], 'key'), true);
        $manifest['notices'][$at]['given'][] = ['key' => 'days', 'type' => 'integer', 'default' => 3];
        $given = Manifest::ofJson(Json::ofArray($manifest, 'manifest'))->notices['note-added']->given;
        self::assertSame([3, 5], [RecordReader::given($given, ['note' => 'x'], 'given')['days'], RecordReader::given($given, ['note' => 'x', 'days' => 5], 'given')['days']]);

        $manifest['notices'][$at]['given'][1]['default'] = 'soon';
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage('given/days: must be a whole number, not this text');
        Manifest::ofJson(Json::ofArray($manifest, 'manifest'));
    }
}
