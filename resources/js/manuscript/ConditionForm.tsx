import { useState } from 'react';
import { countries } from './countries';
import { useDesk, useFields, type Field, type Fields } from './desk';
import { declared, type Scope } from './document';
import { FieldChoice } from './Lists';
import { useScope } from './scope';

interface Comparison {
    path: string;
    operator: string;
    value?: unknown;
}
/** What holds for items of a list; in "where" one of them is called by the name in "item". */
interface OfItems {
    list: string;
    quantifier: 'any' | 'all' | 'none';
    item?: string;
    where: Condition;
}
export type Condition = { all: Condition[] } | { any: Condition[] } | { not: Condition } | OfItems | Comparison;

const joined = (condition: Condition): 'all' | 'any' | null => ('all' in condition ? 'all' : 'any' in condition ? 'any' : null);
const partsOf = (condition: Condition): Condition[] => ('all' in condition ? condition.all : 'any' in condition ? condition.any : [condition]);
const isFilled = (value: unknown): boolean => value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0);

const QUANTIFIERS: Record<OfItems['quantifier'], string> = { any: 'for any of', all: 'for each of', none: 'for none of' };

export const UNBEGUN: Condition = { path: '', operator: 'is' };

/** A condition as a sentence that one fills in. It stands in the document as it is, finished or not; the server says what is missing. */
export function ConditionForm({ id, part = 'when', value, set, remove, forEach }: { id: string; part?: 'when' | 'only'; value: unknown; set: (condition: unknown) => void; remove?: (() => void) | undefined; forEach?: (path: string, values: unknown[]) => void }) {
    const { findings, byPath } = useDesk();
    const scope = useScope(id, part);
    const path = value && typeof value === 'object' && 'path' in value ? String(value.path) : '';
    const values = valuesOf(byPath.get(declared(path, scope)));
    const missing = value === undefined ? undefined : findings.find((finding) => finding.id === id && finding.part === part && finding.weight === 'grave');

    return (
        <div className="text-[13px] border border-line rounded-field bg-base-100 p-2 my-1.5" role="group" aria-label="Condition">
            <Group condition={(value as Condition | undefined) ?? UNBEGUN} scope={scope} change={set} />
            <div className="flex gap-3 items-center mt-2 text-[12.5px]">
                {missing && <span className="text-warning">{missing.words}</span>}
                {forEach && values.length > 1 && (
                    <button type="button" className="btn btn-xs ml-auto" onClick={() => forEach(path, values)}>
                        A branch for each of its {values.length} values
                    </button>
                )}
                {remove && (
                    <button type="button" className="link-quiet cursor-pointer ml-auto" onClick={remove}>
                        {part === 'when' ? 'Show always' : 'All of them'}
                    </button>
                )}
            </div>
        </div>
    );
}

/** All values that a field can have, where they are few. */
const valuesOf = (field: Field | undefined): unknown[] => (field?.input === 'yes_no' ? [true, false] : (field?.options.map((option) => option.value) ?? []));

