import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import type { Schemas } from '../api/client';
import { Loading, Problem } from '../parts/Message';
import { when } from '../parts/when';
import { Changes } from './Changes';
import type { Manuscript } from '../manuscript/document';
import { useComposer } from '../manuscript/store';

interface Version {
    number: number;
    document: object;
    changes: Schemas['Change'][];
}

/** What was published, by whom and when; each can be compared with the one before, and taken up again: then it is told what that changes in the draft. */
export function VersionList<T extends Version>({
    of,
    list,
    one,
    against,
    taken,
    children,
}: {
    of: string;
    list: () => Promise<Schemas['Versions']>;
    one: (number: number) => Promise<T>;
    against: (document: Manuscript, number: number) => Promise<{ changes: Schemas['Change'][] }>;
    taken: () => void;
    /** What more is to be seen of a version beside another one, where it is held against one. */
    children?: (version: T, other: number | null) => ReactNode;
}) {
    const [number, setNumber] = useState<number | null>(null);
    const versions = useQuery({ queryKey: ['versions', of], queryFn: list, staleTime: 0 });
    const version = useQuery({ queryKey: ['version', of, number], queryFn: () => one(number ?? 0), enabled: number !== null });
    const said = version.data;
    // The one before it, until another is chosen.
    const [chosen, setChosen] = useState<number | null>(null);
    const beside = number === null ? null : (chosen ?? (number > 1 ? number - 1 : null));
    const differing = useQuery({
        queryKey: ['version', of, number, 'beside', beside],
        queryFn: async () => against({ envelope: {}, ...(await one(beside ?? 0)).document } as Manuscript, number ?? 0),
        enabled: number !== null && beside !== null && beside !== number,
    });
    const mayEdit = useComposer((state) => state.mayEdit);
    const draft = useComposer((state) => state.document);
    const taking = useQuery({ queryKey: ['version', of, number, 'against', draft], queryFn: () => against(draft, number ?? 0), enabled: number !== null && mayEdit, gcTime: 0 });
    const take = (chosen: T) => {
        useComposer.getState().apply(`take up version ${chosen.number}`, () => ({ envelope: {}, ...chosen.document }) as Manuscript, { hand: null });
        taken();
        toast.success(`The draft is what version ${chosen.number} was. Undo brings back what it was before.`);
    };
    if (versions.error ?? version.error) {
        return <Problem error={versions.error ?? version.error} />;
    }
    if (!versions.data) {
        return <Loading />;
    }
    if (versions.data.versions.length === 0) {
        return <p className="text-muted">Nothing was published yet.</p>;
    }

    return (
        <ol className="grid gap-1 mb-3">
            {versions.data.versions.map((line) => (
                <li key={line.number}>
                    <button type="button" className="link-quiet cursor-pointer" aria-expanded={number === line.number} onClick={() => {
                            setNumber(number === line.number ? null : line.number);
                            setChosen(null);
                        }}>
                        Version {line.number}
                    </button>{' '}
                    <span className="text-muted">
                        {when(line.at)}
                        {line.by && `, ${line.by}`}
                    </span>
                    {number === line.number && said?.number === line.number && (
                        <div className="my-2 grid gap-2">
                            {versions.data.versions.length > 1 && (
                                <>
                                    <label className="flex flex-wrap items-center gap-2 text-muted">
                                        What differs from
                                        <select className="select select-xs bg-base-100 w-auto text-base-content" value={beside ?? ''} onChange={(event) => setChosen(Number(event.target.value))}>
                                            {beside === null && <option value="">choose a version</option>}
                                            {versions.data.versions
                                                .filter((other) => other.number !== line.number)
                                                .map((other) => (
                                                    <option key={other.number} value={other.number}>
                                                        version {other.number}
                                                    </option>
                                                ))}
                                        </select>
                                    </label>
                                    {beside !== null && (differing.data ? <Changes changes={differing.data.changes} /> : differing.error ? <Problem error={differing.error} /> : <p className="text-muted">Comparing …</p>)}
                                </>
                            )}
                            {children?.(said, beside)}
                            {mayEdit && (
                                <>
                                    <p className="text-muted">What taking it up changes in the draft:</p>
                                    {taking.data ? <Changes changes={taking.data.changes} /> : taking.error ? <Problem error={taking.error} /> : <p className="text-muted">Comparing …</p>}
                                </>
                            )}
                            {mayEdit && taking.data?.changes.length !== 0 && (
                                <button type="button" className="btn btn-sm justify-self-start" onClick={() => take(said)}>
                                    Take it up as the draft
                                </button>
                            )}
                        </div>
                    )}
                </li>
            ))}
        </ol>
    );
}
