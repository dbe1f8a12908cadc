<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\GoodPassword;
use App\Jobs\SendDispatch;
use App\Loading\LoadManifest;
use App\Mailroom\Mailroom;
use App\Mailroom\OpenedLetter;
use App\Mailroom\Readable;
use App\Models\Dispatch;
use App\Models\DispatchState;
use App\Models\Letter;
use App\Models\Record;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use App\Sending\Deliver;
use Herald\Document\Json;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Hashing\BcryptHasher;
use Illuminate\Log\Events\MessageLogged;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Mail;

/** What is defended, as docs/security.md says it: secrets, passwords, sessions, letters, failures. The numbers are those of OWASP ASVS 4.0. */
final class SecurityTest extends TestCase
{
    private const LINK = 'https://larkmoor.example.org/new-password/0123456789abcdef';

    /** 8.2.1: what a session has shown is kept in no cache; pictures, which lie in messages, are. */
    public function test_no_browser_keeps_what_a_session_has_shown(): void
    {
        $this->larkmoor();
        $this->signIn();
        foreach (['/at/larkmoor/records', '/api/app/sources/larkmoor/records', '/api/app/session', '/sign-in'] as $path) {
            self::assertStringContainsString('no-store', (string) $this->get($path)->headers->get('Cache-Control'), $path);
        }
    }

    /** 8.3.4, 6.1: a secret is in its message, and nowhere else. */
    public function test_a_secret_stands_in_the_message_and_nowhere_else(): void
    {
        $source = $this->larkmoor();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->askForReset($source);
        $dispatch = Dispatch::query()->firstOrFail();
        self::assertTrue($dispatch->secret);
        $this->nowhere(self::LINK, 'while it waits');

        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        $sent = Mail::mailer()->getSymfonyTransport()->messages()[0]->toString();
        self::assertStringContainsString(self::LINK, (string) (new OpenedLetter($sent))->text(), 'the recipient gets it');
        $dispatch->refresh();
        self::assertSame([DispatchState::Sent, null], [$dispatch->state, $dispatch->message?->sealed_bytes], 'its fate is final: the true bytes are gone');
        self::assertStringContainsString('••••••••', (string) (new OpenedLetter((string) $dispatch->message?->bytes))->text());
        self::assertSame((new OpenedLetter($sent))->messageId(), (new OpenedLetter((string) $dispatch->message?->bytes))->messageId());
        self::assertSame(['sealed' => null], $dispatch->data['account']['reset_link']);
        $this->nowhere(self::LINK, 'afterwards');

        foreach (Role::cases() as $role) {
            $this->signIn($role);
            $pages = ['/api/app/sources/larkmoor/records/account/AC-9', '/api/app/sources/larkmoor/records?type=account&search=new-password', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}", "/stage/larkmoor/dispatches/{$dispatch->id}", '/api/app/sources/larkmoor/notices/password-reset/rendering?record=AC-9&words=built_in', '/stage/larkmoor/notices/password-reset?record=AC-9&words=built_in'];
            foreach ($pages as $page) {
                self::assertStringNotContainsString('0123456789abcdef', (string) $this->get($page)->assertOk()->getContent(), $page);
            }
            self::assertContains('••••••••', array_column($this->get($pages[0])->json('lines'), 'value'));
            self::assertSame([], $this->get($pages[1])->json('records'), 'nothing is found by it');
        }
    }

    public function test_what_held_a_secret_cannot_be_sent_again_once_its_fate_is_final_and_can_before(): void
    {
        $source = $this->larkmoor();
        $this->askForReset($source);
        $dispatch = Dispatch::query()->firstOrFail();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $dispatch->update(['state' => DispatchState::Uncertain]);
        $this->signIn(Role::Publisher)->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertJsonPath('may_retry', true)->assertJsonPath('secret', true)->assertJsonPath('data.account.reset_link', '••••••••');
        $this->ask('POST', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}/retry")->assertOk();
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertStringContainsString(self::LINK, (string) (new OpenedLetter(Mail::mailer()->getSymfonyTransport()->messages()[0]->toString()))->text());

        Dispatch::query()->update(['state' => DispatchState::Failed]);
        $this->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertJsonPath('may_retry', false);
        $this->ask('POST', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}/retry")->assertStatus(409)->assertJsonPath('title', 'Could not send the same message again: it held a secret, which is kept no longer than it takes to send it. Have it decided anew instead.');
    }