export function Group({ condition, scope, change }: { condition: Condition; scope: Scope; change: (condition: Condition) => void }) {
    const kind = joined(condition);
    const parts = partsOf(condition);
    const put = (next: Condition[], as: 'all' | 'any' = kind ?? 'all') => {
        const [only] = next;
        change(next.length === 1 && only ? only : as === 'all' ? { all: next } : { any: next });
    };
    const last = parts.at(-1);
    // What is said of a field is often said of the same one again.
    const more = (as: 'all' | 'any') => put([...parts, last && 'path' in last ? { path: last.path, operator: last.operator } : UNBEGUN], as);

    return (
        <div className="grid gap-1.5">
            {parts.map((part, index) => (
                <div key={index} className="flex flex-wrap gap-1.5 items-center">
                    {index > 0 && <b className="font-serif italic text-accent w-8">{kind === 'any' ? 'or' : 'and'}</b>}
                    {'path' in part ? (
                        <Sentence comparison={part} scope={scope} change={(next) => put(parts.with(index, next))} />
                    ) : 'not' in part ? (
                        <div className="flex flex-wrap gap-1.5 items-start border-l-2 border-brass pl-2">
                            <b className="font-serif italic text-accent">not</b> <Group condition={part.not} scope={scope} change={(next) => put(parts.with(index, { not: next }))} />
                        </div>
                    ) : 'list' in part ? (
                        <Items part={part} scope={scope} change={(next) => put(parts.with(index, next))} />
                    ) : (
                        <div className="border-l-2 border-brass pl-2">
                            <Group condition={part} scope={scope} change={(next) => put(parts.with(index, next))} />
                        </div>
                    )}
                    <button type="button" className="btn btn-ghost btn-xs" title={'not' in part ? 'As it is said, no longer its contrary' : 'The contrary of this'} onClick={() => put(parts.with(index, 'not' in part ? part.not : { not: part }))}>
                        {'not' in part ? 'without “not”' : 'not'}
                    </button>
                    {parts.length > 1 && (
                        <button type="button" className="btn btn-ghost btn-xs" onClick={() => put(parts.toSpliced(index, 1))}>
                            Take out
                        </button>
                    )}
                </div>
            ))}
            <div className="flex gap-2">
                {kind !== 'any' && (
                    <button type="button" className="btn btn-xs" onClick={() => more('all')}>
                        and …
                    </button>
                )}
                {kind !== 'all' && (
                    <button type="button" className="btn btn-xs" onClick={() => more('any')}>
                        or …
                    </button>
                )}
                {kind && (
                    <button type="button" className="btn btn-xs" onClick={() => put([...parts, kind === 'all' ? { any: [UNBEGUN, UNBEGUN] } : { all: [UNBEGUN, UNBEGUN] }])}>
                        {kind === 'all' ? 'and one of several …' : 'or several together …'}
                    </button>
                )}
            </div>
        </div>
    );
}

/** What holds for items of a list. */
function Items({ part, scope, change }: { part: OfItems; scope: Scope; change: (condition: Condition) => void }) {
    const { byPath } = useFields();
    const list = declared(part.list, scope);

    return (
        <div className="grid gap-1.5 border-l-2 border-brass pl-2">
            <span className="flex gap-1.5 items-center">
                <select aria-label="Of how many" className="select select-xs bg-raised w-auto" value={part.quantifier} onChange={(event) => change({ ...part, quantifier: event.target.value as OfItems['quantifier'] })}>
                    {Object.entries(QUANTIFIERS).map(([quantifier, words]) => (
                        <option key={quantifier} value={quantifier}>
                            {words}
                        </option>
                    ))}
                </select>
                <b>{byPath.get(list)?.label ?? part.list}</b>
            </span>
            <Group condition={part.where} scope={{ ...scope, [part.item ?? 'one']: list }} change={(where) => change({ ...part, where })} />
        </div>
    );
}

function Sentence({ comparison, scope, change }: { comparison: Comparison; scope: Scope; change: (condition: Condition) => void }) {
    const desk = useFields();
    const field = desk.byPath.get(declared(comparison.path, scope));
    const operators = desk.operators.filter((operator) => !field || field.type in operator.words);
    const operator = desk.operators.find(({ name }) => name === comparison.operator);
    const item = Object.keys(scope).includes('one') ? `one${Object.keys(scope).length}` : 'one';

    return (
        <>
            <FieldChoice
                chosen={field}
                path={comparison.path}
                scope={scope}
                choose={(path, { type }) => change({ path, operator: operator && type in operator.words ? comparison.operator : (desk.operators.find((one) => type in one.words)?.name ?? 'filled') })}
            />
            <select
                aria-label="Comparison"
                className="select select-xs bg-raised w-auto"
                value={comparison.operator}
                onChange={(event) => {
                    const quantifier = Object.keys(QUANTIFIERS).find((one) => event.target.value === `of:${one}`) as OfItems['quantifier'] | undefined;
                    if (quantifier) {
                        change({ list: comparison.path, quantifier, item, where: UNBEGUN });

                        return;
                    }
                    const next = desk.operators.find(({ name }) => name === event.target.value);
                    const kept = next?.takes === operator?.takes ? comparison.value : changed(comparison.value, next?.takes);
                    change({ path: comparison.path, operator: event.target.value, ...(next && next.takes !== 'nothing' && isFilled(kept) ? { value: kept } : {}) });
                }}
            >
                {operators.map(({ name, words }) => (
                    <option key={name} value={name}>
                        {words[field?.type ?? ''] ?? Object.values(words)[0]}
                    </option>
                ))}
                {field?.type === 'list' &&
                    Object.entries(QUANTIFIERS).map(([quantifier, words]) => (
                        <option key={quantifier} value={`of:${quantifier}`}>
                            … {words} them
                        </option>
                    ))}
            </select>
            {operator && field && <Against field={field} takes={operator.takes} value={comparison.value} scope={scope} change={(value) => change({ ...comparison, value })} />}
        </>
    );
}

