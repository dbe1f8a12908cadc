import { Check, Info, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';

const LOOKS = { good: [Check, 'text-success', 'in order'], note: [Info, 'text-muted', 'worth knowing'], bad: [TriangleAlert, 'text-warning', 'stands in the way'] } as const;

/** Points between an event and the inbox: how each stands, by what that is seen, and what mends it. */
export function PointList({ points }: { points: Schemas['Point'][] }) {
    return (
        <ol className="text-[13px]">
            {points.map((point) => {
                const [Icon, colour, words] = LOOKS[point.state];

                return (
                    <li key={point.title} className="grid grid-cols-[18px_1fr] gap-x-1.5 py-1 border-b border-line/60">
                        <span className={`pt-0.5 ${colour}`}>
                            <Icon size={14} aria-hidden="true" />
                            <span className="sr-only">{words}:</span>
                        </span>
                        <span className="min-w-0 break-words">
                            <b className="font-semibold">{point.title}</b>
                            <span className={`block ${point.state === 'bad' ? 'text-warning' : 'text-muted'}`}>{/[.?]$/.test(point.words) ? point.words : `${point.words}.`}</span>
                            {point.mend &&
                                (point.at ? (
                                    <Link to={point.at} className="link-quiet">
                                        {point.mend}
                                    </Link>
                                ) : (
                                    <span>{point.mend}</span>
                                ))}
                        </span>
                    </li>
                );
            })}
        </ol>
    );
}
