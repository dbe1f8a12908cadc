<?php

declare(strict_types=1);

namespace App\Claims;

use App\Audit\Audit;
use App\Deciding\Answer;
use App\Deciding\AskedClaim;
use App\Deciding\WhoAnswers;
use App\Documents\PassageShelf;
use App\Documents\ReadyFirst;
use App\Documents\TemplateDesk;
use App\Models\Claim;
use App\Models\ClaimCollection;
use App\Models\Notice;
use App\Models\Source;
use App\Models\Template;
use App\Models\User;
use App\Notices\Looks;
use Herald\Claim\Claim as Written;
use Herald\Claim\Order;
use Herald\Claim\Otherwise;
use Herald\Document\Faults;
use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Who answers for a notice, laid out for being written on: what is in force, what is drafted, and how that is put in force. */
final readonly class OrderDesk
{
    private const NAME = 'who answers';

    private function __construct(public Notice $notice)
    {
    }

    /** @param  Notice  $notice  with who answers, and its source */
    public static function of(Notice $notice): self
    {
        return new self($notice);
    }

    /**
     * The order that is in force, as it was written down.
     *
     * @return array{claims: list<array<string, mixed>>, otherwise: string}
     */
    public function inForce(): array
    {
        return ['claims' => array_values($this->notice->claims->map(static fn (Claim $claim): array => $claim->written())->all()), 'otherwise' => $this->notice->fallback->value];
    }

    /**
     * Whether an order is kept here, as the one in force or as the draft: what anybody may look at.
     *
     * @param  array<array-key, mixed>  $document
     */
    public function isKept(array $document): bool
    {
        return $document == $this->inForce() || $document == $this->notice->order_draft;
    }

    /**
     * The order that is in force, or one that is written on. In the first a line may no longer fit, which is told of it.
     *
     * @param  array<array-key, mixed>  $document
     *
     * @throws InvalidDocument as {@see read}
     */
    public function looked(array $document): WhoAnswers
    {
        return $document == $this->inForce() ? WhoAnswers::to($this->notice) : $this->read($document)[1];
    }

    /**
     * An order that is written on: it fits the source, and names templates and collections that there are.
     *
     * @param  array<array-key, mixed>  $document
     * @return array{Order, WhoAnswers}
     *
     * @throws InvalidDocument naming the places of what does not fit
     */
    public function read(array $document): array
    {
        $node = new Node($document, '', self::NAME);
        $node->only(['claims' => [], 'otherwise' => []]);
        $zone = $this->notice->source->manifest()->source->zone;
        $order = Order::read($node, $this->notice->declaration()->vocabulary->withEvent(), $zone)->checkExtent(self::NAME);
        if ($order->otherwise === Otherwise::Framed && $this->notice->declaration()->languages() === []) {
            throw $node->fault('otherwise', 'cannot be the built-in in a frame: there are no built-in words');
        }
        $templates = $this->templates();
        foreach ($order->claims as $place => $claim) {
            if (! $templates->has($claim->template)) {
                throw InvalidDocument::because(self::NAME, "claims/{$place}/template", "\"{$claim->template}\" is no template about such records");
            }
        }

        return [$order, WhoAnswers::by($this->notice, $order, $templates, $this->collections())];
    }

    /**
     * Those that can answer: templates about such records.
     *
     * @return Collection<string, Template> by key
     */
    public function templates(): Collection
    {
        return $this->notice->source->templates()->where(['is_passage' => false, 'record_type' => $this->notice->declaration()->recordType])->with('latestVersion')->orderBy('name')->get()->toBase()->keyBy('key');
    }

    /**
     * @return Collection<string, ClaimCollection> by key
     */
    public function collections(): Collection
    {
        return $this->notice->source->collections()->with('brand.latestVersion')->get()->toBase()->keyBy('key');
    }

    /**
     * Keeps what is being written; nothing is in force by that.
     *
     * @param  array<array-key, mixed>|null  $document  null to let go of it
     *
     * @throws ConflictHttpException when somebody has saved another meanwhile
     */
    public function save(int $revision, ?array $document, ?User $person): void
    {
        DB::transaction(function () use ($revision, $document, $person): void {
            $this->ofRevision($revision)->update(['order_draft' => $document, 'order_revision' => $revision + 1, 'order_user_id' => $person?->id]);
            Audit::goesOn($person, 'draft', "Who answers for {$this->notice->called()}, written on", $this->notice, $this->notice->source);
        });
    }

    /**
     * Puts an order in force. Templates that it puts on are held against the notice and compiled first.
     *
     * @param  array<array-key, mixed>  $document
     *
     * @throws ConflictHttpException when somebody has saved or put in force another meanwhile
     * @throws InvalidDocument when it does not fit, or a template cannot answer for the notice
     */
    public function putInForce(int $revision, array $document, ?User $person): void
    {
        [$order, $asked] = $this->read($document);
        $this->check($asked);
        ReadyFirst::then(fn (): array => $this->touched($asked), function () use ($revision, $order, $person): void {
            $this->ofRevision($revision)->update(['order_draft' => null, 'order_revision' => $revision + 1, 'order_user_id' => $person?->id]);
            $this->write($order->toArray(), $person);
        });
    }

    /**
     * Makes an order the one that is in force, in the transaction that is open.
     *
     * @param  array{claims: list<array<string, mixed>>, otherwise: string}  $order  as it was written down
     */
    private function write(array $order, ?User $person): void
    {
        $before = $this->inForce();
        $told = implode('; ', $this->told($before));
        [$templates, $collections] = [$this->templates(), $this->collections()];
        $this->notice->claims()->delete();
        foreach ($order['claims'] as $place => $claim) {
            $node = new Node($claim, "claims/{$place}", self::NAME);
            $collection = $node->optionalString('collection');
            $this->notice->claims()->create([
                'template_id' => $templates[$node->string('template')]->id ?? throw new \LogicException("{$node->string('template')} was there a moment ago"), 'collection_id' => $collection === null ? null : ($collections->get($collection) ?? throw $node->fault('collection', "\"{$collection}\" is no collection"))->id, 'position' => $place + 1,
                'condition' => $claim['if'] ?? null, 'languages' => $claim['languages'] ?? null, 'first_day' => $claim['from'] ?? null, 'last_day' => $claim['until'] ?? null, 'active' => $node->bool('on', true), 'remark' => $claim['remark'] ?? null,
            ]);
        }
        $this->notice->update(['fallback' => Otherwise::from($order['otherwise'])]);
        $this->notice->unsetRelation('claims')->load(WhoAnswers::LOADED);
        Looks::begin($this->notice, $this->notice->claims->firstWhere('active', true)?->template->latestVersion?->begun_from);
        Audit::note($person, 'answer', $this->summary($before['claims'], $order['claims']), $this->notice, $this->notice->source, ['who answers' => $told], ['who answers' => implode('; ', $this->told($order))]);
    }

    /** Puts a template's claim where it is to stand, in what is in force and in what is being written on. Called in the transaction that publishes it. */
    public function place(Place $place, string $template, ?User $person): void
    {
        $this->hold();
        $draft = $this->notice->order_draft;
        $before = $this->inForce();
        $order = $place->in($before, $template);
        if ($order === $before) {
            return;
        }
        if (count($order['claims']) > Order::MOST) {
            throw InvalidDocument::because(self::NAME, 'claims', 'are more than '.Order::MOST.'; take some out first');
        }
        // Others that do not fit any more are no fault of this one.
        foreach ($order['claims'] as $index => $claim) {
            if (! in_array($claim, $before['claims'], true)) {
                Written::read(new Node($claim, "claims/{$index}", self::NAME), $this->notice->declaration()->vocabulary->withEvent(), $this->notice->source->manifest()->source->zone);
            }
        }
        $this->write($order, $person);
        $changes = ['order_revision' => $this->notice->order_revision + 1];
        if (is_array($draft) && is_array($draft['claims'] ?? null)) {
            // What is new stands in the draft as well, unless that says of the template, there or in the same collection, what is to become of it.
            $said = array_map(self::standing(...), array_filter($draft['claims'], is_array(...)));
            $new = array_filter($order['claims'], static fn (array $claim): bool => $claim['template'] === $template && ! in_array($claim, $before['claims'], true) && ! in_array(self::standing($claim), $said, true));
            $changes['order_draft'] = [...$draft, 'claims' => [...array_values($new), ...$draft['claims']]];
        }
        $this->notice->update($changes);
    }

    /**
     * Lets a template answer while a collection is on, above whatever else of it does. What is being written on stays as it is.
     *
     * @throws InvalidDocument when the template cannot answer for the notice
     */
    public function takeInto(string $collection, string $template, ?User $person): void
    {
        // That alone is held against the notice: others that do not fit any more are no fault of this one.
        [, $asked] = $this->read(['claims' => [['template' => $template, 'collection' => $collection, 'on' => true]], 'otherwise' => $this->notice->fallback->value]);
        $this->check($asked);
        ReadyFirst::then(fn (): array => $this->touched($asked), fn () => $this->place(Place::first($collection), $template, $person));
    }

    /**
     * @param  array<array-key, mixed>  $claim
     * @return array{mixed, mixed, bool} what is said of a template, and where
     */
    private static function standing(array $claim): array
    {
        return [$claim['template'] ?? null, $claim['collection'] ?? null, ($claim['on'] ?? true) === true];
    }

    /**
     * What has changed, in a few words.
     *
     * @param  list<array<string, mixed>>  $before  the claims as they were
     * @param  list<array<string, mixed>>  $after  and as they are
     */
    private function summary(array $before, array $after): string
    {
        $order = WhoAnswers::to($this->notice);
        $on = array_values(array_filter($order->claims, static fn (AskedClaim $claim): bool => $claim->counts()));
        $isOn = static fn (array $claims): array => array_values(array_unique(array_column(array_filter($claims, static fn (array $claim): bool => ($claim['on'] ?? true) === true), 'template')));
        [$added, $removed] = [array_diff($isOn($after), $isOn($before)), array_diff($isOn($before), $isOn($after))];
        $called = fn (string $key): string => array_values(array_map(static fn (AskedClaim $claim): string => $claim->called(), array_filter($on, static fn (AskedClaim $claim): bool => $claim->template->key === $key)))[0] ?? $this->templates()->get($key)->name ?? $key;

        return match (true) {
            $on === [] => match ($order->otherwise) {
                Otherwise::BuiltIn => 'Back to built-in',
                Otherwise::Framed => $order->otherwise->called(),
                Otherwise::Silent => 'Silenced: nothing goes out',
            },
            $on[0]->whole() === null && ($added === [] || in_array($on[0]->template->key, $added, true)) => "Replaced by {$on[0]->called()}",
            $added !== [] || $removed !== [] => implode('; ', [...array_map(static fn (string $key): string => "{$called($key)}, added", array_values($added)), ...array_map(static fn (string $key): string => "{$called($key)}, removed", array_values($removed))]),
            default => 'Who answers: '.implode(', ', array_map(static fn (AskedClaim $claim): string => $claim->called(), $on)).'; otherwise '.$order->otherwise->inWords(),
        };
    }

    /**
     * Lines of an order as they are read aloud, with what answers otherwise.
     *
     * @param  array<array-key, mixed>  $document
     * @return list<string>
     */
    public function told(array $document): array
    {
        $templates = $this->templates();
        $vocabulary = $this->notice->declaration()->vocabulary->withEvent();
        $zone = $this->notice->source->manifest()->source->zone;
        $lines = [];
        foreach ((new Node($document, '', self::NAME))->nodes('claims') as $one) {
            $name = $templates->get($one->string('template'))->name ?? $one->string('template');
            try {
                $sentence = Written::read($one, $vocabulary, $zone)->sentence();
            } catch (InvalidDocument $e) {
                $sentence = $e->faults[0]->inWords();
            }
            $lines[] = $name.($sentence === '' ? '' : " {$sentence}").($one->bool('on', true) ? '' : ', switched off');
        }

        return [...$lines, 'otherwise '.(Otherwise::tryFrom(is_string($document['otherwise'] ?? null) ? $document['otherwise'] : '') ?? Otherwise::BuiltIn)->inWords()];
    }

    /**
     * Templates that it puts on and that were not on must have all that the notice asks for.
     *
     * @throws InvalidDocument naming what they lack
     */
    private function check(WhoAnswers $asked): void
    {
        $known = $this->notice->claims->filter(static fn (Claim $claim): bool => $claim->active)->map(static fn (Claim $claim): int => $claim->template_id)->flip();
        $faults = new Faults;
        foreach ($asked->claims as $claim) {
            $version = $claim->version();
            if ($claim->claim?->on !== true || isset($known[$claim->template->id]) || $claim->template->notice === $this->notice->key) {
                continue;
            }
            if ($version === null || $claim->template->archived_at !== null) {
                continue;
            }
            $desk = TemplateDesk::with($claim->template, $this->notice->source, $this->notice->key);
            foreach (array_slice($desk->grave(Json::ofArray($desk->version($version), $claim->template->key)), 0, 3) as $finding) {
                $faults->add("claims/{$claim->place}/template", "{$claim->template->name} cannot answer for {$this->notice->called()}: {$finding->words}");
            }
        }
        $faults->throwIfAny(self::NAME);
    }

    /**
     * All that may go out by an order, each with what compiles it.
     *
     * @param  int|null  $brand  of a brand that is about to be in force: the id of its version
     * @return array<string, \Closure(): mixed>
     */
    public function touched(WhoAnswers $asked, ?int $brand = null): array
    {
        $touched = [];
        foreach ($asked->claims as $claim) {
            $version = $claim->version();
            if ($version !== null && $claim->counts()) {
                $touched["{$this->notice->id} {$version->id} {$claim->collection?->brand_id} {$brand}"] = fn (): bool => $this->compile($claim);
            }
        }

        return $touched;
    }

    private function compile(AskedClaim $claim): bool
    {
        $version = $claim->version() ?? throw new \LogicException('It is published');
        $languages = $version->read($this->notice->declaration()->vocabulary, (new PassageShelf($this->notice->source))->of($version->document))->wholeLanguages();
        foreach ($languages as $language) {
            Answer::with($this->notice, $version, $language, worn: $claim->collection?->brand?->latestVersion)->edition();
        }

        return $languages !== [];
    }

    /** As it is now, and until the transaction is over: somebody may have put another order in force since it was looked at. */
    private function hold(): void
    {
        $now = Notice::query()->whereKey($this->notice->id)->withWhoAnswers()->lockForUpdate()->firstOrFail();
        $this->notice->setRawAttributes($now->getAttributes(), true)->setRelation('claims', $now->claims);
    }

    private function ofRevision(int $revision): Notice
    {
        $notice = Notice::query()->whereKey($this->notice->id)->with('orderedBy')->lockForUpdate()->firstOrFail();

        return $notice->order_revision === $revision ? $this->notice : throw new ConflictHttpException(($notice->orderedBy->name ?? 'Someone').' has changed who answers meanwhile. Nothing was overwritten.');
    }
}
