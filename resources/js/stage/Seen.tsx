import { X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useDesk } from '../manuscript/desk';
import { find, shapeOf } from '../manuscript/document';
import { goTo } from '../manuscript/goTo';
import { useComposer } from '../manuscript/store';

/** A look of an element on the stage: which role of colours or token of type and shape it is, who said it, and what it is. */
export interface SeenLook {
    property: string;
    role: string;
    from: string;
    value: string;
}

/** An element on the stage, as it tells of itself. */
export interface SeenElement {
    part: string;
    looks: SeenLook[];
}

export const looksOf = (element: Element): SeenLook[] =>
    (element.getAttribute('data-look') ?? '')
        .split(' ')
        .filter(Boolean)
        .map((look) => {
            const [property = '', role = '', from = '', value = ''] = look.split(':');

            return { property, role, from, value: decodeURIComponent(value) };
        });

/** The nearest element that has a class of its own. */
export function seenIn(target: Element): SeenElement | null {
    const element = target.closest('[data-part]');
    const look = target.closest('[data-look]') ?? element;

    return element && look ? { part: element.getAttribute('data-part') ?? '', looks: looksOf(look) } : null;
}

const WHAT: Record<string, string> = { color: 'words', 'background-color': 'background' };

/** What a role or a token is called. */
export const nameOf = (role: string, tokens: Schemas['Tokens']): string => tokens.find(({ name }) => name === role)?.words ?? role.replace('_', ' ');

/** Who gives a look: the brand, the template, a group or a block. */
export function Origin({ from }: { from: string }) {
    const document = useComposer((state) => state.document);
    const found = from === 'brand' || from === 'template' ? null : find(document, from);

    return from === 'brand' ? (
        <>from the brand</>
    ) : from === 'template' ? (
        <>
            from this <b>template</b>
        </>
    ) : found ? (
        <>
            from{' '}
            <button type="button" className="link-quiet cursor-pointer" onClick={() => goTo(from)}>
                its {shapeOf(found.item.type).title.toLowerCase()}
            </button>
        </>
    ) : (
        <>from a block of it</>
    );
}

/** What it is, in words: of a stack, its first font. */
function told({ property, role, value }: SeenLook, tokens: Schemas['Tokens']): string {
    const token = tokens.find(({ name }) => name === role);

    return token
        ? `${token.words}: ${[token.bounds ? value : (value.split(',')[0]?.replaceAll("'", '') ?? ''), token.unit].filter(Boolean).join(' ')}`
        : `${WHAT[property] ?? 'line'}: ${nameOf(role, tokens)} ${value}`;
}

/** The class of the element that was pressed, and where its looks come from. */
export function Seen({ element, close }: { element: SeenElement | null; close: () => void }) {
    const { tokens } = useDesk();

    return element === null ? null : (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-0.5 px-4 py-1 text-[12.5px] bg-raised border-t border-line" role="status" data-seen>
            <span>
                class <code className="font-mono font-semibold">.{element.part}</code>
            </span>
            {element.looks.map((look) => (
                <span key={look.property + look.role} className="flex items-center gap-1.5">
                    {!tokens.some(({ name }) => name === look.role) && <i className="swatch" style={{ background: look.value }} />}
                    <span>
                        {told(look, tokens)}, <Origin from={look.from} />
                    </span>
                </span>
            ))}
            <button type="button" className="btn btn-ghost btn-xs btn-square ml-auto" aria-label="Close" onClick={close}>
                <X size={13} aria-hidden="true" />
            </button>
        </div>
    );
}
