import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { Dialog } from '../parts/Dialog';

type Template = Schemas['TemplateLine'];

function useChange(template: Template, said: string, done: () => void) {
    const client = useQueryClient();

    return useMutation({
        mutationFn: (change: { name?: string; folder?: string; archived?: boolean }) => got(api.PATCH('/templates/{key}', { params: { path: { key: template.key } }, body: change })),
        onSuccess: async () => {
            await client.invalidateQueries();
            toast.success(said);
            done();
        },
        onError: (error) => toast.error(error.message),
    });
}

/** Another name, and another folder where there are any. */
export function Rename({ template }: { template: Template }) {
    const [open, setOpen] = useState(false);

    return (
        <>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => setOpen(true)}>
                Rename
            </button>
            {open && <RenameDialog template={template} close={() => setOpen(false)} />}
        </>
    );
}

function RenameDialog({ template, close }: { template: Template; close: () => void }) {
    const [name, setName] = useState(template.name);
    const [folder, setFolder] = useState(template.folder);
    const change = useChange(template, 'Renamed. The key stays.', close);
    const isBlank = name.trim() === '';

    return (
        <Dialog
            open
            close={close}
            title={`Rename ${template.name}`}
            actions={
                <button type="submit" form={`rename-${template.key}`} className="btn btn-sm btn-primary" disabled={change.isPending || isBlank}>
                    Rename
                </button>
            }
        >
            <form
                id={`rename-${template.key}`}
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    change.mutate({ name, folder });
                }}
            >
                <label className="grid gap-1">
                    Name
                    <input required maxLength={200} className="input bg-raised w-full" value={name} aria-invalid={isBlank} onChange={(event) => setName(event.target.value)} />
                    {isBlank && (
                        <span role="alert" className="text-error text-[13px]">
                            It needs a name.
                        </span>
                    )}
                </label>
                {answersFor(template).length > 0 && <p className="text-muted text-[13px]">It goes on answering for {answersFor(template).join(', ')}.</p>}
                {!template.passage && (
                    <label className="grid gap-1">
                        Folder
                        <input maxLength={200} className="input bg-raised w-full" value={folder} onChange={(event) => setFolder(event.target.value)} />
                    </label>
                )}
            </form>
        </Dialog>
    );
}

/** The names of the notices that a published template answers for, each once. */
const answersFor = (template: Template): string[] => (template.version === null ? [] : [...new Set(template.claims.filter((claim) => claim.active).map((claim) => claim.name))]);

/** Into the archive, or out of it. */
export function Archive({ template, note }: { template: Template; note?: string }) {
    const [open, setOpen] = useState(false);
    const change = useChange(template, !template.archived ? 'It is in the archive.' : template.passage ? 'It is back.' : 'It is back. It answers for nothing until it is published or switched on.', () => setOpen(false));
    const answering = answersFor(template);

    return (
        <>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => (template.archived ? change.mutate({ archived: false }) : setOpen(true))}>
                {template.archived ? 'Bring back' : 'Archive'}
            </button>
            {open && (
                <Dialog
                    open
                    close={() => setOpen(false)}
                    title={`Put ${template.name} into the archive`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={change.isPending} onClick={() => change.mutate({ archived: true })}>
                            Put it there
                        </button>
                    }
                >
                    <p>
                        {note ??
                            (answering.length > 0
                            ? `It answers for ${answering.join(', ')}: from then on it does no more. `
                            : 'It answers for nothing at the moment. ')}
                        It can be brought back.
                    </p>
                </Dialog>
            )}
        </>
    );
}