type Taken = Fields['operators'][number]['takes'];

/** What was compared with, as far as an operator that takes something else can have it. */
function changed(value: unknown, takes: Taken | undefined): unknown {
    const [first] = Array.isArray(value) ? (value as unknown[]) : [value];

    return !isFilled(first) || takes === 'days' ? undefined : takes === 'several' || takes === 'two' ? [first] : first;
}

const isReference = (value: unknown): value is { path: string } => typeof value === 'object' && value !== null && 'path' in value;

/** What a field is compared with: nothing, one value, several, two, or days. */
function Against({ field, takes, value, scope, change }: { field: Field; takes: Taken; value: unknown; scope: Scope; change: (value: unknown) => void }) {
    if (takes === 'nothing') {
        return null;
    }
    if (takes === 'days') {
        return (
            <label className="flex items-center gap-1.5">
                <input aria-label="Number of days" type="number" min={0} className="input input-xs bg-raised w-16" value={typeof value === 'number' ? value : ''} onChange={(event) => change(event.target.value === '' ? undefined : event.target.valueAsNumber)} /> days
            </label>
        );
    }
    if (takes === 'two') {
        const [least, most] = Array.isArray(value) ? (value as unknown[]) : [];
        // A list has no gaps in JSON: what is not there yet is an empty text.
        const both = (one: unknown, other: unknown) => change(!isFilled(one) && !isFilled(other) ? undefined : [one ?? '', other ?? '']);

        return (
            <>
                <One field={field} value={least} scope={scope} change={(one) => both(one, most)} /> and <One field={field} value={most} scope={scope} change={(other) => both(least, other)} />
            </>
        );
    }

    return takes === 'several' ? <Value field={field} several value={value} change={change} /> : <One field={field} value={value} scope={scope} change={change} />;
}

/** One value, or another field of the same kind in its place. */
function One({ field, value, scope, change }: { field: Field; value: unknown; scope: Scope; change: (value: unknown) => void }) {
    const desk = useFields();
    const [choosing, setChoosing] = useState(false);
    if (isReference(value) || choosing) {
        const path = isReference(value) ? value.path : '';

        return (
            <span className="flex items-center gap-1.5">
                <FieldChoice chosen={desk.byPath.get(declared(path, scope))} path={path} scope={scope} suits={(one) => kindOf(one) === kindOf(field)} choose={(chosen) => change({ path: chosen })} />
                <button
                    type="button"
                    className="link-quiet cursor-pointer text-[12px]"
                    onClick={() => {
                        setChoosing(false);
                        change(undefined);
                    }}
                >
                    a value
                </button>
            </span>
        );
    }

    return (
        <span className="flex items-center gap-1.5">
            <Value field={field} several={false} value={value} change={change} />
            {field.single && field.type !== 'list' && (
                <button type="button" className="link-quiet cursor-pointer text-[12px]" onClick={() => setChoosing(true)}>
                    another field
                </button>
            )}
        </span>
    );
}

/** Fields of one kind can be held against each other. */
const KINDS: Record<string, string> = { integer: 'number', decimal: 'number', email: 'text', phone: 'text', url: 'text' };
const kindOf = (field: Field): string => KINDS[field.type] ?? field.type;

const INPUTS: Record<string, string> = { number: 'number', day: 'date', moment: 'datetime-local' };

