<?php

declare(strict_types=1);

namespace Herald\Check;

/** The checks there are. */
final class Checks
{
    /** @var list<class-string<Check>> */
    private const ALL = [
        Unreadable::class,
        EmptySubject::class,
        LongSubject::class,
        UnusableAddress::class,
        SecretOutside::class,
        RequiredParts::class,
        AskedOnce::class,
        SlotLacking::class,
        LeftOut::class,
        UnsafeMarkup::class,
        LeadsNowhere::class,
        NothingSaid::class,
        AlternativeText::class,
        OpenBranch::class,
        LooksLikeVariable::class,
        TooFaint::class,
        FaintLook::class,
        WordsOverPicture::class,
        PlainIsOld::class,
        LanguageNotWhole::class,
        LanguageTakenAway::class,
        Uncomputed::class,
        MayBeEmpty::class,
    ];

    /**
     * @return list<Finding> in the order of the manuscript, what is about the whole first, remarks last
     */
    public static function of(Examination $template): array
    {
        $findings = [];
        foreach (self::ALL as $check) {
            array_push($findings, ...(new $check)->examine($template));
        }
        $order = array_flip(array_values(array_unique(array_map(static fn ($piece): string => $piece->block, $template->pieces))));
        $rank = static fn (Finding $finding): array => [$finding->weight === Weight::Remark, $order[$finding->block ?? ''] ?? -1];
        usort($findings, static fn (Finding $one, Finding $other): int => $rank($one) <=> $rank($other));

        return $findings;
    }
}
