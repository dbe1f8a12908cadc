import { ArrowDown, ArrowUp, Bold, Braces, Copy, Italic, Link2, Trash2, Underline, Ungroup } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { BlockLooks } from './OwnLooks';
import { ConditionForm } from './ConditionForm';
import { FileButton } from '../../parts/FileButton';
import { useUpload } from '../../parts/upload';
import { useDesk } from './desk';
import { asWritten, declared, find, groundOf, scopeOf, set, type Block, type Item } from './document';
import { Setting } from './Settings';
import { SHAPES, type Shape } from './shape';
import { change, chosen, contents, deeds, live, useComposer, useWriting } from './store';

const SETTINGS = ['choice', 'number', 'switch', 'name', 'list'];

/** What can be done with the block in hand: the few things that matter first, the rest on demand. */
export function Strip({ block, item, shape, rich }: { block: Block; item: Item; shape: Shape; rich: boolean }) {
    const [open, setOpen] = useState<'when' | 'more' | 'looks' | null>(null);
    const several = useComposer((state) => state.selected.length);
    const own = shapeOfBlock(block);
    const settings = own.parts.filter((part) => SETTINGS.includes(part.kind));
    const brief = settings.filter((part) => part.brief || part.required);
    const rest = settings.filter((part) => !brief.includes(part));
    const document = useComposer((state) => state.document);
    const scope = scopeOf(document, block.id);

    return (
        <div className="strip" role="group" aria-label={`What can be done with this ${own.title.toLowerCase()}`}>
            {rich && <WordLooks />}
            <Chip />
            {several < 2 && (
                <div className="flex flex-wrap gap-x-3.5 gap-y-1.5 items-center">
                    {brief.map((part) => (
                        <Setting key={part.name} item={block} part={part} />
                    ))}
                    <Shown item={block} open={open === 'when'} toggle={() => setOpen(open === 'when' ? null : 'when')} />
                    <button type="button" className="link-quiet cursor-pointer" aria-expanded={open === 'looks'} onClick={() => setOpen(open === 'looks' ? null : 'looks')}>
                        Looks{block['look'] ? ': some set here' : ''}
                    </button>
                    <button type="button" className="link-quiet cursor-pointer" aria-expanded={open === 'more'} onClick={() => setOpen(open === 'more' ? null : 'more')}>
                        More
                    </button>
                    {!own.fixed && <Deeds />}
                </div>
            )}
            {several >= 2 && (
                <div className="flex flex-wrap gap-3 items-center">
                    <b>{several} blocks</b>
                    <Grouping />
                    <Deeds />
                </div>
            )}
            {several < 2 && block.type === 'picture' && <PutPicture block={block} />}
            {open === 'when' && (
                <ConditionForm
                    key={block.id}
                    value={block['when']}
                    scope={scope}
                    set={(condition) => change(block.id, 'when', condition, 'condition')}
                    remove={() => {
                        setOpen(null);
                        change(block.id, 'when', undefined, 'show always');
                    }}
                />
            )}
            {open === 'looks' && several < 2 && <BlockLooks block={block} />}
            {open === 'more' && several < 2 && (
                <div className="flex flex-wrap gap-x-3.5 gap-y-1.5 items-center">
                    {rest.map((part) => (
                        <Setting key={part.name} item={block} part={part} />
                    ))}
                    {own.parts
                        .filter((part) => !part.required && (part.kind === 'inline' || part.kind === 'link' || part.kind === 'blocks'))
                        .map((part) =>
                            block[part.name] === undefined ? (
                                <button
                                    key={part.name}
                                    type="button"
                                    className="btn btn-xs"
                                    onClick={() => useComposer.getState().apply(`add ${part.title.toLowerCase()}`, (now) => set(now, block.id, part.name, []), { hand: part.kind === 'blocks' ? { id: block.id, part: null } : { id: block.id, part: part.name } })}
                                >
                                    Add: {part.title.toLowerCase()}
                                </button>
                            ) : (
                                part.kind !== 'blocks' && (
                                    <button key={part.name} type="button" className="btn btn-xs" onClick={() => change(block.id, part.name, undefined, `without ${part.title.toLowerCase()}`)}>
                                        Without: {part.title.toLowerCase()}
                                    </button>
                                )
                            ),
                        )}
                    {!own.fixed && <Grouping />}
                    {!own.fixed && contents(block).length > 0 && (
                        <button type="button" className="btn btn-xs" onClick={() => deeds.ungroup(block.id)}>
                            <Ungroup size={13} aria-hidden="true" /> Undo the {own.title.toLowerCase()}
                        </button>
                    )}
                </div>
            )}
            {item !== block && several < 2 && !shape.parts.some((part) => part.kind === 'blocks') && <Member item={item} shape={shape} scope={scopeOf(document, item.id)} key={item.id} />}
        </div>
    );
}

