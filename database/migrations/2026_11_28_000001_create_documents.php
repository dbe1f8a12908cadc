<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Templates and brands become two kinds of one kept document: with drafts, versions and what those use. There is no way back. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('documents', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->string('key');
            $table->string('name');
            $table->string('folder')->default('');
            // Of a template: the type of record it speaks about, and the key of the notice it is written for.
            $table->string('record_type')->nullable();
            $table->string('notice')->nullable();
            // Of a brand: what templates wear that name none; one of a source's brands at most.
            $table->boolean('is_default')->default(false);
            $table->timestamp('archived_at')->nullable();
            $table->timestamps();
            $table->unique(['source_id', 'kind', 'key']);
        });
        DB::statement('create unique index documents_one_default on documents (source_id) where is_default');
        Schema::create('versions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('document_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            // Without one it is being made ready, and in force nowhere.
            $table->unsignedInteger('number')->nullable();
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('published_at')->nullable();
            $table->timestamp('created_at')->nullable();
            $table->unique(['document_id', 'number']);
        });
        Schema::create('uses', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('version_id')->constrained()->cascadeOnDelete();
            // A document's kind and key, or "picture" and its name: by name, since a version may name what is not there yet.
            $table->string('kind');
            $table->string('key');
            $table->unique(['version_id', 'kind', 'key']);
            $table->index(['kind', 'key']);
        });
        // Under another name until those of before are gone: the names of indexes are taken as well.
        Schema::create('next_drafts', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('document_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('revision')->default(1);
            $table->json('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps();
            $table->unique('document_id', 'drafts_one_each');
        });
        Schema::create('collections', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('name');
            $table->unsignedInteger('rank');
            $table->foreignId('brand_id')->nullable()->constrained('documents');
            $table->timestamp('valid_from')->nullable();
            $table->timestamp('valid_until')->nullable();
            $table->boolean('active')->default(true);
            $table->timestamps();
            $table->unique(['source_id', 'key']);
        });
        Schema::create('next_claims', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('notice_id')->constrained()->cascadeOnDelete();
            $table->foreignId('template_id')->constrained('documents')->cascadeOnDelete();
            $table->foreignId('collection_id')->nullable()->constrained()->nullOnDelete();
            $table->unsignedInteger('position');
            // Null holds always, and for all languages.
            $table->json('condition')->nullable();
            $table->json('languages')->nullable();
            $table->timestamp('valid_from')->nullable();
            $table->timestamp('valid_until')->nullable();
            $table->boolean('active')->default(true);
            $table->text('remark')->nullable();
            $table->timestamps();
            $table->index(['notice_id', 'position'], 'claims_in_order');
            $table->index('template_id', 'claims_of_template');
        });
        [$templates, $templateVersions] = $this->move('template', 'templates', 'template_versions', 'drafts');
        [$brands, $brandVersions] = $this->move('brand', 'brands', 'brand_versions', 'brand_drafts');
        foreach (DB::table('claims')->orderBy('id')->get() as $claim) {
            DB::table('next_claims')->insert([...(array) $claim, 'template_id' => $templates[$claim->template_id]]);
        }
        $this->point('template_version_id', $templateVersions);
        $this->point('brand_version_id', $brandVersions);
        foreach (['template' => $templates, 'brand' => $brands] as $kind => $ids) {
            foreach ($ids as $old => $new) {
                DB::table('activity_log')->where(['subject_type' => 'App\\Models\\'.ucfirst($kind), 'subject_id' => $old])->update(['subject_type' => 'moved:'.$kind, 'subject_id' => $new]);
            }
            DB::table('activity_log')->where('subject_type', 'moved:'.$kind)->update(['subject_type' => 'App\\Models\\'.ucfirst($kind)]);
        }
        foreach (['claims', 'drafts', 'brand_drafts', 'template_versions', 'brand_versions', 'templates', 'brands'] as $table) {
            Schema::drop($table);
        }
        Schema::rename('next_drafts', 'drafts');
        Schema::rename('next_claims', 'claims');
    }

    /**
     * @return array{array<int, int>, array<int, int>} the new ids of documents and versions, by their old ones
     */
    private function move(string $kind, string $owners, string $versions, string $drafts): array
    {
        [$documentIds, $versionIds] = [[], []];
        foreach (DB::table($owners)->orderBy('id')->get() as $owner) {
            $documentIds[$owner->id] = DB::table('documents')->insertGetId([...array_diff_key((array) $owner, ['id' => 1]), 'kind' => $kind]);
        }
        foreach (DB::table($versions)->orderBy('id')->lazyById(100) as $version) {
            $id = $versionIds[$version->id] = DB::table('versions')->insertGetId([
                'document_id' => $documentIds[$version->{$kind.'_id'}], 'kind' => $kind, 'number' => $version->number, 'document' => $version->document, 'user_id' => $version->user_id,
                'published_at' => $version->published_at, 'created_at' => $version->published_at,
            ]);
            $document = json_decode($version->document, true);
            $used = $kind === 'template' ? ['brand' => [$document['brand'] ?? null]] : ['picture' => [$document['logo']['picture'] ?? null, $document['logo']['dark_picture'] ?? null]];
            foreach ($used as $of => $keys) {
                foreach (array_unique(array_filter($keys, is_string(...))) as $key) {
                    DB::table('uses')->insert(['version_id' => $id, 'kind' => $of, 'key' => $key]);
                }
            }
        }
        foreach (DB::table($drafts)->orderBy('id')->get() as $draft) {
            DB::table('next_drafts')->insert([...array_diff_key((array) $draft, ['id' => 1, $kind.'_id' => 1]), 'document_id' => $documentIds[$draft->{$kind.'_id'}]]);
        }

        return [$documentIds, $versionIds];
    }

    /**
     * Has editions name the versions by their new ids.
     *
     * @param  array<int, int>  $ids
     */
    private function point(string $column, array $ids): void
    {
        Schema::table('editions', static fn (Blueprint $table) => $table->foreignId('moved_'.$column)->nullable()->constrained('versions'));
        foreach ($ids as $old => $new) {
            DB::table('editions')->where($column, $old)->update(['moved_'.$column => $new]);
        }
        Schema::table('editions', static fn (Blueprint $table) => $table->dropConstrainedForeignId($column));
        Schema::table('editions', static fn (Blueprint $table) => $table->renameColumn('moved_'.$column, $column));
    }

    public function down(): void
    {
        throw new LogicException('Templates and brands cannot be taken apart again: bring back a copy of the database that was made before.');
    }
};
