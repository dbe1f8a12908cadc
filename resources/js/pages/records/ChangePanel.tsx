import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Address } from '../../parts/Address';
import { people } from '../../parts/each';
import { shownBriefly } from '../../parts/day';
import { Problem } from '../../parts/Message';
import { queries } from '../../api/queries';

/** Changes fields with a fixed list of values. What that sets off is said before it is saved. */
export function ChangePanel({ record }: { record: Schemas['Record'] }) {
    const client = useQueryClient();
    const [values, setValues] = useState<Record<string, string>>({});
    // The revision that the choice was made on: what comes from elsewhere meanwhile is told, and the choice stays.
    const [revision, setRevision] = useState(record.revision);
    const elsewhere = revision !== record.revision && Object.keys(values).length > 0;
    const choose = (chosen: Record<string, string>) => {
        setValues(chosen);
        setRevision(record.revision);
    };
    const changes = Object.fromEntries(Object.entries(values).filter(([key, value]) => record.changeable.find((field) => field.key === key)?.value !== value));
    const changed = Object.keys(changes).length > 0;
    const path = { type: record.type, key: record.key };

    const foreseen = useQuery({ ...queries.consequences(path, record.revision, changes), enabled: changed });
    const save = useMutation({
        mutationFn: () => got(api.PATCH('/records/{type}/{key}', { params: { path }, body: { revision: record.revision, changes } })),
        onSuccess: (saved) => {
            choose({});
            client.setQueryData(queries.record(path).queryKey, saved);
            void client.invalidateQueries({ queryKey: ['dispatches'] });
            toast.success('Saved.');
        },
    });
    const ours = foreseen.data?.consequences.filter((one) => !one.left_to_source && (one.each !== null || one.recipient !== null)).reduce((sum, one) => sum + (one.each?.number ?? 1), 0) ?? 0;

    return (
        <section aria-labelledby="change" className="mb-7 bg-raised border border-line rounded-box p-4">
            <h2 id="change" className="mb-2.5">
                Change it
            </h2>
            {record.changeable.map((field) => (
                <label key={field.key} className="flex items-center gap-3 mb-2">
                    <span className="w-24 text-muted">{field.label}</span>
                    <select className="select select-sm bg-raised w-56" value={values[field.key] ?? field.value ?? ''} onChange={(event) => choose({ ...values, [field.key]: event.target.value })}>
                        {field.value === null && <option value="">empty</option>}
                        {field.options.map((option) => (
                            <option key={option.value} value={option.value}>
                                {option.label}
                            </option>
                        ))}
                    </select>
                </label>
            ))}
            <div aria-live="polite">
                {elsewhere && (
                    <p className="text-warning text-[13px] mb-1.5">
                        The record was changed elsewhere meanwhile
                        {record.changeable.map((field) => (values[field.key] === undefined ? '' : `: ${field.label} is “${field.options.find(({ value }) => value === field.value)?.label ?? field.value ?? 'empty'}” now`))}.{' '}
                        {changed ? 'Your choice still stands, and is not saved yet.' : 'That is what you had chosen.'}
                    </p>
                )}
                {!changed && <p className="text-muted text-[13px]">Choose another value to see what that sets off. Nothing is sent before you save.</p>}
                {changed && foreseen.isPending && <p className="text-muted text-[13px]">Looking what that sets off…</p>}
                {foreseen.error && <Problem error={foreseen.error} />}
                {changed && foreseen.data && <Consequences consequences={foreseen.data.consequences} />}
                {changed && foreseen.data && <Coming coming={foreseen.data.coming} />}
            </div>
            {save.error && <Problem error={save.error} />}
            {changed && (
                <div className="flex gap-2 mt-3">
                    <button type="button" className="btn btn-sm btn-primary" disabled={save.isPending || !foreseen.data} onClick={() => save.mutate()}>
                        {save.isPending ? 'Saving…' : ours === 0 ? 'Save, nothing is sent' : ours === 1 ? 'Save and send 1 message' : `Save and send ${ours} messages`}
                    </button>
                    <button type="button" className="btn btn-sm" onClick={() => choose({})}>
                        Leave it as it is
                    </button>
                </div>
            )}
        </section>
    );
}

/** What goes by the record's dates, where the change makes that another. */
function Coming({ coming }: { coming: Schemas['Consequences']['coming'] }) {
    return (
        coming.length > 0 && (
            <>
                <p className="text-[13px] text-muted mb-1">By its dates:</p>
                <ul className="text-[13px]">
                    {coming.map((one) => (
                        <li key={one.name} className="border-l-3 border-line pl-2.5 mb-2">
                            <b className="font-semibold">{one.name}</b>{' '}
                            {one.after === null ? `of ${shownBriefly(one.before ?? '')} does not come any more` : one.before === null ? `comes ${shownBriefly(one.after)}` : `comes ${shownBriefly(one.after)} instead of ${shownBriefly(one.before)}`}
                            {one.why && <span className="block text-muted">because {one.why}</span>}
                        </li>
                    ))}
                </ul>
            </>
        )
    );
}

/** Whose words go out. */
function words(one: Schemas['Consequences']['consequences'][number]) {
    return one.silent ? 'nobody answers for it: nothing goes out' : one.answered_by === null ? 'nothing is written for it yet: it is skipped' : `${one.answered_by}, ${one.language}`;
}

function Consequences({ consequences }: { consequences: Schemas['Consequences']['consequences'] }) {
    if (consequences.length === 0) {
        return <p className="text-[13px]">This sets off no notice.</p>;
    }

    return (
        <>
            <p className="text-[13px] text-muted mb-1">This sets off:</p>
            <ul className="text-[13px]">
                {consequences.map((one) => (
                    <li key={one.notice} className="border-l-3 border-primary pl-2.5 mb-2">
                        <b className="font-semibold">{one.name}</b> <span className="text-muted">to {one.audience_label}</span>
                        <span className="block break-words">
                            {one.each !== null ? (
                                <>
                                    <span className={one.each.number === 0 ? 'text-warning' : ''}>{people(one.each)}</span>: {one.each.words}
                                </>
                            ) : one.recipient === null ? (
                                <span className="text-warning">skipped: the record has no address</span>
                            ) : one.left_to_source ? (
                                <span className="text-warning">left to the source, which still sends it itself</span>
                            ) : (
                                <Address of={`${one.recipient_name ?? ''} <${one.recipient}>`} />
                            )}
                        </span>
                        <span className="block text-muted">
                            because {one.reason}{one.trouble === null && `; ${words(one)}`}
                        </span>
                        {one.trouble !== null && <span className="block text-warning break-words">It cannot be made, and fails: {one.trouble}</span>}
                    </li>
                ))}
            </ul>
        </>
    );
}
