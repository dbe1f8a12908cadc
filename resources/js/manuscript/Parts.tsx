import { type ReactNode } from 'react';
import { Branch } from './Branch';
import { useDesk } from './desk';
import { declared, type Block, type Item, type Run } from './document';
import { Line } from './Line';
import { LeadsTo } from './LinkForm';
import { OwnHtml } from './OwnHtml';
import { TakenIn } from './Passages';
import { AmongScope, useScope } from './scope';
import { when } from '../parts/when';
import type { Part, Shape } from './shape';
import { Stack } from './Stack';
import { useComposer } from './store';

/** What an object has of texts, links and blocks, one after the other. */
export function Parts({ item, block, shape }: { item: Item; block: Block; shape: Shape }) {
    const shown = shape.parts.filter((part) => ['inline', 'link', 'blocks', 'objects', 'list', 'offer', 'html'].includes(part.kind) && (item[part.name] !== undefined || (part.required && part.kind !== 'list')));
    const many = shown.filter((part) => part.kind === 'inline' || part.kind === 'link').length > 1;

    return shown.map((part) => <PartView key={part.name} part={part} item={item} block={block} shape={shape} labelled={many || part.kind === 'link'} />);
}

/** Whose content stands here, and where what the stage shows of it comes from. */
function HandedIn({ slot }: { slot: string }) {
    const { slots, handedIn } = useDesk();
    const declared = slots.find((one) => one.key === slot);
    const shown = handedIn.find((one) => one.key === slot);

    return (
        <p className="text-[13px] text-muted">
            <b className="text-base-content">{declared?.label ?? slot}</b>: what {declared?.from ?? 'an add-on'} hands in with the event.
            {shown && <span className="block">{whence(shown)}</span>}
        </p>
    );
}

function whence({ at, fault, empty }: { at: string | null; fault: string | null; empty: boolean }): string {
    if (fault) {
        return `What came with this record cannot be shown: ${fault}.`;
    }
    if (empty) {
        return 'Nothing of it is on the stage.';
    }

    return at ? `On the stage: as it came with this record, ${when(at)}.` : 'On the stage: a sample. Nothing has come with this record yet.';
}

function PartView({ part, item, block, shape, labelled }: { part: Part; item: Item; block: Block; shape: Shape; labelled: boolean }) {
    const desk = useDesk();
    const scope = useScope(item.id, part.name);
    const inHand = useComposer((state) => state.hand?.id === item.id && state.hand.part === part.name);
    if (part.kind === 'list') {
        return (
            <p className="text-[13px] text-muted">
                {part.title} <b className="text-base-content">{desk.byPath.get(declared(String(item[part.name]), scope))?.label ?? String(item[part.name])}</b>
                {selection(item, declared(String(item[part.name]), scope), desk)}
            </p>
        );
    }
    if (part.kind === 'offer') {
        return part.offers === 'passages' ? <TakenIn passage={item[part.name] as string} /> : part.offers === 'slots' ? <HandedIn slot={item[part.name] as string} /> : null;
    }
    if (part.kind === 'html') {
        return <OwnHtml item={item} part={part.name} />;
    }
    if (part.kind === 'inline' || part.kind === 'link') {
        return (
            <Labelled label={labelled ? part.title : null}>
                <Line
                    id={item.id}
                    part={part.name}
                    label={`${shape.title}: ${part.title}`}
                    runs={(item[part.name] as Run[] | undefined) ?? []}
                    rich={part.kind === 'inline' && !part.bare}
                    placeholder={part.hint ?? part.title.toLowerCase()}
                    className={block === item ? `line-of-${block.type} line-as-${part.kind} line-${part.name}` : ''}
                />
                {part.kind === 'link' && inHand && <LeadsTo link={(item[part.name] as Run[] | undefined) ?? []} scope={scope} />}
            </Labelled>
        );
    }
    if (part.kind === 'blocks') {
        const list = (item[part.name] as Block[] | undefined) ?? [];

        return (
            <div className="stretch">
                {part.name !== 'blocks' || shape.purpose ? <p className="condition">{part.title}</p> : null}
                <AmongScope.Provider value={scope}>
                    <Stack list={list} owner={item.id} part={part.name} />
                </AmongScope.Provider>
            </div>
        );
    }
    const members = (item[part.name] as Item[] | undefined) ?? [];
    const holdsBlocks = part.within?.parts.some((one) => one.kind === 'blocks') ?? false;

    return (
        <AmongScope.Provider value={scope}>
        <div className={holdsBlocks ? '' : 'members'} role="group" aria-label={part.title}>
            {holdsBlocks && <p className="text-[13px] text-muted">{part.title.toLowerCase()}</p>}
            {members.map((member, index) =>
                holdsBlocks && part.within ? (
                    <Branch key={member.id} member={member} shape={part.within} index={index} />
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
                                                    placeholder={one.title.toLowerCase()}
                                    className={`text-[14px] ${one.name === 'label' ? 'text-muted' : ''} ${member['strong'] ? 'font-bold' : ''}`}
                                />
                            ))}
                        {member['when'] !== undefined && <span className="condition-small">only if {desk.around.sentences[member.id] ?? '…'}</span>}
                    </div>
                ),
            )}
        </div>
        </AmongScope.Provider>
    );
}

/** Which items are gone through, where it is not all of them as they come. */
function selection(item: Item, list: string, { byPath, around }: ReturnType<typeof useDesk>): string {
    const by = typeof item['sorted_by'] === 'string' ? (byPath.get(`${list}.*.${item['sorted_by']}`)?.label ?? item['sorted_by']) : null;
    const said = [
        item['only'] ? `only those where ${around.sentences[`${item.id} only`] ?? '…'}` : '',
        by ? `by ${by}${item['descending'] ? ', the most first' : ''}` : item['descending'] ? 'the last first' : '',
        typeof item['most'] === 'number' ? `${item['most']} at most` : '',
    ].filter(Boolean);

    return said.length > 0 ? `, ${said.join('; ')}` : '';
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
