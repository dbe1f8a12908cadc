import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults, Loading, Problem } from '../../parts/Message';
import { useSession } from '../../parts/useSession';
import { when } from '../../parts/when';
import type { Manuscript } from './document';
import { useComposer } from './store';

type Change = Schemas['Change'];

const KINDS: Record<Change['kind'], string> = { added: 'new', removed: 'taken out', moved: 'moved', changed: 'changed' };

/** In what two manuscripts differ, block by block and word by word. */
export function Changes({ changes }: { changes: Change[] }) {
    if (changes.length === 0) {
        return <p className="text-muted">No word and no setting differs.</p>;
    }

    return (
        <ol className="border border-line rounded-field max-h-72 overflow-auto" tabIndex={0} aria-label="What differs">
            {changes.map((change) => (
                <li key={change.kind + change.block} className="px-3 py-1.5 border-b border-line/60 text-[13px]">
                    <p className="text-muted">
                        {change.label} <b className="font-semibold">{KINDS[change.kind]}</b>
                    </p>
                    <p className="break-words" dir="auto">
                        {change.words.map((word, index) =>
                            word.kind === 'added' ? (
                                <ins key={index} className="bg-success/15 no-underline">
                                    {word.text}
                                </ins>
                            ) : word.kind === 'removed' ? (
                                <del key={index} className="bg-error/10">
                                    {word.text}
                                </del>
                            ) : (
                                <span key={index}>{word.text}</span>
                            ),
                        )}
                    </p>
                </li>
            ))}
        </ol>
    );
}

/** A manuscript read from top to bottom. */
function Said({ words }: { words: Change[] }) {
    return (
        <ol className="border border-line rounded-field max-h-72 overflow-auto mt-1" tabIndex={0} aria-label="All that it says">
            {words.map((block) => (
                <li key={block.block} className="px-3 py-1 text-[13px]">
                    <span className="text-muted">{block.label}</span> <span dir="auto">{block.words.map((word) => word.text).join('')}</span>
                </li>
            ))}
        </ol>
    );
}

const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** Asks once, with all that publishing does. */
export function PublishDialog({ template, open, close, published }: { template: string; open: boolean; close: () => void; published: (template: Schemas['Template']) => void }) {
    const asked = useQuery({
        queryKey: ['publication', template],
        queryFn: () => got(api.GET('/api/app/templates/{key}/publication', { params: { path: { key: template } } })),
        enabled: open,
        gcTime: 0,
        staleTime: 0,
    });
    const publish = useMutation({
        mutationFn: (revision: number) => got(api.POST('/api/app/templates/{key}/publication', { params: { path: { key: template } }, body: { revision } })),
        onSuccess: (answer) => {
            published(answer);
            close();
            toast.success(`Version ${answer.version ?? ''} is published.${answer.notice ? ` It answers for ${answer.notice.name} from now on.` : ''}`);
        },
    });
    const data = asked.isFetching ? undefined : asked.data;
    const may = data && data.revision !== null && data.findings.length === 0;

    return (
        <Dialog
            open={open}
            close={close}
            title={data?.version ? `Publish version ${data.version + 1}` : 'Publish'}
            actions={
                may && (
                    <button type="button" className="btn btn-sm btn-primary" disabled={publish.isPending} onClick={() => data.revision !== null && publish.mutate(data.revision)}>
                        Publish
                    </button>
                )
            }
        >
            {!open ? null : asked.error ? <Problem error={asked.error} /> : !data ? <Loading /> : <Consequence data={data} />}
            {publish.error && <Problem error={publish.error} />}
        </Dialog>
    );
}

function Consequence({ data }: { data: Schemas['Publication'] }) {
    if (data.revision === null) {
        return <p>There is nothing to publish: no word was changed since version {data.version}.</p>;
    }
    if (data.findings.length > 0) {
        return (
            <>
                <p className="font-semibold text-error mb-1">It cannot be published yet.</p>
                <ul className="list-disc pl-5">
                    {data.findings.map((finding, index) => (
                        <li key={index}>{finding.words}</li>
                    ))}
                </ul>
            </>
        );
    }

    return (
        <div className="grid gap-2">
            {data.notice ? (
                <p>
                    It answers for <b>{data.notice.name}</b> from now on; {data.answers_now ? <>now {data.answers_now} does</> : 'now the built-in does'}. In the last 30 days that was{' '}
                    {plural(data.messages, 'message')} to {plural(data.people, 'person', 'people')}.
                </p>
            ) : (
                <p>It answers for no notice.</p>
            )}
            {data.left_to_source && <p className="text-warning">The source still sends this notice itself: nothing goes out from here until its manifest says otherwise.</p>}
            {data.compared_with && <p>Compared with {data.compared_with}:</p>}
            <Changes changes={data.changes} />
        </div>
    );
}

