import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Group, UNBEGUN, type Condition } from '../../manuscript/ConditionForm';
import { useDesk, type Field } from '../../manuscript/desk';
import { FieldChoice } from '../../manuscript/Lists';
import { Dialog } from '../../parts/Dialog';
import { Fault } from '../../parts/Fault';
import { useQuiet } from '../../parts/useQuiet';

type Ask = Schemas['Desk']['computations'][number]['asks'][number];
type Made = Record<string, unknown>;

/** The name by which a condition calls an item of the list. */
const ITEM = 'one';

/** A field that is computed from others: what it would say of the record at hand is shown while one puts it together. */
export function ComputeField({ open, close, added }: { open: boolean; close: () => void; added: (label: string) => void }) {
    const desk = useDesk();
    const client = useQueryClient();
    const [label, setLabel] = useState('');
    const [kind, setKind] = useState('');
    const [made, setMade] = useState<Made>({});
    const type = desk.fields[0]?.path ?? '';
    const chosen = desk.computations.find(({ name }) => name === kind);
    const isWhole = chosen !== undefined && chosen.asks.every(({ name, needed }) => !needed || (made[name] !== undefined && made[name] !== ''));
    const computed = useQuiet(JSON.stringify({ kind, ...made }));
    const trial = useQuery({ ...queries.trial(type, desk.record ?? '', computed), enabled: open && isWhole && desk.record !== null });
    const add = useMutation({
        mutationFn: () => got(api.POST('/fields/{type}', { params: { path: { type } }, body: { label: label.trim(), computed: { kind, ...made } } })),
        onSuccess: async (field) => {
            await client.invalidateQueries({ queryKey: queries.desk(desk.template).queryKey });
            void client.invalidateQueries({ queryKey: ['composing', desk.template, 'sheet'] });
            toast.success(`“${field.label}” is a field of every record of its kind now.`);
            setLabel('');
            setKind('');
            setMade({});
            close();
            added(field.label);
        },
    });
    const faults = [add.error, trial.error].filter((error) => error instanceof ProblemError);
    const at = (place: string) => faults.map((error) => error.at(place)).find(Boolean);
    const said = trial.data && !trial.isFetching ? trial.data : null;

    return (
        <Dialog
            open={open}
            close={close}
            title="Compute a field"
            wide
            actions={
                <button type="submit" form="compute-field" className="btn btn-sm btn-primary" disabled={!isWhole || label.trim() === '' || add.isPending}>
                    Add the field
                </button>
            }
        >
            <form
                id="compute-field"
                className="grid gap-3 text-[13.5px]"
                onSubmit={(event) => {
                    event.preventDefault();
                    add.mutate();
                }}
            >
                <label className="grid grid-cols-[130px_1fr] items-center gap-2">
                    Name
                    <span>
                        <input className="input input-sm bg-raised w-64" value={label} maxLength={80} placeholder="Days left, total saved …" onChange={(event) => setLabel(event.target.value)} />
                        <Fault words={at('label')} />
                    </span>
                </label>
                <label className="grid grid-cols-[130px_1fr] items-center gap-2">
                    It is the
                    <select
                        className="select select-sm bg-raised w-64"
                        value={kind}
                        onChange={(event) => {
                            setKind(event.target.value);
                            setMade({});
                        }}
                    >
                        <option value="" disabled>
                            choose
                        </option>
                        {desk.computations.map(({ name, title }) => (
                            <option key={name} value={name}>
                                {title}
                            </option>
                        ))}
                    </select>
                </label>
                {chosen?.asks.map((ask) => (
                    <div key={`${kind} ${ask.name}`} className="grid grid-cols-[130px_1fr] items-start gap-2">
                        <span className="pt-1" id={`ask-${ask.name}`}>
                            {ask.title}
                        </span>
                        <div>
                            <Answer ask={ask} made={made} set={(value) => setMade((before) => Object.fromEntries(Object.entries({ ...before, ...(ask.kind === 'list' ? { of: undefined, where: undefined } : {}), [ask.name]: value }).filter(([, one]) => one !== undefined)))} />
                            <Fault words={faults.flatMap((error) => error.problem.faults ?? []).find(({ place }) => place === `computed/${ask.name}` || place.startsWith(`computed/${ask.name}/`))?.reason} />
                        </div>
                    </div>
                ))}
                <p aria-live="polite" className="min-h-6 border-t border-line pt-2">
                    {!isWhole ? (
                        <span className="text-muted">What it says of {desk.record ?? 'a record'} is shown here.</span>
                    ) : said ? (
                        <>
                            <b className={said.reason ? 'text-warning' : ''}>{said.reason ?? said.value ?? 'empty'}</b> <span className="text-muted">in {desk.record}: {said.sentence}</span>
                        </>
                    ) : trial.isFetching ? (
                        <span className="text-muted">It is computed …</span>
                    ) : null}
                </p>
            </form>
        </Dialog>
    );
}

