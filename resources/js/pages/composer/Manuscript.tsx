import { DndContext, PointerSensor, pointerWithin, closestCenter, useDraggable, useDroppable, useSensor, useSensors, type CollisionDetection, type DragEndEvent } from '@dnd-kit/core';
import { Plus } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent as Keys, type ReactNode } from 'react';
import { ConditionForm } from './ConditionForm';
import { useDesk, type Finding } from './desk';
import { blocks, find, firstLine, listAt, newText, shapeOf, type Block, type Item, type Place, type Run } from './document';
import { Line } from './Line';
import { asJson, blocksOfText, copiedBlocks } from './paste';
import { pasteBlocks } from './pasteBlocks';
import type { Part, Shape } from './shape';
import { blockInHand, change, chosen, deeds, extend, live, placeAfterHand, putPlace, useComposer } from './store';
import { MemberDeeds, Strip } from './Strip';

type Scope = Record<string, string>;

/** Which gap is nearest to the pointer: the one beneath it, or else the closest. */
const nearest: CollisionDetection = (given) => {
    const under = pointerWithin(given);

    return under.length > 0 ? under : closestCenter(given);
};

/** The message as it is written, from top to bottom. */
export function Manuscript() {
    const manuscript = useComposer((state) => state.document.manuscript);
    const plain = useComposer((state) => state.document.plain?.blocks);
    const root = useRef<HTMLDivElement>(null);
    const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
    const [dragged, setDragged] = useState<string[]>([]);
    useFocus(root);
    const drop = ({ over }: DragEndEvent) => {
        const to = over?.data.current as Place | undefined;
        if (to) {
            deeds.move(dragged, to);
        }
        setDragged([]);
    };

    return (
        <DndContext
            sensors={sensors}
            collisionDetection={nearest}
            // Only at the very edge, so that nothing runs away beneath the pointer.
            accessibility={SAID}
            autoScroll={{ threshold: { x: 0, y: 0.05 }, acceleration: 8 }}
            onDragStart={({ active }) => setDragged(useComposer.getState().selected.includes(String(active.id)) ? useComposer.getState().selected : [String(active.id)])}
            onDragEnd={drop}
            onDragCancel={() => setDragged([])}
        >
            <div
                ref={root}
                data-manuscript
                role="group"
                aria-label="Manuscript"
                className={dragged.length > 0 ? 'dragging' : ''}
                onKeyDown={handleKey}
                onCopy={(event) => copy(event.nativeEvent)}
                onCut={(event) => copy(event.nativeEvent) && deeds.remove()}
                onPaste={(event) => paste(event.nativeEvent)}
            >
                <Stack list={manuscript} owner={null} part="manuscript" scope={NONE} />
                {plain && (
                    <section aria-label="Plain text, written by hand" className="mt-4 border-t border-line pt-2" data-plain>
                        <h2 className="plain-title">Plain text, written by hand</h2>
                        <Stack list={plain} owner={null} part="plain" scope={NONE} />
                    </section>
                )}
            </div>
        </DndContext>
    );
}

const NONE: Scope = {};

/** What is said to those who do not see it. */
const SAID = {
    screenReaderInstructions: { draggable: 'Alt and the arrow keys move the block that is in hand.' },
    announcements: { onDragStart: () => 'The block is taken up.', onDragOver: () => undefined, onDragEnd: () => 'The block is put down.', onDragCancel: () => 'The block stays where it was.' },
};

/** Whatever is in hand and is no text has the focus. */
function useFocus(root: React.RefObject<HTMLDivElement | null>) {
    const hand = useComposer((state) => state.hand);
    useEffect(() => {
        if (!hand || hand.id === 'envelope') {
            return;
        }
        const stop = hand.part === null ? `[data-frame="${hand.id}"]` : `[data-stop][data-id="${hand.id}"][data-part="${hand.part}"]`;
        const element = root.current?.querySelector<HTMLElement>(stop);
        const focused = document.activeElement;
        const within = element?.contains(focused) && focused?.closest('.strip');
        if (element && !element.matches('.line') && !within) {
            element.focus({ preventScroll: true });
        }
        // What can be done with it, and above all itself.
        root.current?.querySelector('.frame-hand .strip, .frame-selected .strip')?.scrollIntoView({ block: 'nearest' });
        element?.scrollIntoView({ block: 'nearest' });
    }, [hand, root]);
}

