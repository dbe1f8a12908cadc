import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { queries } from '../../api/queries';
import type { Schemas } from '../../api/client';
import { Address } from '../../parts/Address';
import { dayInWords } from '../../parts/day';
import { DueDialog, type DueDeed } from '../../parts/DueDialog';
import { Empty, Loading, Problem } from '../../parts/Message';
import { NoticeFilter } from '../../parts/NoticeFilter';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { SearchField } from '../../parts/SearchField';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish } from '../../parts/useSession';

type Due = Schemas['DueLine'];

/** What goes out by the dates of records: when, to whom, about what, and why. */
export function ComingPage() {
    const [params, set] = useAddressState();
    const notice = params.get('notice') ?? '';
    const search = params.get('search') ?? '';
    const page = Number(params.get('page') ?? 1);
    const mayPublish = useMayPublish();
    const [deed, setDeed] = useState<{ due: Due; deed: DueDeed } | null>(null);
    const coming = useQuery({ ...queries.coming({ search, page, ...(notice ? { notice } : {}) }), refetchInterval: 5_000 });
    if (coming.isPending) {
        return <Loading />;
    }
    if (coming.error) {
        return <Problem error={coming.error} />;
    }
    const { dues, notices, today, total, more, pages } = coming.data;
    // Two may have the same name, for several audiences.
    const named = notices.map((one) => ({ ...one, name: notices.filter(({ name }) => name === one.name).length > 1 ? `${one.name}, to ${one.audience_label}` : one.name }));
    const days = [...new Set(dues.map(({ day }) => day))];

    return (
        <Page title="Coming up" lead={`Messages that go by a date in a record. They follow it, and are looked at once more before they go.`} times="work">
            <div className="flex flex-wrap gap-x-4 gap-y-2 items-center border-y border-line py-2 mb-4 text-[13px]">
                <span className="text-muted">
                    {notices.length === 0 ? 'No notice goes by a date.' : notices.length === 1 ? 'One notice goes by a date' : `${notices.length} notices go by a date`}
                    {notices.length > 0 && (
                        <>
                            ; the{' '}
                            <Link to="/running-order" className="link-quiet">
                                running order
                            </Link>{' '}
                            says which.
                        </>
                    )}
                </span>
                <NoticeFilter notices={named} chosen={notice} choose={(chosen) => set('notice', chosen)} />
                <SearchField label="Search record, name, address" />
            </div>
            {dues.length === 0 && <Empty>{search || notice ? 'Nothing that is to come matches this.' : 'Nothing is to come. Records with a date that is still ahead bring messages here, for the notices that go by one.'}</Empty>}
            {days.map((day) => (
                <section key={day} aria-labelledby={`day-${day}`} className="mb-5">
                    <header className="flex items-baseline gap-3 mb-1">
                        <h2 id={`day-${day}`}>{dayInWords(day, today)}</h2>
                        <span aria-hidden="true" className="flex-1 border-b border-line" />
                    </header>
                    <ol>
                        {dues
                            .filter((due) => due.day === day)
                            .map((due) => (
                                <li
                                    key={due.id}
                                    className="grid grid-cols-[56px_minmax(170px,230px)_minmax(180px,1fr)_minmax(170px,1fr)_auto] max-lg:grid-cols-[56px_minmax(0,1fr)_auto] gap-x-4 items-baseline py-1.5 pl-2 border-b border-line/60 hover:bg-base-200/60 text-[13px]"
                                >
                                    <span className="font-serif text-[15px] tabular-nums">{due.time}</span>
                                    <span>
                                        <Link to={`/notices/${due.notice}?record=${encodeURIComponent(due.record)}`} className="inline-block leading-6 font-semibold hover:underline">
                                            {due.notice_name}
                                        </Link>
                                        <span className="block text-muted text-[12.5px] leading-6">
                                            <Link className="link-quiet inline-block" to={`/records/${due.record_type}/${encodeURIComponent(due.record)}`}>
                                                {due.record}
                                            </Link>
                                            {due.there && ` · ${due.there}`}
                                        </span>
                                    </span>
                                    <span className="break-words min-w-0 max-lg:col-start-2 max-lg:col-span-2">
                                        {due.recipient === null && due.recipient_name ? due.recipient_name : due.recipient === null ? <span className="text-warning">no address: it would be skipped</span> : <Address of={`${due.recipient_name ?? ''} <${due.recipient}>`} />}
                                    </span>
                                    <span className="text-muted min-w-0 break-words max-lg:col-start-2 max-lg:col-span-2">{due.reason}</span>
                                    {mayPublish && (
                                        <span className="flex max-lg:row-start-1 max-lg:col-start-3">
                                            {(
                                                [
                                                    ['send_now', 'Send now'],
                                                    ['put_off', 'Put off'],
                                                    ['take_out', 'Take out'],
                                                ] as const
                                            ).map(([what, words]) => (
                                                <button key={what} type="button" className="btn btn-xs btn-ghost" aria-label={`${words}: ${due.notice_name} for ${due.record}`} onClick={() => setDeed({ due, deed: what })}>
                                                    {words}
                                                </button>
                                            ))}
                                        </span>
                                    )}
                                </li>
                            ))}
                    </ol>
                </section>
            ))}
            <Pager page={coming.data.page} pages={pages} total={total} more={more} noun={total === 1 ? 'message' : 'messages'} />
            {deed && <DueDialog due={deed.due} deed={deed.deed} close={() => setDeed(null)} />}
        </Page>
    );
}
