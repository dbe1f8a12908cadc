import { DndContext, PointerSensor, pointerWithin, closestCenter, useSensor, useSensors, type CollisionDetection, type DragEndEvent } from '@dnd-kit/core';
import { useEffect, useRef, useState } from 'react';
import { type Place } from './document';
import { useComposer } from './store';
import { deeds } from './structure';
import { Stack } from './Stack';
import { copy } from './blockKeys';
import { handleKey } from './blockKeys';
import { paste } from './blockKeys';

/** Which gap is nearest to the pointer: the one beneath it, or else the closest. */
const nearest: CollisionDetection = (drag) => {
    const under = pointerWithin(drag);

    return under.length > 0 ? under : closestCenter(drag);
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
                <Stack list={manuscript} owner={null} part="manuscript" />
                {plain && (
                    <section aria-label="Plain text, written by hand" className="mt-4 border-t border-line pt-2" data-plain>
                        <h2 className="plain-title">Plain text, written by hand</h2>
                        <Stack list={plain} owner={null} part="plain" />
                    </section>
                )}
            </div>
        </DndContext>
    );
}


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
