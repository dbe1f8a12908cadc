import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { SOURCE } from '../../api/source';
import { Words } from '../../drafts/Changes';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Stage } from '../../parts/Stage';
import { when } from '../../parts/when';

type Line = Schemas['ReplayLine'];
type Against = { order?: Schemas['Order']; collection?: string; template?: string; version?: number };

/** So many that differ are listed. */
const SHOWN = 200;

/** Past events of a notice, run against other words or others who answer: what would be another message, before anything is sent. */
export function ReplayPage() {
    const key = useParams()['notice'] ?? '';
    const notice = useQuery(queries.notice(key));
    const order = useQuery(queries.order(key));
    if (notice.isPending || order.isPending) {
        return <Loading />;
    }
    if (notice.error ?? order.error) {
        return <Problem error={notice.error ?? order.error} />;
    }

    return <Loaded notice={notice.data} desk={order.data} />;
}

function choices(desk: Schemas['OrderDesk']): { words: string; against: Against }[] {
    return [
        ...(desk.draft ? [{ words: 'who answers, as it is being written', against: { order: desk.draft } }] : []),
        ...desk.collections.map((collection) => ({ words: `while ${collection.name} is on`, against: { collection: collection.key } })),
        ...desk.templates
            .filter((template) => !template.archived)
            .flatMap((template) => [
                { words: `${template.name}, as it is drafted`, against: { template: template.key } as Against },
                ...Array.from({ length: template.version ?? 0 }, (_, index) => ({ words: `${template.name}, version ${(template.version ?? 0) - index}`, against: { template: template.key, version: (template.version ?? 0) - index } })),
            ]),
    ];
}

function Loaded({ notice, desk }: { notice: Schemas['Notice']; desk: Schemas['OrderDesk'] }) {
    const all = choices(desk);
    const [chosen, setChosen] = useState(0);
    const [lines, setLines] = useState<Line[]>([]);
    const [state, setState] = useState<{ replay: string; of: number; running: boolean } | null>(null);
    const [error, setError] = useState<unknown>(null);
    const [open, setOpen] = useState<string | null>(null);
    const stop = useRef(false);
    // Whoever goes away has stopped it.
    useEffect(() => () => void (stop.current = true), []);

    const run = async () => {
        stop.current = false;
        setError(null);
        setLines([]);
        setOpen(null);
        try {
            const post = (body: { against?: Against; replay?: string; after?: string }) => got(api.POST('/notices/{key}/replay', { params: { path: { key: notice.key } }, body }));
            let next = await post({ against: all[chosen]?.against ?? {} });
            let done = next.lines;
            for (;;) {
                const goesOn = next.more && done.length < next.of && !stop.current;
                setLines(done);
                setState({ replay: next.replay, of: next.of, running: goesOn });
                const last = done.at(-1);
                if (!goesOn || !last) {
                    break;
                }
                next = await post({ replay: next.replay, after: last.dispatch });
                done = [...done, ...next.lines];
            }
        } catch (fault) {
            setError(fault);
            setState(null);
        }
    };
    const differing = lines.filter((line) => line.differs);
    const faults = lines.filter((line) => line.fault !== null);
    const by = [...new Set(lines.map((line) => line.then ?? 'cannot be made'))].map((then) => ({ then, number: lines.filter((line) => (line.then ?? 'cannot be made') === then).length }));

    return (
        <Page
            times="server"
            title="Replay past events"
            lead="What has gone out, run against other words or others who answer. Nothing is sent."
            above={
                <>
                    <Link to="/running-order" className="link-quiet">
                        Running order
                    </Link>{' '}
                    ·{' '}
                    <Link to={`/notices/${notice.key}`} className="link-quiet">
                        {notice.name}
                    </Link>
                </>
            }
        >
            <div className="flex flex-wrap gap-3 items-end border-y border-line py-2.5 mb-4 text-[13px]">
                <label className="grid gap-1">
                    Run against
                    <select className="select select-sm bg-raised w-96" value={chosen} disabled={state?.running} onChange={(event) => setChosen(Number(event.target.value))}>
                        {all.map((choice, index) => (
                            <option key={choice.words} value={index}>
                                {choice.words}
                            </option>
                        ))}
                    </select>
                </label>
                {state?.running ? (
                    <button type="button" className="btn btn-sm" onClick={() => (stop.current = true)}>
                        Stop
                    </button>
                ) : (
                    <button type="button" className="btn btn-sm btn-primary" disabled={all.length === 0} onClick={() => void run()}>
                        Run it
                    </button>
                )}
                {state && (
                    <span className="flex items-center gap-3" aria-live="polite">
                        <progress className="progress progress-primary w-40" value={lines.length} max={Math.max(1, state.of)} aria-label="How far it is" />
                        {lines.length} of {state.of}
                        {!state.running && lines.length < state.of && ', stopped'}
                    </span>
                )}
            </div>
            {error !== null && <Problem error={error} />}
            {all.length === 0 && <Empty>No template about such records has been written yet: there is nothing to run against.</Empty>}
            {state && !state.running && state.of === 0 && <Empty>Nothing has gone out for this notice yet.</Empty>}
            {lines.length > 0 && (
                <>
                    <p className="mb-2">
                        <b className={`font-semibold ${differing.length > 0 ? 'text-primary' : ''}`}>{differing.length === 0 ? 'None differs' : differing.length === 1 ? 'One differs' : `${differing.length} differ`}</b> from what was sent
                        {faults.length > 0 && <span className="text-warning">; {faults.length === 1 ? 'one cannot be made' : `${faults.length} cannot be made`}</span>}. {by.map(({ then, number }) => `${then}: ${number}`).join('; ')}.
                    </p>
                    <ol className="text-[13px]">
                        {[...faults, ...differing].slice(0, SHOWN).map((line) => (
                            <li key={line.dispatch} className="border-t border-line/60 py-1.5">
                                <button type="button" className="cursor-pointer text-left w-full flex flex-wrap gap-x-4" aria-expanded={open === line.dispatch} disabled={line.fault !== null} onClick={() => setOpen(open === line.dispatch ? null : line.dispatch)}>
                                    <b className="font-semibold">{line.record}</b>
                                    <span className="text-muted">{when(line.at)}</span>
                                    {line.fault ? (
                                        <span className="text-warning">{line.fault}</span>
                                    ) : (
                                        <span>
                                            <s className="text-muted">{line.was ?? 'nothing'}</s> {line.then}
                                        </span>
                                    )}
                                </button>
                                {open === line.dispatch && state && <Both notice={notice.key} replay={state.replay} line={line} />}
                            </li>
                        ))}
                    </ol>
                    {faults.length + differing.length > SHOWN && <p className="text-muted text-[13px]">The newest {SHOWN} are listed.</p>}
                </>
            )}
        </Page>
    );
}

