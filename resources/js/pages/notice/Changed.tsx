import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Changes } from '../../drafts/Changes';
import { Loading, Problem } from '../../parts/Message';
import { useMayWrite } from '../../parts/useSession';

/** What the source has changed of a notice since somebody looked: its words, what must be in them, places, fields. */
export function Changed({ notice }: { notice: Schemas['Notice'] }) {
    const client = useQueryClient();
    const mayWrite = useMayWrite();
    const [shown, setShown] = useState<string | null>(null);
    const look = useMutation({
        mutationFn: () => got(api.POST('/notices/{key}/look', { params: { path: { key: notice.key } } })),
        onSuccess: async (next) => {
            client.setQueryData(queries.notice(notice.key).queryKey, next);
            await client.invalidateQueries(queries.runningOrder());
            toast.success('Marked as seen.');
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        <section aria-labelledby="changed" className="border-l-3 border-warning bg-raised p-3.5 mb-5 text-[13px]">
            <h2 id="changed" className="mb-1">
                The source has changed it
            </h2>
            <ul>
                {notice.changed.map((change) => (
                    <li key={change.words} className="py-0.5">
                        {change.words}.{' '}
                        {change.language && (
                            <button type="button" className="link-quiet cursor-pointer" aria-expanded={shown === change.language} onClick={() => setShown(shown === change.language ? null : change.language)}>
                                {shown === change.language ? 'Hide the difference' : 'Show the difference'}
                            </button>
                        )}
                        {change.language && shown === change.language && <Difference notice={notice.key} language={change.language} />}
                    </li>
                ))}
            </ul>
            <p className="text-muted mt-1.5">Since its words are replaced here, look whether the templates still say what they should.</p>
            {mayWrite && (
                <button type="button" className="btn btn-sm mt-2" disabled={look.isPending} onClick={() => look.mutate()}>
                    I have looked
                </button>
            )}
        </section>
    );
}

function Difference({ notice, language }: { notice: string; language: string }) {
    const changed = useQuery(queries.noticeChanged(notice, language));

    return <div className="my-2">{changed.error ? <Problem error={changed.error} /> : changed.data ? <Changes changes={changed.data.changes} /> : <Loading />}</div>;
}
