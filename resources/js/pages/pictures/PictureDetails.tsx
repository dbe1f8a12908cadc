import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got } from '../../api/client';
import { queries } from '../../api/queries';
import { Changes } from '../../drafts/Changes';
import { Dialog } from '../../parts/Dialog';
import { heavy, shownAt, type PictureLine } from '../../parts/PictureGrid';
import { PicturePicker } from '../../parts/PicturePicker';
import { when } from '../../parts/when';

/** One picture: what is said of it, where it is used, and what can be done with it. */
export function PictureDetails({ picture, mayWrite, gone }: { picture: PictureLine; mayWrite: boolean; gone: () => void }) {
    const client = useQueryClient();
    const [words, setWords] = useState(picture.alternative);
    const [choosing, setChoosing] = useState(false);
    const [other, setOther] = useState<PictureLine | null>(null);
    const path = { name: picture.name };
    const describe = useMutation({
        mutationFn: (alternative: string) => got(api.PATCH('/pictures/{name}', { params: { path }, body: { alternative } })),
        onSuccess: () => client.invalidateQueries({ queryKey: ['pictures'] }),
        onError: (error) => toast.error(error.message),
    });
    const remove = useMutation({
        mutationFn: () => got(api.DELETE('/pictures/{name}', { params: { path } })),
        onSuccess: async () => {
            gone();
            await client.invalidateQueries({ queryKey: ['pictures'] });
            toast.success(`“${picture.called}” is gone.`);
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        <aside aria-label={picture.called} className="border border-line rounded-box bg-raised p-3 grid gap-3 lg:sticky lg:top-4">
            <span className="picture-ground picture-large">
                <img src={shownAt(picture.name)} alt={picture.alternative} />
            </span>
            <div>
                <h2 className="break-words">{picture.called}</h2>
                <p className="text-muted text-[13px]">
                    {picture.width} × {picture.height} px, {heavy(picture.weight)}. Put in {when(picture.at)}
                    {picture.by ? ` by ${picture.by}` : ''}.
                </p>
            </div>
            <label className="grid gap-1">
                Alternative text
                <textarea
                    className="textarea bg-raised w-full"
                    rows={2}
                    maxLength={500}
                    readOnly={!mayWrite}
                    placeholder="What is said to who does not see it"
                    value={words}
                    onChange={(event) => setWords(event.target.value)}
                    onBlur={() => words !== picture.alternative && describe.mutate(words)}
                />
                <span className="text-muted text-[12.5px]" aria-live="polite">
                    {describe.isPending ? 'It is kept…' : describe.isSuccess ? 'Kept. It is proposed wherever the picture is put in from now on.' : 'Proposed wherever the picture is put in.'}
                </span>
            </label>
            <div>
                <h3 className="font-semibold">Used in</h3>
                {picture.uses.length === 0 ? (
                    <p className="text-muted">No template, and no brand.</p>
                ) : (
                    <ul>
                        {picture.uses.map((use) => (
                            <li key={`${use.kind} ${use.key}`}>
                                <Link className="link-quiet" to={use.kind === 'brand' ? `/brand/${use.key}` : `/templates/${use.key}`}>
                                    {use.name}
                                </Link>{' '}
                                <span className="text-muted text-[12.5px]">{use.published ? (use.draft ? 'published, and in the draft' : 'published') : 'in the draft'}</span>
                            </li>
                        ))}
                    </ul>
                )}
            </div>
            {mayWrite && (
                <div className="flex flex-wrap gap-2">
                    <button type="button" className="btn btn-sm" disabled={picture.uses.length === 0} onClick={() => setChoosing(true)}>
                        Replace everywhere …
                    </button>
                    <button type="button" className="btn btn-sm" disabled={picture.uses.length > 0 || remove.isPending} title={picture.uses.length > 0 ? 'It is used' : undefined} onClick={() => remove.mutate()}>
                        Take away
                    </button>
                </div>
            )}
            {choosing && (
                <PicturePicker
                    title={`In place of “${picture.called}”`}
                    without={picture.name}
                    close={() => setChoosing(false)}
                    choose={(chosen) => {
                        setChoosing(false);
                        setOther(chosen);
                    }}
                />
            )}
            {other && <ReplaceDialog picture={picture} other={other} close={() => setOther(null)} />}
        </aside>
    );
}

/** Shows what would differ where, before anything does. */
function ReplaceDialog({ picture, other, close }: { picture: PictureLine; other: PictureLine; close: () => void }) {
    const client = useQueryClient();
    const seen = useQuery(queries.replacedPicture(picture.name, other.name));
    const replace = useMutation({
        mutationFn: () =>
            got(
                api.POST('/pictures/{name}/replacement', {
                    params: { path: { name: picture.name } },
                    body: { with: other.name, documents: (seen.data?.documents ?? []).map(({ kind, key, revision, version }) => ({ kind, key, revision, version })) },
                }),
            ),
        onSuccess: async ({ documents }) => {
            close();
            await client.invalidateQueries();
            toast.success(`Replaced in ${documents} ${documents === 1 ? 'draft' : 'drafts'}. What is published stays as it is until they are published.`);
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        <Dialog
            open
            wide
            close={close}
            title={`“${other.called}” in place of “${picture.called}”`}
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={!seen.data || replace.isPending} onClick={() => replace.mutate()}>
                    Replace in {seen.data?.documents.length ?? '…'} {seen.data?.documents.length === 1 ? 'draft' : 'drafts'}
                </button>
            }
        >
            {!seen.data && <p className="text-muted">{seen.isError ? 'What would differ could not be had.' : 'Looking what would differ …'}</p>}
            {seen.data?.documents.map((one) => (
                <section key={`${one.kind} ${one.key}`} className="mb-3">
                    <h3 className="font-semibold">{one.name}</h3>
                    <Changes changes={one.changes} />
                </section>
            ))}
        </Dialog>
    );
}
