import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Group, UNBEGUN, type Condition } from '../../manuscript/ConditionForm';
import { FieldsContext, type Field, type Fields } from '../../manuscript/desk';
import { declared, type Scope } from '../../manuscript/document';
import { FieldChoice } from '../../manuscript/Lists';
import { Fault } from '../../parts/Fault';
import { Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useQuiet } from '../../parts/useQuiet';
import { BLANK, cueKind, fieldsOf, foreseen, keyFor, spanOf, UNITS, type Changes, type CueKind, type Follows, type Given, type OwnNotice, type Required, type Span, type Time, type Unit } from './ownNotice';

type Parts = Schemas['NoticeParts'];

/** What the rows of the form are called, by the member of the document that they are about. */
const PLACES: Record<string, string> = { name: 'Name', key: 'Name', strand: 'About', recipient: 'Recipients', audience: 'Recipients', cue: 'When', given: 'Extra data', required: 'Must contain' };

/** A notice of one's own is made or changed: as a sentence that one fills in, with what it would have been beside it. */
export function OwnNoticePage() {
    const key = useParams()['notice'];
    const [search] = useSearchParams();
    const order = useQuery(queries.runningOrder());
    const known = useQuery({ ...queries.notice(key ?? ''), enabled: key !== undefined });
    const type = known.data?.record_type ?? search.get('about') ?? order.data?.strands[0]?.record_type;
    const parts = useQuery({ ...queries.noticeParts(type ?? ''), enabled: type !== undefined });
    const error = order.error ?? known.error ?? parts.error;
    if (error) {
        return <Problem error={error} />;
    }
    if (!parts.data || type === undefined || (key !== undefined && !known.data)) {
        return <Loading />;
    }
    const document = known.data?.document as OwnNotice | undefined;

    return <Form key={`${key ?? ''} ${type}`} parts={parts.data} type={type} begun={document ?? { ...BLANK, strand: search.get('strand') ?? parts.data.strands[0]?.key ?? '' }} revision={known.data?.revision ?? null} />;
}

