import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../api/client';
import { queries } from '../api/queries';
import type { Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';
import { Dialog } from '../parts/Dialog';
import { Faults } from '../parts/Message';
import { useQuiet } from '../parts/useQuiet';
import { Changes } from './Changes';

type Sought = Schemas['Replacement'];

const NOTHING: Sought = { what: 'words', find: '', put: '', exact: false };

const times = (count: number): string => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`);

/** What is sought, and what is put in its place. */
function Form({ sought, set, error }: { sought: Sought; set: (sought: Sought) => void; error: Error | null }) {
    const variable = sought.what === 'variable';
    const fault = (place: string) => (error instanceof ProblemError ? error.at(place) : undefined);
    const field = (name: 'find' | 'put', label: string) => (
        <label className="grid grid-cols-[110px_1fr] items-center gap-2">
            {label}
            <span>
                <input
                    className={`input input-sm bg-raised w-full ${variable ? 'font-mono' : ''}`}
                    maxLength={200}
                    value={sought[name]}
                    placeholder={variable ? 'order.number' : name === 'put' ? 'nothing' : ''}
                    onChange={(event) => set({ ...sought, [name]: event.target.value })}
                />
                {sought[name] !== '' && fault(name) && (
                    <span className="text-error text-[12.5px]" role="alert">
                        {variable ? 'A variable is written as it stands in the data sheet, such as order.number' : fault(name)}
                    </span>
                )}
            </span>
        </label>
    );

    return (
        <div className="grid gap-2 text-[13.5px]">
            <div className="flex flex-wrap gap-4" role="radiogroup" aria-label="What is replaced">
                {(['words', 'variable'] as const).map((what) => (
                    <label key={what} className="flex gap-1.5 items-center">
                        <input type="radio" name="what" className="radio radio-xs" checked={sought.what === what} onChange={() => set({ ...sought, what })} />
                        {what === 'words' ? 'Words' : 'A variable, in conditions and lists too'}
                    </label>
                ))}
            </div>
            {field('find', 'Find')}
            {field('put', 'Replace by')}
            {!variable && (
                <label className="flex gap-1.5 items-center ml-[118px]">
                    <input type="checkbox" className="checkbox checkbox-xs rounded-sm" checked={sought.exact} onChange={(event) => set({ ...sought, exact: event.target.checked })} /> Capitals matter
                </label>
            )}
        </div>
    );
}

const isWhole = (sought: Sought): boolean => sought.find !== '' && (sought.what === 'words' || sought.put !== '');

/** In what is being written: one step that can be undone. */
export function ReplaceHere({ template, close }: { template: string; close: () => void }) {
    const [sought, setSought] = useState(NOTHING);
    const asked = useQuiet(sought);
    const document = useComposer((state) => state.document);
    const found = useQuery({ ...queries.replacedHere(template, asked, document), enabled: isWhole(asked) });
    const result = isWhole(sought) && asked === sought && found.data && !found.isFetching ? found.data : null;

    return (
        <Dialog
            open
            close={close}
            title="Find and replace"
            wide
            actions={
                <button
                    type="button"
                    className="btn btn-sm btn-primary"
                    disabled={!result || result.times === 0}
                    onClick={() => {
                        if (result) {
                            useComposer.getState().apply('replace', () => result.document as unknown as Manuscript);
                            toast.success(`Replaced ${times(result.times)}.`);
                            close();
                        }
                    }}
                >
                    {result && result.times > 0 ? `Replace ${times(result.times)}` : 'Replace'}
                </button>
            }
        >
            <Form sought={sought} set={setSought} error={found.error} />
            <div className="mt-3" aria-live="polite">
                {!isWhole(sought) ? (
                    <p className="text-muted">What differs is shown here before anything is changed.</p>
                ) : found.error ? null : !result ? (
                    <p className="text-muted">It is looked for …</p>
                ) : result.times === 0 ? (
                    <p>It is nowhere here.</p>
                ) : (
                    <Changes changes={result.changes} />
                )}
            </div>
        </Dialog>
    );
}

/** In the drafts of all templates that are chosen: in all of them or, when one was changed meanwhile, in none. */
export function ReplaceEverywhere({ open, close }: { open: boolean; close: () => void }) {
    const client = useQueryClient();
    const [sought, setSought] = useState(NOTHING);
    const [left, setLeft] = useState<string[]>([]);
    const asked = useQuiet(sought);
    const found = useQuery({ ...queries.replacements(asked), enabled: open && isWhole(asked) });
    const list = isWhole(sought) && asked === sought && found.data && !found.isFetching ? found.data.templates : null;
    const chosen = list?.filter(({ key }) => !left.includes(key)) ?? [];
    const replace = useMutation({
        mutationFn: () => got(api.POST('/replacements', { body: { ...sought, templates: chosen.map(({ key, revision, version }) => ({ key, revision, version })) } })),
        onSuccess: (done) => {
            toast.success(`Replaced ${times(done.times)} in ${chosen.length} ${chosen.length === 1 ? 'draft' : 'drafts'}. Nothing is published yet.`);
            void client.invalidateQueries();
            setSought(NOTHING);
            close();
        },
        onError: () => void found.refetch(),
    });

    return (
        <Dialog
            open={open}
            close={close}
            title="Find and replace in all templates"
            wide
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={chosen.length === 0 || replace.isPending} onClick={() => replace.mutate()}>
                    {chosen.length === 0 ? 'Replace' : `Replace in ${chosen.length} ${chosen.length === 1 ? 'draft' : 'drafts'}`}
                </button>
            }
        >
            <Form sought={sought} set={setSought} error={found.error} />
            {replace.error && <Faults error={replace.error} />}
            <div className="mt-3 grid gap-3" aria-live="polite">
                {!isWhole(sought) ? (
                    <p className="text-muted">Where it stands, and what would differ, is shown here. Drafts are changed; what goes out changes once they are published.</p>
                ) : found.error ? null : !list ? (
                    <p className="text-muted">It is looked for …</p>
                ) : list.length === 0 ? (
                    <p>No template has it.</p>
                ) : (
                    list.map((template) => (
                        <section key={template.key} aria-label={template.name}>
                            <label className="flex gap-2 items-center mb-1">
                                <input
                                    type="checkbox"
                                    className="checkbox checkbox-xs rounded-sm"
                                    checked={!left.includes(template.key)}
                                    onChange={(event) => setLeft(event.target.checked ? left.filter((key) => key !== template.key) : [...left, template.key])}
                                />
                                <b>{template.name}</b> <span className="text-muted">{times(template.times)}</span>
                            </label>
                            <Changes changes={template.changes} />
                        </section>
                    ))
                )}
            </div>
        </Dialog>
    );
}