/** A picture from this machine, loaded twice as wide as it is shown. */
function PutPicture({ block }: { block: Block }) {
    const put = useUpload<string>((picture, id) => change(id, 'source', [{ text: picture.address }], 'picture'));

    return (
        <span className="flex items-center gap-2">
            <FileButton label={put.isPending ? 'It is taken in…' : 'Put a picture in'} take={(file) => put.mutate({ file, width: typeof block['width'] === 'number' ? block['width'] : undefined, about: block.id })} /> or write its address above
        </span>
    );
}

const shapeOfBlock = (block: Block): Shape => SHAPES[block.type] ?? { title: block.type, parts: [] };

/** Always, or under a condition that is read aloud. */
function Shown({ item, open, toggle }: { item: Item; open: boolean; toggle: () => void }) {
    const { sentences } = useDesk();

    return (
        <button type="button" className="cursor-pointer text-left" aria-expanded={open} onClick={toggle}>
            Show <b className={item['when'] ? 'font-serif italic text-accent' : ''}>{item['when'] ? `only if ${sentences[item.id] ?? '…'}` : 'always'}</b>
        </button>
    );
}

/** A row, column or branch of the block. */
function Member({ item, shape, scope }: { item: Item; shape: Shape; scope: Record<string, string> }) {
    const [open, setOpen] = useState(false);
    const settings = shape.parts.filter((part) => SETTINGS.includes(part.kind));
    const hasCondition = shape.parts.some((part) => part.kind === 'condition');

    return (
        <>
            <div className="flex flex-wrap gap-x-3.5 gap-y-1.5 items-center border-t border-dashed border-line pt-1.5" role="group" aria-label={shape.title}>
                <b>{shape.title}</b>
                {settings.map((part) => (
                    <Setting key={part.name} item={item} part={part} />
                ))}
                {hasCondition && <Shown item={item} open={open} toggle={() => setOpen(!open)} />}
                <MemberDeeds item={item} title={shape.title.toLowerCase()} />
            </div>
            {open && (
                <ConditionForm
                    value={item['when']}
                    scope={scope}
                    set={(condition) => change(item.id, 'when', condition, 'condition')}
                    remove={() => {
                        setOpen(false);
                        change(item.id, 'when', undefined, 'show always');
                    }}
                />
            )}
        </>
    );
}

export function MemberDeeds({ item, title }: { item: Item; title: string }) {
    const document = useComposer((state) => state.document);
    const found = find(document, item.id);
    if (!found || found.place.owner === null) {
        return null;
    }
    const owner = find(document, found.place.owner);
    const list = (owner?.item[found.place.part] as Item[] | undefined) ?? [];
    const part = owner?.shape.parts.find(({ name }) => name === found.place.part);
    const { index } = found.place;

    return (
        <span className="flex gap-1 ml-auto">
            <Small name={`Move this ${title} before the one before it`} disabled={index === 0} press={() => deeds.move([item.id], { ...found.place, index: index - 1 })}>
                <ArrowUp size={14} aria-hidden="true" />
            </Small>
            <Small name={`Move this ${title} after the one after it`} disabled={index === list.length - 1} press={() => deeds.move([item.id], { ...found.place, index: index + 2 })}>
                <ArrowDown size={14} aria-hidden="true" />
            </Small>
            <button type="button" className="btn btn-xs" disabled={list.length >= (part?.max ?? Infinity)} onClick={() => deeds.addBeside(item.id)}>
                Add a {title}
            </button>
            <button type="button" className="btn btn-xs" disabled={list.length <= (part?.min ?? 0)} onClick={() => deeds.removeMember(item.id)}>
                Remove this {title}
            </button>
        </span>
    );
}

export function Small({ name, press, children, disabled, pressed }: { name: string; press: () => void; children: ReactNode; disabled?: boolean; pressed?: boolean }) {
    return (
        <button
            type="button"
            className="btn btn-ghost btn-xs btn-square aria-pressed:bg-base-300"
            aria-label={name}
            aria-pressed={pressed}
            title={name}
            disabled={disabled}
            // So that the selection in the text stays.
            onMouseDown={(event) => event.preventDefault()}
            onClick={press}
        >
            {children}
        </button>
    );
}

