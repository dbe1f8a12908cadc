import { useDraggable } from '@dnd-kit/core';
import { memo } from 'react';
import { selectTo } from './blockKeys';
import { useDesk, type Finding } from './desk';
import { find, firstLine, shapeOf, type Block } from './document';
import { Parts } from './Parts';
import type { Shape } from './shape';
import { blockInHand, useComposer } from './store';
import { Strip } from './Strip';

/** One block, with its name beside it, its findings, and the strip while it is in hand. */
export const Framed = memo(function Framed({ block }: { block: Block }) {
    const shape = shapeOf(block.type);
    const inHand = useComposer((state) => state.selected.length < 2 && blockInHand(state)?.id === block.id);
    const selected = useComposer((state) => state.selected.includes(block.id));
    const isLast = useComposer((state) => state.selected.at(-1) === block.id);
    const several = useComposer((state) => state.selected.length > 1);
    const mayEdit = useComposer((state) => state.mayEdit);
    const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: block.id, disabled: !mayEdit || shape.fixed });
    const { findings, around } = useDesk();
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
                } else if (!target.closest('.line, .own-html, button, input, select, label, .strip, [data-frame] [data-frame]') && target.closest('[data-frame]') === event.currentTarget) {
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
            <div className={`body body-${block.type} ${settingsOf(block, shape)}`}>
                {block['when'] !== undefined && <p className="condition condition-own">Only if {around.sentences[block.id] ?? '…'}</p>}
                <Parts item={block} block={block} shape={shape} />
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

/** Its settings as classes, by which the manuscript shows what they do. */
const settingsOf = (block: Block, shape: Shape): string =>
    shape.parts
        .filter((part) => ['choice', 'number', 'switch'].includes(part.kind) && block[part.name] !== undefined)
        .map((part) => `set-${part.name}-${String(block[part.name])}`)
        .join(' ');

const contentsKind = (shape: Shape): boolean => shape.parts.some((part) => part.kind === 'blocks' || part.kind === 'objects');

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

    return <Strip block={block} item={item} shape={shape} rich={part?.kind === 'inline' && !part.bare} />;
}
