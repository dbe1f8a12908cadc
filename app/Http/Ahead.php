<?php

declare(strict_types=1);

namespace App\Http;

use Composer\Pcre\Preg;
use Illuminate\Http\Request;

/**
 * What a page is about to ask for. It is told with the page itself, so that the browser asks while it still reads the scripts, and not one thing after the other. An
 * address is asked for once only where it is written here as the front end writes it.
 */
final readonly class Ahead
{
    /** By the path of the page below its source: its module, where it is apart from the rest, and what it asks the source for. */
    private const PAGES = [
        '#^templates/([^/]+)$#' => ['resources/js/pages/composer/ComposerPage.tsx', ['templates/$1', 'templates/$1/desk']],
        '#^brand/([^/]+)$#' => ['resources/js/pages/brand/BrandPage.tsx', ['brands', 'brands/$1', 'brands/$1/desk']],
    ];

    /**
     * @param  list<string>  $modules  of the front end
     * @param  list<string>  $addresses
     */
    private function __construct(public array $modules, public array $addresses)
    {
    }

    public static function of(Request $request): self
    {
        [$modules, $addresses] = [['resources/js/main.tsx'], []];
        if ($request->user() !== null && Preg::isMatch('#^at/([^/]+)/(.+)$#', $request->path(), $at)) {
            foreach (self::PAGES as $path => [$module, $asked]) {
                if (Preg::isMatch($path, $at[2])) {
                    $modules[] = $module;
                    $addresses = ['/api/app/session', ...array_map(static fn (string $what): string => "/api/app/sources/{$at[1]}/".Preg::replace($path, $what, $at[2]), $asked)];
                }
            }
        }

        return new self($modules, $addresses);
    }
}