function Deeds() {
    return (
        <span className="flex gap-0.5 ml-auto">
            <Small name="Move up (Alt ↑)" press={() => deeds.shift(-1)}>
                <ArrowUp size={14} aria-hidden="true" />
            </Small>
            <Small name="Move down (Alt ↓)" press={() => deeds.shift(1)}>
                <ArrowDown size={14} aria-hidden="true" />
            </Small>
            <Small name="Duplicate (Alt Shift ↓)" press={deeds.duplicate}>
                <Copy size={13} aria-hidden="true" />
            </Small>
            <Small name="Delete" press={deeds.remove}>
                <Trash2 size={13} aria-hidden="true" />
            </Small>
        </span>
    );
}

/** Groups that the chosen blocks can be put into. */
function Grouping() {
    const { fresh } = useDesk();
    const groups = Object.entries(SHAPES).filter(([type, shape]) => shape.purpose === 'arrange' && fresh[type]);

    return (
        <span className="flex gap-1 items-center">
            Put into
            {groups.map(([type, shape]) => (
                <button key={type} type="button" className="btn btn-xs" onClick={() => chosen().length > 0 && deeds.group(type, fresh[type] as Record<string, unknown>)}>
                    {shape.title.toLowerCase()}
                </button>
            ))}
        </span>
    );
}

/** The looks of the words that are selected. */
function WordLooks() {
    const { looks, colour, link, empty } = useWriting();
    const desk = useDesk();
    const [linking, setLinking] = useState(false);
    const ground = useComposer((state) => groundOf(state.document, state.hand?.id ?? ''));
    const contrast = desk.colours.find(({ role }) => role === (colour || 'text'))?.contrast[ground];
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
                    <span className={contrast < 4.5 ? 'text-warning font-semibold' : ''} title="How far the words stand out from their ground; 4.5:1 is needed to read them">
                        {contrast.toFixed(1)}:1{contrast < 4.5 && ', too faint'}
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

/** The variable that is selected: how it is written, and what is said when it is empty. */
export function Chip() {
    const chip = useWriting((state) => state.chip);
    const desk = useDesk();
    const hand = useComposer((state) => state.hand);
    const document = useComposer((state) => state.document);
    if (!chip || !hand) {
        return null;
    }
    const path = declared(chip.variable, scopeOf(document, hand.id, hand.part));
    const field = desk.byPath.get(path);
    // One attribute alone is changed, so that the variable stays selected.
    const set = (name: 'format' | 'fallback', value: string | null) =>
        live.editor?.commands.command(({ tr }) => {
            tr.setNodeAttribute(tr.selection.from, name, value);

            return true;
        });

    return (
        <div
            data-chip-form
            className="flex flex-wrap gap-x-3 gap-y-1.5 items-center"
            onKeyDown={(event) => {
                if (event.key === 'Escape' || event.key === 'Enter') {
                    event.preventDefault();
                    event.stopPropagation();
                    live.editor?.view.focus();
                    live.editor?.commands.setTextSelection(live.editor.state.selection.to);
                }
            }}
            role="group" aria-label={`Variable ${field?.label ?? chip.variable}`}>
            <span>
                <b>{field?.label ?? chip.variable}</b> <span className="text-muted">{field ? (desk.values[path] ?? 'empty in this record') : 'is not known here'}</span>
            </span>
            {field && (
                <label className="flex items-center gap-1.5">
                    As
                    <select className="select select-xs bg-raised w-auto" value={chip.format ?? ''} onChange={(event) => set('format', event.target.value || null)}>
                        <option value="">{field.usual.replaceAll('_', ' ')}, as usual</option>
                        {field.formats
                            .filter((format) => format !== field.usual)
                            .map((format) => (
                                <option key={format} value={format}>
                                    {format.replaceAll('_', ' ')}
                                </option>
                            ))}
                    </select>
                </label>
            )}
            <label className="flex items-center gap-1.5">
                When empty, say
                <input className="input input-xs bg-raised w-32" value={chip.fallback ?? ''} placeholder="nothing" onChange={(event) => set('fallback', event.target.value || null)} />
            </label>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => desk.openSheet(path)}>
                In the data sheet
            </button>
            <button type="button" className="btn btn-xs" onClick={() => live.editor?.chain().focus().deleteSelection().run()}>
                Take it out
            </button>
        </div>
    );
}
