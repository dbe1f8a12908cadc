<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Each manifest that was taken over stays, its built-in words in rows of their own: a request reads those it needs. Notices can differ from what is declared. There is no way back. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('manifest_versions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('hash', 64);
            // As it was given, and without the built-in words, for which their hashes stand.
            $table->longText('document');
            $table->longText('outline');
            $table->timestamp('created_at')->nullable();
            $table->unique(['source_id', 'hash']);
        });
        Schema::create('record_type_versions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('hash', 64);
            $table->longText('document');
            $table->timestamp('created_at')->nullable();
            $table->unique(['source_id', 'key', 'hash']);
        });
        Schema::create('built_ins', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('notice_id')->constrained()->cascadeOnDelete();
            $table->string('language');
            $table->string('hash', 64);
            $table->longText('document');
            $table->timestamp('created_at')->nullable();
            $table->unique(['notice_id', 'language', 'hash']);
        });
        Schema::table('sources', static function (Blueprint $table): void {
            $table->foreignId('manifest_version_id')->nullable()->constrained();
            // The web address of its own.
            $table->string('url')->default('');
        });
        Schema::table('notices', static function (Blueprint $table): void {
            // Declared by the source, or our own; how often it was changed here.
            $table->string('origin')->default('declared');
            $table->unsignedInteger('revision')->default(1);
            $table->boolean('enabled')->default(true);
            // A further condition of ours that must hold; null holds always.
            $table->json('narrowing')->nullable();
            // Who sends it, the source or we; null as the source declares.
            $table->string('carrier')->nullable();
            // What answers when no claim does.
            $table->string('fallback')->default('built_in');
            // Since when the source declares it no longer; what was once sent is never deleted.
            $table->timestamp('retired_at')->nullable();
        });
        Schema::table('editions', static function (Blueprint $table): void {
            $table->string('channel')->default('email');
            $table->foreignId('record_type_version_id')->nullable()->constrained();
        });
        Schema::create('edition_passages', static function (Blueprint $table): void {
            $table->foreignId('edition_id')->constrained()->cascadeOnDelete();
            $table->foreignId('version_id')->constrained();
            $table->primary(['edition_id', 'version_id']);
        });
        foreach (['drafts', 'versions'] as $table) {
            // What a template was begun from: built-in words by their hashes, or another template's version.
            Schema::table($table, static fn (Blueprint $table) => $table->json('begun_from')->nullable());
        }
        DB::table('notices')->where('declared', false)->update(['retired_at' => DB::raw('updated_at')]);
        DB::table('notices')->where('declared', false)->whereNull('retired_at')->update(['retired_at' => now()]);
        foreach (DB::table('sources')->get() as $source) {
            $this->keep($source);
        }
        Schema::table('sources', static fn (Blueprint $table) => $table->dropColumn('manifest'));
        Schema::table('notices', static fn (Blueprint $table) => $table->dropColumn('declared'));
    }

    private function keep(object $source): void
    {
        $manifest = (array) json_decode($source->manifest, true);
        $strands = array_column($manifest['strands'] ?? [], 'record_type', 'key');
        foreach ($manifest['notices'] ?? [] as $place => $notice) {
            $id = DB::table('notices')->where(['source_id' => $source->id, 'key' => $notice['key']])->value('id');
            foreach ($notice['built_in'] as $language => $words) {
                $blocks = [];
                foreach (array_values($words['body']) as $index => $part) {
                    $blocks[] = is_string($part) ? ['id' => 'p'.($index + 1), 'type' => 'text', 'text' => $part] : $part;
                }
                $document = json_encode([
                    'format' => 'velvet-herald/template', 'version' => 1, 'key' => $notice['key'], 'name' => $notice['name'], 'record_type' => $strands[$notice['strand']] ?? '',
                    'language' => (string) $language, 'envelope' => ['subject' => $words['subject']], 'manuscript' => $blocks,
                ], JSON_THROW_ON_ERROR);
                $manifest['notices'][$place]['built_in'][$language] = hash('sha256', $document);
                DB::table('built_ins')->insert(['notice_id' => $id, 'language' => $language, 'hash' => hash('sha256', $document), 'document' => $document, 'created_at' => now()]);
            }
        }
        foreach ($manifest['record_types'] ?? [] as $type) {
            $document = json_encode($type, JSON_THROW_ON_ERROR);
            DB::table('record_type_versions')->insert(['source_id' => $source->id, 'key' => $type['key'], 'hash' => hash('sha256', $document), 'document' => $document, 'created_at' => now()]);
        }
        $version = DB::table('manifest_versions')->insertGetId(['source_id' => $source->id, 'hash' => $source->manifest_hash, 'document' => $source->manifest, 'outline' => json_encode($manifest, JSON_THROW_ON_ERROR), 'created_at' => now()]);
        DB::table('sources')->where('id', $source->id)->update(['manifest_version_id' => $version, 'url' => $manifest['source']['url'] ?? '']);
    }

    public function down(): void
    {
        throw new LogicException('Manifests cannot be put back into one field: bring back a copy of the database that was made before.');
    }
};
