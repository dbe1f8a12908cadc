import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Group, UNBEGUN, type Condition } from '../../manuscript/ConditionForm';
import { FieldsContext } from '../../manuscript/desk';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { fieldsOf, foreseen } from './ownNotice';

type Notice = Schemas['Notice'];

/** What people say of a notice here: whether it is on, for which records alone, and of one of our own what it is. */
export function Switching({ notice }: { notice: Notice }) {
    const client = useQueryClient();
    const go = useNavigate();
    const [open, setOpen] = useState<'on' | 'narrow' | 'retire' | null>(null);
    const anew = () => Promise.all([client.invalidateQueries({ queryKey: ['notices'] }), client.invalidateQueries(queries.runningOrder()), client.invalidateQueries({ queryKey: ['coming'] })]);
    const set = useMutation({
        mutationFn: (body: { on: boolean; narrowing: Notice['narrowing'] }) => got(api.PATCH('/notices/{key}', { params: { path: { key: notice.key } }, body: { revision: notice.revision, ...body } })),
        onSuccess: async (_, { on }) => {
            setOpen(null);
            await anew();
            toast.success(on === notice.on ? 'Saved.' : on ? 'It is on.' : 'It is off.');
        },
        onError: (error) => open === null && toast.error(error.message),
    });
    const retire = useMutation({
        mutationFn: () => got(api.DELETE('/notices/{key}', { params: { path: { key: notice.key } }, body: { revision: notice.revision } })),
        onSuccess: async () => {
            await anew();
            toast.success(`“${notice.name}” is retired.`);
            void go('/running-order');
        },
    });

    return (
        <section aria-labelledby="here" className="mb-5">
            <h2 id="here" className="mb-1.5">
                {notice.on ? 'Switched on' : 'Switched off'}
            </h2>
            {!notice.on && <p className="text-warning mb-1.5">Nothing of it goes out.</p>}
            {notice.only_if && (
                <p className="mb-1.5">
                    Only if {notice.only_if} <span className="text-muted">(said here)</span>
                </p>
            )}
            <div className="flex flex-wrap gap-1.5">
                {notice.on ? (
                    <button type="button" className="btn btn-sm" disabled={set.isPending} onClick={() => set.mutate({ on: false, narrowing: notice.narrowing })}>
                        Switch it off
                    </button>
                ) : (
                    <button type="button" className="btn btn-sm btn-primary" onClick={() => setOpen('on')}>
                        Switch it on …
                    </button>
                )}
                <button type="button" className="btn btn-sm" onClick={() => setOpen('narrow')}>
                    Only if …
                </button>
                {notice.own && (
                    <>
                        <Link to={`/notices/${notice.key}/edit`} className="btn btn-sm">
                            Change it
                        </Link>
                        <button type="button" className="btn btn-sm" onClick={() => setOpen('retire')}>
                            Retire it …
                        </button>
                    </>
                )}
            </div>
            {open === 'on' && <SwitchOn notice={notice} close={() => setOpen(null)} switchOn={() => set.mutate({ on: true, narrowing: notice.narrowing })} isPending={set.isPending} error={set.error} />}
            {open === 'narrow' && <Narrow notice={notice} close={() => setOpen(null)} save={(narrowing) => set.mutate({ on: notice.on, narrowing })} isPending={set.isPending} error={set.error} />}
            {open === 'retire' && (
                <Dialog
                    open
                    close={() => setOpen(null)}
                    title={`Retire “${notice.name}”`}
                    actions={
                        <button type="button" className="btn btn-sm btn-primary" disabled={retire.isPending} onClick={() => retire.mutate()}>
                            Retire it
                        </button>
                    }
                >
                    <p>It is there no longer, and nothing of it goes out. What was sent of it stays among the dispatches; its templates stay.</p>
                    {retire.error && <Problem error={retire.error} />}
                </Dialog>
            )}
        </section>
    );
}

/** Before it is on, it is said how many messages it would have been. */
function SwitchOn({ notice, close, switchOn, isPending, error }: { notice: Notice; close: () => void; switchOn: () => void; isPending: boolean; error: Error | null }) {
    const tried = useQuery({ ...queries.triedNotice(JSON.stringify(notice.document)), enabled: notice.document !== null });

    return (
        <Dialog
            open
            close={close}
            title={`Switch “${notice.name}” on`}
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={isPending || (notice.document !== null && !tried.data)} onClick={switchOn}>
                    Switch it on
                </button>
            }
        >
            <p className="mb-2">It goes {notice.cue}.</p>
            {notice.document === null ? (
                <p className="text-muted">It goes out again as the source declares it.</p>
            ) : tried.error ? (
                <Problem error={tried.error} />
            ) : tried.data ? (
                <ul className="list-disc pl-5">
                    <li>In the last 30 days it would have been {foreseen(tried.data.last_30)}, in the last 90 days {foreseen(tried.data.last_90)}.</li>
                    {tried.data.coming !== null && <li>{tried.data.coming === 0 ? 'So far none is to come.' : tried.data.coming === 1 ? 'One is to come, under Coming up.' : `${tried.data.coming} are to come, under Coming up.`} Nothing goes out for what is past.</li>}
                    {tried.data.without_address > 0 && <li className="text-warning">In {tried.data.without_address} of them there was no address.</li>}
                    {notice.state === 'unwritten' && <li className="text-warning">Nothing is written for it yet: until a template is published, it sends nothing.</li>}
                </ul>
            ) : (
                <Loading />
            )}
            {error && <Problem error={error} />}
        </Dialog>
    );
}

function Narrow({ notice, close, save, isPending, error }: { notice: Notice; close: () => void; save: (narrowing: Notice['narrowing']) => void; isPending: boolean; error: Error | null }) {
    const parts = useQuery(queries.noticeParts(notice.record_type));
    const [condition, setCondition] = useState<Condition>((notice.narrowing as Condition | null) ?? UNBEGUN);
    const fields = useMemo(() => fieldsOf(parts.data), [parts.data]);

    return (
        <Dialog
            open
            close={close}
            wide
            title={`“${notice.name}” only if …`}
            actions={
                <>
                    {notice.narrowing && (
                        <button type="button" className="btn btn-sm" disabled={isPending} onClick={() => save(null)}>
                            Always
                        </button>
                    )}
                    <button type="button" className="btn btn-sm btn-primary" disabled={isPending} onClick={() => save(condition as Notice['narrowing'])}>
                        Save
                    </button>
                </>
            }
        >
            <p className="text-muted text-[13px] mb-2">{notice.own ? 'It goes' : 'The source says when it goes. Here it can be held back: it goes'} only for records of which this holds.</p>
            {parts.error && <Problem error={parts.error} />}
            {parts.data ? (
                <FieldsContext value={fields}>
                    <div role="group" aria-label="Condition" className="text-[13px] border border-line rounded-field bg-base-100 p-2">
                        <Group condition={condition} scope={{}} change={setCondition} />
                    </div>
                </FieldsContext>
            ) : (
                <Loading />
            )}
            {error && <Problem error={error} />}
        </Dialog>
    );
}
