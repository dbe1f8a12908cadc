<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Claims\Collections;
use App\Documents\BrandDesk;
use App\Documents\Publish;
use App\Documents\PublishTemplate;
use App\Loading\LoadManifest;
use App\Loading\LoadRecords;
use App\Models\EventOrigin;
use App\Models\Role;
use App\Models\Source;
use App\Models\User;
use App\Pictures\Pictures;
use App\Sending\TakeEvent;
use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Database\Demo\LarkmoorRecords;
use Herald\Document\Json;
use Herald\Record\RecordReader;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

final class DemoCommand extends Command
{
    public const PASSWORD = 'larkmoor-demo';

    protected $signature = 'herald:demo {--today= : the day the demo takes for today, e.g. 2026-11-23} {--events=14 : how many events of the last days are raised} {--keep : leave everything as it is where the demo is there already}';

    /** What differs in the dark months, by role. */
    private const WINTER = ['page' => '#E4ECF2', 'heading' => '#123A5A', 'header' => '#123A5A', 'link' => '#1B5E86', 'button' => '#1B5E86', 'button_text' => '#FFFFFF', 'accent' => '#EEF4F8'];

    protected $description = 'Bring the demo source, Larkmoor Observatory, with its records, templates, brand and people';

    public function handle(): int
    {
        if (! $this->option('keep') || Source::query()->where('key', 'larkmoor')->doesntExist()) {
            $this->bring();
        }
        $this->info('Larkmoor Observatory is there. Sign in as thorne@larkmoor.example.org (administrator), okafor@larkmoor.example.org (publisher), brandt@larkmoor.example.org (author) or lindqvist@larkmoor.example.org (viewer); password '.self::PASSWORD);

        return self::SUCCESS;
    }

    private function bring(): void
    {
        $today = $this->option('today');
        $now = is_string($today) ? CarbonImmutable::parse($today.' 12:00:00', 'UTC') : now('UTC')->startOfHour();
        if (is_string($today) && Clock::mayBeMoved()) {
            Clock::beginAt($now);
        }
        $source = LoadManifest::from(Json::ofFile(database_path('demo/larkmoor.json')));
        $records = new LarkmoorRecords($now->toDateTimeImmutable(), (string) config('app.url'));
        $this->load($source, ['orders' => $records->orders(), 'bookings' => $records->bookings(), 'nights' => $records->nights(), 'loans' => $records->loans(), 'subscriptions' => $records->subscriptions(), 'alerts' => $records->alerts(), 'accounts' => $records->accounts()]);
        foreach (['clear-skies', 'night-blue-receipt', 'dome-night', 'night-reminder', 'parcel-away'] as $template) {
            PublishTemplate::from($source, Json::ofFile(database_path("demo/{$template}.json")));
        }
        $this->dress($source);
        $this->bringWinter($source, $now);
        foreach ([['M. Thorne', 'thorne', Role::Administrator], ['S. Okafor', 'okafor', Role::Publisher], ['J. Brandt', 'brandt', Role::Author], ['V. Lindqvist', 'lindqvist', Role::Viewer]] as [$name, $account, $role]) {
            User::query()->updateOrCreate(['email' => "{$account}@larkmoor.example.org"], ['name' => $name, 'administrator' => false, 'password' => self::PASSWORD])->allow($source, $role);
        }
        $this->raise($source, $records);
    }

