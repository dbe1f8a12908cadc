import { useDroppable } from '@dnd-kit/core';
import { Plus } from 'lucide-react';
import { memo, startTransition, useEffect, useMemo, useState } from 'react';
import { useDesk } from './desk';
import { newText, shapeOf, type Block, type Place } from './document';
import { Framed } from './Framed';
import { putPlace, useComposer } from './store';
import { deeds } from './structure';

/** So many blocks are drawn at first sight. */
const AT_ONCE = 40;

/** Blocks one beneath the other. */
export const Stack = memo(function Stack({ list, owner, part }: { list: Block[]; owner: string | null; part: string }) {
    const fixed = owner === null && list.some((block) => shapeOf(block.type).fixed);
    // What is far down is drawn once that is which is seen, and the stage has been asked for.
    const [isWhole, setWhole] = useState(list.length <= AT_ONCE);
    useEffect(() => startTransition(() => setWhole(true)), []);

    return (
        <>
            {(isWhole ? list : list.slice(0, AT_ONCE)).map((block, index) => (
                <div key={block.id} className="relative">
                    {!fixed && <Gap owner={owner} part={part} index={index} />}
                    <Framed block={block} />
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
    const mayEdit = useComposer((state) => state.mayEdit);
    if (!mayEdit) {
        return <div className="gap" />;
    }

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