/** Keys of blocks as such: while a text is written they are the text's. */
function handleKey(event: Keys<HTMLElement>) {
    const state = useComposer.getState();
    const frame = (event.target as HTMLElement).dataset['frame'];
    if (!frame || live.editor?.isFocused) {
        return;
    }
    const all = blocks(state.document).map((block) => block.id);
    const done = () => event.preventDefault();
    switch (event.key) {
        case 'ArrowUp':
        case 'ArrowDown': {
            if (event.altKey || event.ctrlKey) {
                return;
            }
            const by = event.key === 'ArrowUp' ? -1 : 1;
            if (event.shiftKey) {
                extend(by);
            } else {
                const edge = chosen().at(by < 0 ? 0 : -1) ?? '';
                const next = all[all.indexOf(edge) + by];
                if (next) {
                    state.select([next]);
                } else if (by < 0) {
                    state.take({ id: 'envelope', part: 'subject', caret: 'end' });
                }
            }

            done(); return;
        }
        case 'Enter': {
            const block = blockInHand(state);
            const line = block && firstLine(block);
            if (line) {
                state.take({ ...line, caret: 'end' });
            } else {
                deeds.enter();
            }

            done(); return;
        }
        case 'Delete':
        case 'Backspace':
            deeds.remove();

            { done(); return; }
    }
}

function selectTo(id: string) {
    const { document, select } = useComposer.getState();
    const from = find(document, chosen()[0] ?? id);
    const to = find(document, id);
    if (from && to && from.place.owner === to.place.owner && from.place.part === to.place.part) {
        const [first, last] = [Math.min(from.place.index, to.place.index), Math.max(from.place.index, to.place.index)];
        select(listAt(document, to.place).slice(first, last + 1).map((item) => item.id));
    } else {
        select([id]);
    }
}

function isOfBlocks(): boolean {
    const { hand, selected } = useComposer.getState();
    const focused = document.activeElement;

    return (hand?.part === null || selected.length > 0) && focused instanceof HTMLElement && focused.dataset['frame'] !== undefined;
}

function copy(event: ClipboardEvent): boolean {
    if (!isOfBlocks()) {
        return false;
    }
    const { document } = useComposer.getState();
    event.clipboardData?.setData('text/plain', asJson(chosen().map((id) => find(document, id)?.item as Block)));
    event.preventDefault();

    return true;
}

function paste(event: ClipboardEvent) {
    if (!isOfBlocks()) {
        return;
    }
    const text = event.clipboardData?.getData('text/plain') ?? '';
    const copied = copiedBlocks(text);
    event.preventDefault();
    if (copied) {
        void pasteBlocks(copied);
    } else if (text.trim()) {
        deeds.put(blocksOfText(text), placeAfterHand(), 'paste');
    }
}

const Stack = memo(function Stack({ list, owner, part, scope }: { list: Block[]; owner: string | null; part: string; scope: Scope }) {
    const fixed = owner === null && list.some((block) => shapeOf(block.type).fixed);

    return (
        <>
            {list.map((block, index) => (
                <div key={block.id} className="relative">
                    {!fixed && <Gap owner={owner} part={part} index={index} />}
                    <Framed block={block} scope={scope} />
                </div>
            ))}
            {!fixed && (
                <div className="relative">
                    <Gap owner={owner} part={part} index={list.length} last={owner === null || list.length === 0} />
                </div>
            )}
        </>
    );
});

