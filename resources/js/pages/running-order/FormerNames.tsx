import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Problem } from '../../parts/Message';

/** What still calls fields as the source called them before: said in a line, listed, and written anew in one step. */
export function FormerNames() {
    const client = useQueryClient();
    const [open, setOpen] = useState(false);
    const names = useQuery(queries.formerNames());
    const write = useMutation({
        // Some at a time, so that it is seen how far it is.
        mutationFn: async () => {
            for (let before = Infinity; ; ) {
                const next = await got(api.POST('/former-names'));
                client.setQueryData(queries.formerNames().queryKey, next);
                if (next.former.length === 0 || next.left.length > 0 || next.former.length >= before) {
                    return next;
                }
                before = next.former.length;
            }
        },
        onSuccess: async (next) => {
            await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'former-names' });
            if (next.former.length === 0) {
                setOpen(false);
                toast.success('All of it goes by the names that fields have now.');
            }
        },
    });
    const former = names.data?.former ?? [];
    if (former.length === 0) {
        return null;
    }

    return (
        <>
            <p className="border-l-3 border-warning pl-3 mb-3.5 text-[13px] flex flex-wrap items-center gap-x-3 gap-y-1.5">
                The source calls fields otherwise than before. {former.length === 1 ? 'One thing here still goes by the former name' : `${former.length} things here still go by the former names`}: it works all the same.
                <button type="button" className="btn btn-sm" onClick={() => setOpen(true)}>
                    {former.length === 1 ? 'Look at it …' : 'Look at them …'}
                </button>
            </p>
            <Dialog
                open={open}
                close={() => setOpen(false)}
                wide
                title="Fields that are called otherwise now"
                actions={
                    <button type="button" className="btn btn-sm btn-primary" disabled={write.isPending} onClick={() => write.mutate()}>
                        {write.isPending ? `Writing … ${former.length} left` : 'Write the names of today'}
                    </button>
                }
            >
                <p className="text-[13px] text-muted mb-2">No message says anything else for it. A template that is published gets one version more, with the same words.</p>
                <ul className="text-[13px] border-t border-line">
                    {former.map((one) => (
                        <li key={`${one.at} ${one.what}`} className="py-1.5 border-b border-line/60">
                            <Link to={one.at} className="link-quiet font-semibold">
                                {one.what}
                            </Link>
                            {one.names.map(({ was, is }) => (
                                <span key={was} className="block">
                                    <code className="font-mono text-[12px] text-muted line-through">{was}</code> → <code className="font-mono text-[12px]">{is}</code>
                                </span>
                            ))}
                        </li>
                    ))}
                </ul>
                {write.data && write.data.left.length > 0 && (
                    <div role="alert" className="text-warning text-[13px] mt-3">
                        <p>This could not be written.</p>
                        <ul>
                            {write.data.left.map((one) => (
                                <li key={one}>{one}</li>
                            ))}
                        </ul>
                    </div>
                )}
                {write.error && <Problem error={write.error} />}
            </Dialog>
        </>
    );
}
