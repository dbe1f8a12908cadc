import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults } from '../../parts/Message';
import { queries } from '../../api/queries';

type From = Schemas['NewTemplate']['from'];

/** A new template: from a notice's built-in words, as a copy of another, or blank. Opens it when it is there. */
export function BeginTemplate({ notice, name, copy, words }: { notice?: string; name?: string; copy?: { key: string; name: string }; words?: string }) {
    const [open, setOpen] = useState(false);

    return (
        <>
            <button type="button" className={copy ? 'link-quiet cursor-pointer' : `btn btn-sm ${notice ? 'mt-1 mr-2' : 'btn-primary'}`} onClick={() => setOpen(true)}>
                {words ?? (copy ? 'Duplicate' : notice ? 'Write a template' : 'Begin a template')}
            </button>
            {open && <Form notice={notice} name={copy ? `${copy.name}, copy` : (name ?? '')} copy={copy} close={() => setOpen(false)} />}
        </>
    );
}

function Form({ notice, name: first, copy, close }: { notice: string | undefined; name: string; copy: { key: string; name: string } | undefined; close: () => void }) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [name, setName] = useState(first);
    const [from, setFrom] = useState<From>(copy ? 'copy' : 'built_in');
    const [chosen, setChosen] = useState(notice ?? '');
    const [template, setTemplate] = useState(copy?.key ?? '');
    const order = useQuery({ ...queries.runningOrder(), enabled: !notice && !copy });
    const templates = useQuery({ ...queries.templates({}), enabled: !copy });
    const begin = useMutation({
        mutationFn: () => got(api.POST('/templates', { body: { name, from, notice: chosen || null, template: from === 'copy' ? template : null } })),
        onSuccess: async (made) => {
            await client.invalidateQueries({ queryKey: ['templates'] });
            await navigate(`/templates/${made.key}`);
        },
    });
    const faults = begin.error instanceof ProblemError ? begin.error : null;

    return (
        <Dialog
            open
            close={close}
            title={copy ? `Duplicate ${copy.name}` : 'Begin a template'}
            actions={
                <button type="submit" form="begin" className="btn btn-sm btn-primary" disabled={begin.isPending}>
                    {copy ? 'Duplicate' : 'Begin'}
                </button>
            }
        >
            <form
                id="begin"
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    begin.mutate();
                }}
            >
                <label className="grid gap-1">
                    Name
                    <input required maxLength={200} className="input bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
                </label>
                {!copy && (
                    <>
                        {!notice && (
                            <label className="grid gap-1">
                                Answers for
                                <select required className="select bg-raised w-full" value={chosen} onChange={(event) => setChosen(event.target.value)}>
                                    <option value="" disabled>
                                        choose a notice
                                    </option>
                                    {order.data?.strands.map((strand) => (
                                        <optgroup key={strand.key} label={strand.name}>
                                            {strand.notices.map((one) => (
                                                <option key={one.key} value={one.key}>
                                                    {one.name}, to {one.audience_label}
                                                </option>
                                            ))}
                                        </optgroup>
                                    ))}
                                </select>
                            </label>
                        )}
                        <fieldset className="grid gap-1">
                            <legend>Begin with</legend>
                            {(
                                [
                                    ['built_in', 'the built-in words'],
                                    ['copy', 'a copy of another template'],
                                    ['blank', 'nothing'],
                                ] as const
                            ).map(([value, words]) => (
                                <label key={value} className="flex gap-2 items-center">
                                    <input type="radio" name="from" className="radio radio-xs radio-primary" checked={from === value} onChange={() => setFrom(value)} />
                                    {words}
                                </label>
                            ))}
                        </fieldset>
                        {from === 'copy' && (
                            <label className="grid gap-1">
                                Template
                                <select required className="select bg-raised w-full" value={template} onChange={(event) => setTemplate(event.target.value)}>
                                    <option value="" disabled>
                                        choose a template
                                    </option>
                                    {templates.data?.templates.map((one) => (
                                        <option key={one.key} value={one.key}>
                                            {one.name}
                                        </option>
                                    ))}
                                </select>
                            </label>
                        )}
                    </>
                )}
                {begin.error && (
                    <div role="alert" className="text-error">
                        {faults?.problem.title ?? begin.error.message}
                        <Faults error={begin.error} />
                    </div>
                )}
            </form>
        </Dialog>
    );
}
