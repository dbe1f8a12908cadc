import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Check, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../api/client';
import { when } from './when';

/** Events, newest first: whether their data fit, and what each notice said. */
export function EventTable({ events, mayRetry }: { events: Schemas['EventLine'][]; mayRetry: boolean }) {
    return (
        <table className="things w-full text-[13px]">
            <thead>
                <tr className="text-left text-muted border-b border-line">
                    <th className="font-normal py-1.5 pr-3">Received</th>
                    <th className="font-normal pr-3">Event</th>
                    <th className="font-normal pr-3">Record</th>
                    <th className="font-normal pr-3">Data</th>
                    <th className="font-normal pr-3">Notices</th>
                    <th className="font-normal">
                        <span className="sr-only">Actions</span>
                    </th>
                </tr>
            </thead>
            <tbody>
                {events.map((event) => (
                    <tr key={event.id} className="border-b border-line/70 align-top">
                        <td className="py-1.5 pr-3 text-muted whitespace-nowrap">{when(event.at)}</td>
                        <td className="py-1.5 pr-3">
                            <span className="font-semibold">{event.label}</span>
                            <code className="block font-mono text-[11px] text-muted break-all">{event.event_id}</code>
                        </td>
                        <td className="py-1.5 pr-3 whitespace-nowrap">
                            <Link className="link-quiet" to={`/records/${event.record_type}/${encodeURIComponent(event.record)}`}>
                                {event.record}
                            </Link>
                        </td>
                        <td className="py-1.5 pr-3 max-w-[340px] break-words">
                            {event.fits ? (
                                <span className="inline-flex items-center gap-1.5 text-success whitespace-nowrap">
                                    <Check size={14} aria-hidden="true" /> Fit
                                </span>
                            ) : (
                                <>
                                    <span className="inline-flex items-center gap-1.5 font-medium text-error whitespace-nowrap">
                                        <TriangleAlert size={14} aria-hidden="true" /> Do not fit
                                    </span>
                                    <span className="block">{event.fault}</span>
                                </>
                            )}
                        </td>
                        <td className="py-1.5 pr-3">
                            <Verdicts notices={event.notices} />
                        </td>
                        <td className="py-1.5 text-right">{!event.fits && mayRetry && <Retry event={event} />}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

/** What was triggered, in sight; why all else was not, on demand. */
function Verdicts({ notices }: { notices: Schemas['EventLine']['notices'] }) {
    const triggered = notices.filter(({ set_off }) => set_off);

    return (
        <>
            {triggered.length === 0 ? <span className="text-muted">None triggered</span> : triggered.map(({ notice, name, left_to_source }) => (
                <span key={notice} className="block">
                    <Link className="link-quiet" to={`/notices/${notice}`}>
                        {name}
                    </Link>
                    {left_to_source && <span className="text-muted">, sent by the application</span>}
                </span>
            ))}
            {notices.length > 0 && (
                <details>
                    <summary className="cursor-pointer text-muted">Reasons ({notices.length})</summary>
                    <ul>
                        {notices.map(({ notice, name, set_off, reason }) => (
                            <li key={notice}>
                                {name}: <span className="text-muted">{set_off ? `triggered, ${reason}` : reason}</span>
                            </li>
                        ))}
                    </ul>
                </details>
            )}
        </>
    );
}

function Retry({ event }: { event: Schemas['EventLine'] }) {
    const client = useQueryClient();
    const retry = useMutation({
        mutationFn: () => got(api.POST('/events/{event}/retry', { params: { path: { event: event.id } } })),
        onSuccess: () => toast.success('The data fit now. What the event triggers goes out.'),
        onError: (error: Error) => toast.error(error instanceof ProblemError && error.problem.status === 422 ? `The data still do not fit: ${(error.problem.faults ?? []).map(({ place, reason }) => `${place} ${reason}`).join('; ')}` : error.message),
        onSettled: () => client.invalidateQueries(),
    });

    return (
        <button type="button" className="btn btn-xs" disabled={retry.isPending} aria-label={`Retry: ${event.label} for ${event.record}`} onClick={() => retry.mutate()}>
            Retry
        </button>
    );
}
