import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { queries } from '../api/queries';
import { Dialog } from '../parts/Dialog';
import { Faults } from '../parts/Message';
import { useDesk } from './desk';
import { find, insert, remove, set, withFreshIds, type Block, type Item, type Manuscript, type Place } from './document';
import { FieldChoice } from './Lists';
import { useScope } from './scope';
import { chosen, useComposer } from './store';
import { change } from './structure';

type Passage = Schemas['Passage'];

/** The passages there are, with what each needs of this template; undefined while they are coming. */
function usePassages(): Passage[] | undefined {
    const { template } = useDesk();

    return useQuery(queries.passages({ for: template })).data?.passages;
}

/** A block that takes a passage in, with which fields here its needs are. */
const reference = (passage: Passage): Block => ({ id: '', type: 'passage', passage: passage.key, ...(Object.keys(passage.fields).length > 0 ? { fields: passage.fields } : {}) });

/** The passages in the list of blocks. */
export function PassageGroup({ put, copy }: { put: (block: Block) => void; copy: (block: Block) => void }) {
    const passages = usePassages()?.filter(({ archived }) => !archived);

    return passages && passages.length > 0 ? (
        <Command.Group heading="Passages">
            {passages.map((passage) => (
                <Command.Item key={passage.key} value={`passage ${passage.name} ${passage.key} ${passage.says}`} onSelect={() => put(reference(passage))}>
                    <span className="font-semibold">{passage.name}</span>
                    <span className="ml-auto truncate max-w-72 text-muted" dir="auto">
                        {passage.says}
                    </span>
                </Command.Item>
            ))}
            {passages.map((passage) => (
                <Command.Item key={passage.key} value={`copy of passage ${passage.name} ${passage.key}`} onSelect={() => copy(reference(passage))}>
                    <span>A copy of {passage.name}</span>
                    <span className="ml-auto text-muted">blocks of this template</span>
                </Command.Item>
            ))}
        </Command.Group>
    ) : null;
}

/** What a passage says, where it is taken in: read here, written there. */
export function TakenIn({ passage }: { passage: string }) {
    const passages = usePassages();
    const known = passages?.find(({ key }) => key === passage);

    return (
        <p className="text-[13px] text-muted">
            {known ? (
                <>
                    <b className="text-base-content">{known.name}</b>, a passage: <span dir="auto">{known.says || 'it says nothing yet'}</span>
                    {known.version === null && <span className="block text-warning">It is not published yet. The stage shows its draft.</span>}
                </>
            ) : passages ? (
                <>
                    There is no passage “{passage}”.
                </>
            ) : (
                'The passage is coming …'
            )}
        </p>
    );
}

/** Puts the blocks of a passage in, as this template's own: one step. */
export async function putCopy(template: string, block: Block, place: Place) {
    const put = withFreshIds(block);
    try {
        const { document } = await got(api.POST('/templates/{key}/letting-go', { params: { path: { key: template } }, body: { document: insert(useComposer.getState().document, place, [put]), block: put.id } }));
        useComposer.getState().apply('put in a copy of a passage', () => document as unknown as Manuscript, { hand: null });
    } catch (error) {
        toast.error(error instanceof Error ? error.message : String(error));
    }
}

