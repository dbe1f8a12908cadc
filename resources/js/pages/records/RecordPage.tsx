import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Schemas } from '../../api/client';
import { DispatchTable } from '../../parts/DispatchTable';
import { shownBriefly } from '../../parts/day';
import { DueDialog, type DueDeed } from '../../parts/DueDialog';
import { EventTable } from '../../parts/EventTable';
import { Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useMayPublish } from '../../parts/useSession';
import { ChangePanel } from './ChangePanel';
import { SendMessage } from './SendMessage';
import { queries } from '../../api/queries';

type RecordData = Schemas['Record'];

/** One record: its data sheet, what may be changed, and what was sent about it. */
export function RecordPage() {
    const params = useParams();
    const path = { type: params['type'] ?? '', key: params['*'] ?? '' };
    const record = useQuery({ ...queries.record(path), refetchInterval: 5_000 });
    const mayPublish = useMayPublish();
    const [sending, setSending] = useState(false);
    if (record.isPending) {
        return <Loading />;
    }
    if (record.error) {
        return <Problem error={record.error} />;
    }
    const { data } = record;

    return (
        <Page
            times="server"
            title={`${data.type_name} ${data.key}`}
            above={
                <Link to={`/records/${data.type}`} className="link-quiet">
                    Records
                </Link>
            }
        >
            {data.misfits.length > 0 && (
                <div className="bg-raised border-l-3 border-error p-3 mb-4 text-[13px]">
                    <p className="font-semibold text-error">It does not fit what the source declares today: no message about it can be made.</p>
                    <ul className="list-disc pl-5 break-words">
                        {data.misfits.map((words) => (
                            <li key={words}>{words}</li>
                        ))}
                    </ul>
                    <p className="text-muted">It fits again once the source tells it anew, or its manifest is mended.</p>
                </div>
            )}
            {data.events_that_do_not_fit.length > 0 && (
                <section aria-labelledby="misfits" className="mb-6">
                    <h2 id="misfits" className="mb-1.5">
                        Events whose data do not fit
                    </h2>
                    <EventTable events={data.events_that_do_not_fit} mayRetry={mayPublish} />
                </section>
            )}
            <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,560px)] max-lg:grid-cols-1 gap-x-10 gap-y-6 border-t border-line pt-4">
                <DataSheet record={data} />
                <div>
                    {mayPublish && data.changeable.length > 0 && <ChangePanel key={data.key} record={data} />}
                    {data.coming.length > 0 && <Coming dues={data.coming} mayPublish={mayPublish} />}
                    <section aria-labelledby="sent">
                        <div className="flex items-center mb-1.5">
                            <h2 id="sent">Sent about it</h2>
                            {mayPublish && (
                                <button type="button" className="btn btn-sm ml-auto" onClick={() => setSending(true)}>
                                    Send a message …
                                </button>
                            )}
                        </div>
                        {data.dispatches.length === 0 ? <p className="text-muted">Nothing yet.</p> : <DispatchTable dispatches={data.dispatches} brief />}
                    </section>
                </div>
            </div>
            {sending && <SendMessage path={path} close={() => setSending(false)} />}
        </Page>
    );
}

const FATES: Partial<Record<Schemas['DueLine']['state'], string>> = { waiting: 'to come', working: 'on its way', taken_out: 'taken out', withdrawn: 'does not come', dropped: 'did not come' };

/** What goes by this record's dates: what is to come, and why what is not. */
function Coming({ dues, mayPublish }: { dues: Schemas['DueLine'][]; mayPublish: boolean }) {
    const [deed, setDeed] = useState<{ due: Schemas['DueLine']; deed: DueDeed } | null>(null);

    return (
        <section aria-labelledby="coming" className="mb-7">
            <h2 id="coming" className="mb-1.5">
                By its dates
            </h2>
            <ul className="text-[13px] border-t border-line">
                {dues.map((due) => (
                    <li key={due.id} className="flex gap-3 items-baseline py-1.5 border-b border-line/70">
                        <span className={`whitespace-nowrap w-34 shrink-0 ${due.state === 'waiting' ? '' : 'text-muted line-through'}`}>{shownBriefly(due.there ?? `${due.day} ${due.time}`)}</span>
                        <span className="flex-1 min-w-0">
                            <Link to={`/notices/${due.notice}?record=${encodeURIComponent(due.record)}`} className="font-semibold hover:underline">
                                {due.notice_name}
                            </Link>{' '}
                            <span className="text-muted">
                                {FATES[due.state]}
                                {due.state_reason && `: ${due.state_reason}`}
                            </span>
                            {due.state === 'waiting' && <span className="block text-muted break-words">{due.reason}</span>}
                        </span>
                        {mayPublish && (due.state === 'waiting' || due.state === 'taken_out') && (
                            <span className="flex gap-1">
                                {(due.state === 'waiting' ? ([['send_now', 'Send now'], ['put_off', 'Put off'], ['take_out', 'Take out']] as const) : ([['put_back', 'Put back']] as const)).map(([what, words]) => (
                                    <button key={what} type="button" className="btn btn-xs btn-ghost" aria-label={`${words}: ${due.notice_name}`} onClick={() => setDeed({ due, deed: what })}>
                                        {words}
                                    </button>
                                ))}
                            </span>
                        )}
                    </li>
                ))}
            </ul>
            {deed && <DueDialog due={deed.due} deed={deed.deed} close={() => setDeed(null)} />}
        </section>
    );
}

function DataSheet({ record }: { record: RecordData }) {
    const [search, setSearch] = useState('');
    const fits = (line: RecordData['lines'][number]) => !line.group && [line.label, line.path, line.value ?? ''].some((text) => text.toLowerCase().includes(search.toLowerCase()));
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
