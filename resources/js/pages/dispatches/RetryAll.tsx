import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Problem } from '../../parts/Message';

const DAYS: [number, string][] = [
    [1, 'the last 24 hours'],
    [7, 'the last 7 days'],
    [30, 'the last 30 days'],
    [90, 'the last 90 days'],
];

/** All that failed, of a notice or of all, tried again in one step: after what stood in the way was mended. */
export function RetryAll({ notice }: { notice: { key: string; name: string } | null }) {
    const client = useQueryClient();
    const [open, setOpen] = useState(false);
    const [days, setDays] = useState(1);
    const [done, setDone] = useState(0);
    const only = notice === null ? {} : { notice: notice.key };
    const failed = useQuery({ ...queries.dispatches({ search: '', state: 'failed', days, page: 1, ...only }), enabled: open, placeholderData: undefined });
    const retry = useMutation({
        mutationFn: async () => {
            setDone(0);
            let [again, leftOut] = [0, 0];
            for (let after: string | null = null; ; ) {
                const some: { again: number; left_out: number; after: string | null } = await got(api.POST('/dispatches/retries', { body: { days, ...only, after } }));
                [again, leftOut] = [again + some.again, leftOut + some.left_out];
                setDone(again + leftOut);
                if (some.after === null) {
                    return { again, leftOut };
                }
                after = some.after;
            }
        },
        onSuccess: ({ again, leftOut }) => {
            setOpen(false);
            toast.success(`${again === 1 ? 'One is' : `${again} are`} tried again.${leftOut === 0 ? '' : ` ${leftOut === 1 ? 'One is' : `${leftOut} are`} not: what was secret in them is kept no longer, or somebody was faster.`}`);
        },
        onSettled: () => client.invalidateQueries({ queryKey: ['dispatches'] }),
    });
    const number = failed.data?.total;

    return (
        <>
            <button type="button" className="btn btn-sm" onClick={() => setOpen(true)}>
                Try all again …
            </button>
            <Dialog
                open={open}
                close={() => setOpen(false)}
                title={notice === null ? 'Try again what failed' : `Try again what failed of “${notice.name}”`}
                actions={
                    <button type="button" className="btn btn-sm btn-primary" disabled={retry.isPending || number === undefined || number === 0} onClick={() => retry.mutate()}>
                        {retry.isPending ? `${done} of ${number ?? '…'} …` : number === undefined ? 'Counting …' : number === 1 ? 'Try one again' : `Try ${number} again`}
                    </button>
                }
            >
                <label className="flex flex-wrap items-center gap-2 mb-2">
                    Those of
                    <select className="select select-sm bg-raised w-44" value={days} disabled={retry.isPending} onChange={(event) => setDays(Number(event.target.value))}>
                        {DAYS.map(([value, words]) => (
                            <option key={value} value={value}>
                                {words}
                            </option>
                        ))}
                    </select>
                </label>
                <p className="text-[13px] text-muted">The oldest first. What was made is sent as it was made; what could not be made is decided anew. Where something still stands in the way it fails again, with its reason.</p>
                {number === 0 && <p className="text-[13px] mt-2">None failed in that time.</p>}
                {retry.error && <Problem error={retry.error} />}
            </Dialog>
        </>
    );
}