/** Between two blocks: a plus, and where what is dragged would land. */
const Gap = memo(function Gap({ owner, part, index, last = false }: Place & { last?: boolean }) {
    const place = useMemo(() => ({ owner, part, index }), [owner, part, index]);
    const { setNodeRef, isOver } = useDroppable({ id: `gap ${owner ?? ''} ${part} ${index}`, data: place });
    const { openBlocks } = useDesk();

    return (
        <div ref={setNodeRef} data-gap className={`gap${isOver ? ' gap-over' : ''}${last ? ' gap-empty' : ''}`}>
            <button
                type="button"
                tabIndex={last ? 0 : -1}
                className="gap-plus"
                aria-label={last ? undefined : 'Put in a block here'}
                title="Put in a block (Alt Enter)"
                onClick={() => {
                    putPlace(place);
                    openBlocks();
                }}
            >
                <Plus size={13} aria-hidden="true" /> {last && <span>Put in a block</span>}
            </button>
            {last && (
                <button type="button" className="link-quiet cursor-pointer ml-3" onClick={() => deeds.put([newText()], place, 'new text')}>
                    or write
                </button>
            )}
        </div>
    );
});

const Framed = memo(function Framed({ block, scope }: { block: Block; scope: Scope }) {
    const shape = shapeOf(block.type);
    const inHand = useComposer((state) => state.selected.length < 2 && blockInHand(state)?.id === block.id);
    const selected = useComposer((state) => state.selected.includes(block.id));
    const isLast = useComposer((state) => state.selected.at(-1) === block.id);
    const several = useComposer((state) => state.selected.length > 1);
    const mayEdit = useComposer((state) => state.mayEdit);
    const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: block.id, disabled: !mayEdit || shape.fixed });
    const { findings, sentences } = useDesk();
    const within = shape.parts.some((part) => part.kind === 'list')
        ? { ...scope, [typeof block['item'] === 'string' ? block['item'] : 'item']: listPath(block, scope) }
        : scope;
    const notes = findings.map((finding, index) => ({ finding, number: index + 1 })).filter(({ finding }) => finding.block === block.id && finding.weight !== 'remark');
    const first = firstLine(block);

    return (
        <div
            data-frame={block.id}
            {...(first || contentsKind(shape) ? {} : { 'data-stop': '', 'data-id': block.id })}
            tabIndex={-1}
            role="group"
            aria-label={shape.title}
            className={`frame${inHand ? ' frame-hand' : ''}${selected ? ' frame-selected' : ''}${isDragging ? ' opacity-40' : ''}`}
            onMouseDown={(event) => {
                const target = event.target as HTMLElement;
                if (event.shiftKey && !target.closest('input, select')) {
                    event.preventDefault();
                    event.stopPropagation();
                    selectTo(block.id);
                } else if (!target.closest('.line, button, input, select, label, .strip, [data-frame] [data-frame]') && target.closest('[data-frame]') === event.currentTarget) {
                    event.preventDefault();
                    useComposer.getState().select([block.id]);
                }
            }}
        >
            <div className="role">
                <button
                    ref={setNodeRef}
                    {...attributes}
                    {...listeners}
                    type="button"
                    tabIndex={-1}
                    className="role-name"
                    aria-label={`${shape.title}: select`}
                    aria-pressed={selected}
                    aria-describedby={undefined}
                    title="Press to select, pull to move"
                    onClick={(event) => (event.shiftKey ? selectTo(block.id) : useComposer.getState().select([block.id]))}
                >
                    {shape.title}
                </button>
            </div>
            <div className={`body body-${block.type}${block['numbered'] === true ? ' body-numbered' : ''}`}>
                {block['when'] !== undefined && <p className="condition condition-own">Only if {sentences[block.id] ?? '…'}</p>}
                <Parts item={block} block={block} shape={shape} scope={within} outside={scope} />
                {((inHand && !selected) || (selected && (!several || isLast))) && mayEdit && <InHand block={block} />}
            </div>
            {notes.length > 0 && (
                <div className="notes">
                    {notes.map(({ finding, number }) => (
                        <Note key={number} finding={finding} number={number} />
                    ))}
                </div>
            )}
        </div>
    );
});

const contentsKind = (shape: Shape): boolean => shape.parts.some((part) => part.kind === 'blocks' || part.kind === 'objects');

const listPath = (block: Item, scope: Scope): string => {
    const list = typeof block['list'] === 'string' ? block['list'] : '';
    const [root = '', ...rest] = list.split('.');

    return scope[root] ? `${scope[root]}.*.${rest.join('.')}` : list;
};