function Form({ parts, type, begun, revision }: { parts: Parts; type: string; begun: OwnNotice; revision: number | null }) {
    const [notice, setNotice] = useState(begun);
    const [, setSearch] = useSearchParams();
    const client = useQueryClient();
    const go = useNavigate();
    const isNew = revision === null;
    const fields = useMemo(() => fieldsOf(parts), [parts]);
    const kind = cueKind(notice);
    const set = (changes: Partial<OwnNotice>) => setNotice((before) => ({ ...before, ...changes }));
    const whole: OwnNotice = isNew ? { ...notice, key: keyFor(notice.name) } : notice;
    const isBegun = notice.name.trim() !== '' && (notice.recipient.path || notice.recipient.address || notice.recipient.role) && (kind !== 'event' || notice.cue.event) && (kind !== 'follows' || notice.cue.follows?.notice) && (kind !== 'changes' || notice.cue.changes?.path);
    const asked = useQuiet(JSON.stringify(whole));
    const tried = useQuery({ ...queries.triedNotice(asked), enabled: Boolean(isBegun) });
    const save = useMutation({
        mutationFn: () =>
            isNew
                ? got(api.POST('/notices', { body: { notice: { ...whole } } }))
                : got(api.PUT('/notices/{key}', { params: { path: { key: whole.key } }, body: { revision, notice: { ...whole } } })),
        onSuccess: async () => {
            await Promise.all([client.invalidateQueries(queries.runningOrder()), client.invalidateQueries({ queryKey: ['notices'] }), client.invalidateQueries({ queryKey: ['coming'] })]);
            toast.success(isNew ? `“${whole.name}” is made. It is off until you switch it on.` : `“${whole.name}” is changed.`);
            void go(`/notices/${whole.key}`);
        },
    });
    const faults = [save.error, tried.error].flatMap((error) => (error instanceof ProblemError ? (error.problem.faults ?? []) : []));
    const at = (place: string) => faults.find((fault) => fault.place === place || fault.place.startsWith(`${place}/`))?.reason;
    const conditionAt = at('cue/time/if') ?? at('cue/follows/if') ?? at('cue/becomes');

    return (
        <FieldsContext value={fields}>
            <Page
                title={isNew ? 'Add a notice' : notice.name}
                lead={isNew ? 'A message that the source does not know of: when it goes, to whom. Its words are written afterwards.' : 'What it is. Its words are its template’s.'}
                above={
                    <Link to={isNew ? '/running-order' : `/notices/${notice.key}`} className="link-quiet">
                        {isNew ? 'Running order' : 'Back to the notice'}
                    </Link>
                }
            >
                <form
                    className="grid grid-cols-[minmax(0,1fr)_320px] max-lg:grid-cols-1 gap-x-10 gap-y-5 border-t border-line pt-4"
                    onSubmit={(event) => {
                        event.preventDefault();
                        save.mutate();
                    }}
                >
                    <div className="grid gap-5 content-start">
                        <Row name="It is called" fault={at('name') ?? at('key')}>
                            <input className="input input-sm bg-raised w-full max-w-md" maxLength={200} aria-label="Name" value={notice.name} placeholder="Two days before it is due" onChange={(event) => set({ name: event.target.value })} />
                        </Row>
                        <Row name="It is about" fault={at('strand')}>
                            <span className="flex flex-wrap gap-2">
                                <select className="select select-sm bg-raised w-44" aria-label="Records" value={type} disabled={!isNew} onChange={(event) => setSearch({ about: event.target.value }, { replace: true })}>
                                    {parts.record_types.map((one) => (
                                        <option key={one.key} value={one.key}>
                                            {one.name}
                                        </option>
                                    ))}
                                </select>
                                <StrandChoice parts={parts} type={type} strand={notice.strand} set={(strand) => set({ strand })} />
                            </span>
                        </Row>
                        <Row name="It goes to" fault={at('recipient/where') ? undefined : (at('recipient') ?? at('audience'))}>
                            <RecipientForm notice={notice} set={set} fields={fields} parts={parts} type={type} fault={at('recipient/where')} />
                        </Row>
                        <Row name="It goes" fault={conditionAt ? undefined : at('cue')}>
                            <select
                                className="select select-sm bg-raised w-64"
                                aria-label="What sets it off"
                                value={kind}
                                onChange={(event) => {
                                    set({ cue: begunAs(event.target.value as CueKind, parts, fields) });
                                }}
                            >
                                <option value="event">when something happens</option>
                                <option value="created">when a record is new</option>
                                <option value="changes">when a field changes</option>
                                <option value="becomes">when something comes to be so</option>
                                <option value="time">by a date in the record</option>
                                <option value="follows">so long after another message</option>
                            </select>
                            {kind === 'event' && <EventForm notice={notice} set={set} events={parts.events} fault={conditionAt} />}
                            {notice.cue.changes && <ChangesForm changes={notice.cue.changes} set={(changes) => set({ cue: { ...notice.cue, changes } })} fields={fields} />}
                            {kind === 'becomes' && <Conditions label="It comes to be so" fault={conditionAt} condition={notice.cue.becomes} set={(becomes) => set({ cue: { ...notice.cue, becomes: becomes ?? UNBEGUN } })} />}
                            {notice.cue.follows && <FollowsForm follows={notice.cue.follows} set={(follows) => set({ cue: { follows } })} notices={parts.notices.filter(({ key }) => key !== notice.key)} fault={conditionAt} />}
                            {notice.cue.time && <TimeForm time={notice.cue.time} set={(time) => set({ cue: { time } })} fields={fields} fault={conditionAt} />}
                        </Row>
                        <Row name="It asks for" fault={at('given')}>
                            <GivenForm given={notice.given ?? []} set={(given) => set({ given })} />
                        </Row>
                        <Row name="It must contain" fault={at('required')}>
                            <RequiredForm required={notice.required ?? {}} set={(required) => set({ required })} questions={parts.questions} fields={fields} />
                        </Row>
                        <div className="border-t border-line pt-3 flex gap-2 items-center">
                            <button type="submit" className="btn btn-sm btn-primary" disabled={!isBegun || save.isPending || tried.isError}>
                                {save.isPending ? 'Saving…' : isNew ? 'Make the notice' : 'Save'}
                            </button>
                            <Link to={isNew ? '/running-order' : `/notices/${notice.key}`} className="btn btn-sm">
                                Leave it
                            </Link>
                        </div>
                        {save.error && <Problem error={save.error} />}
                    </div>
                    <aside aria-label="What it would have been" aria-live="polite" className="text-[13px] bg-raised border border-line rounded-box p-4 self-start">
                        <h2 className="mb-2">What it would have been</h2>
                        {!isBegun ? (
                            <p className="text-muted">Once it has a name, somebody to go to and something that sets it off, this says how many messages it would have been.</p>
                        ) : tried.error ? (
                            <p className="text-warning">{faults[0] ? `${PLACES[faults[0].place.split('/')[0] ?? ''] ?? faults[0].place}: ${faults[0].reason}.` : tried.error.message}</p>
                        ) : tried.data ? (
                            <Tried tried={tried.data} follows={kind === 'follows'} />
                        ) : (
                            <p className="text-muted">Looking back …</p>
                        )}
                    </aside>
                </form>
            </Page>
        </FieldsContext>
    );
}

