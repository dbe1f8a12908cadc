import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Calculator, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { api, got } from '../../api/client';
import { queries } from '../../api/queries';
import { useDesk, type Field } from '../../manuscript/desk';
import { declared, lines, pathsIn, written } from '../../manuscript/document';
import { scopeIn, type Surroundings } from '../../manuscript/scope';
import { live, useComposer } from '../../manuscript/store';
import { ComputeField } from './ComputeField';

/** All that may be named, with the values of the chosen record; a press puts it at the caret. */
export function DataSheet({ sought, close }: { sought: string; close: () => void }) {
    const desk = useDesk();
    const [search, setSearch] = useState(sought);
    const [computing, setComputing] = useState(false);
    const mayEdit = useComposer((state) => state.mayEdit);
    const document = useComposer((state) => state.document);
    const hand = useComposer((state) => state.hand);
    const scope = (hand && scopeIn(desk.around, hand.id, hand.part)) ?? {};
    const uses = useMemo(() => usesIn(document, desk.around), [document, desk.around]);
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const fields = desk.fields.filter((field) => {
        const text = `${field.label} ${field.path} ${desk.values[field.path] ?? ''}`.toLowerCase();

        return words.length === 0 || (field.single && words.every((word) => text.includes(word)));
    });
    const writing = hand !== null && hand.part !== null && hand.part !== 'when';

    return (
        <aside aria-label="Data sheet" className="sheet">
            <div className="flex items-center gap-2 px-3 pt-2.5 pb-2">
                <h2>Data sheet</h2>
                <span className="text-muted text-[12.5px] truncate" dir="auto">
                    {desk.record}
                </span>
                <button type="button" className="btn btn-ghost btn-xs btn-square ml-auto" aria-label="Close the data sheet" title="Close (F4)" onClick={close}>
                    <X size={15} aria-hidden="true" />
                </button>
            </div>
            <label className="px-3 pb-2 block">
                <span className="sr-only">Search the data sheet</span>
                <input type="search" className="input input-sm bg-raised w-full" placeholder="Label, path or value" value={search} onChange={(event) => setSearch(event.target.value)} />
            </label>
            {mayEdit && (
                <button type="button" className="btn btn-xs mx-3 mb-2 self-start" onClick={() => setComputing(true)}>
                    <Calculator size={13} aria-hidden="true" /> Compute a field …
                </button>
            )}
            <ComputeField open={computing} close={() => setComputing(false)} added={setSearch} />
            {!writing && <p className="px-3 pb-2 text-muted text-[12.5px]">Put the caret into a text, then choose a field.</p>}
            <ul className="overflow-auto flex-1 min-h-0 pb-4">
                {fields.map((field) => (
                    <Row key={field.path} field={field} path={written(field.path, scope)} writing={writing} used={uses.get(field.path) ?? []} searching={words.length > 0} />
                ))}
                {fields.length === 0 && <li className="px-3 text-muted">No field matches “{search}”.</li>}
            </ul>
        </aside>
    );
}

/** A computed field that nothing is written with can go. */
function TakeOut({ field }: { field: Field }) {
    const { template } = useDesk();
    const client = useQueryClient();
    const [type = '', key = ''] = field.path.split('.');
    const remove = useMutation({
        mutationFn: () => got(api.DELETE('/fields/{type}/{key}', { params: { path: { type, key } } })),
        onSuccess: () => {
            toast.success(`“${field.label}” is gone.`);

            return client.invalidateQueries({ queryKey: queries.desk(template).queryKey });
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        <button type="button" className="btn btn-ghost btn-xs btn-square shrink-0" aria-label={`Take the field ${field.label} out`} title="Take this field out" disabled={remove.isPending} onClick={() => remove.mutate()}>
            <X size={13} aria-hidden="true" />
        </button>
    );
}

interface Use {
    id: string;
    part: string;
}

function usesIn(document: Parameters<typeof lines>[0], around: Surroundings): Map<string, Use[]> {
    const uses = new Map<string, Use[]>();
    for (const line of lines(document)) {
        for (const path of pathsIn(line.runs)) {
            const field = declared(path, scopeIn(around, line.id, line.part.name) ?? {});
            uses.set(field, [...(uses.get(field) ?? []), { id: line.id, part: line.part.name }]);
        }
    }

    return uses;
}

function Row({ field, path, writing, used, searching }: { field: Field; path: string | null; writing: boolean; used: Use[]; searching: boolean }) {
    const { values, own_fields: own } = useDesk();
    const mayEdit = useComposer((state) => state.mayEdit);
    const [next, setNext] = useState(0);
    const indent = { paddingLeft: 12 + (searching ? 0 : field.depth * 10) };
    if (!field.single) {
        return (
            <li className="text-muted text-[12.5px] font-semibold pt-2 pb-0.5" style={indent}>
                {field.label}
            </li>
        );
    }
    const value = values[field.path];
    const outside = path === null;

    return (
        <li className="sheet-row" style={indent}>
            <button
                type="button"
                className="flex-1 min-w-0 text-left cursor-pointer disabled:cursor-default"
                disabled={!writing || outside}
                title={outside ? `Only within a repeat or line items over ${field.list ?? ''}` : `Put ${path} in`}
                // So that the caret stays where it is.
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => live.editor?.chain().focus().insertContent({ type: 'variable', attrs: { variable: path } }).run()}
            >
                <span className="flex gap-2 items-baseline">
                    <span className="font-semibold text-[13px] shrink-0">{field.label}</span>
                    <span className={`truncate ml-auto text-[13px] ${value === undefined ? 'text-muted' : ''}`} dir="auto">
                        {value ?? 'empty'}
                    </span>
                </span>
                <span className="flex gap-2 text-[11px] text-muted">
                    {field.path.includes('#') && path === null ? <span>in a repeat</span> : <span className="font-mono truncate">{path ?? field.path}</span>}
                    <span className="ml-auto shrink-0">{field.type}</span>
                </span>
                {field.computed && <span className="block text-[11px] text-muted font-serif italic">{field.computed}</span>}
            </button>
            {mayEdit && own.includes(field.path) && used.length === 0 && <TakeOut field={field} />}
            {used.length > 0 && (
                <button
                    type="button"
                    className="link-quiet text-[11px] cursor-pointer shrink-0"
                    onClick={() => {
                        const use = used[next % used.length];
                        setNext(next + 1);
                        if (use) {
                            useComposer.getState().take({ ...use, caret: 'end' });
                        }
                    }}
                >
                    {used.length === 1 ? 'used here' : used.length === 2 ? 'used twice here' : `used ${used.length} times here`}
                </button>
            )}
        </li>
    );
}
