<?php

declare(strict_types=1);

namespace Tests\Browser;

use Tests\System\Stack;

/** A second source, a bicycle hire: from its manifest through a rename and events that do not fit to what arrives in the mailroom. */
final class SecondSourceTest extends BrowserTestCase
{
    private string $token;

    public function test_a_rename_sends_nothing_and_an_event_that_does_not_fit_goes_out_once_it_does(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->load(self::manifest());
        $this->token = trim($this->stack->artisan('herald:token', 'wheelwright'));
        $hire = ['code' => 'H-1', 'rider' => ['name' => 'Aoife', 'email' => 'aoife@example.org'], 'status' => 'booked', 'total' => 327];
        $this->raise('h1', $hire);
        self::assertStringContainsString('over 100', (string) $this->letterTo('aoife@example.org', 'A large hire')->getTextContent());
        $this->stack->settle();
        $sent = count($this->stack->rows('select 1 from letters'));

        // Total is called price from now on, booked is reserved, and there is a field more: nothing has changed, nothing goes out.
        $this->load(self::manifest(['key' => 'price', 'label' => 'Price', 'type' => 'decimal', 'was' => ['total']], ['value' => 'reserved', 'was' => ['booked'], 'label' => 'Reserved'], [['key' => 'helmets', 'type' => 'integer']]));
        $renamed = ['status' => 'reserved', 'price' => '327.00', 'helmets' => 2] + array_diff_key($hire, ['total' => 1]);
        self::assertSame([], $this->raise('h2', $renamed));
        $this->stack->settle();
        self::assertCount($sent, $this->stack->rows('select 1 from letters'));

        // It is overdue, which the manifest does not know yet: no notice can tell, and that is seen.
        self::assertSame([], $this->raise('h3', ['status' => 'overdue'] + $renamed));
        $this->signIn();
        $this->open('/at/wheelwright/running-order');
        $this->see('Hires', '//h2');
        $this->click('//nav[@aria-label="Needs attention"]//a[@title="1 event does not fit"]');
        $this->see('status: must be one of reserved, back, not this text', '//tbody');
        $this->see('None triggered', '//tbody');
        $this->see('Times are Europe/Dublin');
        $this->assertAccessible();
        $this->press('Retry: hire changed for H-1');
        $this->see('The data still do not fit');
        $this->follow('H-1', '//tbody');
        $this->see('Events whose data do not fit', '//h2');

        // Once the manifest knows it, it is tried again by itself, and the message arrives.
        $this->load(self::manifest(['key' => 'price', 'label' => 'Price', 'type' => 'decimal', 'was' => ['total']], ['value' => 'reserved', 'was' => ['booked'], 'label' => 'Reserved'], [['key' => 'helmets', 'type' => 'integer']], [['value' => 'overdue', 'label' => 'Overdue']]));
        self::assertStringContainsString('Please bring H-1 back', (string) $this->letterTo('aoife@example.org', 'Please bring')->getTextContent());
        $this->seeNot('Events whose data do not fit');
        $this->open('/at/wheelwright/events');
        $this->see('Overdue, to rider', '//tbody');
        $this->seeNot('Do not fit', '//tbody');
        $this->open('/at/wheelwright/dispatches');
        $this->see('aoife@example.org', '//tbody');
        self::assertCount($sent + 1, $this->stack->rows('select 1 from letters'));
    }

    public function test_a_page_that_cannot_be_drawn_says_so_and_keeps_the_bar(): void
    {
        $this->stack = (new Stack)->withDemo(events: 0)->serve();
        $this->signIn();
        $this->driver->executeScript('const fetched = window.fetch; window.fetch = (request, ...rest) => String(request.url ?? request).includes("/coming") ? Promise.resolve(new Response("{}", { status: 200, headers: { "Content-Type": "application/json" } })) : fetched(request, ...rest);');
        $this->follow('Coming up', '//header');
        $this->see('This page could not be shown', '//h1');
        $this->see('what you wrote in a draft is kept', '//main');
        $this->assertAccessible();
        $this->press('Load the page again');
        $this->see('Coming up', '//h1');
    }

    /**
     * @return list<string> the notices that it sets off
     */
    private function raise(string $id, array $record): array
    {
        return array_column(array_filter($this->stack->raise(['id' => $id, 'event' => 'hire.changed', 'record' => $record], $this->token)['notices'], static fn (array $one): bool => $one['set_off']), 'notice');
    }

    private function load(array $manifest): void
    {
        file_put_contents("{$this->stack->directory}/wheelwright.json", json_encode($manifest, JSON_THROW_ON_ERROR));
        $this->stack->artisan('herald:source', "{$this->stack->directory}/wheelwright.json");
    }

    /**
     * @param  array<string, mixed>  $total  the field of what it costs
     * @param  array<string, mixed>  $booked  the option of a hire that is booked
     * @param  list<array<string, mixed>>  $fields  further ones
     * @param  list<array<string, mixed>>  $options  further ones
     */
    private static function manifest(array $total = ['key' => 'total', 'type' => 'integer'], array $booked = ['value' => 'booked'], array $fields = [], array $options = []): array
    {
        $notice = static fn (string $key, string $name, array $becomes, string $words): array => [
            'key' => $key, 'name' => $name, 'strand' => 'hires', 'audience' => 'customer', 'cue' => ['becomes' => $becomes], 'recipient' => ['path' => 'hire.rider.email'],
            'built_in' => ['en' => ['subject' => "{$name} {hire.code}", 'body' => [$words]]],
        ];

        return [
            'format' => 'velvet-herald/manifest', 'version' => 1,
            'source' => ['key' => 'wheelwright', 'name' => 'Wheelwright Hire', 'url' => 'https://wheelwright.example.org', 'zone' => 'Europe/Dublin', 'languages' => ['en'], 'default_language' => 'en', 'email' => 'desk@wheelwright.example.org', 'audiences' => ['customer' => ['name' => 'rider', 'plural' => 'riders']]],
            'record_types' => [['key' => 'hire', 'name' => 'Hire', 'identity' => 'code', 'summary' => ['code', 'rider.name'], 'fields' => [
                ['key' => 'code', 'type' => 'text', 'required' => true], ['key' => 'status', 'type' => 'option', 'options' => [$booked, ['value' => 'back'], ...$options]], $total, ['key' => 'rider', 'type' => 'object', 'fields' => [['key' => 'name', 'type' => 'text'], ['key' => 'email', 'type' => 'email']]], ...$fields,
            ]]],
            'events' => [['name' => 'hire.changed', 'record_type' => 'hire', 'label' => 'hire changed', 'change' => true]],
            'strands' => [['key' => 'hires', 'name' => 'Hires', 'record_type' => 'hire']],
            'notices' => [
                $notice('large', 'Large', ['path' => "hire.{$total['key']}", 'operator' => 'more', 'value' => 100], 'A large hire, over 100'),
                $notice('booked', 'Booked', ['path' => 'hire.status', 'operator' => 'is', 'value' => $booked['value']], 'Your hire {hire.code}'),
                ...($options === [] ? [] : [$notice('overdue', 'Overdue', ['path' => 'hire.status', 'operator' => 'is', 'value' => 'overdue'], 'Please bring {hire.code} back')]),
            ],
        ];
    }
}
