import { ChevronDown, ChevronRight, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useDesk } from '../../manuscript/desk';
import { firstLine, shapeOf, type Block, type Item, type Run } from '../../manuscript/document';
import { goTo } from '../../manuscript/goTo';
import { useComposer } from '../../manuscript/store';
import { contents, deeds } from '../../manuscript/structure';

interface Knot {
    block: Block;
    depth: number;
    within: string | null;
    words: string;
    full: boolean;
}

/** What a block begins with: its first words, its variables by their labels. */
function beginning(block: Block, label: (path: string) => string): string {
    const line = firstLine(block);
    const find = (item: Item): Run[] | null => {
        if (line && item.id === line.id && Array.isArray(item[line.part])) {
            return item[line.part] as Run[];
        }
        for (const value of Object.values(item)) {
            for (const child of Array.isArray(value) ? (value as unknown[]) : []) {
                const found = child && typeof child === 'object' && 'id' in child ? find(child as Item) : null;
                if (found) {
                    return found;
                }
            }
        }

        return null;
    };

    return (find(block) ?? []).map((run) => (run.variable ? label(run.variable) : (run.text ?? ' '))).join('').slice(0, 60);
}

/** The blocks of the manuscript as a tree: by the arrows one goes through it, opens and closes groups; with Alt the block moves. */
export function Outline({ close }: { close: () => void }) {
    const desk = useDesk();
    const document = useComposer((state) => state.document);
    const hand = useComposer((state) => state.hand);
    const selected = useComposer((state) => state.selected[0]);
    const mayEdit = useComposer((state) => state.mayEdit);
    const [shut, setShut] = useState<string[]>([]);
    const [at, setAt] = useState<string | null>(null);
    const tree = useRef<HTMLUListElement>(null);
    // Whether the focus goes along: only with keys that were pressed here.
    const follows = useRef(false);
    const knots: Knot[] = [];
    const walk = (list: Block[], depth: number, within: string | null) =>
        list.forEach((block) => {
            const inner = contents(block);
            knots.push({ block, depth, within, words: beginning(block, (path) => desk.byPath.get(path)?.label ?? path), full: inner.length > 0 });
            if (!shut.includes(block.id)) {
                walk(inner, depth + 1, block.id);
            }
        });
    walk(document.manuscript, 1, null);
    const current = [at, selected, hand?.id].find((id) => knots.some(({ block }) => block.id === id)) ?? knots[0]?.block.id;
    useEffect(() => {
        if (at !== null && follows.current) {
            follows.current = false;
            tree.current?.querySelector<HTMLElement>(`[data-knot="${at}"]`)?.focus();
        }
    }, [at, document]);

    useEffect(() => tree.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus(), []);

    const lead = (id: string) => {
        goTo(id);
        // On a phone it lies over what one goes to.
        if (window.matchMedia('(width < 640px)').matches) {
            close();
        }
    };
    const press = (key: string, knot: Knot): boolean => {
        const index = knots.indexOf(knot);
        const to = (next: Knot | undefined) => next && setAt(next.block.id);
        switch (key) {
            case 'ArrowDown':
                to(knots[index + 1]);
                break;
            case 'ArrowUp':
                to(knots[index - 1]);
                break;
            case 'Home':
                to(knots[0]);
                break;
            case 'End':
                to(knots.at(-1));
                break;
            case 'ArrowRight':
                if (knot.full && shut.includes(knot.block.id)) {
                    setShut(shut.filter((id) => id !== knot.block.id));
                } else if (knot.full) {
                    to(knots[index + 1]);
                }
                break;
            case 'ArrowLeft':
                if (knot.full && !shut.includes(knot.block.id)) {
                    setShut([...shut, knot.block.id]);
                } else {
                    to(knots.find(({ block }) => block.id === knot.within));
                }
                break;
            case 'Enter':
                lead(knot.block.id);
                break;
            default:
                return false;
        }

        return true;
    };

    return (
        <aside aria-label="Outline" className="sheet">
            <div className="flex items-center gap-2 px-3 pt-2.5 pb-2">
                <h2>Outline</h2>
                <button type="button" className="btn btn-ghost btn-xs btn-square ml-auto" aria-label="Close the outline" title="Close (F6)" onClick={close}>
                    <X size={15} aria-hidden="true" />
                </button>
            </div>
            {knots.length === 0 && <p className="px-3 text-muted">Nothing is written yet.</p>}
            <ul ref={tree} role="tree" aria-label="Blocks" className="overflow-auto flex-1 min-h-0 pb-4">
                {knots.map((knot) => (
                    <li
                        key={knot.block.id}
                        role="treeitem"
                        data-knot={knot.block.id}
                        aria-level={knot.depth}
                        aria-selected={knot.block.id === (selected ?? hand?.id)}
                        {...(knot.full ? { 'aria-expanded': !shut.includes(knot.block.id) } : {})}
                        tabIndex={knot.block.id === current ? 0 : -1}
                        className="knot"
                        style={{ paddingLeft: 10 + (knot.depth - 1) * 14 }}
                        onClick={() => {
                            setAt(knot.block.id);
                            lead(knot.block.id);
                        }}
                        onKeyDown={(event) => {
                            if (event.ctrlKey || event.metaKey) {
                                return;
                            }
                            follows.current = event.key !== 'Enter';
                            const moves = event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown');
                            if (moves && mayEdit) {
                                setAt(knot.block.id);
                                deeds.shift(event.key === 'ArrowUp' ? -1 : 1, [knot.block.id]);
                            }
                            if (moves || (!event.altKey && press(event.key, knot))) {
                                event.preventDefault();
                                event.stopPropagation();
                            }
                        }}
                    >
                        <span
                            className="w-4 shrink-0"
                            aria-hidden="true"
                            onClick={(event) => {
                                event.stopPropagation();
                                setShut(shut.includes(knot.block.id) ? shut.filter((id) => id !== knot.block.id) : [...shut, knot.block.id]);
                            }}
                        >
                            {knot.full && (shut.includes(knot.block.id) ? <ChevronRight size={13} /> : <ChevronDown size={13} />)}
                        </span>
                        <span className="text-muted text-[12px] shrink-0">{shapeOf(knot.block.type).title}</span>
                        <span className="truncate text-[13px]" dir="auto">
                            {knot.words}
                        </span>
                    </li>
                ))}
            </ul>
        </aside>
    );
}
