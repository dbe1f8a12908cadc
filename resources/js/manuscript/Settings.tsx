import { useId, useRef, type PointerEvent as Pointer } from 'react';
import { useLimited } from '../parts/useLimited';
import { useDesk } from './desk';
import { declared, type Item } from './document';
import { useScope } from './scope';
import type { Part } from './shape';
import { PassageChoice, PassageFields } from './Passages';
import { change } from './structure';

/** One setting of a block, by the kind its schema gives it. */
export function Setting({ item, part }: { item: Item; part: Part }) {
    const value = item[part.name];
    const set = (next: unknown) => change(item.id, part.name, next, part.title.toLowerCase());
    if (part.kind === 'switch') {
        return (
            <label className="flex items-center gap-1.5" title={part.description}>
                <input type="checkbox" className="checkbox checkbox-xs checkbox-primary rounded-sm" checked={value === true} onChange={(event) => set(event.target.checked || undefined)} />
                {part.title}
            </label>
        );
    }
    if (part.kind === 'choice') {
        return (
            <label className="flex items-center gap-1.5" title={part.description}>
                {part.title}
                <select
                    className="select select-xs bg-raised w-auto font-semibold"
                    value={typeof value === 'string' || typeof value === 'number' ? value : ''}
                    onChange={(event) => set(part.options?.find((option) => String(option) === event.target.value))}
                >
                    <option value="">usual</option>
                    {part.options?.map((option) => (
                        <option key={option} value={String(option)}>
                            {String(option).replace('_', ' ')}
                        </option>
                    ))}
                </select>
            </label>
        );
    }
    if (part.kind === 'list') {
        return <ListChoice item={item} part={part} />;
    }
    if (part.kind === 'offer') {
        return part.offers === 'passages' ? <PassageChoice item={item} /> : part.offers === 'fields' ? <PassageFields item={item} /> : <Offer item={item} part={part} />;
    }
    if (part.kind === 'item') {
        return <ItemField item={item} part={part} />;
    }
    if (part.kind === 'name') {
        return (
            <label className="flex items-center gap-1.5">
                {part.title}
                <input
                    className="input input-xs bg-raised w-auto font-semibold"
                    defaultValue={typeof value === 'string' ? value : ''}
                    key={typeof value === 'string' ? value : ''}
                    placeholder={part.hint ?? 'item'}
                    title={part.description}
                    size={Math.max(6, typeof value === 'string' ? value.length : 0)}
                    pattern="[a-z][a-z0-9_]*"
                    onBlur={(event) => event.target.validity.valid && event.target.value !== (value ?? '') && set(event.target.value || undefined)}
                />
            </label>
        );
    }

    return <Number part={part} value={typeof value === 'number' ? value : undefined} set={set} />;
}

/** A number, by typing, by the arrow keys, or by pulling at its label. What is typed stays as it is; it is taken while it is one that may be. */
function Number({ part, value, set }: { part: Part; value: number | undefined; set: (value: number | undefined) => void }) {
    const id = useId();
    const { wrong, field } = useLimited(value, part.min ?? -Infinity, part.max ?? Infinity, set);

    return (
        <span className="flex items-center gap-1.5">
            <Pull htmlFor={id} title={part.title} value={value} part={part} set={set} />
            <input
                id={id}
                {...field}
                className="input input-xs bg-raised w-16 font-semibold"
                min={part.min}
                max={part.max}
                placeholder="usual"
            />
            {part.unit}
            {wrong !== null && (
                <span className="text-error text-[12px]" role="alert">
                    whole numbers from {part.min ?? 'any'} to {part.max ?? 'any'}
                </span>
            )}
        </span>
    );
}

/** The label of a number, which can be pulled to the side to change it. */
function Pull({ htmlFor, title, value, part, set }: { htmlFor: string; title: string; value: number | undefined; part: Part; set: (value: number) => void }) {
    const from = useRef<{ x: number; value: number } | null>(null);
    const pull = (event: Pointer<HTMLLabelElement>) => {
        if (from.current) {
            const step = (part.max ?? 100) > 100 ? 1 : 0.1;
            const next = Math.round(from.current.value + (event.clientX - from.current.x) * step);
            set(Math.min(part.max ?? next, Math.max(part.min ?? next, next)));
        }
    };

    return (
        <label
            htmlFor={htmlFor}
            title={`${part.description ?? title}. Pull to the side to change it.`}
            className="cursor-ew-resize select-none touch-none"
            onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                from.current = { x: event.clientX, value: value ?? part.min ?? 0 };
            }}
            onPointerMove={pull}
            onPointerUp={() => (from.current = null)}
            onPointerCancel={() => (from.current = null)}
        >
            {title}
        </label>
    );
}

/** A field of the items of the list that is gone through. */
function ItemField({ item, part }: { item: Item; part: Part }) {
    const desk = useDesk();
    const scope = useScope(item.id, 'list');
    const list = declared(typeof item['list'] === 'string' ? item['list'] : '', scope);
    const fields = desk.fields.filter((field) => field.list === list && field.single && field.type !== 'list' && /^\w+$/.test(field.path.slice(list.length + 3)));

    return fields.length === 0 ? null : (
        <label className="flex items-center gap-1.5" title={part.description}>
            {part.title}
            <select className="select select-xs bg-raised w-auto" value={typeof item[part.name] === 'string' ? (item[part.name] as string) : ''} onChange={(event) => change(item.id, part.name, event.target.value || undefined, part.title.toLowerCase())}>
                <option value="">as they come</option>
                {fields.map((field) => (
                    <option key={field.path} value={field.path.slice(list.length + 3)}>
                        {field.label}
                    </option>
                ))}
            </select>
        </label>
    );
}

/** One of what the notice has places for. */
function Offer({ item, part }: { item: Item; part: Part }) {
    const { slots } = useDesk();
    const value = typeof item[part.name] === 'string' ? (item[part.name] as string) : '';

    return (
        <label className="flex items-center gap-1.5" title={part.description}>
            {part.title}
            <select className="select select-xs bg-raised w-auto font-semibold" value={value} onChange={(event) => change(item.id, part.name, event.target.value, part.title.toLowerCase())}>
                {!slots.some((slot) => slot.key === value) && <option value={value}>{value}</option>}
                {slots.map((slot) => (
                    <option key={slot.key} value={slot.key}>
                        {slot.label}
                    </option>
                ))}
            </select>
        </label>
    );
}

function ListChoice({ item, part }: { item: Item; part: Part }) {
    const desk = useDesk();
    const lists = desk.fields.filter((field) => field.type === 'list' && field.list === null);

    return (
        <label className="flex items-center gap-1.5">
            {part.title}
            <select className="select select-xs bg-raised w-auto font-semibold" value={typeof item[part.name] === 'string' ? (item[part.name] as string) : ''} onChange={(event) => change(item.id, part.name, event.target.value, 'another list')}>
                {lists.map((field) => (
                    <option key={field.path} value={field.path}>
                        {field.label}
                    </option>
                ))}
            </select>
        </label>
    );
}