function Note({ finding, number }: { finding: Finding; number: number }) {
    return (
        <button
            type="button"
            tabIndex={-1}
            className={`note note-${finding.weight}`}
            title={finding.words}
            aria-label={`Finding ${number}: ${finding.words}`}
            onClick={() => document.querySelector<HTMLElement>(`[data-finding="${number}"] button`)?.focus() ?? window.dispatchEvent(new CustomEvent('herald:findings', { detail: number }))}
        >
            {number}
        </button>
    );
}

/** The strip beneath the block in hand. */
function InHand({ block }: { block: Block }) {
    const hand = useComposer((state) => state.hand);
    const document = useComposer((state) => state.document);
    const found = hand && hand.id !== block.id ? find(document, hand.id) : null;
    const item = found && found.block.id === block.id ? found.item : block;
    const shape = found && found.block.id === block.id ? found.shape : shapeOf(block.type);
    const part = shape.parts.find(({ name }) => name === hand?.part);

    return <Strip block={block} item={item} shape={shape} rich={part?.kind === 'inline' && isRich(part)} />;
}

/** Alternative texts and plain text have no looks. */
const isRich = (part: Part): boolean => part.name !== 'alternative' && part.name !== 'plain';

function Parts({ item, block, shape, scope, outside }: { item: Item; block: Block; shape: Shape; scope: Scope; outside: Scope }) {
    const shown = shape.parts.filter((part) => ['inline', 'link', 'blocks', 'objects', 'list'].includes(part.kind) && (item[part.name] !== undefined || (part.required && part.kind !== 'list')));
    const many = shown.filter((part) => part.kind === 'inline' || part.kind === 'link').length > 1;

    return shown.map((part) => <PartView key={part.name} part={part} item={item} block={block} shape={shape} scope={part.name === 'empty' ? outside : scope} labelled={many || part.kind === 'link'} />);
}

function PartView({ part, item, block, shape, scope, labelled }: { part: Part; item: Item; block: Block; shape: Shape; scope: Scope; labelled: boolean }) {
    const desk = useDesk();
    if (part.kind === 'list') {
        return (
            <p className="text-[13px] text-muted">
                {part.title} <b className="text-base-content">{desk.byPath.get(listPath(item, Object.fromEntries(Object.entries(scope).filter(([name]) => name !== (item['item'] ?? 'item')))))?.label ?? String(item[part.name])}</b>
            </p>
        );
    }
    if (part.kind === 'inline' || part.kind === 'link') {
        return (
            <Labelled label={labelled ? part.title : null}>
                <Line
                    id={item.id}
                    part={part.name}
                    label={`${shape.title}: ${part.title}`}
                    runs={(item[part.name] as Run[] | undefined) ?? []}
                    rich={part.kind === 'inline' && isRich(part)}
                    scope={scope}
                    placeholder={PLACEHOLDERS[part.name] ?? part.title.toLowerCase()}
                    className={lineClass(block, item, part)}
                />
            </Labelled>
        );
    }
    if (part.kind === 'blocks') {
        const list = (item[part.name] as Block[] | undefined) ?? [];

        return (
            <div className="stretch">
                {part.name !== 'blocks' || shape.purpose ? <p className="condition">{part.title}</p> : null}
                <Stack list={list} owner={item.id} part={part.name} scope={scope} />
            </div>
        );
    }
    const members = (item[part.name] as Item[] | undefined) ?? [];
    const holdsBlocks = part.within?.parts.some((one) => one.kind === 'blocks') ?? false;

    return (
        <div className={holdsBlocks ? '' : 'members'} role="group" aria-label={part.title}>
            {holdsBlocks && <p className="text-[13px] text-muted">{part.title.toLowerCase()}</p>}
            {members.map((member, index) =>
                holdsBlocks && part.within ? (
                    <Branch key={member.id} member={member} shape={part.within} scope={scope} index={index} />
                ) : (
                    <div key={member.id} className={`member${part.within?.parts.filter((one) => one.kind === 'inline' || one.kind === 'link').length === 1 ? ' member-single' : ''}`}>
                        {part.within?.parts
                            .filter((one) => one.kind === 'inline' || one.kind === 'link')
                            .map((one) => (
                                <Line
                                    key={one.name}
                                    id={member.id}
                                    part={one.name}
                                    label={`${shape.title}, ${part.within?.title.toLowerCase() ?? ''} ${index + 1}: ${one.title}`}
                                    runs={(member[one.name] as Run[] | undefined) ?? []}
                                    rich
                                    scope={scope}
                                    placeholder={one.title.toLowerCase()}
                                    className={`text-[14px] ${one.name === 'label' ? 'text-muted' : ''} ${member['strong'] ? 'font-bold' : ''}`}
                                />
                            ))}
                        {member['when'] !== undefined && <span className="condition-small">only if {desk.sentences[member.id] ?? '…'}</span>}
                    </div>
                ),
            )}
        </div>
    );
}

