import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Clock as Dial } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { Problem } from './Message';
import { useMayPublish, useSession } from './useSession';

const shown = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const brief = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const HOUR = 3_600_000;

/** The clock that the work goes by, where it may be moved on: what it shows, and the ways on. What comes due meanwhile goes out. */
export function Clock({ clock, here }: { clock: Schemas['Clock']; here: boolean }) {
    const client = useQueryClient();
    const mayPublish = useMayPublish();
    const { dataUpdatedAt } = useSession();
    const now = Date.parse(clock.now) + Math.max(0, useNow() - dataUpdatedAt);
    const [at, setAt] = useState('');
    const move = useMutation({
        mutationFn: (to: Date) => got(api.PUT('/clock', { body: { to: to.toISOString() } })),
        onSuccess: async ({ called, ...moved }) => {
            client.setQueryData<Schemas['Session']>(['session'], (session) => session && { ...session, clock: moved });
            toast.success(called === 0 ? 'The clock was moved on. Nothing has come due.' : called === 1 ? 'The clock was moved on. 1 message has come due.' : `The clock was moved on. ${called} messages have come due.`);
            await client.invalidateQueries();
        },
    });
    const morning = new Date(now);
    morning.setHours(9, 0, 0, 0);
    if (morning.getTime() <= now) {
        morning.setDate(morning.getDate() + 1);
    }

    return (
        <>
            <button type="button" popoverTarget="clock" style={{ anchorName: '--clock' }} className={`cursor-pointer hover:text-white whitespace-nowrap flex items-center gap-1.5 ${clock.moved ? 'text-brass' : ''}`}>
                <Dial size={14} aria-hidden="true" />
                <span className="sr-only">The clock of the demo: </span>
                <span className={clock.moved ? '' : 'sr-only'}>{brief.format(now)}</span>
            </button>
            <div popover="auto" id="clock" style={{ positionAnchor: '--clock' }} className="dropdown dropdown-end bg-raised text-base-content border border-line rounded-box p-3 w-72 shadow-lg text-[13px]">
                <p className="font-semibold">{shown.format(now)}</p>
                <p className="text-muted mb-2">
                    {clock.moved ? 'The clock of this demo was moved: what is due, conditions and messages go by it.' : 'What is due, conditions and messages go by this clock. In this demo it can be moved on.'}
                </p>
                {mayPublish && here && (
                    <>
                        <div className="grid gap-1.5">
                            {(
                                [
                                    ['An hour on', new Date(now + HOUR)],
                                    [`To ${shown.format(morning)}`, morning],
                                    ['24 hours on', new Date(now + 24 * HOUR)],
                                    ['A week on', new Date(now + 7 * 24 * HOUR)],
                                ] as const
                            ).map(([words, to]) => (
                                <button key={words} type="button" className="btn btn-sm" disabled={move.isPending} onClick={() => move.mutate(to)}>
                                    {words}
                                </button>
                            ))}
                        </div>
                        <form
                            className="flex gap-1.5 mt-2"
                            onSubmit={(event) => {
                                event.preventDefault();
                                const to = new Date(at);
                                if (!Number.isNaN(to.getTime())) {
                                    move.mutate(to);
                                }
                            }}
                        >
                            <label className="flex-1">
                                <span className="sr-only">To a time</span>
                                <input type="datetime-local" required className="input input-sm bg-raised w-full" value={at} onChange={(event) => setAt(event.target.value)} />
                            </label>
                            <button type="submit" className="btn btn-sm" disabled={move.isPending}>
                                Move
                            </button>
                        </form>
                        {move.error && <Problem error={move.error} />}
                    </>
                )}
            </div>
        </>
    );
}

/** The moment that is now by the browser, anew every quarter of a minute. */
function useNow(): number {
    const [now, setNow] = useState(() => Date.now());
    useEffect(() => {
        const timer = setInterval(() => setNow(Date.now()), 15_000);

        return () => clearInterval(timer);
    }, []);

    return now;
}
