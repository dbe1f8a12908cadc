import type { Schemas } from '../api/client';

const WORDS = { own: 'words of its own', falls_back: 'falls back to another language', missing: 'missing: the built-in has words, the template has none' };

/** Languages as letters: solid for own words, a ring where it falls back, struck where words are missing. */
export function Letters({ languages }: { languages: Schemas['NoticeLine']['languages'] }) {
    return (
        <span className="flex gap-1.5">
            {languages.map(({ tag, words }) => (
                <abbr
                    key={tag}
                    title={`${tag}: ${WORDS[words]}`}
                    className={`no-underline cursor-help text-[10.5px] font-semibold min-w-[25px] px-1 h-[18px] rounded-full grid place-items-center border uppercase ${
                        words === 'own' ? 'bg-base-content text-base-100 border-base-content' : words === 'missing' ? 'border-dashed border-warning text-warning line-through' : 'border-secondary/50 text-muted'
                    }`}
                >
                    {tag}
                    <span className="sr-only">: {WORDS[words]}</span>
                </abbr>
            ))}
        </span>
    );
}
