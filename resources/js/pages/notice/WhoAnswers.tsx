import { DndContext, PointerSensor, closestCenter, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ChevronDown, ChevronUp, GripVertical, Undo2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { useMayPublish, useMayWrite } from '../../parts/useSession';
import { BeginTemplate } from '../templates/BeginTemplate';
import { ClaimDialog } from './ClaimDialog';
import { added, groups, keyed, moved, newId, OTHERWISE, plain, told, type Otherwise, type Row, type Written } from './order';

type Notice = Schemas['Notice'];
type Desk = Schemas['OrderDesk'];
type Outlook = Schemas['OrderOutlook'];

/** Which templates answer for a notice, in the order in which they are asked; and for the record in sight, which does and why. */
export function WhoAnswers({ notice, record }: { notice: Notice; record: string | null }) {
    const desk = useQuery(queries.order(notice.key));

    return (
        <section aria-labelledby="who-answers" className="mb-6">
            {desk.error ? <Problem error={desk.error} /> : desk.data ? <Lines key={notice.key} notice={notice} desk={desk.data} record={record} /> : <Loading />}
        </section>
    );
}

function Lines({ notice, desk, record }: { notice: Notice; desk: Desk; record: string | null }) {
    const client = useQueryClient();
    const mayWrite = useMayWrite();
    const mayPublish = useMayPublish();
    const [order, setOrder] = useState<Written>(() => keyed(desk.draft ?? desk.in_force));
    const [past, setPast] = useState<Written[]>([]);
    const [open, setOpen] = useState<{ row: Row; isNew: boolean } | 'force' | null>(null);
    const revision = useRef(desk.revision);
    const isChanged = told(plain(order)) !== told(desk.in_force);
    const took = (next: Desk) => {
        revision.current = next.revision;
        client.setQueryData(queries.order(notice.key).queryKey, next);
    };
    // One after the other: each is saved on the revision that the one before it left.
    const saving = useMutation({
        scope: { id: `order of ${notice.key}` },
        mutationFn: (next: Written) =>
            told(plain(next)) === told(desk.in_force)
                ? got(api.DELETE('/notices/{key}/order/draft', { params: { path: { key: notice.key } }, body: { revision: revision.current } }))
                : got(api.PUT('/notices/{key}/order/draft', { params: { path: { key: notice.key } }, body: { revision: revision.current, ...plain(next) } })),
        onSuccess: took,
    });
    const change = (next: Written) => {
        setPast((before) => [...before, order]);
        setOrder(next);
        saving.mutate(next);
    };
    const back = (to: Written) => {
        setPast((before) => before.slice(0, -1));
        setOrder(to);
        saving.mutate(to);
    };
    const tried = useQuery(queries.triedOrder(notice.key, JSON.stringify({ ...plain(order), record })));
    // While another order or another record is looked up, what a line says stays in sight; what comes of it is not known.
    const outlook = tried.isPlaceholderData ? undefined : tried.data;
    const lineOf = (row: Row) => (outlook ? outlook.lines.find((line) => line.place === order.rows.indexOf(row)) : tried.data?.lines.find((line) => JSON.stringify(tried.data.claims[line.place]) === JSON.stringify(row.claim)));
    const all = groups(order.rows, desk.collections);
    const shown = all.flatMap(({ rows }) => rows);
    const numberOf = (place: number) => shown.findIndex((row) => order.rows.indexOf(row) === place) + 1;
    const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
    const step = (row: Row, by: number) => {
        const theirs = shown.filter((one) => one.claim.collection === row.claim.collection);
        const other = theirs[theirs.indexOf(row) + by];
        if (other) {
            change({ ...order, rows: moved(order.rows, row.id, other.id) });
        }
    };
    const why = outlook?.why;

    return (
        <div
            onKeyDown={(event) => {
                const previous = past.at(-1);
                if ((event.ctrlKey || event.metaKey) && event.key === 'z' && !event.shiftKey && previous && !(event.target instanceof HTMLInputElement) && !(event.target instanceof HTMLTextAreaElement)) {
                    event.preventDefault();
                    back(previous);
                }
            }}
        >
            <header className="flex flex-wrap items-center gap-x-3 gap-y-1.5 mb-1.5 min-h-8">
                <h2 id="who-answers">Who answers</h2>
                <span className="text-muted text-[13px]">{shown.length > 1 ? 'The first that fits does.' : ''}</span>
                <span className="ml-auto flex flex-wrap gap-1.5 items-center">
                    {isChanged && <span className="text-[12.5px] text-warning">{saving.isPending ? 'Saving …' : `Not in force yet${desk.drafted_by ? `, written by ${desk.drafted_by}` : ''}`}</span>}
                    {past.length > 0 && (
                        <button type="button" className="btn btn-sm" title="Undo (Ctrl Z)" onClick={() => back(past[past.length - 1] ?? order)}>
                            <Undo2 size={14} aria-hidden="true" /> Undo
                        </button>
                    )}
                    {isChanged && mayWrite && (
                        <button type="button" className="btn btn-sm" onClick={() => change(keyed(desk.in_force))}>
                            As it is in force
                        </button>
                    )}
                    {isChanged && mayPublish && (
                        <button type="button" className="btn btn-sm btn-primary" disabled={saving.isPending || tried.isError} onClick={() => setOpen('force')}>
                            Put in force …
                        </button>
                    )}
                </span>
            </header>
            {/* Above what is still being looked up, so that it stays where it is. */}
            {mayWrite && (
                <div className="flex flex-wrap gap-2 mb-2.5 items-baseline">
                    <button type="button" className="btn btn-sm" onClick={() => setOpen({ row: { id: newId(), claim: { template: '', on: true } }, isNew: true })}>
                        Add a template …
                    </button>
                    <BeginTemplate notice={notice.key} name={notice.name} />
                    <Link to={`/notices/${notice.key}/replay`} className="btn btn-sm">
                        Replay past events
                    </Link>
                </div>
            )}
            {saving.error && <Problem error={saving.error} />}
            {tried.error && <Problem error={tried.error} />}
            <DndContext
                sensors={sensors}
                collisionDetection={closestCenter}
                onDragEnd={({ active, over }) => {
                    const rows = over ? moved(order.rows, Number(active.id), Number(over.id)) : order.rows;
                    if (rows !== order.rows) {
                        change({ ...order, rows });
                    }
                }}
            >
                {all.map(({ collection, rows }) => (
                    <div key={collection?.key ?? ''}>
                        {collection && (
                            <p className="text-[12.5px] text-accent font-serif italic mt-1">
                                While {collection.name} is on{collection.on ? '' : ', which it is not'}
                            </p>
                        )}
                        {collection === null && all.length > 1 && rows.length > 0 && <p className="text-[12.5px] text-accent font-serif italic mt-1">Otherwise, and always</p>}
                        <ol>
                            {rows.map((row, index) => (
                                <Line
                                    key={row.id}
                                    row={row}
                                    number={shown.indexOf(row) + 1}
                                    name={desk.templates.find((template) => template.key === row.claim.template)?.name ?? row.claim.template}
                                    line={lineOf(row)}
                                    isKnown={outlook !== undefined || tried.isError}
                                    numberOf={numberOf}
                                    verdict={why?.asked.find((asked) => asked.place === order.rows.indexOf(row))}
                                    counted={outlook?.counted ?? null}
                                    record={record}
                                    mayWrite={mayWrite}
                                    isFirst={index === 0}
                                    isLast={index === rows.length - 1}
                                    step={(by) => step(row, by)}
                                    set={(next) => change({ ...order, rows: next ? order.rows.with(order.rows.indexOf(row), next) : order.rows.filter((one) => one.id !== row.id) })}
                                    edit={() => setOpen({ row, isNew: false })}
                                />
                            ))}
                        </ol>
                    </div>
                ))}
            </DndContext>
            <Rest notice={notice} desk={desk} order={order} outlook={outlook} mayWrite={mayWrite} choose={(otherwise) => change({ ...order, otherwise })} record={record} />
            {open !== null && open !== 'force' && (
                <ClaimDialog
                    notice={notice.key}
                    desk={desk}
                    row={open.row.claim}
                    isNew={open.isNew}
                    close={() => setOpen(null)}
                    take={(claim) => {
                        const row = { ...open.row, claim };
                        setOpen(null);
                        change({ ...order, rows: open.isNew ? added(order.rows, row) : order.rows.map((one) => (one.id === row.id ? row : one)) });
                    }}
                />
            )}
            {open === 'force' && (
                <PutInForce
                    notice={notice}
                    outlook={outlook}
                    revision={() => revision.current}
                    order={order}
                    close={() => setOpen(null)}
                    done={(next) => {
                        took(next);
                        setPast([]);
                        setOpen(null);
                    }}
                />
            )}
        </div>
    );
}

interface LineProps {
    row: Row;
    number: number;
    name: string;
    line: Outlook['lines'][number] | undefined;
    isKnown: boolean;
    numberOf: (place: number) => number;
    verdict: Schemas['Why']['asked'][number] | undefined;
    counted: number | null;
    record: string | null;
    mayWrite: boolean;
    isFirst: boolean;
    isLast: boolean;
    step: (by: number) => void;
    set: (row: Row | null) => void;
    edit: () => void;
}

function Line({ row, number, name, line, isKnown, numberOf, verdict, counted, record, mayWrite, isFirst, isLast, step, set, edit }: LineProps) {
    const isOn = row.claim.on !== false;
    const { setNodeRef: dragRef, listeners, setActivatorNodeRef, isDragging, transform } = useDraggable({ id: row.id, disabled: !mayWrite });
    const { setNodeRef: dropRef, isOver } = useDroppable({ id: row.id });

    return (
        <li
            ref={(element) => {
                dragRef(element);
                dropRef(element);
            }}
            style={transform ? { transform: `translateY(${transform.y}px)`, position: 'relative', zIndex: 5 } : undefined}
            aria-label={`${number}. ${name}`}
            className={`grid grid-cols-[24px_minmax(0,1fr)_auto] max-md:grid-cols-[24px_minmax(0,1fr)] gap-x-2 items-start py-1.5 pl-1.5 border-b border-line/60 border-l-3 text-[13px] ${verdict?.holds ? 'border-l-primary' : 'border-l-transparent'} ${isDragging ? 'bg-raised shadow' : isOver ? 'bg-base-200/70' : ''}`}
            onKeyDown={(event) => {
                if (mayWrite && event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
                    event.preventDefault();
                    step(event.key === 'ArrowUp' ? -1 : 1);
                }
            }}
        >
            <span className="font-serif text-accent pt-0.5">{number}</span>
            <div className={isOn ? '' : 'opacity-75'}>
                <Link to={`/templates/${row.claim.template}`} className="link-quiet font-semibold">
                    {name}
                </Link>
                <span className="text-muted">
                    {line?.version ? `, version ${line.version}` : ''}
                    {line && `, ${line.sentence || 'always'}`}
                </span>
                {row.claim.remark && <span className="block text-muted italic">{row.claim.remark}</span>}
                {line && !isOn && <span className="block text-muted">switched off</span>}
                {line && isOn && line.why_not && <span className="block text-warning">Not asked today: {line.why_not}.</span>}
                {isKnown && line?.standing === 'never' && (
                    <span className="block text-warning">
                        It can never answer: {line.shadowed_by.length === 0 ? 'no record can be so' : `${line.shadowed_by.length === 1 ? 'line' : 'lines'} ${line.shadowed_by.map(numberOf).sort((one, other) => one - other).join(' and ')} above ${line.shadowed_by.length === 1 ? 'takes' : 'take'} all of its records`}.
                    </span>
                )}
                {line?.answered != null && counted !== null && line.standing === 'undecided' && (
                    <span className="block text-muted">
                        Whether it can answer cannot be proven. Of {counted} records of the last 90 days it would have answered {line.answered}.
                    </span>
                )}
                {!isKnown && record !== null && <span className="block text-muted">Looking whether it answers for {record} …</span>}
                {verdict && record !== null && !line?.why_not && (
                    <span className={`block ${verdict.holds ? 'text-primary font-medium' : 'text-muted'}`}>
                        {verdict.holds ? `Answers for ${record}` : `Not for ${record}`}: {verdict.why}
                    </span>
                )}
            </div>
            {mayWrite && (
                <span className="flex items-center gap-0.5 max-md:col-start-2 max-md:-ml-2">
                    <button type="button" className="btn btn-xs btn-ghost" onClick={edit} aria-label={`Change when ${name} answers`}>
                        When …
                    </button>
                    <button type="button" className="btn btn-xs btn-ghost" onClick={() => set({ ...row, claim: { ...row.claim, on: !isOn } })} aria-label={`${isOn ? 'Switch off' : 'Switch on'} ${name}`}>
                        {isOn ? 'Switch off' : 'Switch on'}
                    </button>
                    <button type="button" className="btn btn-xs btn-ghost" onClick={() => set(null)} aria-label={`Take out ${name}`}>
                        Take out
                    </button>
                    <button type="button" className="btn btn-xs btn-square btn-ghost" aria-label={`Move ${name} up`} title="Up (Alt ↑)" disabled={isFirst} onClick={() => step(-1)}>
                        <ChevronUp size={14} aria-hidden="true" />
                    </button>
                    <button type="button" className="btn btn-xs btn-square btn-ghost" aria-label={`Move ${name} down`} title="Down (Alt ↓)" disabled={isLast} onClick={() => step(1)}>
                        <ChevronDown size={14} aria-hidden="true" />
                    </button>
                    <span ref={setActivatorNodeRef} {...listeners} className="cursor-grab touch-none text-muted px-0.5 max-md:hidden" title="Drag it up or down" aria-hidden="true">
                        <GripVertical size={14} />
                    </span>
                </span>
            )}
        </li>
    );
}

/** What answers when no template fits; and how that is for the record in sight. */
function Rest({ notice, desk, order, outlook, mayWrite, choose, record }: { notice: Notice; desk: Desk; order: Written; outlook: Outlook | undefined; mayWrite: boolean; choose: (otherwise: Otherwise) => void; record: string | null }) {
    const why = outlook?.why;
    const isIt = why !== undefined && why !== null && why.answers !== 'template';

    return (
        <>
            <div className={`grid grid-cols-[24px_minmax(0,1fr)] gap-x-2 py-1.5 pl-1.5 border-b border-line/60 border-l-3 text-[13px] ${isIt ? 'border-l-primary' : 'border-l-transparent'}`}>
                <span aria-hidden="true" className="font-serif text-accent pt-1">
                    –
                </span>
                <div>
                    <label className="flex flex-wrap items-center gap-x-2 gap-y-1">
                        {order.rows.length === 0 ? 'No template is chosen: it is' : 'When none of them fits, it is'}
                        {desk.has_built_in ? (
                            <select className="select select-sm bg-raised w-64" disabled={!mayWrite} value={order.otherwise} onChange={(event) => choose(event.target.value as Otherwise)}>
                                {(Object.keys(OTHERWISE) as Otherwise[]).map((one) => (
                                    <option key={one} value={one}>
                                        {OTHERWISE[one].words}
                                    </option>
                                ))}
                            </select>
                        ) : (
                            <b className="font-semibold">nothing: it has no built-in words</b>
                        )}
                        <span className="text-muted">{desk.has_built_in && OTHERWISE[order.otherwise].about}</span>
                    </label>
                    {outlook && order.rows.length > 0 && outlook.otherwise.standing === 'never' && <span className="block text-muted">It never comes to that: the templates take all records.</span>}
                    {outlook?.counted != null && outlook.otherwise.standing === 'undecided' && (
                        <span className="block text-muted">
                            Of {outlook.counted} records of the last 90 days that would have been {outlook.otherwise.answered}.
                        </span>
                    )}
                </div>
            </div>
            {record !== null && !why && <p className="text-[13px] mt-2 text-muted">For {record}: looking …</p>}
            {record !== null && why && (
                <p className="text-[13px] mt-2" aria-live="polite">
                    For <b className="font-semibold">{why.record}</b>:{' '}
                    {why.trouble ? (
                        <span className="text-warning">{why.answers === 'silent' ? 'nothing goes out.' : why.trouble}</span>
                    ) : (
                        <>
                            {why.template ? why.template.name : OTHERWISE[why.answers === 'template' ? notice.otherwise : why.answers].words}
                            {why.language && `, in ${new Intl.DisplayNames('en', { type: 'language' }).of(why.language)} (${why.language_reason ?? ''})`}
                            {why.answers !== 'silent' && (why.recipient.address ? `, to ${why.recipient.address}` : ', but there is no address')}.
                        </>
                    )}
                </p>
            )}
        </>
    );
}

function PutInForce({ notice, outlook, revision, order, close, done }: { notice: Notice; outlook: Outlook | undefined; revision: () => number; order: Written; close: () => void; done: (desk: Desk) => void }) {
    const client = useQueryClient();
    const compared = useQuery(queries.comparedOrder(notice.key, JSON.stringify(plain(order))));
    const differing = compared.data?.differing;
    const put = useMutation({
        mutationFn: () => got(api.POST('/notices/{key}/order', { params: { path: { key: notice.key } }, body: { revision: revision(), ...plain(order) } })),
        onSuccess: async (next) => {
            done(next);
            toast.success('It is in force.');
            await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] === 'running-order' || queryKey[0] === 'templates' || (queryKey[0] === 'notices' && queryKey[2] !== 'order') });
        },
    });

    return (
        <Dialog
            open
            close={close}
            wide
            title={`Who answers for “${notice.name}”`}
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={put.isPending || !outlook} onClick={() => put.mutate()}>
                    {put.isPending ? 'Putting it in force …' : 'Put in force'}
                </button>
            }
        >
            {outlook ? (
                <div className="grid grid-cols-2 max-md:grid-cols-1 gap-5 text-[13px]">
                    <Told title="Now" lines={outlook.now} other={outlook.then} mark="line-through text-muted" />
                    <Told title="From then on" lines={outlook.then} other={outlook.now} mark="text-primary font-medium" />
                </div>
            ) : (
                <Loading />
            )}
            {outlook && (
                <ul className="text-[13px] mt-3 grid gap-1">
                    <li>
                        {compared.error ? (
                            <Problem error={compared.error} />
                        ) : !differing ? (
                            'Comparing with the messages of the last 90 days …'
                        ) : differing.of === 0 ? (
                            `No message was sent in the last ${differing.days} days to compare with.`
                        ) : (
                            <>
                                Of the {differing.more ? 'newest ' : ''}
                                {differing.of === 1 ? '1 message' : `${differing.of} messages`} of the last {differing.days} days, <b>{differing.number === 0 ? 'none' : differing.number}</b> would use {differing.number === 1 ? 'another template' : 'other templates'}.
                            </>
                        )}
                    </li>
                    {outlook.lines
                        .filter((line) => line.standing === 'never' && line.on)
                        .map((line) => (
                            <li key={line.place} className="text-warning">
                                {line.name} can never be used: {line.shadowed_by.length === 0 ? 'no record meets its condition' : `${line.shadowed_by.map((place) => outlook.lines.find((one) => one.place === place)?.name ?? '').join(' and ')} above it ${line.shadowed_by.length === 1 ? 'takes' : 'take'} all of its records`}.
                            </li>
                        ))}
                </ul>
            )}
            {put.error && <Problem error={put.error} />}
        </Dialog>
    );
}

function Told({ title, lines, other, mark }: { title: string; lines: string[]; other: string[]; mark: string }) {
    return (
        <div>
            <h3 className="font-serif mb-1">{title}</h3>
            <ol>
                {lines.map((line, index) => (
                    <li key={index} className={`py-1 border-b border-line/60 ${other.includes(line) ? '' : mark}`}>
                        {line}
                    </li>
                ))}
            </ol>
        </div>
    );
}
