import { CircleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link, useLocation, useRouteError } from 'react-router';
import { ProblemError } from '../api/client';

export function Loading() {
    return (
        <p role="status" className="p-9 text-muted">
            Loading…
        </p>
    );
}

/** What went wrong, with all its reasons. */
export function Problem({ error }: { error: unknown }) {
    const problem = error instanceof ProblemError ? error.problem : undefined;

    return (
        <div role="alert" className="m-6 border-l-3 border-error bg-raised p-4 max-w-2xl">
            <p className="font-semibold text-error flex items-center gap-2">
                <CircleAlert size={16} aria-hidden="true" /> {problem?.title ?? 'Something went wrong on this page'}
            </p>
            <p>{problem?.detail ?? (problem ? '' : String(error))}</p>
            <Faults error={error} />
            {problem?.status === 404 && <WayOn />}
        </div>
    );
}

/** A page that could not be drawn. What was written in a draft is kept in this browser until it is saved. */
export function Broken() {
    const error = useRouteError();

    return (
        <div role="alert" className="p-9 max-w-xl">
            <h1 className="mb-2">This page could not be shown</h1>
            <p className="mb-2">Something went wrong while the page was drawn. Nothing was sent by that, and what you wrote in a draft is kept.</p>
            <p className="text-muted text-[13px] mb-3 break-words">{error instanceof Error ? error.message : String(error)}</p>
            <p className="flex gap-2">
                <button type="button" className="btn btn-sm btn-primary" onClick={() => window.location.reload()}>
                    Load the page again
                </button>
                <Link className="btn btn-sm" to="/running-order" reloadDocument>
                    Go to the running order
                </Link>
            </p>
        </div>
    );
}

/** Where all is that is of the kind of what is not there. */
function WayOn() {
    const [, section] = useLocation().pathname.split('/');
    const [to, words] = SECTIONS[section ?? ''] ?? ['/running-order', 'To the running order'];

    return (
        <p className="mt-2">
            <Link className="link-quiet" to={to}>
                {words}
            </Link>
        </p>
    );
}

const SECTIONS: Record<string, [string, string]> = {
    templates: ['/templates', 'To the templates'],
    collections: ['/collections', 'To the collections'],
    brand: ['/brand', 'To the brand'],
    records: ['/records', 'To the records'],
    dispatches: ['/dispatches', 'To the dispatches'],
    mailroom: ['/mailroom', 'To the mailroom'],
};

export function Faults({ error }: { error: unknown }) {
    const faults = error instanceof ProblemError ? (error.problem.faults ?? []) : [];

    return faults.length === 0 ? null : (
        <ul className="list-disc pl-5">
            {faults.map((fault) => (
                <li key={fault.place + fault.reason}>{fault.place ? `${fault.place}: ${fault.reason}` : fault.reason}</li>
            ))}
        </ul>
    );
}

/** An empty page: what belongs there, and the one thing to do. */
export function Empty({ children }: { children: ReactNode }) {
    return <div className="border-t border-line py-10 text-muted text-center max-w-2xl mx-auto">{children}</div>;
}

export function NoSource() {
    return (
        <Empty>
            <p className="mb-2">No application is connected yet. Load the manifest in which it describes its records and notices:</p>
            <code className="font-mono text-[13px] bg-base-200 px-2 py-1 rounded">php artisan herald:source manifest.json</code>
        </Empty>
    );
}

/** Where a message would be shown, and no record is there that it could be filled with. */
export function NoRecord({ type = null }: { type?: string | null }) {
    return (
        <>
            There is no record to show a message with: none is loaded, or none fits what the source declares today.{' '}
            <Link className="link-quiet" to={type === null ? '/records' : `/records/${type}`}>
                Look at the records
            </Link>
            , or load some: <code className="font-mono">php artisan herald:records orders.jsonl</code>
        </>
    );
}

export function NothingHere() {
    return (
        <div className="p-9">
            <h1 className="mb-2">Nothing here</h1>
            <p>
                This address leads to no page.{' '}
                <Link className="link-quiet" to="/running-order">
                    To the running order
                </Link>
            </p>
        </div>
    );
}
