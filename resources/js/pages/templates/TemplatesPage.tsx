import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { ReplaceEverywhere } from '../../drafts/Replace';
import { Dialog } from '../../parts/Dialog';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { SearchField } from '../../parts/SearchField';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish, useMayWrite } from '../../parts/useSession';
import { when } from '../../parts/when';
import { BeginTemplate } from './BeginTemplate';
import { queries } from '../../api/queries';

type Template = Schemas['TemplateLine'];

/** All templates, with the notices they answer for. */
export function TemplatesPage() {
    const [params, set] = useAddressState();
    const mayEdit = useMayWrite();
    const [replacing, setReplacing] = useState(false);
    const search = params.get('search') ?? '';
    const archived = params.get('archived') === '1';
    const templates = useQuery(queries.templates({ search, ...(archived ? { archived: 1 } : {}) }));
    if (templates.isPending) {
        return <Loading />;
    }
    if (templates.error) {
        return <Problem error={templates.error} />;
    }
    const list = templates.data.templates;

    return (
        <Page
            title={archived ? 'Templates in the archive' : 'Templates'}
            lead={archived ? 'They answer for nothing.' : 'Branded messages, and the notices they answer for.'}
            actions={
                <>
                    {(archived || templates.data.archived > 0) && (
                        <button type="button" className="btn btn-sm" onClick={() => set('archived', archived ? null : '1')}>
                            {archived ? 'Back to the templates in use' : `Archive ${templates.data.archived}`}
                        </button>
                    )}
                    <SearchField label="Search name, key, words in them" />
                    {mayEdit && !archived && list.length > 0 && (
                        <button type="button" className="btn btn-sm" onClick={() => setReplacing(true)}>
                            Find and replace …
                        </button>
                    )}
                    {mayEdit && !archived && <BeginTemplate />}
                </>
            }
        >
            <ReplaceEverywhere open={replacing} close={() => setReplacing(false)} />
            {list.length === 0 ? (
                <Empty>
                    {search ? (
                        <>Nothing matches “{search}”.</>
                    ) : archived ? (
                        <>Nothing is in the archive.</>
                    ) : (
                        <>No templates yet. Begin one from the built-in words of a notice.</>
                    )}
                </Empty>
            ) : (
                <div className="overflow-x-auto">
                    <table className="things w-full border-t border-line">
                        <thead>
                            <tr className="text-left text-muted text-[13px] border-b border-line">
                                {['Name', 'Folder', 'Written for', 'State', 'Version', 'Draft', ...(mayEdit ? [''] : [])].map((name) => (
                                    <th key={name} className="font-normal py-1.5 pr-6">
                                        {name || <span className="sr-only">What can be done</span>}
                                    </th>
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {list.map((template) => (
                                <Line key={template.key} template={template} mayEdit={mayEdit} />
                            ))}
                        </tbody>
                    </table>
                </div>
            )}
        </Page>
    );
}

/** What a template is at the moment, in a word. */
function stateOf(template: Template): string {
    return template.archived ? 'in the archive' : template.version === null ? 'draft only' : template.claims.some((claim) => claim.active) ? 'answers' : 'published, does not answer';
}

function Line({ template, mayEdit }: { template: Template; mayEdit: boolean }) {
    const mayPublish = useMayPublish();
    const notices = [
        ...(template.notice ? [{ notice: template.notice.key, name: template.notice.name }] : []),
        ...template.claims.filter((claim) => claim.notice !== template.notice?.key),
    ];

    return (
        <tr className="border-b border-line/60 align-top">
            <th scope="row" className="text-left font-semibold py-1.5 pr-6">
                <Link className="link-quiet" to={`/templates/${template.key}`}>
                    {template.name}
                </Link>
                <span className="block font-mono font-normal text-[12px] text-muted">{template.key}</span>
            </th>
            <td className="py-1.5 pr-6">{template.folder || <span className="text-muted">no folder</span>}</td>
            <td className="py-1.5 pr-6">
                {notices.length === 0 && <span className="text-muted">no notice</span>}
                {notices.map((one) => (
                    <Link key={one.notice} className="link-quiet block" to={`/notices/${one.notice}`}>
                        {one.name}
                    </Link>
                ))}
            </td>
            <td className="py-1.5 pr-6">{stateOf(template)}</td>
            <td className="py-1.5 pr-6">
                {template.version === null ? <span className="text-muted">not published</span> : <><span className="sm:hidden">version </span>{template.version}</>}
                {template.published_at && (
                    <span className="text-muted">
                        , {when(template.published_at)}
                        {template.published_by && `, ${template.published_by}`}
                    </span>
                )}
            </td>
            <td className="py-1.5 pr-6">{template.draft ? `${when(template.draft.at)}${template.draft.by ? `, ${template.draft.by}` : ''}` : <span className="text-muted">no draft</span>}</td>
            {mayEdit && (
                <td className="py-1.5 text-[13px]">
                    <span className="flex gap-3">
                        <BeginTemplate copy={{ key: template.key, name: template.name }} />
                        <Rename template={template} />
                        {mayPublish && <Archive template={template} />}
                    </span>
                </td>
            )}
        </tr>
    );
}

function useChange(template: Template, said: string, done: () => void) {
    const client = useQueryClient();

    return useMutation({
        mutationFn: (change: { name?: string; folder?: string; archived?: boolean }) => got(api.PATCH('/templates/{key}', { params: { path: { key: template.key } }, body: change })),
        onSuccess: async () => {
            await client.invalidateQueries();
            toast.success(said);
            done();
        },
        onError: (error) => toast.error(error.message),
    });
}

function Rename({ template }: { template: Template }) {
    const [open, setOpen] = useState(false);

    return (
        <>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => setOpen(true)}>
                Rename
            </button>
            {open && <RenameDialog template={template} close={() => setOpen(false)} />}
        </>
    );
}

function RenameDialog({ template, close }: { template: Template; close: () => void }) {
    const [name, setName] = useState(template.name);
    const [folder, setFolder] = useState(template.folder);
    const change = useChange(template, 'Renamed. The key stays.', close);
    const isBlank = name.trim() === '';

    return (
        <Dialog
            open
            close={close}
            title={`Rename ${template.name}`}
            actions={
                <button type="submit" form={`rename-${template.key}`} className="btn btn-sm btn-primary" disabled={change.isPending || isBlank}>
                    Rename
                </button>
            }
        >
            <form
                id={`rename-${template.key}`}
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    change.mutate({ name, folder });
                }}
            >
                <label className="grid gap-1">
                    Name
                    <input required maxLength={200} className="input bg-raised w-full" value={name} aria-invalid={isBlank} onChange={(event) => setName(event.target.value)} />
                    {isBlank && (
                        <span role="alert" className="text-error text-[13px]">
                            It needs a name.
                        </span>
                    )}
                </label>
                <label className="grid gap-1">
                    Folder
                    <input maxLength={200} className="input bg-raised w-full" value={folder} onChange={(event) => setFolder(event.target.value)} />
                </label>
            </form>
        </Dialog>
    );
}

function Archive({ template }: { template: Template }) {
    const [open, setOpen] = useState(false);
    const change = useChange(template, template.archived ? 'It is back. It answers for nothing until it is published or switched on.' : 'It is in the archive.', () => setOpen(false));
    const answering = template.version === null ? [] : template.claims.filter((claim) => claim.active);

    return (
        <>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => (template.archived ? change.mutate({ archived: false }) : setOpen(true))}>
                {template.archived ? 'Bring back' : 'Archive'}
            </button>
            {open && (
                <Dialog
                    open
                    close={() => setOpen(false)}
                    title={`Put ${template.name} into the archive`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={change.isPending} onClick={() => change.mutate({ archived: true })}>
                            Put it there
                        </button>
                    }
                >
                    <p>
                        {answering.length > 0
                            ? `It answers for ${answering.map((claim) => claim.name).join(', ')}: from then on the built-in does. `
                            : 'It answers for nothing at the moment. '}
                        It can be brought back.
                    </p>
                </Dialog>
            )}
        </>
    );
}
