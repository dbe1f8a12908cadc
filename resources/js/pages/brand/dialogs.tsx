import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults } from '../../parts/Message';
import { useMayPublish } from '../../parts/useSession';
import { Changes } from '../../drafts/Changes';
import { Touched } from '../../drafts/Touched';
import { Publishing } from '../../drafts/Publishing';
import { VersionList } from '../../drafts/VersionList';

/** Asks once, with all that publishing does: the editions that change, and what templates override. */
export function PublishDialog({ brand, open, close, published }: { brand: string; open: boolean; close: () => void; published: (brand: Schemas['Brand']) => void }) {
    return (
        <Publishing
            of={`brand ${brand}`}
            ask={() => got(api.GET('/brands/{key}/publication', { params: { path: { key: brand } } }))}
            publish={(revision) => got(api.POST('/brands/{key}/publication', { params: { path: { key: brand } }, body: { revision } }))}
            open={open}
            close={close}
            busy="Compiling…"
            consequence={(data) => <Consequence data={data} />}
            lead={({ part }) => () => leadTo(part)}
            published={(answer) => {
                published(answer);

                return `Version ${answer.version ?? ''} is published. The messages in it go out so from now on.`;
            }}
        />
    );
}

/** Shows what is said of a part of the brand, beside it. */
function leadTo(part: string | null) {
    const place = document.querySelector<HTMLElement>(`[data-finding="${CSS.escape(part ?? '')}"]`);
    place?.scrollIntoView({ block: 'center' });
    place?.querySelector<HTMLElement>('button')?.focus({ preventScroll: true });
}

function Consequence({ data }: { data: Schemas['BrandPublication'] }) {
    return (
        <div className="grid gap-3">
            <Touched messages={data.editions} none="No published template changes." />
            {data.framed > 0 && <p>The built-in words of {data.framed === 1 ? 'one notice' : `${data.framed} notices`} stand in its frame, and go out so as well.</p>}
            {data.collections.length > 0 && <p>While {data.collections.join(', ')} {data.collections.length === 1 ? 'is' : 'are'} on, the messages of {data.collections.length === 1 ? 'that collection' : 'those collections'} wear it.</p>}
            {data.version !== null && (
                <details>
                    <summary className="cursor-pointer">What differs from version {data.version}</summary>
                    <Changes changes={data.changes} />
                </details>
            )}
            {data.overrides.length > 0 && (
                <div>
                    <p className="mb-1">These keep looks of their own:</p>
                    <ul className="list-disc pl-5 text-[13px]">
                        {data.overrides.map((override) => (
                            <li key={override.template}>
                                {override.name}: {override.tokens.join(', ')}
                            </li>
                        ))}
                    </ul>
                </div>
            )}
            {!data.default && <p className="text-muted text-[13px]">It is not the default brand: only templates that choose it are in it, and collections that wear it.</p>}
        </div>
    );
}

export function VersionsDialog({ brand, open, close }: { brand: string; open: boolean; close: () => void }) {
    return (
        <Dialog open={open} close={close} title="Versions">
            {open && (
                <VersionList
                    of={`brand ${brand}`}
                    list={() => got(api.GET('/brands/{key}/versions', { params: { path: { key: brand } } }))}
                    one={(number) => got(api.GET('/brands/{key}/versions/{number}', { params: { path: { key: brand, number } } }))}
                    against={(document, number) => got(api.POST('/brands/{key}/comparison', { params: { path: { key: brand } }, body: { document: document as unknown as Schemas['BrandDocument'], with: number } }))}
                    taken={close}
                />
            )}
        </Dialog>
    );
}

