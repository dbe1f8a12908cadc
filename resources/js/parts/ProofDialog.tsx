import { useMutation } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ProblemError, type Schemas } from '../api/client';
import { Dialog } from './Dialog';
import { Faults } from './Message';
import { useSession } from './useSession';

/** A test e-mail, to an address of one's choice. */
export function ProofDialog({ send, about, ready, open, close }: { send: (to: string) => Promise<Schemas['ProofOut']>; about: ReactNode; ready: boolean; open: boolean; close: () => void }) {
    const session = useSession();
    const [to, setTo] = useState<string | null>(null);
    const address = to ?? session.data?.person?.email ?? '';
    const sending = useMutation({ mutationFn: send });
    const fault = sending.error instanceof ProblemError ? sending.error.at('to') : undefined;

    return (
        <Dialog
            open={open}
            close={() => {
                sending.reset();
                close();
            }}
            title="Send a proof"
            actions={
                <button type="submit" form="proof" className="btn btn-sm btn-primary" disabled={sending.isPending || !ready}>
                    {sending.isPending ? 'Sending…' : 'Send the proof'}
                </button>
            }
        >
            <form
                id="proof"
                className="grid gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    sending.mutate(address);
                }}
            >
                <p>{about} Its subject begins with “[Proof]”; no copies are made, and it never goes to whom the record is about.</p>
                <label className="grid gap-1">
                    To
                    <input type="email" required className="input bg-raised w-full" value={address} aria-invalid={fault !== undefined} aria-describedby="proof-fault" onChange={(event) => setTo(event.target.value)} />
                </label>
                <p id="proof-fault" className="text-error">
                    {fault}
                </p>
                {sending.error && !fault && (
                    <div className="text-error">
                        {sending.error.message}
                        <Faults error={sending.error} />
                    </div>
                )}
                {sending.data && (
                    <p aria-live="polite" className={sending.data.accepted ? 'text-success' : 'text-error'}>
                        {sending.data.accepted ? `Sent 1 proof to ${sending.variables}. ${sending.data.words}` : `The proof was not accepted. ${sending.data.words}`}
                    </p>
                )}
            </form>
        </Dialog>
    );
}
