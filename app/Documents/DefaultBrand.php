<?php

declare(strict_types=1);

namespace App\Documents;

use App\Audit\Audit;
use App\Models\Brand;
use App\Models\User;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Has a brand worn from now on by all templates that name none. What goes out in it then is compiled before. */
final class DefaultBrand
{
    /** @throws ConflictHttpException when nothing of it is published */
    public static function make(Brand $brand, ?User $person): void
    {
        if ($brand->is_default) {
            return;
        }
        $version = $brand->latestVersion ?? throw new ConflictHttpException('Publish this brand before it becomes the default one.');
        ReadyFirst::then(static fn (): array => TouchedTemplate::dressing($brand, $brand->source, $version, byDefault: true), static function () use ($brand, $person): void {
            $brand->source->hold();
            $before = $brand->source->defaultBrand();
            $before->update(['is_default' => false]);
            $brand->update(['is_default' => true]);
            Audit::note($person, 'default', "{$brand->name} is the default brand in place of {$before->name}", $brand, $brand->source);
        });
    }
}