/** Another brand, for another part of the business; its name; which one is the default. */
export function BrandsDialog({ brand, open, close, changed, removed }: { brand: Schemas['BrandLine']; open: boolean; close: () => void; changed: (brand: Schemas['Brand']) => void; removed: () => void }) {
    const navigate = useNavigate();
    const mayPublish = useMayPublish();
    const [name, setName] = useState('');
    const [renamed, setRenamed] = useState<string | null>(null);
    const begin = useMutation({
        mutationFn: (from: 'copy' | 'source') => got(api.POST('/brands', { body: { name, from, brand: from === 'copy' ? brand.key : null } })),
        onSuccess: (made) => {
            changed(made);
            close();
            setName('');
            void navigate(`/brand/${made.key}`);
        },
    });
    const change = useMutation({
        mutationFn: (body: { name?: string; default?: true }) => got(api.PATCH('/brands/{key}', { params: { path: { key: brand.key } }, body })),
        onSuccess: (made, body) => {
            changed(made);
            toast.success(body.default ? `${made.name} is the default brand: templates that choose none are in it from now on.` : 'Renamed.');
            setRenamed(null);
        },
    });
    const [sure, setSure] = useState(false);
    const remove = useMutation({
        mutationFn: () => got(api.DELETE('/brands/{key}', { params: { path: { key: brand.key } } })),
        onSuccess: () => {
            close();
            toast.success(`${brand.name} is gone.`);
            void navigate('/brand');
            removed();
        },
        onSettled: () => setSure(false),
    });
    const fault = begin.error instanceof ProblemError ? begin.error.at('name') : undefined;

    return (
        <Dialog
            open={open}
            close={() => {
                setSure(false);
                // What was not done is not there when it is opened again.
                setRenamed(null);
                setName('');
                close();
            }}
            title="Brands"
        >
            <div className="grid gap-4">
                <form
                    className="flex flex-wrap gap-2 items-end"
                    onSubmit={(event) => {
                        event.preventDefault();
                        change.mutate({ name: renamed ?? brand.name });
                    }}
                >
                    <label className="grid gap-1 flex-1">
                        Name of this brand
                        <input className="input input-sm bg-raised w-full" required maxLength={100} value={renamed ?? brand.name} onChange={(event) => setRenamed(event.target.value)} />
                    </label>
                    <button type="submit" className="btn btn-sm" disabled={renamed === null || renamed.trim() === '' || change.isPending}>
                        Rename
                    </button>
                </form>
                <p>
                    {brand.default ? (
                        'It is the default brand: templates that choose none are in it.'
                    ) : !mayPublish ? (
                        'Only templates that choose it are in it.'
                    ) : (
                        <>
                            Only templates that choose it are in it.{' '}
                            <button type="button" className="link-quiet cursor-pointer" disabled={change.isPending} onClick={() => change.mutate({ default: true })}>
                                Make it the default brand
                            </button>{' '}
                            or{' '}
                            <button type="button" className="link-quiet cursor-pointer" disabled={remove.isPending} onClick={() => (sure ? remove.mutate() : setSure(true))}>
                                {sure ? 'really take it away, for good' : 'take it away'}
                            </button>
                            .
                        </>
                    )}
                </p>
                {(change.error ?? remove.error) && (
                    <p role="alert" className="text-error">
                        {(change.error ?? remove.error)?.message}
                    </p>
                )}
                <form className="grid gap-2 border-t border-line pt-3" onSubmit={(event) => event.preventDefault()}>
                    <label className="grid gap-1">
                        Another brand, for another part of the business
                        <input className="input input-sm bg-raised w-full" maxLength={100} placeholder="Its name" value={name} aria-invalid={fault !== undefined} onChange={(event) => setName(event.target.value)} />
                    </label>
                    {fault && <p className="text-error">{fault}</p>}
                    <div className="flex gap-2">
                        <button type="button" className="btn btn-sm" disabled={!name.trim() || begin.isPending} onClick={() => begin.mutate('copy')}>
                            As a copy of this one
                        </button>
                        <button type="button" className="btn btn-sm" disabled={!name.trim() || begin.isPending} onClick={() => begin.mutate('source')}>
                            In the source’s own colours
                        </button>
                    </div>
                    {begin.error && !fault && (
                        <div className="text-error">
                            <Faults error={begin.error} />
                        </div>
                    )}
                </form>
            </div>
        </Dialog>
    );
}
