import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useMayPublish, useMayWrite } from '../../parts/useSession';

type Collection = Schemas['Collection'];
type Change = { name?: string; brand?: string | null; from?: string | null; until?: string | null; active?: boolean };

/** One collection: its days, its brand, its templates, and what goes out while it is on. */
export function CollectionPage() {
    const key = useParams()['collection'] ?? '';
    const collection = useQuery(queries.collection(key));
    if (collection.isPending) {
        return <Loading />;
    }
    if (collection.error) {
        return <Problem error={collection.error} />;
    }

    // What one has typed belongs to the revision that one looked at.
    return <Loaded key={`${key} ${collection.data.revision}`} collection={collection.data} />;
}

function Loaded({ collection }: { collection: Collection }) {
    const client = useQueryClient();
    const go = useNavigate();
    const mayWrite = useMayWrite();
    const mayPublish = useMayPublish();
    const [open, setOpen] = useState<'on' | 'away' | null>(null);
    const anew = (next: Collection | null) => {
        if (next) {
            client.setQueryData(queries.collection(next.key).queryKey, next);
        }

        return client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] === 'running-order' || queryKey[0] === 'notices' || (queryKey[0] === 'collections' && queryKey.length === 1) });
    };
    const change = useMutation({
        mutationFn: (body: Change) => got(api.PATCH('/collections/{key}', { params: { path: { key: collection.key } }, body: { revision: collection.revision, ...body } })),
        onSuccess: async (next) => {
            setOpen(null);
            await anew(next);
            toast.success(next.active === collection.active ? 'Saved.' : next.active ? (next.is_on ? `${next.name} is on.` : `${next.name} is switched on: ${next.days}.`) : `${next.name} is off.`);
        },
    });
    const remove = useMutation({
        mutationFn: () => got(api.DELETE('/collections/{key}', { params: { path: { key: collection.key } }, body: { revision: collection.revision } })),
        onSuccess: async () => {
            await anew(null);
            toast.success(`${collection.name} is taken away.`);
            void go('/collections');
        },
    });
    const differing = collection.outlook.filter((line) => line.languages.some(({ now, then }) => now !== then));

    return (
        <Page
            title={collection.name}
            lead={collection.is_on ? 'It is on.' : collection.active ? `It is switched on, ${collection.days}.` : 'It is off.'}
            above={
                <>
                    <Link to="/templates" className="link-quiet">
                        Templates
                    </Link>{' '}
                    ·{' '}
                    <Link to="/collections" className="link-quiet">
                        Collections
                    </Link>
                </>
            }
            actions={
                mayPublish &&
                (collection.active ? (
                    <button type="button" className="btn btn-sm" disabled={change.isPending} onClick={() => change.mutate({ active: false })}>
                        Switch it off
                    </button>
                ) : (
                    <button type="button" className="btn btn-sm btn-primary" onClick={() => setOpen('on')}>
                        Switch it on …
                    </button>
                ))
            }
        >
            <div className="grid grid-cols-[270px_1fr] max-lg:grid-cols-1 gap-x-8 gap-y-5 border-t border-line pt-4">
                <aside aria-label="About this collection" className="text-[13px] grid gap-5 content-start">
                    <Days collection={collection} mayChange={mayPublish} change={change.mutate} isPending={change.isPending} />
                    {change.error && open === null && <Problem error={change.error} />}
                    <section aria-labelledby="in-it">
                        <h2 id="in-it" className="mb-1.5">
                            In it
                        </h2>
                        {collection.claims.length === 0 && <p className="text-muted">No template yet.</p>}
                        <ul>
                            {collection.claims.map((claim, index) => (
                                <li key={index} className="mb-1.5">
                                    <Link to={`/templates/${claim.template}`} className="link-quiet font-semibold">
                                        {claim.name}
                                    </Link>{' '}
                                    for{' '}
                                    <Link to={`/notices/${claim.notice}`} className="link-quiet">
                                        {claim.notice_name}
                                    </Link>
                                    {!claim.published && <span className="text-warning">, not published yet</span>}
                                    {!claim.on && <span className="text-muted">, switched off</span>}
                                </li>
                            ))}
                        </ul>
                        {mayPublish && <TakeIn collection={collection} took={anew} />}
                    </section>
                    {mayWrite && <Name collection={collection} change={change.mutate} isPending={change.isPending} />}
                    {mayPublish && (
                        <button type="button" className="btn btn-sm justify-self-start" onClick={() => setOpen('away')}>
                            Take it away …
                        </button>
                    )}
                </aside>
                <section aria-labelledby="outlook" className="min-w-0">
                    <h2 id="outlook" className="mb-1">
                        Who answers
                    </h2>
                    <p className="text-muted text-[13px] mb-2">{differing.length === 0 ? 'Nothing goes out otherwise while it is on.' : differing.length === 1 ? 'One message goes out otherwise while it is on.' : `${differing.length} messages go out otherwise while it is on.`} What it has no template for falls back to what answers without it.</p>
                    <Outlook lines={collection.outlook} />
                </section>
            </div>
            {open === 'on' && (
                <Dialog
                    open
                    close={() => setOpen(null)}
                    wide
                    title={`Switch “${collection.name}” on`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={change.isPending} onClick={() => change.mutate({ active: true })}>
                            {change.isPending ? 'Switching …' : 'Switch it on'}
                        </button>
                    }
                >
                    <p className="mb-2">
                        {collection.days ? `It holds ${collection.days}, by the source’s clock.` : 'It holds until it is switched off.'} {collection.brand && `Its messages are in the brand ${collection.brand.name}.`}
                    </p>
                    {differing.length === 0 ? <p className="text-warning">Nothing goes out otherwise: put templates into it first.</p> : <Outlook lines={differing} />}
                    {change.error && <Problem error={change.error} />}
                </Dialog>
            )}
            {open === 'away' && (
                <Dialog
                    open
                    close={() => setOpen(null)}
                    title={`Take “${collection.name}” away`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={remove.isPending} onClick={() => remove.mutate()}>
                            Take it away
                        </button>
                    }
                >
                    <p>{collection.is_on ? 'It is on: what answers without it does from then on.' : 'Nothing goes out otherwise by that.'} Its templates stay.</p>
                    {remove.error && <Problem error={remove.error} />}
                </Dialog>
            )}
        </Page>
    );
}

