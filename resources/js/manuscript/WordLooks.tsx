import { Bold, Braces, Italic, Link2, Underline } from 'lucide-react';
import { useState } from 'react';
import { Small } from './deeds';
import { useDesk } from './desk';
import { LeadsTo, LinkForm } from './LinkForm';
import { useScope } from './scope';
import { live, useComposer, useWriting } from './store';

/** The looks of the words that are selected. */
export function WordLooks() {
    const { looks, colour, link, empty } = useWriting();
    const desk = useDesk();
    const at = useComposer((state) => state.hand);
    // For which link the form is open: it closes when the caret goes to another.
    const here = `${at?.id ?? ''} ${at?.part ?? ''} ${JSON.stringify(link)}`;
    const [opened, setOpened] = useState<string | null>(null);
    const linking = opened === here;
    const scope = useScope(at?.id ?? '', at?.part ?? '');
    const ground = useComposer((state) => desk.around.grounds[state.hand?.id ?? '']);
    const contrast = ground === undefined ? undefined : desk.colours.find(({ role }) => role === (colour || 'text'))?.contrast[ground];
    const chain = () => live.editor?.chain().focus();
    const buttons = [
        ['bold', 'Bold (Ctrl B)', Bold, () => chain()?.toggleMark('bold').run()],
        ['italic', 'Italic (Ctrl I)', Italic, () => chain()?.toggleMark('italic').run()],
        ['underline', 'Underline (Ctrl U)', Underline, () => chain()?.toggleMark('underline').run()],
    ] as const;

    return (
        <>
            <div className="flex flex-wrap gap-1 items-center" role="group" aria-label="Looks of the words">
                {buttons.map(([mark, name, Icon, press]) => (
                    <Small key={mark} name={name} pressed={looks.includes(mark)} press={press}>
                        <Icon size={14} aria-hidden="true" />
                    </Small>
                ))}
                <Small name="Link" pressed={looks.includes('leading')} press={() => setOpened(linking ? null : here)}>
                    <Link2 size={14} aria-hidden="true" />
                </Small>
                <label className="flex items-center gap-1.5 ml-1">
                    <i className="inline-block w-3 h-3 rounded-sm border border-line" style={{ background: desk.colourValues[colour || 'text'] }} />
                    <span className="sr-only">Colour of the words</span>
                    <select
                        className="select select-xs bg-raised w-auto"
                        value={colour}
                        onChange={(event) => (event.target.value ? chain()?.setMark('colour', { role: event.target.value }).run() : chain()?.unsetMark('colour', { extendEmptyMarkRange: true }).run())}
                    >
                        <option value="">usual colour</option>
                        {desk.colours.map(({ role }) => (
                            <option key={role} value={role}>
                                {role.replace('_', ' ')}
                            </option>
                        ))}
                    </select>
                </label>
                {colour && contrast !== undefined && (
                    <span className={contrast < desk.needed_contrast ? 'text-warning font-semibold' : ''} title={`How far the words stand out from their background; ${desk.needed_contrast}:1 is needed to read them`}>
                        {contrast.toFixed(1)}:1{contrast < desk.needed_contrast && ', too faint'}
                    </span>
                )}
                <Small name="Variable ({{)" press={desk.ask}>
                    <Braces size={14} aria-hidden="true" />
                </Small>
            </div>
            {link !== null && !linking && (
                <div className="flex flex-wrap gap-x-3 items-baseline">
                    <LeadsTo link={link} scope={scope} />
                    <button type="button" className="link-quiet cursor-pointer" onClick={() => setOpened(here)}>
                        Change the link
                    </button>
                </div>
            )}
            {linking && at?.part && (
                <LinkForm
                    at={{ id: at.id, part: at.part }}
                    link={link ?? []}
                    selection={!empty || link !== null}
                    set={(to) => {
                        setOpened(null);
                        const leading = chain()?.extendMarkRange('leading');
                        (to.length > 0 ? leading?.setMark('leading', { link: to }) : leading?.unsetMark('leading'))?.run();
                    }}
                />
            )}
        </>
    );
}
