import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { useDesk } from './desk';
import { find, type Item } from './document';
import { SHAPES } from './shape';
import { chosen, useComposer } from './store';
import { deeds } from './structure';

/** What can be done with a row, column or branch. */
export function MemberDeeds({ item, title }: { item: Item; title: string }) {
    const document = useComposer((state) => state.document);
    const found = find(document, item.id);
    if (!found || found.place.owner === null) {
        return null;
    }
    const owner = find(document, found.place.owner);
    const list = (owner?.item[found.place.part] as Item[] | undefined) ?? [];
    const part = owner?.shape.parts.find(({ name }) => name === found.place.part);
    const { index } = found.place;

    return (
        <span className="flex gap-1 ml-auto">
            <Small name={`Move this ${title} before the one before it`} disabled={index === 0} press={() => deeds.move([item.id], { ...found.place, index: index - 1 })}>
                <ArrowUp size={14} aria-hidden="true" />
            </Small>
            <Small name={`Move this ${title} after the one after it`} disabled={index === list.length - 1} press={() => deeds.move([item.id], { ...found.place, index: index + 2 })}>
                <ArrowDown size={14} aria-hidden="true" />
            </Small>
            <button type="button" className="btn btn-xs" disabled={list.length >= (part?.max ?? Infinity)} onClick={() => deeds.addBeside(item.id)}>
                Add a {title}
            </button>
            <button type="button" className="btn btn-xs" disabled={list.length <= (part?.min ?? 0)} onClick={() => deeds.removeMember(item.id)}>
                Remove this {title}
            </button>
        </span>
    );
}

export function Small({ name, press, children, disabled, pressed }: { name: string; press: () => void; children: ReactNode; disabled?: boolean; pressed?: boolean }) {
    return (
        <button
            type="button"
            className="btn btn-ghost btn-xs btn-square aria-pressed:bg-base-300"
            aria-label={name}
            aria-pressed={pressed}
            title={name}
            disabled={disabled}
            // So that the selection in the text stays.
            onMouseDown={(event) => event.preventDefault()}
            onClick={press}
        >
            {children}
        </button>
    );
}

/** What can be done with the chosen blocks. */
export function Deeds() {
    return (
        <span className="flex gap-0.5 ml-auto">
            <Small name="Move up (Alt ↑)" press={() => deeds.shift(-1)}>
                <ArrowUp size={14} aria-hidden="true" />
            </Small>
            <Small name="Move down (Alt ↓)" press={() => deeds.shift(1)}>
                <ArrowDown size={14} aria-hidden="true" />
            </Small>
            <Small name="Duplicate (Alt Shift ↓)" press={deeds.duplicate}>
                <Copy size={13} aria-hidden="true" />
            </Small>
            <Small name="Delete" press={deeds.remove}>
                <Trash2 size={13} aria-hidden="true" />
            </Small>
        </span>
    );
}

/** Groups that the chosen blocks can be put into. */
export function Grouping() {
    const { fresh } = useDesk();
    const groups = Object.entries(SHAPES).filter(([type, shape]) => shape.purpose === 'arrange' && fresh[type]);

    return (
        <span className="flex gap-1 items-center">
            Put into
            {groups.map(([type, shape]) => (
                <button key={type} type="button" className="btn btn-xs" onClick={() => chosen().length > 0 && deeds.group(type, fresh[type] as Record<string, unknown>)}>
                    {shape.title.toLowerCase()}
                </button>
            ))}
        </span>
    );
}