/** A test e-mail of what is written at the moment. */
export function ProofDialog({ template, record, language, open, close }: { template: string; record: string | null; language: string | null; open: boolean; close: () => void }) {
    const session = useSession();
    const [to, setTo] = useState<string | null>(null);
    const address = to ?? session.data?.person?.email ?? '';
    const send = useMutation({
        mutationFn: () =>
            got(api.POST('/api/app/templates/{key}/proof', { params: { path: { key: template } }, body: { document: useComposer.getState().document, record: record ?? '', language, to: address } })),
    });
    const fault = send.error instanceof ProblemError ? send.error.at('to') : undefined;

    return (
        <Dialog
            open={open}
            close={() => {
                send.reset();
                close();
            }}
            title="Send a proof"
            actions={
                <button type="submit" form="proof" className="btn btn-sm btn-primary" disabled={send.isPending || record === null}>
                    {send.isPending ? 'Sending…' : 'Send the proof'}
                </button>
            }
        >
            <form
                id="proof"
                className="grid gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    send.mutate();
                }}
            >
                <p>
                    What is written at the moment, filled with {record ?? 'no record'}. Its subject begins with “[Proof]”; no copies are made, and it never goes to whom the record is about.
                </p>
                <label className="grid gap-1">
                    To
                    <input type="email" required className="input bg-raised w-full" value={address} aria-invalid={fault !== undefined} aria-describedby="proof-fault" onChange={(event) => setTo(event.target.value)} />
                </label>
                <p id="proof-fault" className="text-error">
                    {fault}
                </p>
                {send.error && !fault && (
                    <div className="text-error">
                        {send.error.message}
                        <Faults error={send.error} />
                    </div>
                )}
                {send.data && (
                    <p aria-live="polite" className={send.data.accepted ? 'text-success' : 'text-error'}>
                        {send.data.accepted ? `Sent 1 proof to ${address}. ${send.data.words}` : `The proof was not accepted. ${send.data.words}`}
                    </p>
                )}
            </form>
        </Dialog>
    );
}