/** What a cue of a kind begins with. */
function begunAs(kind: CueKind, parts: Parts, fields: Fields): OwnNotice['cue'] {
    switch (kind) {
        case 'event':
            return { event: parts.events[0]?.name ?? '' };
        case 'created':
            return { created: true };
        case 'changes':
            return { changes: { path: '' } };
        case 'becomes':
            return { becomes: UNBEGUN };
        case 'follows':
            return { follows: { notice: '', by: { days: 3 }, at: '09:00' } };
        case 'time':
            return { time: { before: dates(fields)[0]?.path ?? '', by: { days: 2 }, at: '09:00' } };
    }
}

function Tried({ tried, follows }: { tried: Schemas['TriedNotice']; follows: boolean }) {
    return (
        <>
            <p className="mb-2">
                <b className="font-semibold first-letter:uppercase">{tried.cue}</b>, to {tried.recipient}.
            </p>
            <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
                <dt>Last 30 days</dt>
                <dd>{foreseen(tried.last_30)}</dd>
                <dt>Last 90 days</dt>
                <dd>{foreseen(tried.last_90)}</dd>
                {tried.coming !== null && (
                    <>
                        <dt>To come</dt>
                        <dd>{tried.coming === 0 ? 'none so far' : tried.coming === 1 ? 'one' : tried.coming}</dd>
                    </>
                )}
            </dl>
            <p className="text-muted mt-2">
                {follows ? `From the last ${tried.looked_at} messages that it would have followed, as they stand today.` : tried.coming === null ? `From the last ${tried.looked_at} events.` : `From ${tried.looked_at} records that have this date, as they are today.`}
                {tried.without_address > 0 && <span className="text-warning"> In {tried.without_address} of them there is no address.</span>}
            </p>
            {tried.beside.length > 0 && <p className="mt-2">The same sets off: {tried.beside.join('; ')}.</p>}
        </>
    );
}

function Row({ name, fault, children }: { name: string; fault: string | undefined; children: ReactNode }) {
    return (
        <section className="grid grid-cols-[110px_minmax(0,1fr)] max-md:grid-cols-1 gap-x-4 gap-y-1" aria-label={name}>
            <h2 className="text-[15px] pt-1">{name}</h2>
            <div>
                {children}
                <Fault words={fault} />
            </div>
        </section>
    );
}

function StrandChoice({ parts, type, strand, set }: { parts: Parts; type: string; strand: OwnNotice['strand']; set: (strand: OwnNotice['strand']) => void }) {
    const isNew = typeof strand === 'object' && !parts.strands.some(({ key }) => key === strand.key);
    const chosen = typeof strand === 'string' ? strand : isNew ? 'new' : strand.key;

    return (
        <>
            <select
                className="select select-sm bg-raised w-52"
                aria-label="Strand"
                value={chosen}
                onChange={(event) => set(event.target.value === 'new' ? { key: 'own-strand', name: '', record_type: type } : event.target.value.startsWith('own-') ? { key: event.target.value, name: parts.strands.find(({ key }) => key === event.target.value)?.name ?? '', record_type: type } : event.target.value)}
            >
                {chosen === '' && <option value="">Choose a strand</option>}
                {parts.strands.map(({ key, name }) => (
                    <option key={key} value={key}>
                        Strand “{name}”
                    </option>
                ))}
                <option value="new">A new strand …</option>
            </select>
            {isNew && <input className="input input-sm bg-raised w-52" aria-label="Name of the strand" placeholder="Name of the strand" maxLength={200} value={strand.name} onChange={(event) => set({ key: keyFor(event.target.value), name: event.target.value, record_type: type })} />}
        </>
    );
}

const dates = ({ fields }: Fields): Field[] => fields.filter(({ type, path, single }) => single && (type === 'date' || type === 'datetime') && path.includes('.') && !path.includes('*'));

/** The field beside another one, of one of these types or names. */
function beside({ byPath }: Fields, path: string, key: string): Field | undefined {
    return byPath.get(`${path.slice(0, path.lastIndexOf('.'))}.${key}`);
}

