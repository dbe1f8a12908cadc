<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Models\OwnField;
use App\Models\Source;
use App\Models\User;
use Composer\Pcre\Preg;
use Herald\Document\InvalidDocument;
use Herald\Document\Limits;
use Herald\Document\Node;
use Herald\Record\Field;
use Herald\Record\RecordType;
use Herald\Record\Vocabulary;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** The computed fields that people add to a type of record of a source. They are fields as all others, wherever one may be named. */
final readonly class OwnFields
{
    /** More are no help to anybody who looks for one. */
    private const MOST = 100;

    /** What one is computed from is no longer than this, in bytes of JSON: it is read whenever the manifest is. */
    private const LONGEST = 10_000;

    public function __construct(private Source $source, private RecordType $type)
    {
    }

    /**
     * The field that something would be.
     *
     * @param  array<array-key, mixed>  $computed
     *
     * @throws InvalidDocument when it cannot be computed so
     */
    public function tried(string $label, array $computed): Field
    {
        if (strlen(json_encode($computed, JSON_THROW_ON_ERROR)) > self::LONGEST) {
            throw InvalidDocument::because('field', 'computed', 'is larger than '.Limits::inWords(self::LONGEST));
        }

        return RecordType::own(new Node(['key' => $this->freeKey($label), 'label' => $label, 'computed' => $computed], '', 'field'), Vocabulary::of($this->type));
    }

    /**
     * @param  array<array-key, mixed>  $computed
     *
     * @throws InvalidDocument as above, or when there are too many, or one of that name already
     */
    public function add(string $label, array $computed, ?User $by): Field
    {
        return DB::transaction(function () use ($label, $computed, $by): Field {
            // One after the other.
            $this->source->hold();
            $field = $this->tried($label, $computed);
            if ($this->own()->count() >= self::MOST) {
                throw InvalidDocument::because('field', 'label', 'There are '.self::MOST.' fields of your own already; take one out first');
            }
            if (in_array($label, array_map(static fn (Field $one): string => $one->label->in('en'), $this->type->fields), true)) {
                throw InvalidDocument::because('field', 'label', 'There is a field of that name already');
            }
            $this->source->ownFields()->create(['record_type' => $this->type->key, 'key' => $field->key, 'label' => $label, 'computed' => $computed, 'user_id' => $by?->id]);
            $this->tell();
            Audit::note($by, 'field', "The field {$label} of {$this->type->plural->in('en')}, added", source: $this->source, after: ['computed' => $field->computation?->sentence()]);

            return $field;
        });
    }

    /**
     * @throws InvalidDocument when something is written with it
     */
    public function remove(string $key, ?User $by): void
    {
        DB::transaction(function () use ($key, $by): void {
            $own = $this->own()->where('key', $key)->firstOrFail();
            $used = $this->uses($key);
            if ($used !== []) {
                throw InvalidDocument::because('field', 'key', 'It is used: '.implode(', ', $used));
            }
            $own->delete();
            $this->tell();
            Audit::note($by, 'field', "The field {$own->label} of {$this->type->plural->in('en')}, taken out", source: $this->source, before: ['computed' => $own->computed]);
        });
    }

    /**
     * What names the field: templates, what they are in force as, or as they are being written, and other fields.
     *
     * @return list<string> their names
     */
    public function uses(string $key): array
    {
        // In JSON, in a text or as a member.
        $names = '/(?<![\w.])'.preg_quote("{$this->type->key}.{$key}", '/').'(?![\w-])/';
        $found = [];
        foreach ($this->source->templates()->where('record_type', $this->type->key)->with(['draft', 'latestVersion'])->orderBy('name')->lazy(100) as $template) {
            if (Preg::isMatch($names, ($template->draft->document ?? '').' '.($template->latestVersion->document ?? ''))) {
                $found[] = $template->name;
            }
        }
        foreach ($this->own()->where('key', '!=', $key)->get() as $other) {
            if (Preg::isMatch($names, json_encode($other->computed, JSON_THROW_ON_ERROR))) {
                $found[] = "the field {$other->label}";
            }
        }

        return $found;
    }

    /** @return Builder<OwnField> */
    private function own(): Builder
    {
        return $this->source->ownFields()->where('record_type', $this->type->key)->getQuery();
    }

    private function freeKey(string $label): string
    {
        $key = trim(Str::limit(Str::slug($label, '_', 'en'), 50, ''), '_');
        $key = Preg::isMatch('/^[a-z]/', $key) ? $key : "field_{$key}";
        for ($free = $key, $n = 2; isset($this->type->fields[$free]); $n++) {
            $free = "{$key}_{$n}";
        }

        return $free;
    }

    /** Whoever reads the manifest from now on reads it with what has changed. */
    private function tell(): void
    {
        $this->source->ownHasChanged();
    }
}
