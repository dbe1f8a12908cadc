import type { Schemas } from '../api/client';

type Change = Schemas['Change'];

const KINDS: Record<Change['kind'], string> = { added: 'new', removed: 'taken out', moved: 'moved', changed: 'changed' };

/** In what two manuscripts differ, block by block and word by word. */
export function Changes({ changes }: { changes: Change[] }) {
    if (changes.length === 0) {
        return <p className="text-muted">Nothing differs.</p>;
    }

    return (
        <ol className="border border-line rounded-field max-h-72 overflow-auto" tabIndex={0} aria-label="What differs">
            {changes.map((change) => (
                <li key={change.kind + change.block} className="px-3 py-1.5 border-b border-line/60 text-[13px]">
                    <p className="text-muted">
                        {change.label} <b className="font-semibold">{KINDS[change.kind]}</b>
                    </p>
                    {change.settings.map((setting, index) => (
                        <p key={index} className="break-words">
                            {setting.title}: <Was>{setting.before || 'usual'}</Was> <span aria-hidden="true">→</span> <Is>{setting.after || 'usual'}</Is>
                        </p>
                    ))}
                    <p className="break-words" dir="auto">
                        <Words words={change.words} />
                    </p>
                </li>
            ))}
        </ol>
    );
}

/** Words that were taken out and put in, among those that stay. */
export function Words({ words }: { words: Change['words'] }) {
    return words.map((word, index) => (word.kind === 'added' ? <Is key={index}>{word.text}</Is> : word.kind === 'removed' ? <Was key={index}>{word.text}</Was> : <span key={index}>{word.text}</span>));
}

function Is({ children }: { children: string }) {
    return <ins className="bg-success/15 no-underline">{children}</ins>;
}

function Was({ children }: { children: string }) {
    return <del className="bg-error/10">{children}</del>;
}