function Both({ notice, replay, line }: { notice: string; replay: string; line: Line }) {
    const both = useQuery(queries.replayed(notice, replay, line.dispatch));
    if (both.error) {
        return <Problem error={both.error} />;
    }
    if (!both.data) {
        return <Loading />;
    }
    const { before, after, subject, text, html_at } = both.data;

    return (
        <div className="py-2 grid gap-3">
            <section aria-label="The words that differ" className="bg-raised border border-line rounded-box p-3">
                <p className="font-semibold break-words" dir="auto">
                    <Words words={subject} />
                </p>
                <pre tabIndex={0} dir="auto" className="font-mono text-[11px] whitespace-pre-wrap break-words max-h-64 overflow-auto mt-1.5">
                    <Words words={text} />
                </pre>
            </section>
            <div className="grid grid-cols-2 max-lg:grid-cols-1 gap-5 items-start">
                <article aria-label="As it was sent" className="bg-raised border border-line rounded-box overflow-hidden">
                    <p className="p-2.5 border-b border-line">
                        <b className="font-serif text-[15px] font-semibold">As it was sent</b> <span className="text-muted">{line.was ?? 'nothing'}</span>{' '}
                        <Link to={`/dispatches/${line.dispatch}`} className="link-quiet">
                            The dispatch
                        </Link>
                    </p>
                    {before ? <Stage at={`/stage/${SOURCE}/dispatches/${line.dispatch}`} title="As it was sent" /> : <p className="p-4 text-muted">Nothing went out, or what it said is kept no longer.</p>}
                </article>
                <article aria-label="As it would be" className="bg-raised border border-line rounded-box overflow-hidden">
                    <p className="p-2.5 border-b border-line">
                        <b className="font-serif text-[15px] font-semibold">As it would be</b> <span className="text-muted">{line.then}</span>
                    </p>
                    {after ? <Stage at={html_at} title="As it would be" /> : <p className="p-4 text-muted">Nothing would go out.</p>}
                </article>
            </div>
        </div>
    );
}
