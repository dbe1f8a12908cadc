import { useMutation, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { toast } from 'sonner';
import { Dialog } from '../parts/Dialog';
import { Loading, Problem } from '../parts/Message';
import type { Finding } from '../manuscript/desk';
import { Findings } from './Findings';
import { useMayPublish } from '../parts/useSession';

/** What publishing would do, as the server tells it. */
interface Asked {
    revision: number | null;
    version: number | null;
    findings: Finding[];
    advice: Finding[];
}

/** Asks once before a draft is published, with all that it does. */
export function Publishing<T extends Asked, A>({ of, ask, publish, open, close, busy, consequence, lead, published }: {
    of: string;
    ask: () => Promise<T>;
    publish: (revision: number, asked: T) => Promise<A>;
    open: boolean;
    close: () => void;
    busy: string;
    consequence: (asked: T) => ReactNode;
    /** The way to the place of a finding, where there is one. */
    lead: (finding: Finding) => (() => void) | null;
    /** Takes what is published; gives what is to be said of it. */
    published: (answer: A) => string;
}) {
    const mayPublish = useMayPublish();
    const asked = useQuery({ queryKey: ['publication', of], queryFn: ask, enabled: open, gcTime: 0, staleTime: 0 });
    const deed = useMutation({
        mutationFn: ({ revision, asked }: { revision: number; asked: T }) => publish(revision, asked),
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
                data &&
                revision !== null && (
                    <button type="button" className="btn btn-sm btn-primary" disabled={deed.isPending} onClick={() => deed.mutate({ revision, asked: data })}>
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
                    <Told findings={data.findings} lead={lead} close={close} />
                </>
            ) : (
                consequence(data)
            )}
            {data && data.revision !== null && data.advice.length > 0 && (
                <div className="mt-3">
                    <p className="font-semibold mb-1">{data.findings.length > 0 ? 'Beside that, this will be seen:' : 'This will be seen:'}</p>
                    <Told findings={data.advice} lead={lead} close={close} />
                </div>
            )}
            {!mayPublish && data?.revision !== null && <p className="mt-3 border-t border-line pt-2 text-muted">Your draft is saved. Putting it in force is for a publisher.</p>}
            {deed.error && <Problem error={deed.error} />}
        </Dialog>
    );
}

/** Findings, each with the way to its place, for which the dialog makes room. */
function Told({ findings, lead, close }: { findings: Finding[]; lead: (finding: Finding) => (() => void) | null; close: () => void }) {
    return (
        <div className="max-h-56 overflow-auto" tabIndex={0} role="group" aria-label="Findings">
            <Findings
                findings={findings}
                bare
                lead={(finding) => {
                    const go = lead(finding);

                    return (
                        go &&
                        (() => {
                            // The page has the focus again before it is led anywhere.
                            flushSync(close);
                            go();
                        })
                    );
                }}
            />
        </div>
    );
}
