import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Schemas } from '../../api/client';
import { DispatchTable } from '../../parts/DispatchTable';
import { Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useMayPublish } from '../../parts/useSession';
import { ChangePanel } from './ChangePanel';
import { queries } from '../../api/queries';

type Record = Schemas['Record'];

/** One record: its data sheet, what may be changed, and what was sent about it. */
export function RecordPage() {
    const params = useParams();
    const path = { type: params['type'] ?? '', key: params['*'] ?? '' };
    const record = useQuery({ ...queries.record(path), refetchInterval: 5_000 });
    const mayPublish = useMayPublish();
    if (record.isPending) {
        return <Loading />;
    }
    if (record.error) {
        return <Problem error={record.error} />;
    }
    const { data } = record;

    return (
        <Page
            title={`${data.type_name} ${data.key}`}
            above={
                <Link to={`/records/${data.type}`} className="link-quiet">
                    Records
                </Link>
            }
        >
            <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,560px)] max-lg:grid-cols-1 gap-x-10 gap-y-6 border-t border-line pt-4">
                <DataSheet record={data} />
                <div>
                    {mayPublish && data.changeable.length > 0 && <ChangePanel key={data.key} record={data} />}
                    <section aria-labelledby="sent">
                        <h2 id="sent" className="mb-1.5">
                            Sent about it
                        </h2>
                        {data.dispatches.length === 0 ? <p className="text-muted">Nothing yet.</p> : <DispatchTable dispatches={data.dispatches} brief />}
                    </section>
                </div>
            </div>
        </Page>
    );
}

function DataSheet({ record }: { record: Record }) {
    const [search, setSearch] = useState('');
    const fits = (line: Record['lines'][number]) => !line.group && [line.label, line.path, line.value ?? ''].some((text) => text.toLowerCase().includes(search.toLowerCase()));
    const lines = search ? record.lines.filter(fits) : record.lines;

    return (
        <section aria-labelledby="sheet">
            <div className="flex items-center mb-1.5">
                <h2 id="sheet">Data sheet</h2>
                <label className="ml-auto">
                    <span className="sr-only">Search the data sheet</span>
                    <input type="search" className="input input-sm bg-raised w-56" placeholder="Search label, path or value" value={search} onChange={(event) => setSearch(event.target.value)} />
                </label>
            </div>
            <table className="w-full text-[13px] table-fixed">
                <thead>
                    <tr className="text-left text-muted border-b border-line">
                        <th className="font-normal py-1 w-[34%]">Field</th>
                        <th className="font-normal">Value</th>
                        <th className="font-normal w-[72px]">Type</th>
                    </tr>
                </thead>
                <tbody>
                    {lines.map((line) => (
                        <tr key={line.path} className="border-b border-line/60 align-top">
                            <th scope="row" title={line.path} className={`text-left py-1 pr-3 break-words ${line.group ? 'font-semibold' : 'font-normal'}`} style={{ paddingLeft: search ? 0 : line.depth * 16 }}>
                                {line.label}
                                {search && <code className="block font-mono text-[11px] text-muted">{line.path}</code>}
                            </th>
                            <td className="py-1 pr-3 break-words whitespace-pre-line">
                                {line.group ? '' : line.value === null ? <span className="text-muted">empty</span> : line.type === 'picture' ? <Picture address={line.value} /> : <bdi>{line.value}</bdi>}
                            </td>
                            <td className="py-1 text-muted">{line.group ? '' : line.type}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {lines.length === 0 && <p className="text-muted py-2">No field matches “{search}”.</p>}
        </section>
    );
}

/** A picture as such where it lies here; one from elsewhere by its address, as its server would learn that somebody looks. */
function Picture({ address }: { address: string }) {
    const isOurs = URL.canParse(address) && new URL(address).origin === window.location.origin;

    return isOurs ? <img src={address} alt="" title={address} loading="lazy" className="max-h-12 max-w-24 rounded-field border border-line" /> : <bdi className="break-all">{address}</bdi>;
}