function RecipientForm({ notice, set, fields, parts, type, fault }: { notice: OwnNotice; set: (changes: Partial<OwnNotice>) => void; fields: Fields; parts: Parts; type: string; fault: string | undefined }) {
    const { recipient } = notice;
    const how = recipient.each !== undefined ? 'each' : recipient.path !== undefined ? 'field' : recipient.role !== undefined ? 'role' : 'fixed';
    /** What has addresses, so that a message can go to each of it. */
    const lists = fields.fields.filter(({ type: kind, path, list }) => kind === 'list' && list === null && fields.fields.some((one) => one.list === path && one.type === 'email'));
    const scope: Scope = recipient.each && recipient.as ? { [recipient.as]: recipient.each } : {};
    const full = (path: string) => declared(path, scope);
    const { each, as, where } = recipient;
    const those = each === undefined ? {} : { each, ...(as === undefined ? {} : { as }), ...(where === undefined ? {} : { where }) };
    // The name and language beside an address are those of whoever it is.
    const choose = (path: string) => {
        const names = ['first_name', 'last_name', 'name'].filter((key) => beside(fields, full(path), key)).filter((key, _, all) => key !== 'name' || all.length === 1);
        const around = path.slice(0, path.lastIndexOf('.'));
        set({
            recipient: {
                ...those,
                path,
                ...(names.length > 0 ? { name: names.map((key) => `{${around}.${key}}`).join(' ') } : {}),
                ...(beside(fields, full(path), 'language') ? { language_path: `${around}.language` } : {}),
            },
        });
    };
    const chooseList = (path: string) => {
        const name = path.split('.').pop() ?? 'one';
        set({ recipient: { each: path, as: name === type || !path.startsWith('records.') ? 'one' : name, path: '' } });
    };
    const begin = (next: string) => (next === 'each' ? chooseList(lists[0]?.path ?? '') : set({ recipient: next === 'fixed' ? { address: '' } : next === 'role' ? { role: parts.roles[0]?.key ?? '' } : { path: '' } }));
    const label = (path: string) => fields.byPath.get(full(path))?.label ?? path;

    return (
        <div className="grid gap-2">
            <span className="flex flex-wrap gap-2 items-center">
                <select className="select select-sm bg-raised w-36" aria-label="Audience" value={notice.audience} onChange={(event) => set({ audience: event.target.value as OwnNotice['audience'] })}>
                    {parts.audiences.map(({ key, name }) => (
                        <option key={key} value={key}>
                            {name}
                        </option>
                    ))}
                </select>
                <select className="select select-sm bg-raised w-56" aria-label="Address" value={how} onChange={(event) => begin(event.target.value)}>
                    <option value="field">at an address in the record</option>
                    {lists.length > 0 && <option value="each">at the address of each of …</option>}
                    {parts.roles.length > 0 && <option value="role">at the address of a role</option>}
                    <option value="fixed">at one address for all</option>
                </select>
                {how === 'each' && (
                    <select className="select select-sm bg-raised w-44" aria-label="Each of" value={recipient.each} onChange={(event) => chooseList(event.target.value)}>
                        {lists.map(({ path, label: words }) => (
                            <option key={path} value={path}>
                                {words}
                            </option>
                        ))}
                    </select>
                )}
                {how === 'role' ? (
                    <select className="select select-sm bg-raised w-60" aria-label="Role" value={recipient.role} onChange={(event) => set({ recipient: { role: event.target.value } })}>
                        {parts.roles.map(({ key, name, address }) => (
                            <option key={key} value={key}>
                                {name}, {address}
                            </option>
                        ))}
                    </select>
                ) : how === 'fixed' ? (
                    <>
                        <input className="input input-sm bg-raised w-60" type="email" aria-label="E-mail address" placeholder="desk@example.org" value={recipient.address ?? ''} onChange={(event) => set({ recipient: { ...recipient, address: event.target.value } })} />
                        <input
                            className="input input-sm bg-raised w-40"
                            aria-label="Their name"
                            placeholder="Their name"
                            maxLength={100}
                            value={recipient.name ?? ''}
                            onChange={(event) => set({ recipient: Object.fromEntries(Object.entries({ ...recipient, name: event.target.value }).filter(([, value]) => value !== '')) })}
                        />
                    </>
                ) : (
                    <FieldChoice
                        chosen={fields.byPath.get(full(recipient.path ?? ''))}
                        path={recipient.path ?? ''}
                        scope={scope}
                        suits={({ type: kind, path }) => kind === 'email' && path.includes('.') && !path.startsWith('recipient.') && (how === 'each' ? path.startsWith(`${recipient.each ?? ''}.*.`) : !path.includes('*'))}
                        choose={choose}
                    />
                )}
            </span>
            {how === 'each' && (
                <Optional name="Only those for whom …" without="All of them" value={recipient.where} begin={UNBEGUN} set={(next) => set({ recipient: Object.fromEntries(Object.entries({ ...recipient, where: next }).filter(([, value]) => value !== undefined)) })}>
                    {(condition) => <Conditions label="Only those for whom" fault={fault} scope={scope} condition={condition} set={(next) => set({ recipient: { ...recipient, where: next ?? UNBEGUN } })} />}
                </Optional>
            )}
            {(how === 'field' || how === 'each') && recipient.path && (
                <p className="text-muted text-[12.5px]">
                    {recipient.name ? `Called ${recipient.name.replace(/\{([^}]+)\}/g, (_, path: string) => `“${label(path)}”`)}` : 'Without a name'}
                    {recipient.language_path ? `, in the language of “${label(recipient.language_path)}”.` : ', in the source’s language.'}
                </p>
            )}
        </div>
    );
}