/** What was published, by whom and when; each can be looked at and taken up again. */
export function VersionsDialog({ template, notice, open, close }: { template: string; notice: { key: string; name: string } | null; open: boolean; close: () => void }) {
    const client = useQueryClient();
    const [number, setNumber] = useState<number | null>(null);
    const versions = useQuery({ queryKey: ['versions', template], queryFn: () => got(api.GET('/api/app/templates/{key}/versions', { params: { path: { key: template } } })), enabled: open, staleTime: 0 });
    const version = useQuery({
        queryKey: ['version', template, number],
        queryFn: () => got(api.GET('/api/app/templates/{key}/versions/{number}', { params: { path: { key: template, number: number ?? 0 } } })),
        enabled: open && number !== null,
    });
    const said = version.data;
    const mayEdit = useComposer((state) => state.mayEdit);
    const answers = useQuery({ queryKey: ['notice', notice?.key], queryFn: () => got(api.GET('/api/app/notices/{key}', { params: { path: { key: notice?.key ?? '' } } })), enabled: open && notice !== null });
    const back = useMutation({
        mutationFn: () => got(api.PUT('/api/app/notices/{key}/answer', { params: { path: { key: notice?.key ?? '' } }, body: { template: null } })),
        onSuccess: async () => {
            await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'desk' });
            toast.success('The built-in answers from now on.');
        },
    });

    return (
        <Dialog open={open} close={close} title="Versions">
            {!open ? null : versions.isPending ? (
                <Loading />
            ) : versions.error ? (
                <Problem error={versions.error} />
            ) : versions.data.versions.length === 0 ? (
                <p className="text-muted">Nothing was published yet.</p>
            ) : (
                <ol className="grid gap-1 mb-3">
                    {versions.data.versions.map((one) => (
                        <li key={one.number}>
                            <button type="button" className="link-quiet cursor-pointer" aria-expanded={number === one.number} onClick={() => setNumber(number === one.number ? null : one.number)}>
                                Version {one.number}
                            </button>{' '}
                            <span className="text-muted">
                                {when(one.at)}
                                {one.by && `, ${one.by}`}
                            </span>
                            {number === one.number && said?.number === one.number && (
                                <div className="my-2 grid gap-2">
                                    {one.number > 1 && (
                                        <>
                                            <p className="text-muted">What differs from version {one.number - 1}:</p>
                                            <Changes changes={said.changes} />
                                        </>
                                    )}
                                    <details>
                                        <summary className="cursor-pointer">All that it says</summary>
                                        <Said words={said.words} />
                                    </details>
                                    {mayEdit && (
                                        <button
                                            type="button"
                                            className="btn btn-sm justify-self-start"
                                            onClick={() => {
                                                useComposer.getState().apply(`take up version ${one.number}`, () => said.document as unknown as Manuscript, { hand: null });
                                                close();
                                                toast.success(`The draft says what version ${one.number} said. Undo brings back what it said before.`);
                                            }}
                                        >
                                            Take it up as the draft
                                        </button>
                                    )}
                                </div>
                            )}
                        </li>
                    ))}
                </ol>
            )}
            {notice && answers.data && (
                <p className="border-t border-line pt-2 flex flex-wrap gap-3 items-center">
                    <span>
                        {answers.data.template ? `${answers.data.template.name} answers for` : 'The built-in answers for'}{' '}
                        <Link className="link-quiet" to={`/notices/${notice.key}`}>
                            {notice.name}
                        </Link>
                        .
                    </span>
                    {mayEdit && answers.data.template && (
                        <button type="button" className="btn btn-sm" disabled={back.isPending} onClick={() => back.mutate()}>
                            Back to built-in
                        </button>
                    )}
                </p>
            )}
        </Dialog>
    );
}

/** Someone else has saved meanwhile: nothing is overwritten before one has seen what. */
export function ConflictDialog({ template, why, open, settle }: { template: string; why: string; open: boolean; settle: (template: Schemas['Template'], keep: 'mine' | 'theirs') => void }) {
    const [later, setLater] = useState(false);
    const theirs = useQuery({
        queryKey: ['conflict', template, open],
        queryFn: async () => {
            const mine = useComposer.getState().document;
            const [now, compared] = await Promise.all([
                got(api.GET('/api/app/templates/{key}', { params: { path: { key: template } } })),
                got(api.POST('/api/app/templates/{key}/comparison', { params: { path: { key: template } }, body: { document: mine } })),
            ]);

            return { now, changes: compared.changes };
        },
        enabled: open,
        gcTime: 0,
    });
    const done = (keep: 'mine' | 'theirs') => {
        if (theirs.data) {
            settle(theirs.data.now, keep);
        }
    };

    return (
        <>
            <Dialog
                open={open && !later}
                close={() => setLater(true)}
                title="Changed elsewhere"
                actions={
                    theirs.data && (
                        <>
                            <button type="button" className="btn btn-sm btn-primary" onClick={() => done('theirs')}>
                                Take theirs
                            </button>
                            <button type="button" className="btn btn-sm" onClick={() => done('mine')}>
                                Keep mine
                            </button>
                        </>
                    )
                }
            >
                <p className="mb-2">{why}</p>
                {theirs.data && (
                    <>
                        <p className="mb-1">
                            From yours to {theirs.data.now.draft?.by ?? 'theirs'}
                            {theirs.data.now.draft && `, saved ${when(theirs.data.now.draft.at)}`}:
                        </p>
                        <Changes changes={theirs.data.changes} />
                        <p className="mt-2 text-muted">Whichever you choose, undo brings back the other.</p>
                    </>
                )}
                {theirs.error && <Problem error={theirs.error} />}
            </Dialog>
            {open && later && (
                <p role="alert" className="px-5 py-1.5 bg-raised border-b border-line text-warning text-[13px]">
                    Changed elsewhere: nothing is saved until you choose.{' '}
                    <button type="button" className="link-quiet cursor-pointer" onClick={() => setLater(false)}>
                        Look and choose
                    </button>
                </p>
            )}
        </>
    );
}
