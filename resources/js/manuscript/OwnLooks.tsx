import { X } from 'lucide-react';
import { useMemo } from 'react';
import type { Schemas } from '../api/client';
import { Figure } from '../parts/Figure';
import { Hue } from '../parts/Hue';
import { useDesk } from './desk';
import { StackSelect } from './StackSelect';
import type { Block } from './document';
import { withMember } from './members';
import { looksOf, nameOf, Origin, type SeenLook } from '../stage/Seen';
import { useComposer } from './store';
import { change } from './structure';

export type Look = Record<string, string | number>;
type Token = Schemas['Tokens'][number];

const without = (look: Look, name: string): Look | undefined => {
    const rest = Object.fromEntries(Object.entries(look).filter(([one]) => one !== name));

    return Object.keys(rest).length > 0 ? rest : undefined;
};

const saidBy = (from: string, look: Look): SeenLook[] => Object.entries(look).map(([role, value]) => ({ property: '', role, from, value: String(value) }));

/** The looks that a block shows, with where each comes from; an override is marked and let go in one press. */
export function BlockLooks({ block }: { block: Block }) {
    const { stage, tokens } = useDesk();
    const own = (block['look'] as Look | undefined) ?? {};
    const shown = useMemo(() => (stage === null ? [] : looksWithin(stage, block.id)), [stage, block.id]);
    // What is said here for the blocks within, or was said a moment ago.
    const said = saidBy(block.id, own);
    const looks = [...shown.map((look) => said.find(({ role }) => role === look.role) ?? look), ...said.filter(({ role }) => !shown.some((look) => look.role === role))];

    return (
        <Looks
            looks={looks}
            own={block.id}
            set={(role, value) => change(block.id, 'look', { ...own, [role]: value }, `${nameOf(role, tokens)} here`)}
            letGo={(role) => change(block.id, 'look', without(own, role), `${nameOf(role, tokens)} as around it`)}
        />
    );
}

/** The same for the whole template. */
export function TemplateLooks() {
    const { tokens } = useDesk();
    const look = useComposer((state) => state.document['look'] as Look | undefined) ?? {};
    const apply = (name: string, next: Look | undefined) => useComposer.getState().apply(name, (document) => withMember(document, 'look', next), { merge: name });

    return (
        <Looks
            looks={saidBy('template', look)}
            own="template"
            set={(role, value) => apply(`${nameOf(role, tokens)} in this template`, { ...look, [role]: value })}
            letGo={(role) => apply(`${nameOf(role, tokens)} as around it`, without(look, role))}
        />
    );
}

function Looks({ looks, own, set, letGo }: { looks: SeenLook[]; own: string; set: (role: string, value: string | number) => void; letGo: (role: string) => void }) {
    const { colourValues, tokens } = useDesk();
    const free = (role: string) => !looks.some((look) => look.role === role);
    const begin = (role: string) => {
        const value = tokens.find(({ name }) => name === role)?.value ?? colourValues[role];
        if (value !== undefined) {
            set(role, value);
        }
    };

    return (
        <ul className="grid gap-1" aria-label="Looks and where they come from">
            {looks.map((look) => {
                const token = tokens.find(({ name }) => name === look.role);

                return (
                    <li key={look.role} className="flex flex-wrap items-center gap-x-2" data-look-of={look.role}>
                        <span className="w-52">
                            {token ? (
                                <TokenField token={token} value={look.value} set={(value) => set(look.role, value)} />
                            ) : (
                                <Hue label={`${nameOf(look.role, tokens)} here`} value={look.value} derived={look.from !== own} set={(hex) => set(look.role, hex)} />
                            )}
                        </span>
                        <span>{nameOf(look.role, tokens)}</span>
                        {look.from === own ? (
                            <>
                                <span className="badge badge-xs badge-primary">set here</span>
                                <button type="button" className="link-quiet cursor-pointer flex items-center" onClick={() => letGo(look.role)}>
                                    <X size={12} aria-hidden="true" /> As around it
                                </button>
                            </>
                        ) : (
                            <span>
                                <Origin from={look.from} />
                            </span>
                        )}
                    </li>
                );
            })}
            <li>
                <label>
                    <span className="sr-only">Set something else here</span>
                    <select className="select select-xs bg-raised w-auto" value="" onChange={(event) => begin(event.target.value)}>
                        <option value="">Set something else here …</option>
                        <optgroup label="Colours">
                            {Object.keys(colourValues)
                                .filter(free)
                                .map((role) => (
                                    <option key={role} value={role}>
                                        {nameOf(role, tokens)}
                                    </option>
                                ))}
                        </optgroup>
                        <optgroup label="Type and shape">
                            {tokens
                                .filter(({ name }) => free(name))
                                .map(({ name, words }) => (
                                    <option key={name} value={name}>
                                        {words}
                                    </option>
                                ))}
                        </optgroup>
                    </select>
                </label>
            </li>
        </ul>
    );
}

function TokenField({ token, value, set }: { token: Token; value: string; set: (value: string | number) => void }) {
    const label = `${token.words} here`;
    if (!token.bounds) {
        return <StackSelect label={label} value={value} set={set} />;
    }
    const [min = 0, max = 0] = token.bounds;

    return <Figure bare label={label} unit={token.unit} usual={Number(token.value)} min={min} max={max} value={Number(value)} set={(figure) => figure !== undefined && set(figure)} />;
}

/** What the elements of a block tell of their looks on the stage, without those of blocks within it. */
function looksWithin(html: string, id: string): SeenLook[] {
    const page = new DOMParser().parseFromString(html, 'text/html');
    const cell = page.querySelector(`[data-block="${CSS.escape(id)}"]`);
    const elements = cell ? [cell, ...cell.querySelectorAll('[data-look]')].filter((element) => element.closest('[data-block]') === cell) : [];
    const found = new Map<string, SeenLook>();
    for (const look of elements.flatMap(looksOf)) {
        if (!found.has(look.role)) {
            found.set(look.role, look);
        }
    }

    return [...found.values()];
}
