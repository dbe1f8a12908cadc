import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { SearchField } from '../../parts/SearchField';
import { useAddressState } from '../../parts/useAddressState';
import { when } from '../../parts/when';

type Template = Schemas['Templates']['templates'][number];

/** All templates, with the notices they answer for. */
export function TemplatesPage() {
    const [params] = useAddressState();
    const search = params.get('search') ?? '';
    const templates = useQuery({
        queryKey: ['templates', search],
        queryFn: () => got(api.GET('/api/app/templates', { params: { query: { search } } })),
        placeholderData: (before) => before,
    });
    if (templates.isPending) {
        return <Loading />;
    }
    if (templates.error) {
        return <Problem error={templates.error} />;
    }
    const list = templates.data.templates;

    return (
        <Page title="Templates" lead="Branded messages, and the notices they answer for." actions={<SearchField label="Search name, key, words in them" />}>
            {list.length === 0 ? (
                <Empty>
                    {search ? (
                        <>Nothing goes with “{search}”.</>
                    ) : (
                        <>
                            No templates yet. Publish a document: <code className="font-mono">php artisan herald:template template.json</code>
                        </>
                    )}
                </Empty>
            ) : (
                <table className="w-full border-t border-line">
                    <thead>
                        <tr className="text-left text-muted text-[13px] border-b border-line">
                            {['Name', 'Key', 'Folder', 'Answers for', 'Version', 'Draft'].map((name) => (
                                <th key={name} className="font-normal py-1.5 pr-6">
                                    {name}
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {list.map((template) => (
                            <Line key={template.key} template={template} />
                        ))}
                    </tbody>
                </table>
            )}
        </Page>
    );
}

function Line({ template }: { template: Template }) {
    return (
        <tr className="border-b border-line/60 align-top">
            <th scope="row" className="text-left font-semibold py-1.5 pr-6">
                {template.name}
            </th>
            <td className="py-1.5 pr-6 font-mono text-[12px]">{template.key}</td>
            <td className="py-1.5 pr-6">{template.folder || <span className="text-muted">none</span>}</td>
            <td className="py-1.5 pr-6">
                {template.claims.length === 0 && <span className="text-muted">no notice</span>}
                {template.claims.map((claim) => (
                    <span key={claim.notice} className="block">
                        <Link className="link-quiet" to={`/notices/${claim.notice}`}>
                            {claim.name}
                        </Link>
                        {!claim.active && <span className="text-muted"> (its claim is off)</span>}
                    </span>
                ))}
            </td>
            <td className="py-1.5 pr-6">
                {template.version === null ? <span className="text-muted">not published</span> : template.version}
                {template.published_at && (
                    <span className="text-muted">
                        , {when(template.published_at)}
                        {template.published_by && `, ${template.published_by}`}
                    </span>
                )}
            </td>
            <td className="py-1.5">{template.draft ? `${when(template.draft.at)}${template.draft.by ? `, ${template.draft.by}` : ''}` : <span className="text-muted">none</span>}</td>
        </tr>
    );
}
