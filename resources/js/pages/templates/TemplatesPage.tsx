import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Archive, Rename } from '../../drafts/kept';
import { ReplaceEverywhere } from '../../drafts/Replace';
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
            times="server"
            title={archived ? 'Templates in the archive' : 'Templates'}
            lead={archived ? 'They answer for nothing.' : 'Branded messages, and the notices they answer for.'}
            actions={
                <>
                    {(archived || templates.data.archived > 0) && (
                        <button type="button" className="btn btn-sm" onClick={() => set('archived', archived ? null : '1')}>
                            {archived ? 'Back to the templates in use' : `Archive ${templates.data.archived}`}
                        </button>
                    )}
                    {!archived && (
                        <Link to="/collections" className="btn btn-sm">
                            Collections
                        </Link>
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
