import { lazy, Suspense } from 'react';
import { useDesk } from './desk';
import type { Item } from './document';
import { useComposer } from './store';
import { change } from './structure';

const HtmlEditor = lazy(() => import('./HtmlEditor'));

/** HTML that was written by hand: read as it is, and written where it is in hand. */
export function OwnHtml({ item, part }: { item: Item; part: string }) {
    const { findings } = useDesk();
    const inHand = useComposer((state) => state.mayEdit && state.hand?.id === item.id && state.hand.part === part);
    const take = useComposer((state) => state.take);
    const value = typeof item[part] === 'string' ? (item[part]) : '';
    const said = findings.filter((finding) => finding.id === item.id && finding.part === part && finding.weight !== 'remark' && finding.variable === null);
    const source = (
        <pre className="own-html-source" tabIndex={0} aria-label="HTML, written by hand" onFocus={() => !inHand && take({ id: item.id, part })}>
            {value.trim() === '' ? <span className="text-muted">Write HTML here</span> : value}
        </pre>
    );

    return (
        <div className="own-html">
            {inHand ? (
                <Suspense fallback={source}>
                    <HtmlEditor value={value} change={(next) => next !== value && change(item.id, part, next, 'own HTML')} leave={() => useComposer.getState().select([item.id])} />
                </Suspense>
            ) : (
                source
            )}
            {said.map((finding) => (
                <p key={finding.words} role={finding.weight === 'grave' ? 'alert' : undefined} className={`text-[12.5px] ${finding.weight === 'grave' ? 'text-error' : 'text-muted'}`}>
                    {finding.words}
                </p>
            ))}
        </div>
    );
}
