import { useMutation } from '@tanstack/react-query';
import { Ungroup } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got } from '../api/client';
import { BlockLooks } from './OwnLooks';
import { ConditionForm } from './ConditionForm';
import { FileButton } from '../parts/FileButton';
import { PicturePicker } from '../parts/PicturePicker';
import type { PictureLine } from '../parts/PictureGrid';
import { useUpload } from '../parts/upload';
import { Chip } from './Chip';
import { useDesk } from './desk';
import { find, set, type Block, type Item } from './document';
import { Setting } from './Settings';
import { SHAPES, type Shape } from './shape';
import { useComposer } from './store';
import { change, contents, deeds } from './structure';
import { Deeds, Grouping, MemberDeeds } from './deeds';
import { WordLooks } from './WordLooks';

const SETTINGS = ['choice', 'number', 'switch', 'name', 'item', 'list', 'offer'];

/** What can be done with the block in hand: the few things that matter first, the rest on demand. */
export function Strip({ block, item, shape, rich }: { block: Block; item: Item; shape: Shape; rich: boolean }) {
    const [open, setOpen] = useState<'when' | 'only' | 'more' | 'looks' | null>(null);
    const { sentences } = useDesk().around;
    const several = useComposer((state) => state.selected.length);
    const own = shapeOfBlock(block);
    const settings = own.parts.filter((part) => SETTINGS.includes(part.kind));
    const brief = settings.filter((part) => part.brief || part.required);
    const rest = settings.filter((part) => !brief.includes(part));

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
                    {own.parts.some((part) => part.name === 'only') && (
                        <button type="button" className="cursor-pointer text-left" aria-expanded={open === 'only'} onClick={() => setOpen(open === 'only' ? null : 'only')}>
                            Of the items <b className={block['only'] ? 'font-serif italic text-accent' : ''}>{block['only'] ? `only those where ${sentences[`${block.id} only`] ?? '…'}` : 'all'}</b>
                        </button>
                    )}
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
            {several < 2 && own.parts.filter((part) => part.upload && (part.required || block[part.name] !== undefined || open === 'more')).map((part) => <PutPicture key={part.name} block={block} part={part.name} />)}
            {open === 'when' && (
                <ConditionForm
                    key={block.id}
                    id={block.id}
                    value={block['when']}
                    set={(condition) => change(block.id, 'when', condition, 'condition')}
                    remove={() => {
                        setOpen(null);
                        change(block.id, 'when', undefined, 'show always');
                    }}
                />
            )}
            {open === 'only' && (
                <ConditionForm
                    key={`${block.id} only`}
                    id={block.id}
                    part="only"
                    value={block['only']}
                    set={(condition) => change(block.id, 'only', condition, 'which items')}
                    remove={() => {
                        setOpen(null);
                        change(block.id, 'only', undefined, 'all items');
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
                                        Remove: {part.title.toLowerCase()}
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
            {item !== block && several < 2 && !shape.parts.some((part) => part.kind === 'blocks') && <Member item={item} shape={shape} key={item.id} />}
        </div>
    );
}

/** A picture from this machine, or one that is there already, loaded twice as wide as it is shown. Its alternative text is taken along where none is written. */
function PutPicture({ block, part }: { block: Block; part: string }) {
    const [choosing, setChoosing] = useState(false);
    const width = typeof block['width'] === 'number' ? block['width'] : undefined;
    const takes = SHAPES[block.type]?.parts.some(({ name }) => name === 'alternative');
    const show = (id: string, address: string, alternative: string) =>
        useComposer.getState().apply('picture', (now) => {
            const shown = set(now, id, part, [{ text: address }]);
            const said = find(now, id)?.item['alternative'];

            return takes && alternative !== '' && (said === undefined || (Array.isArray(said) && said.length === 0)) ? set(shown, id, 'alternative', [{ text: alternative }]) : shown;
        });
    const put = useUpload<string>((picture, id) => show(id, picture.address, picture.alternative));
    const choose = useMutation({
        mutationFn: async (picture: PictureLine) => ({ ...(await got(api.POST('/pictures/{name}/width', { params: { path: { name: picture.name } }, body: { width: width ?? null } }))), picture }),
        onSuccess: ({ address, picture }) => show(block.id, address, picture.alternative),
        onError: (error) => toast.error(error.message),
    });

    return (
        <span className="flex flex-wrap items-center gap-2">
            <FileButton label={put.isPending ? 'It is taken in…' : 'Put a picture in'} take={(file) => put.mutate({ file, width, about: block.id })} />
            <button type="button" className="btn btn-xs" onClick={() => setChoosing(true)}>
                Choose a picture
            </button>
            or write its address above
            {choosing && (
                <PicturePicker
                    title="Choose a picture"
                    close={() => setChoosing(false)}
                    choose={(picture) => {
                        setChoosing(false);
                        choose.mutate(picture);
                    }}
                />
            )}
        </span>
    );
}

const shapeOfBlock = (block: Block): Shape => SHAPES[block.type] ?? { title: block.type, parts: [] };

/** Always, or under a condition that is read aloud. */
function Shown({ item, open, toggle }: { item: Item; open: boolean; toggle: () => void }) {
    const { sentences } = useDesk().around;

    return (
        <button type="button" className="cursor-pointer text-left" aria-expanded={open} onClick={toggle}>
            Show <b className={item['when'] ? 'font-serif italic text-accent' : ''}>{item['when'] ? `only if ${sentences[item.id] ?? '…'}` : 'always'}</b>
        </button>
    );
}

/** A row, column or branch of the block. */
function Member({ item, shape }: { item: Item; shape: Shape }) {
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
                    id={item.id}
                    value={item['when']}
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