function Value({ field, several, value, change }: { field: Field; several: boolean; value: unknown; change: (value: unknown) => void }) {
    const { languages } = useFields();
    const options = field.type === 'language' ? languages.map(({ tag, name }) => ({ value: tag, label: name })) : field.options;
    if (field.input === 'yes_no') {
        return (
            <select aria-label="Value" className="select select-xs bg-raised w-auto" value={typeof value === 'boolean' ? String(value) : ''} onChange={(event) => change(event.target.value === 'true')}>
                <option value="" disabled>
                    choose
                </option>
                <option value="true">yes</option>
                <option value="false">no</option>
            </select>
        );
    }
    if (field.type === 'country') {
        return <Countries several={several} value={value} change={change} />;
    }
    if (options.length > 0 && several) {
        const chosen = Array.isArray(value) ? (value as string[]) : [];

        return (
            <span className="flex flex-wrap gap-x-3 gap-y-1">
                {options.map((option) => (
                    <label key={option.value} className="flex gap-1 items-center">
                        <input
                            type="checkbox"
                            className="checkbox checkbox-xs rounded-sm"
                            checked={chosen.includes(option.value)}
                            onChange={(event) => change(event.target.checked ? [...chosen, option.value] : chosen.filter((one) => one !== option.value))}
                        />
                        {option.label}
                    </label>
                ))}
            </span>
        );
    }
    if (options.length > 0) {
        return (
            <select aria-label="Value" className="select select-xs bg-raised w-auto" value={typeof value === 'string' ? value : ''} onChange={(event) => change(event.target.value)}>
                <option value="" disabled>
                    choose
                </option>
                {options.map((option) => (
                    <option key={option.value} value={option.value}>
                        {option.label}
                    </option>
                ))}
            </select>
        );
    }
    const isNumber = field.input === 'number';
    const one = (text: string): unknown => (isNumber ? (text.trim() === '' || Number.isNaN(Number(text)) ? undefined : Number(text)) : text);
    if (several) {
        return <Several value={Array.isArray(value) ? value : []} read={one} change={change} />;
    }
    const money = value && typeof value === 'object' && 'amount' in value ? (value as { amount: string; currency: string }) : null;

    return (
        <input
            aria-label="Value"
            type={INPUTS[field.input] ?? 'text'}
            step="any"
            className="input input-xs bg-raised w-32"
            value={money ? money.amount : typeof value === 'string' || typeof value === 'number' ? value : ''}
            onChange={(event) => change(one(event.target.value))}
        />
    );
}

/** One country, or several, which are put together one by one. */
function Countries({ several, value, change }: { several: boolean; value: unknown; change: (value: unknown) => void }) {
    const all = countries();
    const chosen = Array.isArray(value) ? (value as string[]) : typeof value === 'string' && value !== '' ? [value] : [];
    const name = (code: string) => all.find((one) => one.value === code)?.label ?? code;

    return (
        <span className="flex flex-wrap gap-1.5 items-center">
            {several &&
                chosen.map((code) => (
                    <button key={code} type="button" className="btn btn-xs" title={`Without ${name(code)}`} onClick={() => change(chosen.filter((one) => one !== code))}>
                        {name(code)} ×
                    </button>
                ))}
            <select
                aria-label={several ? 'Another country' : 'Value'}
                className="select select-xs bg-raised w-auto max-w-44"
                value={several ? '' : (chosen[0] ?? '')}
                onChange={(event) => change(several ? [...chosen, event.target.value] : event.target.value)}
            >
                <option value="" disabled>
                    {several && chosen.length > 0 ? 'or …' : 'choose a country'}
                </option>
                {all
                    .filter((one) => !several || !chosen.includes(one.value))
                    .map((one) => (
                        <option key={one.value} value={one.value}>
                            {one.label}
                        </option>
                    ))}
            </select>
        </span>
    );
}

/** Several values, with commas between them. What is typed stays as it is typed, as long as it means the same. */
function Several({ value, read, change }: { value: unknown[]; read: (text: string) => unknown; change: (value: unknown[]) => void }) {
    const [text, setText] = useState(value.join(', '));
    const meant = text.split(',').map((one) => read(one.trim())).filter(isFilled);
    const shown = JSON.stringify(meant) === JSON.stringify(value) ? text : value.join(', ');

    return (
        <input
            aria-label="Values, with commas between them"
            className="input input-xs bg-raised w-36"
            placeholder="one, another"
            value={shown}
            onChange={(event) => {
                setText(event.target.value);
                change(event.target.value.split(',').map((one) => read(one.trim())).filter(isFilled));
            }}
        />
    );
}
