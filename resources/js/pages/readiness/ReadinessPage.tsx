import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { queries } from '../../api/queries';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { PointList } from '../../parts/PointList';

/** What stands between events and inboxes, of all notices: nothing but what is in the way. */
export function ReadinessPage() {
    const readiness = useQuery(queries.readiness());
    if (readiness.isPending) {
        return <Loading />;
    }
    if (readiness.error) {
        return <Problem error={readiness.error} />;
    }
    const { of, all, notices } = readiness.data;

    return (
        <Page
            title="From event to inbox"
            lead={all.length > 0 ? `Something stands in the way of all ${of} notices.` : notices.length === 0 ? `Nothing stands in the way of any of ${of} notices.` : `Something stands in the way of ${notices.length} of ${of} notices.`}
            above={
                <Link to="/running-order" className="link-quiet">
                    Running order
                </Link>
            }
            actions={
                <button type="button" className="btn btn-sm" disabled={readiness.isFetching} onClick={() => void readiness.refetch()}>
                    {readiness.isFetching ? 'Looking …' : 'Look again'}
                </button>
            }
        >
            {all.length > 0 && (
                <section aria-labelledby="of-all" className="border-t border-line pt-3 mb-5 max-w-xl">
                    <h2 id="of-all" className="mb-0.5">
                        Of all of them
                    </h2>
                    <PointList points={all} />
                </section>
            )}
            {notices.length === 0 && all.length === 0 && <Empty>All that has to be so for an event to become a message is so.</Empty>}
            <div className="grid grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-x-8 gap-y-5 border-t border-line pt-4 empty:hidden">
                {notices.map((line) => (
                    <section key={line.notice} aria-label={`${line.name}, to ${line.audience_label}`}>
                        <h2 className="text-[15px] mb-0.5">
                            <Link to={`/notices/${line.notice}`} className="hover:underline">
                                {line.name}
                            </Link>{' '}
                            <span className="font-sans text-[12.5px] font-normal text-muted">to {line.audience_label}</span>
                        </h2>
                        <PointList points={line.points} />
                    </section>
                ))}
            </div>
        </Page>
    );
}
