import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Problem } from '../../parts/Message';
import { PointList } from '../../parts/PointList';
import { useMayPublish } from '../../parts/useSession';
import { when } from '../../parts/when';

type Notice = Schemas['Notice'];

/** Who sends it, the application or we: taken over or handed back by a step with a list; and what went out twice. */
export function Carrier({ notice }: { notice: Notice }) {
    const client = useQueryClient();
    const mayPublish = useMayPublish();
    const [open, setOpen] = useState(false);
    const readiness = useQuery({ ...queries.noticeReadiness(notice.key), enabled: open });
    const isOurs = notice.carrier === 'herald';
    const carry = useMutation({
        mutationFn: () => got(api.PUT('/notices/{key}/carrier', { params: { path: { key: notice.key } }, body: { revision: notice.revision, carrier: isOurs ? 'source' : 'herald' } })),
        onSuccess: async () => {
            setOpen(false);
            await client.invalidateQueries({ predicate: ({ queryKey }) => ['notices', 'running-order', 'readiness', 'coming'].includes(String(queryKey[0])) && queryKey[2] !== 'order' });
            toast.success(isOurs ? 'The application sends it from now on.' : 'It is sent from here from now on.');
        },
    });
    const { told_sent: told } = notice;
    const seen = told.number === 0 ? 'The application has not told of any that it sent itself.' : `The application told ${told.number === 1 ? 'of one' : `of ${told.number}`} that it sent itself in the last 30 days${told.last ? `, last on ${when(told.last)}` : ''}.`;
    const inTheWay = readiness.data?.points.filter((point) => point.state === 'bad' && point.title !== 'It is sent from here') ?? [];

    return (
        <section aria-labelledby="carrier" className="mb-5">
            <h2 id="carrier" className="mb-1.5">
                {isOurs ? 'Sent from here' : 'Sent by the application'}
            </h2>
            {!isOurs && <p className="text-warning mb-1.5">Nothing of it goes out from here.</p>}
            {told.doubles.length > 0 && (
                <>
                    <p className="text-warning">{told.doubles.length === 1 ? 'One went out twice: the application sent it as well.' : `${told.doubles.length} went out twice: the application sent them as well.`}</p>
                    <ul className="mb-1.5">
                        {told.doubles.map((double, index) => (
                            <li key={index}>
                                <Link className="link-quiet" to={`/records/${notice.record_type}/${encodeURIComponent(double.record)}`}>
                                    {double.record}
                                </Link>{' '}
                                <span className="text-muted">
                                    {when(double.at)}
                                    {double.address && `, to ${double.address}`}
                                </span>
                            </li>
                        ))}
                    </ul>
                </>
            )}
            {mayPublish && !notice.own && (
                <button type="button" className={`btn btn-sm ${isOurs ? '' : 'btn-primary'}`} onClick={() => setOpen(true)}>
                    {isOurs ? 'Hand it back …' : 'Take it over …'}
                </button>
            )}
            {open && (
                <Dialog
                    open
                    close={() => setOpen(false)}
                    title={isOurs ? `Hand “${notice.name}” back to the application` : `Take “${notice.name}” over from the application`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={carry.isPending} onClick={() => carry.mutate()}>
                            {isOurs ? 'Hand it back' : 'Take it over'}
                        </button>
                    }
                >
                    <ol className="list-decimal pl-5 grid gap-1.5">
                        {isOurs ? (
                            <>
                                <li>In the application, switch its own message “{notice.name}” on again. {seen}</li>
                                <li>From then on nothing of it goes out from here, by hand neither; what is due and has not gone is dropped.</li>
                                <li>What answers for it is kept, for when it is taken over again.</li>
                            </>
                        ) : (
                            <>
                                <li>In the application, switch its own message “{notice.name}” off. {seen}</li>
                                <li>It must go on telling what sets it off: {notice.cue}.</li>
                                <li>If it tells of messages that it sends itself (POST /api/v1/sent), what goes out twice is named here.</li>
                            </>
                        )}
                    </ol>
                    {!isOurs && inTheWay.length > 0 && (
                        <div className="mt-3">
                            <p className="font-semibold">Beside that, this stands in the way:</p>
                            <PointList points={inTheWay} />
                        </div>
                    )}
                    {carry.error && <Problem error={carry.error} />}
                </Dialog>
            )}
        </section>
    );
}
