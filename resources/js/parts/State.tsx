import { Check, CircleHelp, CircleSlash, Clock, Send, TriangleAlert, Undo2 } from 'lucide-react';
import type { Schemas } from '../api/client';

const LOOKS = {
    queued: [Clock, 'text-info', 'Queued'],
    sending: [Send, 'text-info', 'Sending'],
    sent: [Check, 'text-success', 'Sent'],
    uncertain: [CircleHelp, 'text-warning', 'Uncertain'],
    skipped: [CircleSlash, 'text-muted', 'Skipped'],
    failed: [TriangleAlert, 'text-error', 'Failed'],
    bounced: [Undo2, 'text-error', 'Bounced'],
} as const;

export const STATES = Object.keys(LOOKS) as Schemas['DispatchState'][];

export function stateName(state: Schemas['DispatchState']): string {
    return LOOKS[state][2];
}

/** The state of a dispatch, by word and shape. */
export function State({ state }: { state: Schemas['DispatchState'] }) {
    const [Icon, colour, word] = LOOKS[state];

    return (
        <span className={`inline-flex items-center gap-1.5 font-medium whitespace-nowrap ${colour}`}>
            <Icon size={14} aria-hidden="true" /> {word}
        </span>
    );
}
