import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults } from '../../parts/Message';
import { Palette } from '../../parts/Palette';
import { queries } from '../../api/queries';
import { StarterGallery } from '../../parts/StarterGallery';

type From = Schemas['NewTemplate']['from'] | 'html';

/** A new template: from a notice's built-in words, from a starter, as a copy of another, or blank. Opens it when it is there. */
export function BeginTemplate({ notice, name, copy, words }: { notice?: string; name?: string; copy?: { key: string; name: string }; words?: string }) {
    const [open, setOpen] = useState(false);

    return (
        <>
            <button type="button" className={copy ? 'link-quiet cursor-pointer' : `btn btn-sm ${notice ? '' : 'btn-primary'}`} onClick={() => setOpen(true)}>
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
    const [starter, setStarter] = useState('');
    const order = useQuery({ ...queries.runningOrder(), enabled: !notice && !copy });
    const templates = useQuery({ ...queries.templates({}), enabled: !copy });
    const begin = useMutation({
        mutationFn: () => got(api.POST('/templates', { body: { name, from: from === 'html' ? 'blank' : from, notice: chosen || null, template: from === 'copy' ? template : null, starter: from === 'starter' ? starter : null } })),
        onSuccess: async (made) => {
            await client.invalidateQueries({ queryKey: ['templates'] });
            await navigate(`/templates/${made.key}${from === 'html' ? '?bring=html' : ''}`);
        },
    });
    const faults = begin.error instanceof ProblemError ? begin.error : null;

    return (
        <Dialog
            open
            wide={from === 'starter'}
            close={close}
            title={copy ? `Duplicate ${copy.name}` : 'Begin a template'}
            actions={
                <button type="submit" form="begin" className="btn btn-sm btn-primary" disabled={begin.isPending || (!copy && chosen === '') || (from === 'starter' && starter === '')}>
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
                            <div className="grid gap-1">
                                <span id="answers-for">Answers for</span>
                                <NoticeChoice strands={order.data?.strands ?? []} chosen={chosen} choose={setChosen} />
                            </div>
                        )}
                        <fieldset className="grid gap-1">
                            <legend>Begin with</legend>
                            {(
                                [
                                    ['built_in', 'the built-in words'],
                                    ['starter', 'a starter'],
                                    ['copy', 'a copy of another template'],
                                    ['html', 'HTML from elsewhere'],
                                    ['blank', 'nothing'],
                                ] as const
                            ).map(([value, words]) => (
                                <label key={value} className="flex gap-2 items-center min-h-6">
                                    <input type="radio" name="from" className="radio radio-xs radio-primary" checked={from === value} onChange={() => setFrom(value)} />
                                    {words}
                                </label>
                            ))}
                        </fieldset>
                        {from === 'starter' && (chosen ? <StarterGallery asked={{ notice: chosen }} chosen={starter} choose={setStarter} /> : <p className="text-muted">Choose the notice first: each starter is shown with a record of it.</p>)}
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

type Strand = Schemas['RunningOrder']['strands'][number];

/** A notice, from a searchable list: by its strand, with whom it goes to. */
function NoticeChoice({ strands, chosen, choose }: { strands: Strand[]; chosen: string; choose: (key: string) => void }) {
    const [open, setOpen] = useState(false);
    const strand = strands.find(({ notices }) => notices.some(({ key }) => key === chosen));
    const notice = strand?.notices.find(({ key }) => key === chosen);

    return (
        <>
            <button type="button" aria-describedby="answers-for" aria-haspopup="dialog" className="select bg-raised w-full text-left" onClick={() => setOpen(true)}>
                {notice ? `${notice.name}, to ${notice.audience_label} · ${strand?.name ?? ''}` : 'Choose a notice'}
            </button>
            <Palette open={open} close={() => setOpen(false)} label="Choose a notice" placeholder="Notice, strand or audience">
                {strands.map((one) => (
                    <Command.Group key={one.key} heading={one.name}>
                        {one.notices.map(({ key, name, audience_label: audience }) => (
                            <Command.Item
                                key={key}
                                value={`${name} ${audience} ${one.name} ${key}`}
                                onSelect={() => {
                                    setOpen(false);
                                    choose(key);
                                }}
                            >
                                <span className="font-semibold">{name}</span>
                                <span className="ml-auto text-muted">to {audience}</span>
                            </Command.Item>
                        ))}
                    </Command.Group>
                ))}
            </Palette>
        </>
    );
}