/** One thing that a field is computed from. */
function Answer({ ask, made, set }: { ask: Ask; made: Made; set: (value: unknown) => void }) {
    const desk = useDesk();
    const value = made[ask.name];
    const list = typeof made['list'] === 'string' ? made['list'] : '';
    const suits = (field: Field) => ask.types.includes(field.type) && field.list === null;
    if (ask.kind === 'list') {
        return (
            <select aria-labelledby={`ask-${ask.name}`} className="select select-sm bg-raised w-64" value={list} onChange={(event) => set(event.target.value)}>
                <option value="" disabled>
                    choose
                </option>
                {desk.fields
                    .filter((field) => field.type === 'list' && field.list === null)
                    .map((field) => (
                        <option key={field.path} value={field.path}>
                            {field.label}
                        </option>
                    ))}
            </select>
        );
    }
    if (ask.kind === 'item') {
        const fields = desk.fields.filter((field) => field.list === list && ask.types.includes(field.type) && /^\w+$/.test(field.path.slice(list.length + 3)));

        return fields.length === 0 ? (
            <span className="text-muted">{list === '' ? 'Choose the list first.' : desk.byPath.has(`${list}.*`) ? 'the items themselves' : 'Its items have nothing of the kind.'}</span>
        ) : (
            <select aria-labelledby={`ask-${ask.name}`} className="select select-sm bg-raised w-64" value={typeof value === 'string' ? value : ''} onChange={(event) => set(event.target.value)}>
                <option value="" disabled>
                    choose
                </option>
                {fields.map((field) => (
                    <option key={field.path} value={field.path.slice(list.length + 3)}>
                        {field.label}
                    </option>
                ))}
            </select>
        );
    }
    if (ask.kind === 'condition') {
        return value === undefined ? (
            <button type="button" className="btn btn-xs" disabled={list === ''} onClick={() => set(UNBEGUN)}>
                All of them; choose some …
            </button>
        ) : (
            <div className="grid gap-1.5" role="group" aria-label="Condition">
                <Group condition={value as Condition} scope={{ [ITEM]: list }} change={set} />
                <button type="button" className="link-quiet cursor-pointer justify-self-start" onClick={() => set(undefined)}>
                    All of them
                </button>
            </div>
        );
    }
    if (ask.kind === 'field') {
        const path = typeof value === 'string' ? value : '';

        return <FieldChoice chosen={desk.byPath.get(path)} path={path} scope={{}} suits={suits} choose={set} />;
    }
    const text = typeof value === 'string' ? value : '';

    return (
        <span className="flex gap-2 items-center">
            <input aria-labelledby={`ask-${ask.name}`} className="input input-sm bg-raised w-80" value={text} onChange={(event) => set(event.target.value === '' ? undefined : event.target.value)} />
            {ask.types.length > 0 && <FieldChoice chosen={undefined} path="put a field in" scope={{}} suits={suits} choose={(path) => set(`${text}{${path}}`)} />}
        </span>
    );
}
