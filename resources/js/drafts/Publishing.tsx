import { useMutation, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import { Dialog } from '../parts/Dialog';
import { Loading, Problem } from '../parts/Message';
import { useMayPublish } from '../parts/useSession';

/** What publishing would do, as the server tells it. */
interface Asked {
    revision: number | null;
    version: number | null;
    findings: { words: string }[];
}

/** Asks once before a draft is published, with all that it does. */
export function Publishing<T extends Asked, A>({ of, ask, publish, open, close, busy, consequence, published }: {
    of: string;
    ask: () => Promise<T>;
    publish: (revision: number) => Promise<A>;
    open: boolean;
    close: () => void;
    busy: string;
    consequence: (asked: T) => ReactNode;
    /** Takes what is published; gives what is to be said of it. */
    published: (answer: A) => string;
}) {
    const mayPublish = useMayPublish();
    const asked = useQuery({ queryKey: ['publication', of], queryFn: ask, enabled: open, gcTime: 0, staleTime: 0 });
    const deed = useMutation({
        mutationFn: publish,
        onSuccess: (answer) => {
            const words = published(answer);
            close();
            toast.success(words);
        },
    });
    const data = asked.isFetching ? undefined : asked.data;
    const revision = data && data.findings.length === 0 ? data.revision : null;

    return (
        <Dialog
            open={open}
            close={close}
            title={data?.version ? `Publish version ${data.version + 1}` : 'Publish'}
            actions={
                mayPublish &&
                revision !== null && (
                    <button type="button" className="btn btn-sm btn-primary" disabled={deed.isPending} onClick={() => deed.mutate(revision)}>
                        {deed.isPending ? busy : 'Publish'}
                    </button>
                )
            }
        >
            {!open ? null : asked.error ? (
                <Problem error={asked.error} />
            ) : !data ? (
                <Loading />
            ) : data.revision === null ? (
                <p>There is nothing to publish: nothing was changed since version {data.version}.</p>
            ) : data.findings.length > 0 ? (
                <>
                    <p className="font-semibold text-error mb-1">It cannot be published yet.</p>
                    <ul className="list-disc pl-5">
                        {data.findings.map((finding, index) => (
                            <li key={index}>{finding.words}</li>
                        ))}
                    </ul>
                </>
            ) : (
                consequence(data)
            )}
            {!mayPublish && data?.revision !== null && <p className="mt-3 border-t border-line pt-2 text-muted">Your draft is saved. Putting it in force is for a publisher.</p>}
            {deed.error && <Problem error={deed.error} />}
        </Dialog>
    );
}
