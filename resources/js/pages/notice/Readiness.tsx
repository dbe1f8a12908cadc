import { useQuery } from '@tanstack/react-query';
import { queries } from '../../api/queries';
import { Loading, Problem } from '../../parts/Message';
import { PointList } from '../../parts/PointList';

/** What stands between an event and the inbox: what is in the way at once, all of it when one asks. */
export function Readiness({ notice }: { notice: string }) {
    const readiness = useQuery(queries.noticeReadiness(notice));
    const bad = readiness.data?.points.filter((point) => point.state === 'bad') ?? [];
    const rest = readiness.data?.points.filter((point) => point.state !== 'bad') ?? [];

    return (
        <section aria-labelledby="readiness" className="mb-5">
            <h2 id="readiness" className="mb-1.5">
                From event to inbox
            </h2>
            {readiness.error ? (
                <Problem error={readiness.error} />
            ) : readiness.data ? (
                <>
                    {bad.length === 0 && <p className="text-success">Nothing stands in the way.</p>}
                    <PointList points={bad} />
                    <details className="mt-1.5">
                        <summary className="cursor-pointer text-muted">{bad.length === 0 ? 'What that rests on' : `${rest.length} other points`}</summary>
                        <PointList points={rest} />
                    </details>
                </>
            ) : (
                <Loading />
            )}
        </section>
    );
}
