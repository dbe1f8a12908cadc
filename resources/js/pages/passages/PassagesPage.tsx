import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Archive, Rename } from '../../drafts/kept';
import { Dialog } from '../../parts/Dialog';
import { Empty, Faults, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish, useMayWrite } from '../../parts/useSession';
import { when } from '../../parts/when';

type Passage = Schemas['Passage'];

/** Pieces of manuscript that templates share, with where they are taken in. */
export function PassagesPage() {
    const mayWrite = useMayWrite();
    const [params, set] = useAddressState();
    const archived = params.get('archived') === '1';
    const passages = useQuery(queries.passages({ ...(archived ? { archived: 1 } : {}) }));
    const types = useQuery(queries.records({}));
    if (passages.isPending) {
        return <Loading />;
    }
    if (passages.error) {
        return <Problem error={passages.error} />;
    }
    const list = passages.data.passages;
    const called = (type: string) => types.data?.types.find(({ key }) => key === type)?.name ?? type;

    return (
        <Page
            times="server"
            title={archived ? 'Passages in the archive' : 'Passages'}
            lead={archived ? 'They are offered to nobody; what takes them in goes on doing so.' : 'What several templates say alike, written once: a change to it reaches all of them.'}
            actions={
                <>
                    {(archived || passages.data.archived > 0) && (
                        <button type="button" className="btn btn-sm" onClick={() => set('archived', archived ? null : '1')}>
                            {archived ? 'Back to the passages in use' : `Archive ${passages.data.archived}`}
                        </button>
                    )}
                    {mayWrite && !archived && <BeginPassage types={types.data?.types ?? []} />}
                </>
            }
        >
            {list.length === 0 ? (
                <Empty>{archived ? 'Nothing is in the archive.' : <>No passages yet. Begin one here, or choose blocks of a template and make a passage of them.</>}</Empty>
            ) : (
                <div className="overflow-x-auto">
                    <table className="things w-full border-t border-line">
                        <thead>
                            <tr className="text-left text-muted text-[13px] border-b border-line">
                                {['Name', 'What it says', 'Written about', 'Taken in by', 'Version', 'Draft', ...(mayWrite ? [''] : [])].map((name) => (
                                    <th key={name} className="font-normal py-1.5 pr-6">
                                        {name || <span className="sr-only">What can be done</span>}
                                    </th>
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {list.map((passage) => (
                                <Line key={passage.key} passage={passage} about={called(passage.record_type)} mayWrite={mayWrite} />
                            ))}
                        </tbody>
                    </table>
                </div>
            )}
        </Page>
    );
}

function Line({ passage, about, mayWrite }: { passage: Passage; about: string; mayWrite: boolean }) {
    const mayPublish = useMayPublish();
    const { length } = passage.used_in;

    return (
        <tr className="border-b border-line/60 align-top">
            <th scope="row" className="text-left font-semibold py-1.5 pr-6">
                <Link className="link-quiet" to={`/passages/${passage.key}`}>
                    {passage.name}
                </Link>
                <span className="block font-mono font-normal text-[12px] text-muted">{passage.key}</span>
            </th>
            <td className="py-1.5 pr-6 max-w-96" dir="auto">
                {passage.says || <span className="text-muted">nothing yet</span>}
            </td>
            <td className="py-1.5 pr-6">
                {about}
                {passage.needs.length > 0 && <span className="block text-muted text-[13px]">needs {passage.needs.map(({ label }) => label.toLowerCase()).join(', ')}</span>}
            </td>
            <td className="py-1.5 pr-6">
                {passage.used_in.length === 0 && <span className="text-muted">no template</span>}
                {passage.used_in.map((one) => (
                    <span key={one.key} className="block leading-6">
                        <Link className="link-quiet inline-block min-h-6" to={`/templates/${one.key}`}>
                            {one.name}
                        </Link>
                        {!one.published && <span className="text-muted">, in its draft</span>}
                    </span>
                ))}
            </td>
            <td className="py-1.5 pr-6">
                {passage.version === null ? <span className="text-muted">not published</span> : <><span className="sm:hidden">version </span>{passage.version}</>}
                {passage.published_at && <span className="text-muted">, {when(passage.published_at)}</span>}
            </td>
            <td className="py-1.5 pr-6">{passage.draft ? `${when(passage.draft.at)}${passage.draft.by ? `, ${passage.draft.by}` : ''}` : <span className="text-muted">no draft</span>}</td>
            {mayWrite && (
                <td className="py-1.5 text-[13px]">
                    <span className="flex gap-3">
                        <Rename template={passage} />
                        {mayPublish && <Archive template={passage} note={length === 0 ? 'No template takes it in. ' : `${length === 1 ? 'A template takes' : `${length} templates take`} it in, and ${length === 1 ? 'goes' : 'go'} on doing so; it is offered to no other. `} />}
                    </span>
                </td>
            )}
        </tr>
    );
}

function BeginPassage({ types }: { types: { key: string; name: string }[] }) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [open, setOpen] = useState(false);
    const [name, setName] = useState('');
    const [type, setType] = useState('');
    const begin = useMutation({
        mutationFn: () => got(api.POST('/passages', { body: { name, record_type: type } })),
        onSuccess: async (made) => {
            await client.invalidateQueries({ queryKey: ['passages'] });
            await navigate(`/passages/${made.key}`);
        },
    });

    return (
        <>
            <button type="button" className="btn btn-sm btn-primary" onClick={() => setOpen(true)}>
                Begin a passage
            </button>
            <Dialog
                open={open}
                close={() => setOpen(false)}
                title="Begin a passage"
                actions={
                    <button type="submit" form="begin-passage" className="btn btn-sm btn-primary" disabled={begin.isPending || type === '' || name.trim() === ''}>
                        Begin
                    </button>
                }
            >
                <form
                    id="begin-passage"
                    className="grid gap-3"
                    onSubmit={(event) => {
                        event.preventDefault();
                        begin.mutate();
                    }}
                >
                    <label className="grid gap-1">
                        Name
                        <input required maxLength={200} className="input bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
                    </label>
                    <label className="grid gap-1">
                        Written about
                        <select required className="select bg-raised w-full" value={type} onChange={(event) => setType(event.target.value)}>
                            <option value="" disabled>
                                choose the kind of record
                            </option>
                            {types.map(({ key, name: called }) => (
                                <option key={key} value={key}>
                                    {called}
                                </option>
                            ))}
                        </select>
                        <span className="text-muted text-[13px]">Templates about other records can take it in too: there it is said once which of their fields it means.</span>
                    </label>
                    {begin.error && (
                        <div role="alert" className="text-error">
                            {begin.error.message}
                            <Faults error={begin.error} />
                        </div>
                    )}
                </form>
            </Dialog>
        </>
    );
}
