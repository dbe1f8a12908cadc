import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Problem } from '../../parts/Message';
import { OTHERWISE, type Otherwise } from '../notice/order';

type Line = Schemas['NoticeLine'];
type Set = Record<string, Otherwise>;

/** What answers when no template does, of a whole strand or of all notices: with a list of what changes, and a way back. */
export function SetAll({ strands, newOnes, close }: { strands: Schemas['RunningOrder']['strands']; newOnes: Otherwise; close: () => void }) {
    const client = useQueryClient();
    const [strand, setStrand] = useState('');
    const [otherwise, setOtherwise] = useState<Otherwise>('framed');
    const [withNew, setWithNew] = useState(true);
    const chosen: Line[] = strands.filter(({ key }) => strand === '' || key === strand).flatMap(({ notices }) => notices);
    const changing = chosen.filter((line) => line.otherwise !== otherwise && line.state !== 'unwritten' && !line.own);
    const set: Set = Object.fromEntries(changing.map((line) => [line.key, otherwise]));
    const before: Set = Object.fromEntries(changing.map((line) => [line.key, line.otherwise]));
    const changesNew = strand === '' && withNew && newOnes !== otherwise;
    const put = async ({ to, next }: { to: Set; next: Otherwise | null }) => {
        await got(api.PUT('/otherwise', { body: { set: to, new: next } }));
        await client.invalidateQueries({ predicate: ({ queryKey }) => ['running-order', 'notices', 'collections'].includes(String(queryKey[0])) });
    };
    // The way back stays there when the dialog has gone.
    const undo = () => put({ to: before, next: changesNew ? newOnes : null }).then(() => toast.success('It is as it was.'), (error: unknown) => toast.error(String(error)));
    const force = useMutation({
        mutationFn: put,
        onSuccess: () => {
            close();
            toast.success(`${changing.length === 1 ? 'One notice' : `${changing.length} notices`}: ${OTHERWISE[otherwise].words}.`, { duration: 30_000, action: { label: 'Undo', onClick: () => void undo() } });
        },
    });

    return (
        <Dialog
            open
            close={close}
            wide
            title="Where no template answers"
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={force.isPending || (changing.length === 0 && !changesNew)} onClick={() => force.mutate({ to: set, next: changesNew ? otherwise : null })}>
                    {force.isPending ? 'Putting it in force …' : 'Put in force'}
                </button>
            }
        >
            <div className="grid gap-3 text-[13px]">
                <div className="flex flex-wrap gap-x-5 gap-y-2">
                    <label className="grid gap-1">
                        Of
                        <select className="select select-sm bg-base-100 w-56" value={strand} onChange={(event) => setStrand(event.target.value)}>
                            <option value="">all notices</option>
                            {strands.map((one) => (
                                <option key={one.key} value={one.key}>
                                    {one.name}
                                </option>
                            ))}
                        </select>
                    </label>
                    <label className="grid gap-1">
                        What goes out is
                        <select className="select select-sm bg-base-100 w-72" value={otherwise} onChange={(event) => setOtherwise(event.target.value as Otherwise)}>
                            {(Object.keys(OTHERWISE) as Otherwise[]).map((one) => (
                                <option key={one} value={one}>
                                    {OTHERWISE[one].words}
                                </option>
                            ))}
                        </select>
                    </label>
                </div>
                {strand === '' && (
                    <label className="flex items-center gap-2">
                        <input type="checkbox" className="checkbox checkbox-xs rounded-sm" checked={withNew} onChange={(event) => setWithNew(event.target.checked)} /> also of notices that the source declares from now on{newOnes === otherwise && ', as it is already'}
                    </label>
                )}
                {otherwise === 'silent' && <p className="text-warning">Nothing of these goes out any more where no template answers, password resets among them.</p>}
                <p>{changing.length === 0 ? 'No notice changes.' : changing.length === 1 ? 'One notice changes:' : `${changing.length} notices change:`}</p>
                <ul className="max-h-64 overflow-auto border-y border-line" tabIndex={0} aria-label="What changes">
                    {changing.map((line) => (
                        <li key={line.key} className="py-1 border-b border-line/60 flex flex-wrap gap-x-3">
                            <span>
                                <b className="font-semibold">{line.name}</b> <span className="text-muted">to {line.audience_label}</span>
                            </span>
                            <span className="text-muted">
                                <s>{OTHERWISE[line.otherwise].words}</s> → <span className="text-base-content">{OTHERWISE[otherwise].words}</span>
                                {line.templates.length > 0 && `; ${line.templates.map(({ name }) => name).join(', ')} ${line.templates.some(({ always }) => always) ? 'goes on answering for all' : 'goes on answering for some'}`}
                            </span>
                        </li>
                    ))}
                </ul>
                {force.error && <Problem error={force.error} />}
            </div>
        </Dialog>
    );
}
