import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../api/client';
import type { Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';
import { Dialog } from '../parts/Dialog';
import { Faults } from '../parts/Message';
import { StarterGallery, type StartersAsked } from '../parts/StarterGallery';

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
