import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Dialog } from '../parts/Dialog';
import { Problem } from '../parts/Message';
import { when } from '../parts/when';
import { Changes } from './Changes';
import type { Stored } from './saving';

type Change = Schemas['Change'];

/** Someone else has saved meanwhile: nothing is overwritten before one has seen what. */
export function ConflictDialog({ load, why, open, settle }: { load: () => Promise<{ now: Stored; changes: Change[] }>; why: string; open: boolean; settle: (now: Stored, keep: 'mine' | 'theirs') => void }) {
    const [later, setLater] = useState(false);
    const theirs = useQuery({ queryKey: ['conflict', load, open], queryFn: load, enabled: open, gcTime: 0 });
    const done = (keep: 'mine' | 'theirs') => {
        if (theirs.data) {
            settle(theirs.data.now, keep);
        }
    };

    return (
        <>
            <Dialog
                open={open && !later}
                close={() => setLater(true)}
                title="Changed elsewhere"
                actions={
                    theirs.data && (
                        <>
                            <button type="button" className="btn btn-sm btn-primary" onClick={() => done('theirs')}>
                                Take theirs
                            </button>
                            <button type="button" className="btn btn-sm" onClick={() => done('mine')}>
                                Keep mine
                            </button>
                        </>
                    )
                }
            >
                <p className="mb-2">{why}</p>
                {theirs.data && (
                    <>
                        <p className="mb-1">
                            From yours to {theirs.data.now.draft?.by ?? 'theirs'}
                            {theirs.data.now.draft && `, saved ${when(theirs.data.now.draft.at)}`}:
                        </p>
                        <Changes changes={theirs.data.changes} />
                        <p className="mt-2 text-muted">Whichever you choose, undo brings back the other.</p>
                    </>
                )}
                {theirs.error && <Problem error={theirs.error} />}
            </Dialog>
            {open && later && (
                <p role="alert" className="px-5 py-1.5 bg-raised border-b border-line text-warning text-[13px]">
                    Changed elsewhere: nothing is saved until you choose.{' '}
                    <button type="button" className="link-quiet cursor-pointer" onClick={() => setLater(false)}>
                        Look and choose
                    </button>
                </p>
            )}
        </>
    );
}
