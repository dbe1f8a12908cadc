import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../api/client';
import { queries } from '../api/queries';
import type { Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';
import { Dialog } from '../parts/Dialog';
import { Faults } from '../parts/Message';
import { inTheLight } from '../parts/surroundings';

/** Of the message in a card, before it is scaled down, in px. */
const WIDTH = 640;
const CARD = 236;

export interface StartersAsked {
    notice?: string;
    record_type?: string;
    record?: string;
    brand?: string;
}

/** Ready-made messages, each shown as the true message for a record. */
export function StarterGallery({ asked, chosen, choose }: { asked: StartersAsked; chosen: string; choose: (key: string) => void }) {
    const starters = useQuery(queries.starters(asked));
    if (!starters.data) {
        return <p className="text-muted">{starters.isError ? 'The starters could not be had.' : 'The starters are coming …'}</p>;
    }

    return (
        <>
            {starters.data.record === null && <p className="text-muted">There is no record of this kind yet: the messages are shown when there is one.</p>}
            <div role="radiogroup" aria-label="Starter" className="grid gap-3 grid-cols-[repeat(auto-fill,236px)] justify-center">
                {starters.data.starters.map((starter) => (
                    <label key={starter.key} className={`starter${chosen === starter.key ? ' starter-chosen' : ''}`}>
                        <input type="radio" name="starter" className="sr-only" value={starter.key} checked={chosen === starter.key} onChange={() => choose(starter.key)} />
                        <span className="starter-sheet" aria-hidden="true">
                            {starter.html_at && (
                                <iframe
                                    src={starter.html_at}
                                    title={starter.name}
                                    tabIndex={-1}
                                    loading="lazy"
                                    sandbox="allow-same-origin"
                                    onLoad={({ currentTarget }) => currentTarget.contentDocument && inTheLight(currentTarget.contentDocument)}
                                    style={{ width: WIDTH, height: WIDTH * 1.2, transform: `scale(${CARD / WIDTH})`, transformOrigin: '0 0', colorScheme: 'light' }}
                                />
                            )}
                        </span>
                        <b className="block px-2.5 pt-1.5">{starter.name}</b>
                        <span className="block px-2.5 pb-2 text-[12.5px] text-muted">{starter.about}</span>
                    </label>
                ))}
            </div>
        </>
    );
}

/** Puts a starter in the place of what is written: one step, which undo takes back. */
export function StarterDialog({ template, asked, close }: { template: string; asked: StartersAsked; close: () => void }) {
    const [chosen, setChosen] = useState('');
    const written = useComposer((state) => state.document.manuscript.length > 0);
    const take = useMutation({
        mutationFn: () => got(api.POST('/templates/{key}/starter', { params: { path: { key: template } }, body: { document: useComposer.getState().document, starter: chosen } })),
        onSuccess: ({ document }) => {
            close();
            useComposer.getState().apply('begin with a starter', () => document as unknown as Manuscript, { hand: null });
        },
    });

    return (
        <Dialog
            open
            wide
            close={close}
            title="Begin with a starter"
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={chosen === '' || take.isPending} onClick={() => take.mutate()}>
                    {written ? 'Replace what is written' : 'Begin with it'}
                </button>
            }
        >
            {written && <p className="mb-3 text-warning">It takes the place of the subject, the words and the looks of this template, in all languages. Undo brings them back.</p>}
            <StarterGallery asked={asked} chosen={chosen} choose={setChosen} />
            {take.error && (
                <div role="alert" className="text-error mt-2">
                    {take.error.message}
                    <Faults error={take.error} />
                </div>
            )}
        </Dialog>
    );
}