    public function test_what_was_sealed_is_opened_when_the_key_of_the_application_has_become_another(): void
    {
        $source = $this->larkmoor();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->askForReset($source);
        $dispatch = Dispatch::query()->firstOrFail();
        $turn = static function (string $key, array $former): void {
            config(['app.key' => $key, 'app.previous_keys' => $former]);
            app()->forgetInstance('encrypter');
            Crypt::clearResolvedInstances();
        };
        $former = config()->string('app.key');
        $turn('base64:'.base64_encode(random_bytes(32)), [$former]);
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertSame(DispatchState::Sent, $dispatch->refresh()->state);
        self::assertStringContainsString(self::LINK, (string) (new OpenedLetter(Mail::mailer()->getSymfonyTransport()->messages()[0]->toString()))->text());

        // Without the former key it fails, and says why.
        $turn($former, []);
        $this->askForReset($source, 'again');
        $turn('base64:'.base64_encode(random_bytes(32)), []);
        $again = Dispatch::query()->latest('id')->firstOrFail();
        (new SendDispatch($again->id))->handle(app(Deliver::class));
        self::assertSame([DispatchState::Failed, 'A secret of the record was sealed with another key of the application (APP_KEY), and cannot be opened'], [$again->refresh()->state, $again->state_reason]);
    }

    public function test_what_held_a_secret_is_decided_anew_while_its_record_has_it(): void
    {
        $source = $this->larkmoor();
        $this->askForReset($source);
        $dispatch = Dispatch::query()->firstOrFail();
        $dispatch->takeLease(60);
        $dispatch->changeUnderLease(['state' => DispatchState::Failed, 'lease_until' => null]);
        self::assertNull($dispatch->refresh()->message?->sealed_bytes);
        $this->signIn(Role::Publisher)->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertJsonPath('may_retry', false)->assertJsonPath('may_decide_anew', true);
        // All that failed, in one step.
        $this->ask('POST', '/api/app/sources/larkmoor/dispatches/retries', ['days' => 1])->assertOk()->assertJsonPath('again', 1);
        $this->work();
        $anew = Dispatch::query()->where('occasion', "again:{$dispatch->id}:0")->sole();
        self::assertSame(DispatchState::Sent, $anew->state);
        self::assertStringContainsString(self::LINK, (string) (new OpenedLetter(Mail::mailer()->getSymfonyTransport()->messages()[0]->toString()))->text());
        $this->signIn(Role::Publisher)->ask('GET', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}")->assertJsonPath('decided_anew_as', $anew->id)->assertJsonPath('closed', true)->assertJsonPath('may_decide_anew', false);
        $this->nowhere(self::LINK, 'decided anew');

        $other = Dispatch::query()->create([...$dispatch->only(['source_id', 'notice_id', 'record_id', 'event_id', 'reason', 'channel', 'language', 'language_reason', 'data', 'edition_id', 'subject']), 'occasion' => 'event:x', 'state' => DispatchState::Failed, 'secret' => true, 'due_at' => now(), 'attempts' => 0]);
        $record = Record::query()->where('key', 'AC-9')->sole();
        $record->update(['data' => ['reset_link' => null] + $record->data]);
        $this->ask('POST', "/api/app/sources/larkmoor/dispatches/{$other->id}/retry", ['as' => 'anew'])->assertStatus(409)->assertJsonPath('title', 'Could not decide anew: the message held a secret, and the record does not have it any more.');
    }

    public function test_a_secret_of_the_record_that_the_message_does_not_hold_keeps_nothing_from_being_sent_again(): void
    {
        $source = $this->larkmoor();
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        foreach ($manifest['notices'] as &$notice) {
            if ($notice['key'] === 'password-reset') {
                unset($notice['required']);
                $notice['built_in'] = ['en' => ['subject' => 'A reset', 'body' => ['Somebody asked for it.']]];
            }
        }
        LoadManifest::from(Json::ofArray($manifest, 'manifest'));
        $this->askForReset($source->refresh());
        $dispatch = Dispatch::query()->firstOrFail();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertFalse($dispatch->refresh()->secret, 'what counts is what the message holds');
        self::assertSame(['sealed' => null], $dispatch->data['account']['reset_link']);
        $dispatch->update(['state' => DispatchState::Failed]);
        $this->signIn(Role::Publisher)->ask('POST', "/api/app/sources/larkmoor/dispatches/{$dispatch->id}/retry")->assertOk()->assertJsonPath('state', 'queued');
    }

