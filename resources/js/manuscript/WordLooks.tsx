import { Bold, Braces, Italic, Link2, Underline } from 'lucide-react';
import { useState } from 'react';
import { Small } from './deeds';
import { useDesk } from './desk';
import { asWritten } from './document';
import { live, useComposer, useWriting } from './store';

/** The looks of the words that are selected. */
export function WordLooks() {
    const { looks, colour, link, empty } = useWriting();
    const desk = useDesk();
    const [linking, setLinking] = useState(false);
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
                <Small name="Link" pressed={looks.includes('leading')} press={() => setLinking(!linking)}>
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
            {(linking || link !== null) && (
                <LinkForm
                    key={JSON.stringify(link)}
                    link={asWritten(link ?? '')}
                    selection={!empty || link !== null}
                    set={(to) => {
                        setLinking(false);
                        const leading = chain()?.extendMarkRange('leading');
                        (to ? leading?.setMark('leading', { link: to }) : leading?.unsetMark('leading'))?.run();
                    }}
                />
            )}
        </>
    );
}

function LinkForm({ link, selection, set }: { link: string; selection: boolean; set: (to: string) => void }) {
    const desk = useDesk();
    const [to, setTo] = useState(link);
    const addresses = desk.fields.filter((field) => field.type === 'url' && !field.list);

    return (
        <form
            className="flex flex-wrap gap-1.5 items-center"
            onSubmit={(event) => {
                event.preventDefault();
                set(to.trim());
            }}
        >
            <label className="flex items-center gap-1.5">
                Leads to
                <input className="input input-xs bg-raised w-52" value={to} placeholder="https://" onChange={(event) => setTo(event.target.value)} />
            </label>
            <label>
                <span className="sr-only">or a field</span>
                <select className="select select-xs bg-raised w-auto" value="" onChange={(event) => setTo(to + `{${event.target.value}}`)}>
                    <option value="">or a field</option>
                    {addresses.map((field) => (
                        <option key={field.path} value={field.path}>
                            {field.label}
                        </option>
                    ))}
                </select>
            </label>
            <button type="submit" className="btn btn-xs btn-primary" disabled={!selection}>
                Link
            </button>
            {link && (
                <button type="button" className="btn btn-xs" onClick={() => set('')}>
                    No link
                </button>
            )}
            {!selection && <span className="text-muted">Select the words first.</span>}
        </form>
    );
}