function EventForm({ notice, set, events, fault }: { notice: OwnNotice; set: (changes: Partial<OwnNotice>) => void; events: Parts['events']; fault: string | undefined }) {
    const { becomes, ...cue } = notice.cue;

    return (
        <>
            <select className="select select-sm bg-raised w-64 ml-2" aria-label="Event" value={notice.cue.event ?? ''} onChange={(event) => set({ cue: { event: event.target.value, ...(becomes ? { becomes } : {}) } })}>
                {!notice.cue.event && <option value="">Choose what happens</option>}
                {events.map(({ name, label }) => (
                    <option key={name} value={name}>
                        {label}
                    </option>
                ))}
            </select>
            {notice.cue.event?.startsWith('response.') && (
                <label className="flex gap-2 items-center text-[13px] mt-2">
                    <input type="checkbox" className="checkbox checkbox-sm" checked={notice.cue.again === true} onChange={(event) => set({ cue: event.target.checked ? { ...notice.cue, again: true } : Object.fromEntries(Object.entries(notice.cue).filter(([name]) => name !== 'again')) })} />
                    Also when somebody changes their answer
                </label>
            )}
            <Optional name="And only when it comes to be so that …" without="Whatever the record says" value={becomes} begin={UNBEGUN} set={(next) => set({ cue: { ...cue, ...(next ? { becomes: next } : {}) } })}>
                {(condition) => <Conditions label="It comes to be so" fault={fault} condition={condition} set={(next) => set({ cue: { ...cue, ...(next ? { becomes: next } : {}) } })} />}
            </Optional>
        </>
    );
}

/** A field that changes; where it has few values, from which and to which. */
function ChangesForm({ changes, set, fields }: { changes: Changes; set: (changes: Changes) => void; fields: Fields }) {
    const field = fields.byPath.get(changes.path);
    const values: { value: string | boolean; label: string }[] = field?.input === 'yes_no' ? [{ value: true, label: 'yes' }, { value: false, label: 'no' }] : (field?.options ?? []);
    const put = (side: 'from' | 'to', chosen: string) => {
        const rest: Changes = side === 'from' ? { path: changes.path, ...(changes.to === undefined ? {} : { to: changes.to }) } : { path: changes.path, ...(changes.from === undefined ? {} : { from: changes.from }) };
        const value = values.find((one) => String(one.value) === chosen)?.value;
        set(value === undefined ? rest : { ...rest, [side]: value });
    };

    return (
        <span className="flex flex-wrap gap-2 items-center mt-2 text-[13.5px]">
            <FieldChoice chosen={field} path={changes.path} scope={{}} suits={({ path }) => path.includes('.') && !path.includes('*')} choose={(path) => set({ path })} />
            changes
            {values.length > 0 &&
                (['from', 'to'] as const).map((side) => (
                    <label key={side} className="flex gap-2 items-center">
                        {side}
                        <select className="select select-sm bg-raised w-44" value={changes[side] === undefined ? '' : String(changes[side])} onChange={(event) => put(side, event.target.value)}>
                            <option value="">any value</option>
                            {values.map(({ value, label }) => (
                                <option key={String(value)} value={String(value)}>
                                    {label}
                                </option>
                            ))}
                        </select>
                    </label>
                ))}
        </span>
    );
}

function Conditions({ label, condition, set, fault, scope = {} }: { label: string; fault: string | undefined; scope?: Scope; condition: Condition | undefined; set: (condition: Condition | undefined) => void }) {
    return (
        <div role="group" aria-label={label} className="text-[13px] border border-line rounded-field bg-base-100 p-2 mt-2">
            <Group condition={condition ?? UNBEGUN} scope={scope} change={set} />
            <Fault words={fault} />
        </div>
    );
}

