import { useState } from 'react';
import { ConditionForm } from './ConditionForm';
import { MemberDeeds } from './deeds';
import { useDesk } from './desk';
import { type Block, type Item } from './document';
import { AmongScope, useScope } from './scope';
import type { Shape } from './shape';
import { Stack } from './Stack';
import { useComposer } from './store';
import { change, deeds } from './structure';

/** A branch or a column: a bracketed stretch, with its condition as a sentence at its head. */
export function Branch({ member, shape, index }: { member: Item; shape: Shape; index: number }) {
    const { sentences } = useDesk().around;
    const scope = useScope(member.id, 'blocks');
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
            {condition && open && mayEdit && <ConditionForm id={member.id} value={member['when']} set={(next) => change(member.id, 'when', next, 'condition')} forEach={(path, values) => deeds.branchForEach(member.id, path, values)} />}
            {(inHand || (open && condition)) && mayEdit && (
                <div className="flex px-2 pb-1">
                    <MemberDeeds item={member} title={shape.title.toLowerCase()} />
                </div>
            )}
            <AmongScope.Provider value={scope}>
                <Stack list={list} owner={member.id} part="blocks" />
            </AmongScope.Provider>
        </div>
    );
}
