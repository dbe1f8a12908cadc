import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { type Schemas } from '../../api/client';
import { DispatchTable } from '../../parts/DispatchTable';
import { Empty, Loading, Problem } from '../../parts/Message';
import { NoticeFilter } from '../../parts/NoticeFilter';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { SearchField } from '../../parts/SearchField';
import { STATES, stateName } from '../../parts/State';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish } from '../../parts/useSession';
import { RetryAll } from './RetryAll';
import { queries } from '../../api/queries';

/** Everything that was sent, is to be sent, or was not sent and why. */
export function DispatchesPage() {
    const [params, set] = useAddressState();
    const state = STATES.find((one) => one === params.get('state'));
    const notice = params.get('notice') ?? '';
    const closed = params.get('state') === 'closed';
    const search = params.get('search') ?? '';
    const mayPublish = useMayPublish();
    const page = Number(params.get('page') ?? 1);
    const found = useQuery({ ...queries.dispatches({ search, page, ...(state ? { state } : {}), ...(closed ? { closed: 1 } : {}), ...(notice ? { notice } : {}) }), refetchInterval: 4_000 });
    if (found.isPending) {
        return <Loading />;
    }
    if (found.error) {
        return <Problem error={found.error} />;
    }
    const { counts, closed: closedCount, dispatches, notices, total, pages } = found.data;

    return (
        <Page times="server" title="Dispatches" lead={<>One line for each message to each person, with what set it off. <Link to="/dispatches/answers" className="link-quiet">What people answered</Link> is told apart.</>}>
            <div className="flex flex-wrap gap-x-4 gap-y-2 items-center border-y border-line py-2 mb-3 text-[13px]">
                <Filter words="All" count={Object.values(counts).reduce((sum, one) => sum + one, closedCount)} pressed={!state && !closed} press={() => set('state', '')} />
                {STATES.filter((one) => (counts[one] ?? 0) > 0 || one === state).map((one: Schemas['DispatchState']) => (
                    <Filter key={one} words={stateName(one)} count={counts[one] ?? 0} pressed={state === one} press={() => set('state', one)} />
                ))}
                {(closedCount > 0 || closed) && <Filter words="Closed" count={closedCount} pressed={closed} press={() => set('state', 'closed')} />}
                <NoticeFilter notices={notices} chosen={notice} choose={(chosen) => set('notice', chosen)} />
                <SearchField label="Search recipient, subject, record" />
                {state === 'failed' && mayPublish && dispatches.length > 0 && !search && <RetryAll notice={notices.find(({ key }) => key === notice) ?? null} />}
            </div>
            {dispatches.length === 0 ? (
                <Empty>{search || state || closed || notice ? 'No dispatch matches this.' : 'Nothing was set off yet. An event from the source, or a change made to a record here, sets notices off.'}</Empty>
            ) : (
                <DispatchTable dispatches={dispatches} />
            )}
            <Pager page={found.data.page} pages={pages} total={total} more={found.data.more} noun={total === 1 ? 'dispatch' : 'dispatches'} />
        </Page>
    );
}

function Filter({ words, count, pressed, press }: { words: string; count: number; pressed: boolean; press: () => void }) {
    return (
        <button
            type="button"
            aria-pressed={pressed}
            onClick={press}
            className="cursor-pointer text-muted border-b-2 border-transparent aria-pressed:border-primary aria-pressed:font-semibold aria-pressed:text-base-content"
        >
            {words} {count}
        </button>
    );
}