    /**
     * Loads records as a source would hand them in, from files of JSON Lines.
     *
     * @param  array<string, list<array<string, mixed>>>  $lines  by the name of the file
     */
    private function load(Source $source, array $lines): void
    {
        // Of this command alone: it may be run twice at once, for two databases.
        $folder = sys_get_temp_dir().'/herald-demo-'.bin2hex(random_bytes(6));
        File::makeDirectory($folder);
        try {
            $files = [];
            foreach ($lines as $name => $records) {
                File::put($files[] = "{$folder}/{$name}.jsonl", implode("\n", array_map(
                    static fn (array $record): string => json_encode($record, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
                    $records,
                ))."\n");
            }
            LoadRecords::from($source, $files);
        } finally {
            File::deleteDirectory($folder);
        }
    }

    /** Puts some pictures in, and gives the brand its logo, unless it was published since it began. */
    private function dress(Source $source): void
    {
        $brand = $source->defaultBrand();
        foreach (['night' => 'The dome beneath the stars', 'atlas' => 'A moon atlas', 'mug' => 'An enamel mug with the dome on it'] as $name => $alternative) {
            Pictures::take($source, File::get(database_path("demo/pictures/{$name}.svg")), "{$name}.svg", null)->update(['alternative' => $alternative]);
        }
        if ($brand->latestVersion?->number === 1) {
            $logo = Pictures::take($source, File::get(database_path('demo/larkmoor-logo.svg')), 'larkmoor-logo.svg', null);
            $document = Json::ofText($brand->latestVersion->document, $brand->name)->data;
            Publish::document(BrandDesk::with($brand, $source), Json::ofArray([...$document, 'logo' => ['picture' => $logo->name, 'width' => 190]], $brand->name));
        }
    }

    /** A collection for the dark months, with a brand and a template of its own. It is off. */
    private function bringWinter(Source $source, CarbonImmutable $now): void
    {
        if ($source->collections()->where('key', 'winter-sky')->exists()) {
            return;
        }
        $collections = new Collections($source);
        $winter = $collections->make('Winter sky', null);
        PublishTemplate::from($source, Json::ofFile(database_path('demo/winter-receipt.json')), collection: $winter->key);
        $document = Json::ofText($source->defaultBrand()->latestVersion->document ?? '', 'brand')->data;
        $brand = $source->brands()->create(['key' => 'winter-sky', 'name' => 'Winter sky']);
        Publish::document(BrandDesk::with($brand, $source), Json::ofArray([...$document, 'name' => $brand->name, 'colours' => [...(array) $document['colours'], ...self::WINTER]], $brand->name));
        $year = $now->year - ($now->month < 2 ? 1 : 0);
        $collections->change($winter, 1, ['brand' => $brand->key, 'from' => "{$year}-12-01", 'until' => ($year + 1).'-01-31'], null);
    }

    /** Raises the newest orders and some changes as events, so that there is something to see. The same ones do nothing the second time. */
    private function raise(Source $source, LarkmoorRecords $records): void
    {
        $type = $source->manifest()->recordTypes['order'];
        foreach (array_slice($records->orders(), max(0, 150 - (int) $this->option('events'))) as $line) {
            $data = RecordReader::read($type, $line['data'], 'demo order');
            $key = RecordReader::identityOf($type, $data);
            // The add-on for parcels hands in where they are, once somebody carries them.
            $shipment = is_array($data['shipment']) ? $data['shipment'] : [];
            $slots = is_string($shipment['company'] ?? null) ? ['before-items' => ['blocks' => [
                ['type' => 'heading', 'text' => 'Where your parcel is', 'level' => 3],
                ['type' => 'facts', 'rows' => [['label' => 'Carried by', 'value' => $shipment['company']], ['label' => 'With you', 'value' => 'in two working days']]],
                ['type' => 'button', 'label' => 'Follow it on its way', 'link' => $shipment['link'] ?? ''],
            ]]] : [];
            (new TakeEvent($source, "demo-placed-{$key}", 'order.placed', $type, EventOrigin::Api, slots: $slots))->take($key, static fn (): array => $data);
        }
        // One whose message holds a secret.
        if ((int) $this->option('events') > 0) {
            $type = $source->manifest()->recordTypes['account'];
            $data = RecordReader::read($type, $records->accounts()[3]['data'], 'demo account');
            $key = RecordReader::identityOf($type, $data);
            (new TakeEvent($source, "demo-reset-{$key}", 'account.reset_asked', $type, EventOrigin::Api))->take($key, static fn (): array => $data);
        }
    }
}
