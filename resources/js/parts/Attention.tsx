import { useQuery } from '@tanstack/react-query';
import { CircleHelp, FileWarning, type LucideIcon, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { queries } from '../api/queries';

/** Counting ends there. */
const MOST = 10_000;

const shown = (number: number) => (number > MOST ? `${MOST.toLocaleString('en-GB')}+` : number.toLocaleString('en-GB'));

/** What waits for a person: messages that failed or are uncertain, and events whose data do not fit. Nothing where all is well. */
export function Attention() {
    const { data } = useQuery({ ...queries.attention(), refetchInterval: 15_000 });
    if (!data) {
        return null;
    }
    const all: [LucideIcon, number, string, string][] = [
        [TriangleAlert, data.failed, 'failed', '/dispatches?state=failed'],
        [CircleHelp, data.uncertain, 'uncertain', '/dispatches?state=uncertain'],
        [FileWarning, data.misfits, data.misfits === 1 ? 'event does not fit' : 'events do not fit', '/events?misfit=1'],
    ];
    const waiting = all.filter(([, number]) => number > 0);

    return waiting.length === 0 ? null : (
        <nav aria-label="Needs attention" className="flex items-center gap-2.5 text-[12.5px] whitespace-nowrap">
            {waiting.map(([Icon, number, words, to]) => (
                <Link key={to} to={to} title={`${shown(number)} ${words}`} className="flex items-center gap-1 text-[#f3d9a4] hover:text-white tabular-nums">
                    <Icon size={14} aria-hidden="true" className="text-brass" />
                    <span>
                        {shown(number)} <span className="max-[1500px]:sr-only">{words}</span>
                    </span>
                </Link>
            ))}
        </nav>
    );
}