/** Something that one may add, and take away again. */
function Optional<T>({ name, without, value, begin, set, children }: { name: string; without: string; value: T | undefined; begin: T; set: (value: T | undefined) => void; children: (value: T) => ReactNode }) {
    return value === undefined ? (
        <button type="button" className="btn btn-xs mt-2 mr-2" onClick={() => set(begin)}>
            {name}
        </button>
    ) : (
        <div className="mt-2">
            {children(value)}
            <button type="button" className="link-quiet cursor-pointer text-[12.5px] mt-1" onClick={() => set(undefined)}>
                {without}
            </button>
        </div>
    );
}

/** So long after the message of another notice, as long as a condition holds: most often that it was not answered. */
function FollowsForm({ follows, set, notices, fault }: { follows: Follows; set: (follows: Follows) => void; notices: Parts['notices']; fault: string | undefined }) {
    const [amount, unit] = spanOf(follows.by);
    const ofDays = unit === 'days' || unit === 'weeks';
    const put = (changes: { [key in keyof Follows]?: Follows[key] | undefined }) => set(Object.fromEntries(Object.entries({ ...follows, ...changes }).filter(([, value]: [string, unknown]) => value !== undefined)) as unknown as Follows);

    return (
        <div className="mt-2 text-[13.5px]">
            <span className="flex flex-wrap gap-2 items-center">
                <SpanForm label="How long" amount={amount} unit={unit} units={UNITS} least={0} set={(next, of) => put({ by: { [of]: next }, ...(of === 'days' || of === 'weeks' ? {} : { at: undefined }) })} />
                after
                <select className="select select-sm bg-raised w-60" aria-label="The message that it follows" value={follows.notice} onChange={(event) => put({ notice: event.target.value })}>
                    {follows.notice === '' && <option value="">Choose a message</option>}
                    {notices.map(({ key, name }) => (
                        <option key={key} value={key}>
                            {name}
                        </option>
                    ))}
                </select>
                {ofDays && (
                    <label className="flex items-center gap-2">
                        at
                        <input type="time" className="input input-sm bg-raised w-28" value={follows.at ?? ''} onChange={(event) => put({ at: event.target.value || undefined })} />
                        {!follows.at && <span className="text-muted text-[12.5px]">the same time of day</span>}
                    </label>
                )}
            </span>
            <Rest of={follows} put={put} fault={fault} without="Whatever was answered" />
        </div>
    );
}

/** What may be said of everything that goes by a time. */
function Rest({ of, put, fault, without }: { of: Pick<Follows, 'if' | 'again' | 'between'>; put: (changes: { if?: Condition | undefined; again?: Follows['again'] | undefined; between?: Follows['between'] | undefined }) => void; fault: string | undefined; without: string }) {
    return (
        <>
            <Optional name="Only if …" without={without} value={of.if} begin={UNBEGUN} set={(next) => put({ if: next })}>
                {(condition) => <Conditions label="Only if" fault={fault} condition={condition} set={(next) => put({ if: next })} />}
            </Optional>
            <Optional name="And again …" without="Once" value={of.again} begin={{ every: { days: 3 }, times: 3 }} set={(next) => put({ again: next })}>
                {(again) => {
                    const [every, unit] = spanOf(again.every);

                    return (
                        <span className="flex flex-wrap gap-2 items-center">
                            again every
                            <SpanForm label="How often" amount={every} unit={unit} units={['days', 'weeks']} least={1} set={(next, unitOf) => put({ again: { ...again, every: { [unitOf]: next } } })} />, at most
                            <Whole label="Times at most" value={again.times} least={1} set={(times) => put({ again: { ...again, times } })} /> times
                        </span>
                    );
                }}
            </Optional>
            <Optional name="Only within hours of the day …" without="At any hour" value={of.between} begin={{ from: '08:00', to: '20:00' }} set={(next) => put({ between: next })}>
                {(between) => (
                    <span className="flex flex-wrap gap-2 items-center">
                        only between
                        <input type="time" aria-label="From" className="input input-sm bg-raised w-28" value={between.from} onChange={(event) => put({ between: { ...between, from: event.target.value } })} />
                        and
                        <input type="time" aria-label="To" className="input input-sm bg-raised w-28" value={between.to} onChange={(event) => put({ between: { ...between, to: event.target.value } })} />
                    </span>
                )}
            </Optional>
        </>
    );
}

