import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got } from '../../api/client';
import { queries } from '../../api/queries';
import { EventTable } from '../../parts/EventTable';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish } from '../../parts/useSession';

/** The last events that the source sent, with what each notice said of them; and those whose data do not fit. */
export function EventsPage() {
    const [params, set] = useAddressState();
    const misfit = params.get('misfit') === '1';
    const page = Number(params.get('page') ?? 1);
    const mayPublish = useMayPublish();
    const found = useQuery({ ...queries.events({ page, ...(misfit ? { misfit: 1 } : {}) }), refetchInterval: 5_000 });
    if (found.isPending) {
        return <Loading />;
    }
    if (found.error) {
        return <Problem error={found.error} />;
    }
    const { events, misfits, total, more, pages } = found.data;

    return (
        <Page title="Events received" times="server" lead="What the application reported, and what each notice made of it." actions={mayPublish && misfits > 0 && <RetryAll misfits={misfits} />}>
            <div className="flex flex-wrap gap-x-4 gap-y-2 items-center border-y border-line py-2 mb-3 text-[13px]">
                {(
                    [
                        ['All events', false],
                        [`Data do not fit ${misfits}`, true],
                    ] as const
                ).map(([words, only]) => (
                    <button
                        key={words}
                        type="button"
                        aria-pressed={misfit === only}
                        onClick={() => set('misfit', only ? '1' : '')}
                        className="cursor-pointer text-muted border-b-2 border-transparent aria-pressed:border-primary aria-pressed:font-semibold aria-pressed:text-base-content"
                    >
                        {words}
                    </button>
                ))}
            </div>
            {misfits > 0 && (
                <p className="text-[13px] mb-3 max-w-3xl">
                    Where data do not fit the record type, the record stays as it was and notices with a condition cannot be judged. These events are tried again by themselves when a new manifest is loaded.
                </p>
            )}
            {events.length === 0 ? <Empty>{misfit ? 'The data of all events fit.' : 'No events yet. They appear here when the application reports something.'}</Empty> : <EventTable events={events} mayRetry={mayPublish} />}
            <Pager page={found.data.page} pages={pages} total={total} more={more} noun={total === 1 ? 'event' : 'events'} />
        </Page>
    );
}

function RetryAll({ misfits }: { misfits: number }) {
    const client = useQueryClient();
    const [done, setDone] = useState(0);
    const retry = useMutation({
        mutationFn: async () => {
            setDone(0);
            let [fit, left] = [0, 0];
            for (let after: number | null = null; ; ) {
                const some: { fit: number; left: number; after: number | null } = await got(api.POST('/events/retries', { body: { after } }));
                [fit, left] = [fit + some.fit, left + some.left];
                setDone(fit + left);
                if (some.after === null) {
                    return { fit, left };
                }
                after = some.after;
            }
        },
        onSuccess: ({ fit, left }) => toast.success(`${fit === 1 ? '1 event fits' : `${fit} events fit`} now. ${left === 0 ? '' : left === 1 ? '1 still does not.' : `${left} still do not.`}`),
        onError: (error: Error) => toast.error(error.message),
        onSettled: () => client.invalidateQueries(),
    });

    return (
        <button type="button" className="btn btn-sm" disabled={retry.isPending} onClick={() => retry.mutate()}>
            {retry.isPending ? `${done} of ${misfits} …` : 'Retry all'}
        </button>
    );
}
