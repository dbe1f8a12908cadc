import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { Dialog } from '../parts/Dialog';
import { useDesk } from './desk';
import { find, firstLine, shapeOf, type Block, type Item, type Run } from './document';
import { MakePassage } from './Passages';
import { SHAPES } from './shape';
import { chosen, useComposer } from './store';
import { contents, deeds, restOf, type Fate } from './structure';

/** What can be done with a row, column or branch. */
export function MemberDeeds({ item, title }: { item: Item; title: string }) {
    const document = useComposer((state) => state.document);
    const [asking, setAsking] = useState(false);
    const found = find(document, item.id);
    if (!found || found.place.owner === null) {
        return null;
    }
    const owner = find(document, found.place.owner);
    const list = (owner?.item[found.place.part] as Item[] | undefined) ?? [];
    const part = owner?.shape.parts.find(({ name }) => name === found.place.part);
    const { index } = found.place;
    const within = contents(item, found.shape);
    const rest = owner ? restOf(owner.shape) : undefined;
    const removed = (fate: Fate) => {
        setAsking(false);
        deeds.removeMember(item.id, fate);
        const went = { gone: 'deleted with it', before: `now before the ${owner?.shape.title.toLowerCase() ?? 'group'}`, rest: `now under “${rest?.title ?? ''}”`, beside: `now in the ${title} beside it` };
        toast.success(`The ${title} is removed; what stood in it is ${went[fate]}.`);
    };

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
            <button type="button" className="btn btn-xs" disabled={list.length <= (part?.min ?? 0)} onClick={() => (within.length > 0 ? setAsking(true) : deeds.removeMember(item.id, 'gone'))}>
                Remove this {title}
            </button>
            {owner && (
                <Dialog
                    open={asking}
                    close={() => setAsking(false)}
                    title={`What becomes of what stands in this ${title}?`}
                    actions={
                        <>
                            <button type="button" className="btn btn-sm btn-outline btn-error" onClick={() => removed('gone')}>
                                Delete it
                            </button>
                            <button type="button" className="btn btn-sm" onClick={() => removed('before')}>
                                Keep it before the {owner.shape.title.toLowerCase()}
                            </button>
                            <button type="button" className="btn btn-sm" onClick={() => removed(rest ? 'rest' : 'beside')}>
                                {rest ? `Move it to “${rest.title}”` : `Move it into the ${title} beside it`}
                            </button>
                        </>
                    }
                >
                    <ul>
                        {within.map((block) => (
                            <li key={block.id} className="truncate">
                                <span className="text-muted">{shapeOf(block.type).title}</span> {beginning(block)}
                            </li>
                        ))}
                    </ul>
                </Dialog>
            )}
        </span>
    );
}

/** How the words of a block begin. */
function beginning(block: Block): string {
    const first = firstLine(block);
    const runs = first?.id === block.id ? (block[first.part] as Run[] | undefined) : undefined;

    return (runs ?? []).map((run) => run.text ?? (run.variable ? `{${run.variable}}` : ' ')).join('');
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
            <MakePassage />
        </span>
    );
}