const TYPES = { text: 'text', integer: 'whole number', decimal: 'number', date: 'day', datetime: 'day and time', boolean: 'yes or no', email: 'e-mail address', url: 'web address' } as const;

/** What whoever sends it, or the event, gives beside the record. */
function GivenForm({ given, set }: { given: Given[]; set: (given: Given[]) => void }) {
    const put = (index: number, changes: Partial<Given>) => set(given.map((one, at) => (at === index ? { ...one, ...changes } : one)));
    const keyOf = (label: string, index: number) => {
        const key = keyFor(label).slice(4).replaceAll('-', '_').replace(/^[^a-z]+/, '') || 'value';

        return given.some((one, at) => at !== index && one.key === key) ? `${key}_${index + 1}` : key;
    };

    return (
        <div className="grid gap-2 text-[13px]">
            {given.length === 0 && <p className="text-muted">Nothing beside the record.</p>}
            {given.map((one, index) => (
                <span key={index} className="flex flex-wrap gap-2 items-center">
                    <input className="input input-sm bg-raised w-52" aria-label={`Name of what it asks for, ${index + 1}`} placeholder="What the desk says" maxLength={100} value={one.label} onChange={(event) => put(index, { label: event.target.value, key: keyOf(event.target.value, index) })} />
                    <select className="select select-sm bg-raised w-36" aria-label={`Kind of ${one.label}`} value={one.type} onChange={(event) => put(index, { type: event.target.value })}>
                        {Object.entries(TYPES).map(([type, words]) => (
                            <option key={type} value={type}>
                                {words}
                            </option>
                        ))}
                    </select>
                    <label className="flex gap-1.5 items-center">
                        <input type="checkbox" className="checkbox checkbox-sm" checked={one.required === true} onChange={(event) => put(index, { required: event.target.checked })} />
                        always given
                    </label>
                    <button type="button" className="btn btn-xs btn-ghost" aria-label={`Take out ${one.label}`} onClick={() => set(given.filter((_, at) => at !== index))}>
                        Take out
                    </button>
                </span>
            ))}
            <button type="button" className="btn btn-xs justify-self-start" onClick={() => set([...given, { key: `value_${given.length + 1}`, label: '', type: 'text' }])}>
                Ask for something …
            </button>
        </div>
    );
}

/** What no message of it may go without. */
function RequiredForm({ required, set, questions, fields }: { required: Required; set: (required: Required) => void; questions: Parts['questions']; fields: Fields }) {
    const named = (path: string) => fields.byPath.get(path)?.label ?? path;
    const put = (kind: keyof Required, next: string[]) => set(Object.fromEntries(Object.entries({ ...required, [kind]: next }).filter(([, all]) => all.length > 0)));
    const kinds = [
        ['links', 'a link to', named],
        ['variables', 'the words of', named],
        ['responses', 'the question', (key: string) => questions.find((one) => one.key === key)?.label ?? key],
    ] as const;
    const add = (kind: 'links' | 'variables', path: string) => required[kind]?.includes(path) || put(kind, [...(required[kind] ?? []), path]);

    return (
        <div className="grid gap-2 text-[13px]">
            <ul className="grid gap-1">
                {kinds.flatMap(([kind, words, name]) =>
                    (required[kind] ?? []).map((one) => (
                        <li key={`${kind}.${one}`} className="flex gap-2 items-center">
                            {words} “{name(one)}”
                            <button type="button" className="btn btn-xs btn-ghost" aria-label={`Take out ${words} ${name(one)}`} onClick={() => put(kind, (required[kind] ?? []).filter((other) => other !== one))}>
                                Take out
                            </button>
                        </li>
                    )),
                )}
            </ul>
            <span className="flex flex-wrap gap-x-4 gap-y-2 items-center">
                <span className="flex gap-2 items-center">
                    A link to <FieldChoice chosen={undefined} path="" scope={{}} suits={({ type, path }) => type === 'url' && !path.includes('*')} choose={(path) => add('links', path)} />
                </span>
                <span className="flex gap-2 items-center">
                    The words of <FieldChoice chosen={undefined} path="" scope={{}} suits={({ path }) => path.includes('.') && !path.includes('*')} choose={(path) => add('variables', path)} />
                </span>
                {questions.some(({ key }) => !required.responses?.includes(key)) && (
                    <select className="select select-xs bg-raised w-auto" aria-label="A question that it must ask" value="" onChange={(event) => put('responses', [...(required.responses ?? []), event.target.value])}>
                        <option value="">A question …</option>
                        {questions
                            .filter(({ key }) => !required.responses?.includes(key))
                            .map(({ key, label }) => (
                                <option key={key} value={key}>
                                    {label}
                                </option>
                            ))}
                    </select>
                )}
            </span>
        </div>
    );
}

