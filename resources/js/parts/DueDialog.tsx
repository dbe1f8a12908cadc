import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { Dialog } from './Dialog';
import { Problem } from './Message';
import { zoneName } from './when';

type Due = Schemas['DueLine'];
export type DueDeed = 'take_out' | 'put_back' | 'put_off' | 'send_now';

const DEEDS: Record<DueDeed, { title: string; about: string; press: string; done: string }> = {
    take_out: { title: 'Take it out', about: 'It does not come, also when the record changes. It can be put back from the record’s page.', press: 'Take it out', done: 'It is taken out.' },
    put_back: { title: 'Put it back', about: 'It comes again when the record says, if that is still to come.', press: 'Put it back', done: 'It is put back.' },
    put_off: { title: 'Put it off', about: 'It comes at another time. Whether it is still true is looked at then.', press: 'Put it off', done: 'It is put off.' },
    send_now: { title: 'Send it now', about: 'It goes out at once, if it is still true.', press: 'Send it now', done: 'It is on its way.' },
};

/** Asks why, and for what is put off until when, and does it. */
export function DueDialog({ due, deed, close }: { due: Due; deed: DueDeed; close: () => void }) {
    const client = useQueryClient();
    const [why, setWhy] = useState('');
    const [until, setUntil] = useState('');
    const words = DEEDS[deed];
    const change = useMutation({
        mutationFn: () =>
            got(api.PATCH('/coming/{due}', { params: { path: { due: due.id } }, body: { what: deed, why, ...(deed === 'put_off' && until !== '' ? { until } : {}) } })),
        onSuccess: async (changed) => {
            toast.success(deed === 'put_back' && changed.state !== 'waiting' ? `It is put back: ${changed.state_reason ?? ''}` : words.done);
            close();
            await Promise.all([client.invalidateQueries({ queryKey: ['coming'] }), client.invalidateQueries({ queryKey: ['records'] }), client.invalidateQueries({ queryKey: ['running-order'] })]);
        },
    });

    return (
        <Dialog
            open
            close={close}
            other="Cancel"
            title={`${words.title}: ${due.notice_name} for ${due.record}`}
            actions={
                <button type="submit" form="due" className="btn btn-sm btn-primary" disabled={change.isPending}>
                    {change.isPending ? 'One moment …' : words.press}
                </button>
            }
        >
            <form
                id="due"
                onSubmit={(event) => {
                    event.preventDefault();
                    change.mutate();
                }}
            >
                <p className="text-muted text-[13px] mb-3">{words.about}</p>
                {deed === 'put_off' && (
                    <label className="block mb-3">
                        <span className="block text-[13px] mb-1">New time ({zoneName()})</span>
                        <input type="datetime-local" className="input input-sm bg-raised w-60" value={until} onChange={(event) => setUntil(event.target.value)} />
                    </label>
                )}
                <label className="block">
                    <span className="block text-[13px] mb-1">Why</span>
                    <input className="input input-sm bg-raised w-full" maxLength={500} value={why} onChange={(event) => setWhy(event.target.value)} placeholder="They rang and cancelled" />
                </label>
                {change.error && <Problem error={change.error} />}
            </form>
        </Dialog>
    );
}