const PLACEHOLDERS: Record<string, string> = { text: 'Write here. {{ puts in a variable, Alt Enter another block.', link: 'https:// or a link from the record', source: 'https:// or a picture from the record' };

function lineClass(block: Block, item: Item, part: Part): string {
    if (block !== item) {
        return '';
    }
    if (part.name === 'plain') {
        return 'font-mono text-[12.5px]';
    }
    if (block.type === 'heading') {
        return `line-heading line-heading-${Number(block['level'] ?? 1)}`;
    }

    return part.kind === 'link' ? 'text-[13.5px]' : block.type === 'text' && block['small'] === true ? 'text-[13px] text-muted' : part.name === 'label' ? 'font-semibold' : '';
}

function Labelled({ label, children }: { label: string | null; children: ReactNode }) {
    return label === null ? (
        children
    ) : (
        <div className="grid grid-cols-[96px_1fr] gap-x-2 items-baseline">
            <span className="text-muted text-[12.5px]">{label}</span>
            <div className="min-w-0">{children}</div>
        </div>
    );
}

/** A branch or a column: a bracketed stretch, with its condition as a sentence at its head. */
function Branch({ member, shape, scope, index }: { member: Item; shape: Shape; scope: Scope; index: number }) {
    const { sentences } = useDesk();
    const condition = shape.parts.find((part) => part.kind === 'condition');
    const inHand = useComposer((state) => state.hand?.id === member.id);
    const mayEdit = useComposer((state) => state.mayEdit);
    const [open, setOpen] = useState(member['when'] === undefined && condition !== undefined);
    const list = (member['blocks'] as Block[] | undefined) ?? [];

    return (
        <div className="stretch" role="group" aria-label={`${shape.title} ${index + 1}`}>
            <button
                type="button"
                data-stop
                data-id={member.id}
                data-part="when"
                tabIndex={inHand ? 0 : -1}
                className={`condition w-full text-left cursor-pointer${inHand ? ' condition-hand' : ''}`}
                aria-expanded={condition && mayEdit ? open : undefined}
                onClick={() => {
                    useComposer.getState().take({ id: member.id, part: 'when' });
                    setOpen(!open);
                }}
                onKeyDown={(event) => {
                    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
                        const stops = [...document.querySelectorAll<HTMLElement>('[data-stop]')];
                        const next = stops[stops.indexOf(event.currentTarget) + (event.key === 'ArrowDown' ? 1 : -1)];
                        event.preventDefault();
                        next?.focus();
                    }
                }}
            >
                {condition ? `${index > 0 ? 'or else if' : condition.title} ${member['when'] === undefined ? '… choose a condition' : (sentences[member.id] ?? '…')}` : `${shape.title} ${index + 1}`}
            </button>
            {condition && open && mayEdit && <ConditionForm value={member['when']} scope={scope} set={(next) => change(member.id, 'when', next, 'condition')} />}
            {(inHand || (open && condition)) && mayEdit && (
                <div className="flex px-2 pb-1">
                    <MemberDeeds item={member} title={shape.title.toLowerCase()} />
                </div>
            )}
            <Stack list={list} owner={member.id} part="blocks" scope={scope} />
        </div>
    );
}