function TimeForm({ time, set, fields, fault }: { time: Time; set: (time: Time) => void; fields: Fields; fault: string | undefined }) {
    const side = time.before === undefined ? 'after' : 'before';
    const path = time[side] ?? '';
    const [amount, unit] = spanOf(time.by);
    const isDay = fields.byPath.get(path)?.type === 'date';
    const ofDays = unit === 'days' || unit === 'weeks';
    /** What is undefined is left out. */
    const put = (changes: { [key in keyof Time]?: Time[key] | undefined }) => set(Object.fromEntries(Object.entries({ ...time, ...changes }).filter(([, value]: [string, unknown]) => value !== undefined)) as unknown as Time);
    const by = (span: Span, next: Unit) => put({ by: span, ...(next === 'days' || next === 'weeks' ? (isDay && !time.at ? { at: '09:00' } : {}) : { at: undefined }) });

    return (
        <div className="mt-2 text-[13.5px]">
            <span className="flex flex-wrap gap-2 items-center">
                <SpanForm label="How long" amount={amount} unit={unit} units={UNITS} least={0} set={(next, of) => by({ [of]: next }, of)} />
                <select className="select select-sm bg-raised w-28" aria-label="Before or after" value={side} onChange={(event) => put({ before: undefined, after: undefined, [event.target.value]: path })}>
                    <option value="before">before</option>
                    <option value="after">after</option>
                </select>
                <FieldChoice
                    chosen={fields.byPath.get(path)}
                    path={path}
                    scope={{}}
                    suits={(field) => dates(fields).includes(field)}
                    choose={(chosen, { type }) => put({ [side]: chosen, ...(type === 'date' && ofDays && !time.at ? { at: '09:00' } : {}) })}
                />
                {ofDays && (
                    <label className="flex items-center gap-2">
                        at
                        <input type="time" className="input input-sm bg-raised w-28" value={time.at ?? ''} onChange={(event) => put({ at: event.target.value === '' && !isDay ? undefined : event.target.value })} />
                        {!isDay && !time.at && <span className="text-muted text-[12.5px]">its own time</span>}
                    </label>
                )}
            </span>
            <Rest of={time} put={put} fault={fault} without="Whatever the record says" />
            <div className="mt-3 grid gap-1.5 text-[13px]">
                <label className="flex gap-2 items-center">
                    <input type="checkbox" className="checkbox checkbox-sm" checked={time.known_late === 'at_once'} onChange={(event) => put({ known_late: event.target.checked ? 'at_once' : undefined })} />
                    A record that becomes known too late gets it at once
                </label>
                <label className="flex gap-2 items-center">
                    <input type="checkbox" className="checkbox checkbox-sm" checked={time.moved === 'again'} onChange={(event) => put({ moved: event.target.checked ? 'again' : undefined })} />
                    Once more, when the date is moved after it went
                </label>
            </div>
        </div>
    );
}

function SpanForm({ label, amount, unit, units, least, set }: { label: string; amount: number; unit: Unit; units: readonly Unit[]; least: number; set: (amount: number, unit: Unit) => void }) {
    return (
        <>
            <Whole label={label} value={amount} least={least} set={(next) => set(next, unit)} />
            <select className="select select-sm bg-raised w-28" aria-label={`${label}: unit`} value={unit} onChange={(event) => set(amount, event.target.value as Unit)}>
                {units.map((one) => (
                    <option key={one} value={one}>
                        {amount === 1 ? one.slice(0, -1) : one}
                    </option>
                ))}
            </select>
        </>
    );
}

/** A whole number. What is no number stays as it is typed, and is told. */
function Whole({ label, value, least, set }: { label: string; value: number; least: number; set: (value: number) => void }) {
    const [text, setText] = useState(String(value));
    const read = (typed: string) => (/^\d{1,7}$/.test(typed) && Number(typed) >= least ? Number(typed) : null);

    return (
        <input
            className={`input input-sm bg-raised w-16 ${read(text) === null ? 'input-error' : ''}`}
            inputMode="numeric"
            aria-label={label}
            aria-invalid={read(text) === null}
            title={read(text) === null ? `A whole number from ${least}` : undefined}
            value={text}
            onChange={(event) => {
                setText(event.target.value);
                const number = read(event.target.value);
                if (number !== null) {
                    set(number);
                }
            }}
        />
    );
}