/** Which passage it is, the way to it, and the way to blocks of one's own that say the same. */
export function PassageChoice({ item }: { item: Item }) {
    const { template } = useDesk();
    const passages = usePassages();
    const value = typeof item['passage'] === 'string' ? item['passage'] : '';
    const free = useMutation({
        mutationFn: () => got(api.POST('/templates/{key}/letting-go', { params: { path: { key: template } }, body: { document: useComposer.getState().document, block: item.id } })),
        onSuccess: ({ document }) => {
            useComposer.getState().apply('make the passage a copy', () => document as unknown as Manuscript, { hand: null });
            toast.success('It is blocks of this template now: changes to the passage no longer reach them.');
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <label className="flex items-center gap-1.5">
                Passage
                <select
                    className="select select-xs bg-raised w-auto font-semibold"
                    value={value}
                    onChange={(event) => {
                        const other = passages?.find(({ key }) => key === event.target.value);
                        if (other) {
                            const { passage, fields } = reference(other);
                            useComposer.getState().apply('another passage', (now) => set(set(now, item.id, 'passage', passage), item.id, 'fields', fields));
                        }
                    }}
                >
                    {!passages?.some(({ key }) => key === value) && <option value={value}>{value}</option>}
                    {passages?.filter(({ key, archived }) => !archived || key === value).map(({ key, name }) => (
                        <option key={key} value={key}>
                            {name}
                        </option>
                    ))}
                </select>
            </label>
            <Link className="link-quiet" to={`/passages/${value}`}>
                Open it
            </Link>
            <button type="button" className="btn btn-xs" disabled={free.isPending} onClick={() => free.mutate()}>
                Make it a copy
            </button>
        </span>
    );
}

/** Which fields here are those that the passage needs: asked for where it was written about other records. */
export function PassageFields({ item }: { item: Item }) {
    const desk = useDesk();
    const scope = useScope(item.id, 'fields');
    const passage = usePassages()?.find(({ key }) => key === item['passage']);
    const fields = (item['fields'] as Record<string, string> | undefined) ?? {};
    if (!passage || passage.record_type === desk.recordType || passage.needs.length === 0) {
        return null;
    }
    const say = (need: string, path: string) => change(item.id, 'fields', { ...fields, [need]: path }, 'fields of the passage');

    return (
        <span className="basis-full flex flex-wrap items-center gap-x-4 gap-y-1" role="group" aria-label="Fields it needs">
            It needs:
            {passage.needs.map(({ path, label, type }) => {
                const here = fields[path] ?? '';

                return (
                    <span key={path} className="flex items-center gap-1.5">
                        <span className={here ? '' : 'text-error'}>{label}, here</span>
                        {type === 'list' ? (
                            <select className="select select-xs bg-raised w-auto" aria-label={`${label}, here`} value={here} onChange={(event) => say(path, event.target.value)}>
                                <option value="" disabled>
                                    choose a list
                                </option>
                                {desk.fields
                                    .filter((field) => field.type === 'list' && field.list === null)
                                    .map((field) => (
                                        <option key={field.path} value={field.path}>
                                            {field.label}
                                        </option>
                                    ))}
                            </select>
                        ) : (
                            <FieldChoice chosen={desk.byPath.get(here)} path={here} scope={scope} suits={(field) => field.type === type} choose={(chosen) => say(path, chosen)} />
                        )}
                    </span>
                );
            })}
        </span>
    );
}

/** Makes a passage of the chosen blocks, which is taken in where they stood. */
export function MakePassage() {
    const desk = useDesk();
    const [ids, setIds] = useState<string[] | null>(null);

    return desk.takesPassages ? (
        <>
            <button type="button" className="btn btn-xs" onClick={() => setIds(chosen())}>
                Make a passage
            </button>
            {ids && ids.length > 0 && <MakeDialog ids={ids} close={() => setIds(null)} />}
        </>
    ) : null;
}

function MakeDialog({ ids, close }: { ids: string[]; close: () => void }) {
    const desk = useDesk();
    const client = useQueryClient();
    const [name, setName] = useState('');
    const make = useMutation({
        mutationFn: () => {
            const { document } = useComposer.getState();
            const blocks = ids.flatMap((id) => find(document, id)?.item ?? []) as Block[];
            const within = new Set(blocks.flatMap(idsIn));
            const translations = Object.fromEntries(
                Object.entries(document.translations ?? {}).map(([language, words]) => [language, Object.fromEntries(Object.entries(words).filter(([string]) => within.has(string.slice(0, string.lastIndexOf('.')))))]),
            );

            return got(api.POST('/passages', { body: { name, record_type: desk.recordType, language: document.language, blocks, translations } }));
        },
        onSuccess: async (made) => {
            await client.invalidateQueries({ queryKey: ['passages'] });
            useComposer.getState().apply('make a passage', (now) => {
                const first = find(now, ids[0] ?? '');

                return first ? insert(remove(now, ids), first.place, [withFreshIds<Block>({ id: '', type: 'passage', passage: made.key })]) : now;
            }, { hand: null });
            toast.success(made.version === null ? `“${made.name}” is there. It has to be published before this template is.` : `“${made.name}” is there, and taken in here.`);
            close();
        },
    });

    return (
        <Dialog
            open
            close={close}
            title="Make a passage"
            actions={
                <button type="submit" form="make-passage" className="btn btn-sm btn-primary" disabled={make.isPending || name.trim() === ''}>
                    Make it
                </button>
            }
        >
            <form
                id="make-passage"
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    make.mutate();
                }}
            >
                <p>
                    {ids.length === 1 ? 'This block becomes a passage' : `These ${ids.length} blocks become a passage`}: other templates can take it in, and a change to it reaches all of them.
                </p>
                <label className="grid gap-1">
                    Name
                    <input required maxLength={200} className="input bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
                </label>
                {make.error && (
                    <div role="alert" className="text-error">
                        {make.error.message}
                        <Faults error={make.error} />
                    </div>
                )}
            </form>
        </Dialog>
    );
}

/** The ids of a block and of all that stands in it. */
function idsIn(item: Item): string[] {
    return [item.id, ...Object.values(item).flatMap((value) => (Array.isArray(value) ? (value as unknown[]).flatMap((one) => (one && typeof one === 'object' && 'id' in one ? idsIn(one as Item) : [])) : []))];
}