    public function test_the_same_secret_again_is_no_change_and_one_sealed_by_hand_is_refused(): void
    {
        $source = $this->larkmoor();
        $this->askForReset($source);
        $this->askForReset($source, id: 'again');
        self::assertSame(1, Record::query()->where('key', 'AC-9')->firstOrFail()->revision);
        $this->ask('POST', '/api/v1/events', ['id' => 'x', 'event' => 'account.reset_asked', 'record' => ['number' => 'AC-9', 'reset_link' => ['sealed' => 'x']]], $this->bearer($source))
            ->assertStatus(202)->assertJsonPath('fits', false)->assertJsonPath('fault', 'reset_link: must be a text');
    }

    public function test_a_secret_is_sealed_however_it_comes(): void
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['record_types'][4]['fields'] = array_map(static fn (array $field): array => $field['type'] === 'secret' ? ['was' => ['link']] + $field : $field, $manifest['record_types'][4]['fields']);
        $manifest['record_types'][4]['fields'][] = ['key' => 'door', 'type' => 'object', 'fields' => [['key' => 'code', 'type' => 'secret']]];
        $manifest['record_types'][4]['fields'][] = ['key' => 'visits', 'type' => 'integer'];
        foreach (['password-reset' => ['type' => 'secret', 'was' => ['pin']], 'welcome' => ['type' => 'text']] as $notice => $code) {
            $place = array_search($notice, array_column($manifest['notices'], 'key'), true);
            $manifest['notices'][$place] = ['carrier' => 'herald', 'given' => [['key' => 'code', 'required' => true] + $code]] + $manifest['notices'][$place];
        }
        $source = \App\Loading\LoadManifest::from(Json::ofArray($manifest, 'secrets'));
        $bearer = $this->bearer($source);
        $tell = fn (string $id, array $record, array $given = [], string $event = 'account.reset_asked') => $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => $event, 'record' => ['number' => "AC-{$id}", 'email' => 'reset@example.org', 'page' => 'https://larkmoor.example.org/a', ...$record], ...($given === [] ? [] : ['given' => $given])], $bearer)->assertStatus(202);
        $state = fn (string $id): array => $this->ask('GET', "/api/v1/events/{$id}", [], $bearer)->json('messages.0');

        // Of a wrong form, under a former key, or among data that do not fit.
        $tell('former', ['visits' => 'many', 'link' => self::LINK], ['pin' => self::LINK])->assertJsonPath('fits', false);
        $tell('listed', ['reset_link' => [self::LINK]])->assertJsonPath('fault', 'reset_link: must be a text');
        $tell('flat', ['door' => self::LINK])->assertJsonPath('fault', 'door: must be an object');
        $tell('doors', ['door' => [['code' => self::LINK]]])->assertJsonPath('fault', 'door: must be an object');
        $tell('pin', ['reset_link' => self::LINK], ['pin' => self::LINK]);
        $tell('code', [], ['code' => [self::LINK]]);
        // Another notice has a parameter of the same key, which is none.
        $tell('plain', [], ['code' => 'A plain word'], 'account.opened');
        $this->work();
        $this->nowhere(self::LINK, 'however it came');
        self::assertSame(['sent', 'sent', 'failed'], [$state('pin')['state'], $state('plain')['state'], $state('code')['state']]);
        self::assertSame('It cannot be made: given/code: must be a text', $state('code')['reason']);
        self::assertSame(['code' => 'A plain word'], \App\Models\Event::query()->where('event_id', 'plain')->firstOrFail()->given);

        // And it is there once its data fit.
        $manifest['record_types'][4]['fields'] = array_map(static fn (array $field): array => $field['key'] === 'visits' ? ['type' => 'text'] + $field : $field, $manifest['record_types'][4]['fields']);
        \App\Loading\LoadManifest::from(Json::ofArray($manifest, 'mended'));
        \App\Sending\ByHand::again(Dispatch::query()->findOrFail($state('former')['dispatch']), null);
        $this->work();
        $fields = $source->refresh()->manifest()->recordTypes['account']->fields;
        self::assertSame(self::LINK, \App\Secrets\Seal::open($fields, Record::query()->where('key', 'AC-former')->firstOrFail()->data)['reset_link']);
        $this->nowhere(self::LINK, 'once its data fit');
    }

    public function test_a_field_that_is_declared_secret_later_is_sealed_from_then_on(): void
    {
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $open = $manifest;
        $open['record_types'][4]['fields'] = array_map(static fn (array $field): array => $field['type'] === 'secret' ? ['type' => 'url'] + $field : $field, $open['record_types'][4]['fields']);
        $source = \App\Loading\LoadManifest::from(Json::ofArray($open, 'open'));
        $this->askForReset($source);
        self::assertStringContainsString('0123456789abcdef', (string) DB::table('records')->value('data'));

        \App\Loading\LoadManifest::from(Json::ofArray($manifest, 'closed'));
        self::assertStringNotContainsString('0123456789abcdef', (string) DB::table('records')->value('data'));
        self::assertSame(self::LINK, \App\Secrets\Seal::open($source->refresh()->manifest()->recordTypes['account']->fields, Record::query()->oldest('id')->firstOrFail()->data)['reset_link']);

        // And one that is declared open later does not fit any more, without its seal being shown.
        \App\Loading\LoadManifest::from(Json::ofArray($open, 'open again'));
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/records/account/AC-9')->assertOk()->assertJsonPath('misfits.0', 'reset_link: is kept sealed, as a secret, and is not declared as one: it has to be told anew');
    }

    public function test_a_secret_on_the_outside_of_a_template_is_a_grave_finding(): void
    {
        $this->larkmoor();
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Reset', 'from' => 'built_in', 'notice' => 'password-reset'])->assertStatus(201);
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/reset')->json('document');
        $document['envelope']['subject'][] = ['variable' => 'account.reset_link'];
        $words = array_column($this->ask('POST', '/api/app/sources/larkmoor/templates/reset/findings', ['document' => $document])->json('findings'), 'weight', 'words');
        self::assertSame('grave', $words['“account.reset_link” is a secret: it may stand within a message, not in its Subject, which others see.'] ?? null);
    }

    /** 2.2, 2.7.6 in spirit: the time that signing in takes tells nothing. */
    public function test_signing_in_does_the_same_work_whether_there_is_such_a_person_or_not(): void
    {
        $counting = new class extends BcryptHasher
        {
            public int $checks = 0;

            public function check(#[\SensitiveParameter] $value, $hashedValue, array $options = [])
            {
                $this->checks++;

                return parent::check($value, $hashedValue, $options);
            }
        };
        Hash::extend('counting', static fn () => $counting);
        User::query()->create(['name' => 'M. Thorne', 'email' => 'thorne@example.org', 'password' => 'a good password']);
        // Rounds that are not set in the environment are a number, others a text.
        config(['hashing.driver' => 'counting', 'hashing.bcrypt.rounds' => 4]);
        foreach (['thorne@example.org', 'nobody@example.org'] as $n => $email) {
            $this->ask('POST', '/api/app/session', ['email' => $email, 'password' => 'wrong'])->assertStatus(422);
            self::assertSame($n + 1, $counting->checks, $email);
        }
    }

    /** 2.1.1, 2.1.7. */
    public function test_passwords_are_long_and_not_among_the_commonest(): void
    {
        foreach (['short', 'elevenchars', 'password1234', '123456789012', 'Qwertyuiop123', 'aaaaaaaaaaaa', '1q2w3e4r5t6y', '!!password!!99', str_repeat('x', 300)] as $password) {
            self::assertNotNull(GoodPassword::against($password), $password);
            self::assertSame(1, Artisan::call('herald:user', ['email' => 'a@example.org', 'name' => 'A', '--password' => $password]), $password);
        }
        foreach (['larkmoor-demo', 'a good password', 'drei Äpfel im Moor'] as $password) {
            self::assertNull(GoodPassword::against($password), $password);
        }
        self::assertSame(0, Artisan::call('herald:user', ['email' => 'a@example.org', 'name' => 'A']));
        self::assertSame(1, User::query()->count());
    }

    /** 3.3.3. */
    public function test_another_password_ends_all_other_sessions(): void
    {
        $this->signIn(Role::Viewer);
        $user = User::query()->oldest('id')->firstOrFail();
        DB::table('sessions')->insert(['id' => 'elsewhere', 'user_id' => $user->id, 'payload' => '', 'last_activity' => time()]);
        $token = $user->remember_token;
        $this->ask('PUT', '/api/app/session/password', ['current_password' => 'wrong', 'password' => 'another good one'])->assertStatus(422)->assertJsonPath('faults.0.place', 'current_password');
        $this->ask('PUT', '/api/app/session/password', ['current_password' => 'a good password', 'password' => 'password1234'])->assertStatus(422)->assertJsonPath('faults.0.place', 'password');
        self::assertSame(1, DB::table('sessions')->count());
        $this->ask('PUT', '/api/app/session/password', ['current_password' => 'a good password', 'password' => 'another good one'])->assertOk();

        self::assertSame(0, DB::table('sessions')->where('id', 'elsewhere')->count());
        self::assertTrue(Hash::check('another good one', $user->refresh()->password));
        self::assertNotSame($token, $user->remember_token, 'nor is anybody remembered elsewhere');
    }

    public function test_administrators_look_after_people_and_tokens_and_it_is_kept_who_did_what(): void
    {
        $source = $this->larkmoor();
        $this->signIn();
        $made = $this->ask('POST', '/api/app/people', ['name' => 'J. Brandt', 'email' => 'Brandt@Example.org', 'roles' => ['larkmoor' => 'author']])->assertStatus(201);
        $this->ask('POST', '/api/app/people', ['name' => 'Again', 'email' => 'brandt@example.org', 'roles' => ['larkmoor' => 'viewer']])->assertStatus(422)->assertJsonPath('faults.0.place', 'email');
        self::assertNull(GoodPassword::against($made->json('password')));
        $again = $this->ask('PATCH', "/api/app/people/{$made->json('id')}", ['roles' => ['larkmoor' => 'publisher'], 'password' => true])->assertOk();
        $person = User::query()->findOrFail($made->json('id'));
        self::assertSame([Role::Publisher, true], [$person->roleIn($source), Hash::check($again->json('password'), $person->password)]);
        // There is always one administrator.
        $me = User::query()->where('administrator', true)->firstOrFail();
        $this->ask('PATCH', "/api/app/people/{$me->id}", ['administrator' => false])->assertStatus(409);
        // Whether it is the last one is asked in the transaction that takes it away, of all of them under a lock.
        $level = DB::transactionLevel();
        $levels = [];
        DB::listen(static function (QueryExecuted $query) use (&$levels): void {
            str_contains($query->sql, '"administrator" = ?') && $levels[] = $query->connection->transactionLevel();
        });
        $this->ask('DELETE', "/api/app/people/{$me->id}")->assertStatus(409);
        self::assertSame([$level + 1], $levels);
        $this->ask('DELETE', "/api/app/people/{$me->id}")->assertStatus(409);
        $this->ask('DELETE', "/api/app/people/{$person->id}")->assertNoContent();

        $token = $this->ask('POST', '/api/app/tokens', ['source' => 'larkmoor', 'name' => 'shop'])->assertStatus(201)->json('token');
        $raise = fn (string $id) => $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'order.placed', 'key' => 'LM-20429'], ['Authorization' => "Bearer {$token}"]);
        $this->app['auth']->forgetGuards();
        $raise('one')->assertStatus(202);
        $listed = $this->signIn()->ask('GET', '/api/app/people')->assertOk()->json('tokens');
        $this->ask('DELETE', "/api/app/tokens/{$listed[0]['id']}")->assertNoContent();
        $this->app['auth']->forgetGuards();
        $raise('two')->assertUnauthorized();
        self::assertSame(1, $source->dues()->distinct()->count('event_id'));

        self::assertSame(['The token “shop” of Larkmoor Observatory was taken away', 'The token “shop” of Larkmoor Observatory was made', 'J. Brandt may sign in no longer', 'J. Brandt was given another password', 'J. Brandt is publisher in Larkmoor Observatory from now on', 'J. Brandt is author in Larkmoor Observatory from now on', 'J. Brandt may sign in'], array_slice(array_column($this->signIn()->ask('GET', '/api/app/audit')->assertOk()->json('deeds'), 'what'), 0, 7));
    }

    /** 4.1.2, 4.2.1. */
    public function test_letters_of_other_sources_are_not_shown_and_those_of_nobody_to_administrators_alone(): void
    {
        $source = $this->larkmoor();
        $other = Source::query()->create(['key' => 'other', 'name' => 'Other', 'manifest_hash' => 'x']);
        $letter = static fn (?int $owner, string $subject): Letter => Letter::query()->create(['source_id' => $owner, 'envelope_from' => 'a@example.org', 'envelope_to' => ['b@example.org'], 'subject' => $subject, 'from' => 'a', 'to' => 'b', 'raw' => "Subject: {$subject}\r\n\r\nx", 'received_at' => now()]);
        [$ours, $theirs, $nobodys] = [$letter($source->id, 'ours'), $letter($other->id, 'theirs'), $letter(null, 'nobody’s')];
        foreach ([[Role::Publisher, ['ours']], [Role::Administrator, ['nobody’s', 'ours']]] as [$role, $subjects]) {
            self::assertSame($subjects, array_column($this->signIn($role)->ask('GET', '/api/app/sources/larkmoor/letters')->json('letters'), 'subject'));
            $this->ask('GET', "/api/app/sources/larkmoor/letters/{$theirs->id}")->assertNotFound();
            $this->get("/stage/larkmoor/letters/{$theirs->id}")->assertNotFound();
            $this->ask('GET', "/api/app/sources/larkmoor/letters/{$ours->id}")->assertOk();
            $this->ask('GET', "/api/app/sources/larkmoor/letters/{$nobodys->id}")->assertStatus($role === Role::Administrator ? 200 : 404);
        }
    }

    public function test_a_letter_with_a_secret_is_masked_for_all_but_administrators(): void
    {
        $source = $this->larkmoor();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->askForReset($source);
        (new SendDispatch(Dispatch::query()->firstOrFail()->id))->handle(app(Deliver::class));
        $room = new Mailroom([]);
        (new \ReflectionMethod($room, 'deliver'))->invoke($room, 'shop@larkmoor.example.org', ['reset@example.org'], Mail::mailer()->getSymfonyTransport()->messages()[0]->toString());
        $letter = Letter::query()->firstOrFail();
        self::assertSame([$source->id, 'Choose a new password'], [$letter->source_id, $letter->subject]);

        foreach ([[Role::Publisher, true], [Role::Administrator, false]] as [$role, $masked]) {
            $this->signIn($role)->ask('GET', "/api/app/sources/larkmoor/letters/{$letter->id}")->assertOk()->assertJsonPath('masked', $masked);
            foreach (["/api/app/sources/larkmoor/letters/{$letter->id}", "/stage/larkmoor/letters/{$letter->id}"] as $page) {
                self::assertSame($masked, ! str_contains((string) $this->get($page)->assertOk()->getContent(), '0123456789abcdef'), $page);
            }
        }
    }

    /** 7.1.1, 7.1.2: what cannot be used is told to who sent it, and not logged with its values. */
    public function test_refused_documents_are_not_logged(): void
    {
        $source = $this->larkmoor();
        $logged = [];
        Event::listen(MessageLogged::class, static function (MessageLogged $event) use (&$logged): void {
            $logged[] = $event->message;
        });
        config(['logging.default' => 'single']);
        $this->ask('POST', '/api/v1/events', ['id' => 'x', 'event' => 'order.placed', 'record' => ['number' => 'LM-1', 'total' => 'private']], $this->bearer($source))->assertStatus(202)->assertJsonPath('fits', false);
        $this->work();
        self::assertSame([], $logged);
    }

    public function test_whatever_is_thrown_counts_an_attempt_and_ends_with_its_reason(): void
    {
        $source = $this->larkmoor();
        config(['mail.default' => 'array', 'mail.mailers.array' => ['transport' => 'array']]);
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->decide();
        $dispatch = Dispatch::query()->firstOrFail();
        // Data that the message names and that are not there: what a mistake of ours would look like.
        $dispatch->update(['data' => array_diff_key($dispatch->data, ['order' => 1])]);
        foreach ([1, 2, 3] as $attempt) {
            (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
            self::assertSame([DispatchState::Queued, $attempt], [$dispatch->refresh()->state, $dispatch->attempts]);
            $this->travel(11)->minutes();
        }
        (new SendDispatch($dispatch->id))->handle(app(Deliver::class));
        self::assertSame([DispatchState::Failed, 4], [$dispatch->refresh()->state, $dispatch->attempts]);
        self::assertStringStartsWith('Given up after 4 attempts. It could not be made: ', (string) $dispatch->state_reason);

        // What would be the same another time is not tried again.
        $other = Dispatch::query()->whereKeyNot($dispatch->id)->where('state', DispatchState::Queued)->firstOrFail();
        $other->to()->update(['address' => 'josé@example.org']);
        (new SendDispatch($other->id))->handle(app(Deliver::class));
        self::assertSame([DispatchState::Failed, 1, '"josé@example.org" is not a recipient address'], [$other->refresh()->state, $other->attempts, $other->state_reason]);
    }

    public function test_a_notice_that_is_declared_no_longer_stops_no_sweep(): void
    {
        $source = $this->larkmoor();
        $this->ask('POST', '/api/v1/events', ['id' => 'e', 'event' => 'order.placed', 'key' => 'LM-20429'], $this->bearer($source))->assertStatus(202);
        $this->decide();
        foreach (Dispatch::query()->get() as $dispatch) {
            self::assertTrue($dispatch->takeLease(60));
            $dispatch->to()->update(['handed_at' => now()]);
        }
        $manifest = Json::ofFile(database_path('demo/larkmoor.json'))->data;
        $manifest['notices'] = array_values(array_filter($manifest['notices'], static fn (array $notice): bool => $notice['key'] !== 'order-received'));
        \App\Loading\LoadManifest::from(Json::ofArray($manifest, 'less'));
        $this->travel(2)->minutes();
        \App\Sending\Recovery::sweep();

        self::assertSame([DispatchState::Uncertain], Dispatch::query()->pluck('state')->unique()->values()->all());
    }

    public function test_a_draft_that_cannot_be_made_for_one_of_the_cast_is_not_published(): void
    {
        $this->larkmoor();
        $this->signIn()->ask('POST', '/api/app/sources/larkmoor/templates', ['name' => 'Trial', 'from' => 'built_in', 'notice' => 'order-received'])->assertStatus(201);
        $document = $this->ask('GET', '/api/app/sources/larkmoor/templates/trial')->json('document');
        // One of the cast has no address.
        $document['envelope']['from_address'] = [['variable' => 'order.customer.email']];
        $this->ask('PUT', '/api/app/sources/larkmoor/templates/trial/draft', ['revision' => 1, 'version' => null, 'document' => $document])->assertOk();
        $findings = $this->ask('GET', '/api/app/sources/larkmoor/templates/trial/publication')->assertOk()->json('findings');

        self::assertMatchesRegularExpression('/^It cannot be made for LM-\d+, in English: there is no sender address\.$/', $findings[0]['words'] ?? '');
        $this->ask('POST', '/api/app/sources/larkmoor/templates/trial/publication', ['revision' => 2])->assertStatus(422)->assertJsonPath('title', 'It cannot be published yet');
    }

    public function test_a_fixed_address_that_no_message_can_be_sent_with_is_a_grave_finding(): void
    {
        $this->larkmoor();
        $document = $this->signIn()->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt')->json('document');
        $document['envelope'] += ['from_address' => [['text' => 'josé@example.org']], 'cc' => [['text' => 'a@example.org, b@, ']]];
        $grave = array_column(array_filter($this->ask('POST', '/api/app/sources/larkmoor/templates/night-blue-receipt/findings', ['document' => $document])->json('findings'), static fn (array $one): bool => $one['weight'] === 'grave'), 'words');

        self::assertSame(['“josé@example.org” is no address that a message can be sent with.', '“b@” is no address that a message can be sent with.'], $grave);
    }

    public function test_a_stored_record_that_cannot_be_read_closes_no_page(): void
    {
        $source = $this->larkmoor();
        $record = Record::query()->where('type', 'order')->latest('updated_at')->latest('id')->firstOrFail();
        $record->update(['data' => ['placed_at' => '0000-12-31T10:00:00Z', 'total' => ['amount' => '1e99', 'currency' => 'EUR']] + $record->data]);
        $this->signIn()->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk')->assertOk()->assertJsonPath('left_out', [$record->key]);
        self::assertNotContains($record->key, array_column($this->ask('GET', '/api/app/sources/larkmoor/templates/night-blue-receipt/desk')->json('cast'), 'key'));
        foreach (['/api/app/sources/larkmoor/records?type=order', "/api/app/sources/larkmoor/records/order/{$record->key}", '/api/app/sources/larkmoor/brands/larkmoor/desk', '/api/app/sources/larkmoor/templates/night-blue-receipt/publication', '/api/app/sources/larkmoor/notices/order-received', '/api/app/sources/larkmoor/running-order'] as $page) {
            $this->ask('GET', $page)->assertOk();
        }
        self::assertStringStartsWith('placed_at: must be a moment', $this->ask('GET', "/api/app/sources/larkmoor/records/order/{$record->key}")->json('misfits.0'));
        $this->ask('GET', '/api/app/sources/larkmoor/records/order/'.Record::query()->where('type', 'order')->whereKeyNot($record->id)->value('key'))->assertJsonPath('misfits', []);
        self::assertNotSame($record->key, $this->ask('GET', '/api/app/sources/larkmoor/notices/order-received')->json('newest_record'));
        $this->ask('GET', "/api/app/sources/larkmoor/notices/order-received/rendering?record={$record->key}&words=answer")->assertStatus(422);
        foreach (["notices/order-received?record={$record->key}&words=answer", "templates/night-blue-receipt/versions/1?record={$record->key}"] as $frame) {
            $shown = $this->get("/stage/larkmoor/{$frame}")->assertStatus(422)->assertSee('This message cannot be made')->assertSee('placed_at');
            self::assertStringContainsString("script-src 'none'", (string) $shown->headers->get('Content-Security-Policy'));
        }
        self::assertSame(0, Source::query()->whereKeyNot($source->id)->count());
    }

    public function test_what_cannot_be_read_of_a_letter_is_shown_as_it_came(): void
    {
        self::assertSame(['Grüße', '\\xFF\\xFE x', 'a\\xC3(b'], array_map(Readable::text(...), ['Grüße', "\xFF\xFE x", "a\xC3(b"]));
        foreach (["Subject: =?nope-9?B?/w==?=\r\n\r\nx", "\xFF", '', "Subject: a\r\nContent-Type: text/html; charset=nope-9\r\n\r\n<p>\xFF", "Content-Type: multipart/mixed\r\n\r\n--", str_repeat("X: \xFF\r\n", 500)] as $raw) {
            $opened = (new OpenedLetter($raw))->toArray();
            self::assertNotFalse(json_encode($opened), $raw);
        }
        self::assertSame('=?nope-9?B?/w==?=', (new OpenedLetter("Subject: =?nope-9?B?/w==?=\r\n\r\nx"))->subject());
    }

    private function askForReset(Source $source, string $id = 'reset'): void
    {
        $this->ask('POST', '/api/v1/events', ['id' => $id, 'event' => 'account.reset_asked', 'record' => [
            'number' => 'AC-9', 'name' => 'Aoife Quill', 'email' => 'reset@example.org', 'language' => 'en', 'reset_link' => self::LINK, 'link_valid_until' => '2026-11-23T14:00:00Z', 'page' => 'https://larkmoor.example.org/a',
        ]], $this->bearer($source))->assertStatus(202);
        $this->decide();
    }

    /** Looks through everything that is stored. */
    private function nowhere(string $secret, string $when): void
    {
        foreach (['records', 'record_revisions', 'events', 'dues', 'dispatches', 'dispatch_messages', 'dispatch_recipients', 'editions', 'jobs', 'activity_log', 'letters', 'cache'] as $table) {
            foreach (DB::table($table)->get() as $row) {
                foreach ((array) $row as $column => $value) {
                    self::assertStringNotContainsString(substr($secret, -16), quoted_printable_decode((string) $value), "{$table}.{$column}, {$when}");
                    self::assertStringNotContainsString(substr($secret, -16), (string) base64_decode(preg_replace('/\s/', '', (string) $value) ?? ''), "{$table}.{$column}, {$when}");
                }
            }
        }
    }
}
