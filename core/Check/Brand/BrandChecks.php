<?php

declare(strict_types=1);

namespace Herald\Check\Brand;

use Herald\Check\Finding;
use Herald\Check\Weight;

/** The checks of brands there are. */
final class BrandChecks
{
    /** @var list<class-string<BrandCheck>> */
    private const ALL = [
        UnreadableFrame::class,
        LogoLost::class,
        LogoBlurred::class,
        FaintColours::class,
        FaintByForce::class,
        OwnCssContrast::class,
        OwnCssNotes::class,
    ];

    /**
     * @return list<Finding> the grave ones first
     */
    public static function of(BrandExamination $brand): array
    {
        $findings = [];
        foreach (self::ALL as $check) {
            array_push($findings, ...(new $check)->examine($brand));
        }
        $rank = static fn (Finding $finding): int => (int) array_search($finding->weight, [Weight::Grave, Weight::Advisory, Weight::Remark], true);
        usort($findings, static fn (Finding $one, Finding $other): int => $rank($one) <=> $rank($other));

        return $findings;
    }
}