function Outlook({ lines }: { lines: Collection['outlook'] }) {
    const tags = lines[0]?.languages.map(({ tag }) => tag) ?? [];

    return (
        <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Now and then">
            <table className="things w-full text-[13px] border-t border-line">
                <thead>
                    <tr className="text-left text-muted border-b border-line">
                        <th className="font-normal py-1.5 pr-4">Message</th>
                        {tags.map((tag) => (
                            <th key={tag} className="font-normal pr-4">
                                {new Intl.DisplayNames('en', { type: 'language' }).of(tag)}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {lines.map((line) => (
                        <tr key={line.notice} className="border-b border-line/60 align-top">
                            <td className="py-1.5 pr-4">
                                <Link to={`/notices/${line.notice}`} className="hover:underline">
                                    {line.name}
                                </Link>{' '}
                                <span className="text-muted">to {line.audience}</span>
                            </td>
                            {line.languages.map(({ tag, now, then }) => (
                                <td key={tag} className="py-1.5 pr-4">
                                    {now === then ? (
                                        <span className="text-muted">
                                            {then}
                                            {line.lacks && <span className="sr-only">, falls back</span>}
                                        </span>
                                    ) : (
                                        <>
                                            <s className="text-muted">{now}</s> <span className="text-primary font-medium">{then}</span>
                                        </>
                                    )}
                                </td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
        </div>
    );
}

function Days({ collection, mayChange, change, isPending }: { collection: Collection; mayChange: boolean; change: (change: Change) => void; isPending: boolean }) {
    const [from, setFrom] = useState(collection.from ?? '');
    const [until, setUntil] = useState(collection.until ?? '');
    const [brand, setBrand] = useState(collection.brand?.key ?? '');
    const wrong = from !== '' && until !== '' && until < from;
    const isChanged = from !== (collection.from ?? '') || until !== (collection.until ?? '') || brand !== (collection.brand?.key ?? '');

    return (
        <form
            className="grid gap-2.5"
            onSubmit={(event) => {
                event.preventDefault();
                change({ from: from || null, until: until || null, brand: brand || null });
            }}
        >
            <h2>When and how</h2>
            <fieldset disabled={!mayChange} className="grid gap-2.5">
                <label className="grid gap-1">
                    From the day
                    <input type="date" className="input input-sm bg-raised w-44" value={from} onChange={(event) => setFrom(event.target.value)} />
                </label>
                <label className="grid gap-1">
                    Until the end of
                    <input type="date" className="input input-sm bg-raised w-44" value={until} aria-invalid={wrong} aria-describedby="days-fault" onChange={(event) => setUntil(event.target.value)} />
                </label>
                {wrong && (
                    <p id="days-fault" className="text-error">
                        It ends before it begins.
                    </p>
                )}
                <label className="grid gap-1">
                    Brand
                    <select className="select select-sm bg-raised w-full" value={brand} onChange={(event) => setBrand(event.target.value)}>
                        <option value="">each template’s own</option>
                        {collection.brands.map((one) => (
                            <option key={one.key} value={one.key}>
                                {one.name}
                            </option>
                        ))}
                    </select>
                </label>
            </fieldset>
            {isChanged && (
                <button type="submit" className="btn btn-sm btn-primary justify-self-start" disabled={wrong || isPending}>
                    {collection.active ? 'Save: it is switched on' : 'Save'}
                </button>
            )}
        </form>
    );
}

function Name({ collection, change, isPending }: { collection: Collection; change: (change: Change) => void; isPending: boolean }) {
    const [name, setName] = useState(collection.name);

    return (
        <form
            className="grid gap-1.5"
            onSubmit={(event) => {
                event.preventDefault();
                change({ name });
            }}
        >
            <label className="grid gap-1">
                Name
                <input type="text" required maxLength={100} className="input input-sm bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
            </label>
            {name !== collection.name && (
                <button type="submit" className="btn btn-sm btn-primary justify-self-start" disabled={isPending || name.trim() === ''}>
                    Rename
                </button>
            )}
        </form>
    );
}

/** Puts a template into it, for its own notice or for another about such records. */
function TakeIn({ collection, took }: { collection: Collection; took: (next: Collection) => Promise<void> }) {
    const [open, setOpen] = useState(false);
    const [template, setTemplate] = useState('');
    const [notice, setNotice] = useState('');
    const chosen = collection.templates.find((one) => one.key === template);
    const notices = collection.notices.filter((one) => one.record_type === chosen?.record_type);
    const take = useMutation({
        mutationFn: () => got(api.POST('/collections/{key}/claims', { params: { path: { key: collection.key } }, body: { template, notice } })),
        onSuccess: async (next) => {
            setOpen(false);
            await took(next);
            toast.success('It is in.');
        },
    });

    return (
        <>
            <button type="button" className="btn btn-sm mt-1" onClick={() => setOpen(true)}>
                Put a template in …
            </button>
            <Dialog
                open={open}
                close={() => setOpen(false)}
                title={`Put a template into “${collection.name}”`}
                actions={
                    <button type="button" className="btn btn-sm btn-primary" disabled={template === '' || notice === '' || take.isPending} onClick={() => take.mutate()}>
                        Put it in
                    </button>
                }
            >
                <div className="grid gap-3">
                    <label className="grid gap-1">
                        Template
                        <select
                            className="select select-sm bg-base-100 w-full"
                            value={template}
                            onChange={(event) => {
                                setTemplate(event.target.value);
                                setNotice(collection.templates.find((one) => one.key === event.target.value)?.notice ?? '');
                            }}
                        >
                            <option value="">Choose …</option>
                            {collection.templates.map((one) => (
                                <option key={one.key} value={one.key}>
                                    {one.name}
                                </option>
                            ))}
                        </select>
                    </label>
                    <label className="grid gap-1">
                        Answers for
                        <select className="select select-sm bg-base-100 w-full" value={notice} disabled={template === ''} onChange={(event) => setNotice(event.target.value)}>
                            <option value="">Choose …</option>
                            {notices.map((one) => (
                                <option key={one.key} value={one.key}>
                                    {one.name}
                                </option>
                            ))}
                        </select>
                    </label>
                    <p className="text-muted text-[13px]">{collection.is_on ? 'The collection is on: it answers from then on.' : 'It answers while the collection is on.'} For which records, languages and days is said on the notice’s page.</p>
                    {take.error && <Problem error={take.error} />}
                </div>
            </Dialog>
        </>
    );
}
