import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../api/client';
import { useDesk, type Field } from '../manuscript/desk';
import type { Manuscript } from '../manuscript/document';
import { FieldChoice } from '../manuscript/Lists';
import { useComposer } from '../manuscript/store';
import { Dialog } from '../parts/Dialog';
import { FileButton } from '../parts/FileButton';
import { Faults } from '../parts/Message';

type Arrived = Schemas['ArrivedHtml'];

/** Brings HTML in that was written elsewhere: a file, a zip with its pictures, or pasted; its placeholders become fields. One step, which undo takes back. */
export function BringHtml({ close }: { close: () => void }) {
    const { template } = useDesk();
    const [html, setHtml] = useState('');
    const [notes, setNotes] = useState<Schemas['HtmlFile']['notes']>([]);
    const [arrived, setArrived] = useState<Arrived | null>(null);
    const [fields, setFields] = useState<Record<string, string>>({});
    const written = useComposer((state) => state.document.manuscript.length > 0);
    const ask = (source: string, mapped: Record<string, string>) => got(api.POST('/templates/{key}/html', { params: { path: { key: template } }, body: { document: useComposer.getState().document, html: source, fields: mapped } }));
    const look = useMutation({
        mutationFn: (source: string) => ask(source, {}),
        onSuccess: (found, source) => {
            setHtml(source);
            setArrived(found);
            setFields(Object.fromEntries(found.placeholders.flatMap(({ written: place, proposal }) => (proposal ? [[place, proposal]] : []))));
        },
    });
    const read = useMutation({
        mutationFn: (file: File) => {
            const body = new FormData();
            body.append('file', file);

            return got(api.POST('/html', { body: { file: '' }, bodySerializer: () => body }));
        },
        onSuccess: (file) => {
            setNotes(file.notes);
            look.mutate(file.html);
        },
    });
    const bring = useMutation({
        mutationFn: () => ask(html, fields),
        onSuccess: ({ document }) => {
            close();
            useComposer.getState().apply('bring HTML in', () => document as unknown as Manuscript, { hand: null });
            toast.success('It is brought in. Undo brings back what was written before.');
        },
    });
    const error = read.error ?? look.error ?? bring.error;
    const busy = read.isPending || look.isPending;

    return (
        <Dialog
            open
            wide
            close={close}
            title="Bring HTML in"
            actions={
                arrived ? (
                    <>
                        <button type="button" className="btn btn-sm" onClick={() => setArrived(null)}>
                            Another one
                        </button>
                        <button type="button" className="btn btn-sm btn-primary" disabled={bring.isPending} onClick={() => bring.mutate()}>
                            {written ? 'Replace what is written' : 'Bring it in'}
                        </button>
                    </>
                ) : (
                    <button type="button" className="btn btn-sm btn-primary" disabled={busy || html.trim() === ''} onClick={() => look.mutate(html)}>
                        {busy ? 'It is read …' : 'Look at it'}
                    </button>
                )
            }
        >
            {arrived ? (
                <Found arrived={arrived} notes={notes} fields={fields} say={(place, path) => setFields((now) => Object.fromEntries([...Object.entries(now).filter(([other]) => other !== place), ...(path ? [[place, path] as const] : [])]))} written={written} />
            ) : (
                <div className="grid gap-3">
                    <p>A message that was written elsewhere: a file of HTML, a zip with one and its pictures, or its source. It becomes blocks; what has no block becomes HTML of your own. Files up to 6 MB; nothing is loaded from anywhere.</p>
                    <div>
                        <FileButton label={read.isPending ? 'It is read …' : 'Choose a file'} accept=".html,.htm,.zip" primary take={(file) => read.mutate(file)} />
                    </div>
                    <label className="grid gap-1">
                        Or paste its source
                        <textarea
                            className="textarea bg-raised w-full font-mono text-[12px] min-h-48"
                            spellCheck={false}
                            value={html}
                            onChange={(event) => {
                                setHtml(event.target.value);
                                setNotes([]);
                            }}
                        />
                    </label>
                </div>
            )}
            {error && (
                <div role="alert" className="text-error mt-2">
                    {error.message}
                    <Faults error={error} />
                </div>
            )}
        </Dialog>
    );
}

/** What was found in it: placeholders with the fields they stand for, and what becomes of everything. */
function Found({ arrived, notes, fields, say, written }: { arrived: Arrived; notes: Schemas['HtmlFile']['notes']; fields: Record<string, string>; say: (place: string, path: string | null) => void; written: boolean }) {
    const { byPath } = useDesk();
    const places = arrived.placeholders.filter(({ decides }) => !decides);
    const out = arrived.report.filter(({ became }) => became === null);
    const kept = arrived.report.filter(({ became }) => became !== null);

    return (
        <div className="grid gap-4">
            {written && <p className="text-warning">It takes the place of the words and the looks of this template, in all languages. Undo brings them back.</p>}
            <section aria-labelledby="places">
                <h3 id="places" className="font-semibold mb-1">
                    {places.length === 0 ? 'No placeholders' : `${places.length} placeholder${places.length === 1 ? '' : 's'}`}
                </h3>
                {places.length > 0 && (
                    <ul className="grid gap-1" aria-label="Placeholders">
                        {places.map((place) => (
                            <Place key={place.written} place={place} path={fields[place.written] ?? ''} field={byPath.get(fields[place.written] ?? '')} say={say} />
                        ))}
                    </ul>
                )}
            </section>
            <section aria-labelledby="becomes">
                <h3 id="becomes" className="font-semibold mb-1">
                    What becomes of it
                </h3>
                {(out.length > 0 || notes.length > 0) && (
                    <ul aria-label="Left out" className="border border-line rounded-field px-3 py-1.5 text-[13px] max-h-40 overflow-auto mb-2" tabIndex={0}>
                        {out.map(({ what, times }) => (
                            <li key={what}>
                                <span className="text-error">Left out:</span> {what}
                                {times > 1 && <span className="text-muted">, {times} times</span>}
                            </li>
                        ))}
                        {notes.map(({ what, why }) => (
                            <li key={what + why}>
                                <span className="text-error">Not taken:</span> {what}, which {why}
                            </li>
                        ))}
                    </ul>
                )}
                <details className="text-[13px]">
                    <summary className="cursor-pointer">All that is kept</summary>
                    <table className="w-full mt-1">
                        <tbody>
                            {kept.map(({ what, became, times }) => (
                                <tr key={`${what} ${became ?? ''}`} className="border-b border-line/60">
                                    <td className="font-mono text-[12px] pr-4">{what}</td>
                                    <td className="text-muted pr-4 text-right">{times}</td>
                                    <td>{became}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </details>
            </section>
        </div>
    );
}

function Place({ place, path, field, say }: { place: Arrived['placeholders'][number]; path: string; field: Field | undefined; say: (place: string, path: string | null) => void }) {
    return (
        <li className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
            <code className="font-mono text-[12px] min-w-40 [overflow-wrap:anywhere]">{place.written}</code>
            <span className="text-muted min-w-16">{place.times === 1 ? 'once' : `${place.times} times`}</span>
            <FieldChoice chosen={field} path={path} scope={{}} choose={(chosen) => say(place.written, chosen)} />
            {path === '' ? (
                <span className="text-muted">stays as it is written</span>
            ) : (
                <button type="button" className="link-quiet cursor-pointer" onClick={() => say(place.written, null)}>
                    Leave it as it is written
                </button>
            )}
        </li>
    );
}
