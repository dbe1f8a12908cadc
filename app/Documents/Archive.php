<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Template;
use App\Models\User;
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
                $notice = $claim->notice->load('claims.template.latestVersion');
                if ($notice->answeringClaim()?->id === $claim->id) {
                    $notice->answerWith(null, $person);
                }
                $claim->update(['active' => false]);
            }
        });
    }
}
