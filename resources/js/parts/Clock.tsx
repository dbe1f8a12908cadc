import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Clock as Dial } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { Problem } from './Message';
import { useMayPublish, useSession } from './useSession';
import { clockShows, when, whenWithDay, zoneName } from './when';
import { shownBriefly } from './day';

const HOUR = 3_600_000;

/** The clock that the work goes by, where it may be moved on: what it shows, and the ways on. What comes due meanwhile goes out. */
export function Clock({ clock, here }: { clock: Schemas['Clock']; here: boolean }) {
    const client = useQueryClient();
    const mayPublish = useMayPublish();
    const { dataUpdatedAt } = useSession();
    const now = Date.parse(clock.now) + Math.max(0, useNow() - dataUpdatedAt);
    const [at, setAt] = useState('');
    const move = useMutation({
        mutationFn: (to: string) => got(api.PUT('/clock', { body: { to } })),
        onSuccess: async ({ called, ...moved }) => {
            client.setQueryData<Schemas['Session']>(['session'], (session) => session && { ...session, clock: moved });
            toast.success(called === 0 ? 'The clock was moved on. Nothing has come due.' : called === 1 ? 'The clock was moved on. 1 message has come due.' : `The clock was moved on. ${called} messages have come due.`);
            await client.invalidateQueries();
        },
    });
    const later = (hours: number) => new Date(now + hours * HOUR).toISOString();
    const today = clockShows(now);
    // Both as clocks show them in the zone of the source.
    const morning = `${today.slice(11) < '09:00' ? today.slice(0, 10) : clockShows(now + 24 * HOUR).slice(0, 10)}T09:00`;

    return (
        <>
            <button type="button" popoverTarget="clock" style={{ anchorName: '--clock' }} className={`cursor-pointer hover:text-white whitespace-nowrap flex items-center gap-1.5 ${clock.moved ? 'text-brass' : ''}`}>
                <Dial size={14} aria-hidden="true" />
                <span className="sr-only">The clock of the demo: </span>
                <span className={clock.moved ? '' : 'sr-only'}>{when(new Date(now).toISOString())}</span>
            </button>
            <div popover="auto" id="clock" style={{ positionAnchor: '--clock' }} className="dropdown dropdown-end bg-raised text-base-content border border-line rounded-box p-3 w-72 shadow-lg text-[13px]">
                <p className="font-semibold">{whenWithDay(now)}</p>
                <p className="text-muted mb-2">
                    {clock.moved ? 'The clock of this demo was moved: what is due, conditions and messages go by it.' : 'What is due, conditions and messages go by this clock. In this demo it can be moved on.'}
                </p>
                {mayPublish && here && (
                    <>
                        <div className="grid gap-1.5">
                            {(
                                [
                                    ['An hour on', later(1)],
                                    [`To ${shownBriefly(morning.replace('T', ' '))}`, morning],
                                    ['24 hours on', later(24)],
                                    ['A week on', later(7 * 24)],
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
                                move.mutate(at);
                            }}
                        >
                            <label className="flex-1">
                                <span className="sr-only">To a time ({zoneName()})</span>
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
