import { useMutation, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Group, UNBEGUN, type Condition } from '../../manuscript/ConditionForm';
import { FieldsContext } from '../../manuscript/desk';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { fieldsOf } from './ownNotice';


type Claim = Schemas['Claim'];

interface Props {
    notice: string;
    desk: Schemas['OrderDesk'];
    row: Claim;
    isNew: boolean;
    close: () => void;
    take: (claim: Claim) => void;
}

/** One line of who answers: which template, for which records and recipients, on which days. */
export function ClaimDialog({ notice, desk, row, isNew, close, take }: Props) {
    const parts = useQuery(queries.orderParts(notice));
    const fields = useMemo(() => fieldsOf(parts.data), [parts.data]);
    const [claim, setClaim] = useState(row);
    const set = (change: Partial<Claim>) => setClaim((before) => ({ ...before, ...change }));
    // What is not finished is said here, next to it.
    const check = useMutation({
        mutationFn: (one: Claim) => got(api.POST('/notices/{key}/order/trial', { params: { path: { key: notice } }, body: { claims: [one], otherwise: 'built_in', record: null } })),
        onSuccess: (_, checked) => take(checked),
    });
    const languages = claim.languages ?? [];
    const wrong = claim.from && claim.until && claim.until < claim.from;
    const choice = desk.templates.filter((template) => !template.archived || template.key === claim.template);

    return (
        <Dialog
            open
            close={close}
            wide
            title={isNew ? 'Add a template that answers' : 'When it answers'}
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={claim.template === '' || Boolean(wrong) || check.isPending} onClick={() => check.mutate(claim)}>
                    {isNew ? 'Add it' : 'Take it over'}
                </button>
            }
        >
            <div className="grid gap-3.5 text-[13px]">
                <label className="grid gap-1">
                    Template
                    <select className="select select-sm bg-base-100 w-full max-w-md" value={claim.template} onChange={(event) => set({ template: event.target.value })}>
                        <option value="">Choose …</option>
                        {choice.map((template) => (
                            <option key={template.key} value={template.key}>
                                {template.name}
                                {template.version === null ? ' (not published yet)' : ''}
                            </option>
                        ))}
                    </select>
                </label>
                <fieldset>
                    <legend className="mb-1">For which records</legend>
                    {claim.if === undefined ? (
                        <p className="flex gap-3 items-center">
                            All of them.
                            <button type="button" className="btn btn-xs" onClick={() => set({ if: UNBEGUN as Claim['if'] })}>
                                Only if …
                            </button>
                        </p>
                    ) : parts.error ? (
                        <Problem error={parts.error} />
                    ) : parts.data ? (
                        <FieldsContext value={fields}>
                            <div role="group" aria-label="Condition" className="border border-line rounded-field bg-base-100 p-2">
                                <Group condition={claim.if as Condition} scope={{}} change={(condition) => set({ if: condition as Claim['if'] })} />
                                <p className="text-right mt-1.5">
                                    <button type="button" className="link-quiet cursor-pointer" onClick={() => set({ if: undefined })}>
                                        For all records
                                    </button>
                                </p>
                            </div>
                        </FieldsContext>
                    ) : (
                        <Loading />
                    )}
                </fieldset>
                <fieldset>
                    <legend className="mb-1">For recipients who read</legend>
                    <div className="flex flex-wrap gap-x-5 gap-y-1.5">
                        <label className="flex items-center gap-1.5">
                            <input type="checkbox" className="checkbox checkbox-xs rounded-sm" checked={languages.length === 0} onChange={() => set({ languages: undefined })} /> any language
                        </label>
                        {[...new Set([...desk.languages, ...languages])].map((tag) => (
                            <label key={tag} className="flex items-center gap-1.5">
                                <input
                                    type="checkbox"
                                    className="checkbox checkbox-xs rounded-sm"
                                    checked={languages.includes(tag)}
                                    onChange={(event) => {
                                        const next = event.target.checked ? [...languages, tag] : languages.filter((one) => one !== tag);
                                        set({ languages: next.length === 0 ? undefined : next });
                                    }}
                                />
                                {new Intl.DisplayNames('en', { type: 'language' }).of(tag)}
                            </label>
                        ))}
                    </div>
                </fieldset>
                <div className="flex flex-wrap gap-x-5 gap-y-2">
                    <label className="grid gap-1">
                        From the day
                        <input type="date" className="input input-sm bg-base-100 w-44" value={claim.from ?? ''} onChange={(event) => set({ from: event.target.value || undefined })} />
                    </label>
                    <label className="grid gap-1">
                        Until the end of
                        <input type="date" className="input input-sm bg-base-100 w-44" aria-invalid={Boolean(wrong)} aria-describedby="until-fault" value={claim.until ?? ''} onChange={(event) => set({ until: event.target.value || undefined })} />
                    </label>
                    {desk.collections.length > 0 && (
                        <label className="grid gap-1">
                            While this is on
                            <select className="select select-sm bg-base-100 w-52" value={claim.collection ?? ''} onChange={(event) => set({ collection: event.target.value || undefined })}>
                                <option value="">always (no collection)</option>
                                {desk.collections.map((collection) => (
                                    <option key={collection.key} value={collection.key}>
                                        {collection.name}
                                    </option>
                                ))}
                            </select>
                        </label>
                    )}
                </div>
                {wrong && (
                    <p id="until-fault" className="text-error">
                        It ends before it begins.
                    </p>
                )}
                <label className="grid gap-1">
                    Remark, for those who work here
                    <input type="text" maxLength={500} className="input input-sm bg-base-100 w-full" value={claim.remark ?? ''} onChange={(event) => set({ remark: event.target.value || undefined })} />
                </label>
                {check.error && (
                    <div role="alert" className="text-error">
                        {check.error instanceof ProblemError && check.error.problem.faults?.length ? check.error.problem.faults.map((fault) => <p key={fault.place}>{fault.reason}</p>) : check.error.message}
                    </div>
                )}
            </div>
        </Dialog>
    );
}
