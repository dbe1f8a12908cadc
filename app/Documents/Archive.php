<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Models\Template;
use App\Models\User;
use App\Notices\Looks;
use Illuminate\Support\Facades\DB;

/** Puts a template into the archive, where it answers for nothing, or takes it out again. */
final class Archive
{
    /**
     * @param  Template  $template  with claims.notice
     */
    public static function move(Template $template, bool $into, ?User $person): void
    {
        DB::transaction(static function () use ($template, $into, $person): void {
            $template->update(['archived_at' => $into ? now() : null]);
            foreach ($into ? $template->claims : [] as $claim) {
                if ($claim->active) {
                    $claim->update(['active' => false]);
                    $claim->notice->increment('order_revision');
                    $notice = $claim->notice->setRelation('source', $template->source);
                    Looks::begin($notice->load('claims'));
                    Audit::note($person, 'answer', "{$template->name} answers no more for {$notice->called()}", $notice, $template->source);
                }
            }
        });
    }
}
