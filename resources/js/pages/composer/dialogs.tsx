import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults } from '../../parts/Message';
import { useSession } from '../../parts/useSession';
import { Changes } from '../../drafts/Changes';
import { Touched } from '../../drafts/Touched';
import { useDesk } from '../../manuscript/desk';
import { Publishing } from '../../drafts/Publishing';
import { useComposer } from '../../manuscript/store';
import { VersionList } from '../../drafts/VersionList';
import { queries } from '../../api/queries';
import { lead as showFinding } from './Findings';
import type { Given } from '../../parts/GivenFields';

type Change = Schemas['Change'];

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
    return (
        <Publishing
            of={template}
            ask={() => got(api.GET('/templates/{key}/publication', { params: { path: { key: template } } }))}
            publish={(revision) => got(api.POST('/templates/{key}/publication', { params: { path: { key: template } }, body: { revision } }))}
            open={open}
            close={close}
            busy="Publish"
            consequence={(data) => <Consequence data={data} />}
            lead={(finding) => (finding.block === null ? null : () => showFinding(finding))}
            published={(answer) => {
                published(answer);

                return `Version ${answer.version ?? ''} is published.${answer.passage ? ' What takes it in goes out with it from now on.' : ''}${answer.notice ? ` It answers for ${answer.notice.name} from now on.` : ''}`;
            }}
        />
    );
}

function Consequence({ data }: { data: Schemas['Publication'] }) {
    const isPassage = !useDesk().takesPassages;

    return (
        <div className="grid gap-2">
            {isPassage ? (
                <Touched messages={data.editions} none="No published template takes it in yet: no message changes." />
            ) : data.notice ? (
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
export function ProofDialog({ template, record, language, given, open, close }: { template: string; record: string | null; language: string | null; given: Given; open: boolean; close: () => void }) {
    const session = useSession();
    const [to, setTo] = useState<string | null>(null);
    const address = to ?? session.data?.person?.email ?? '';
    const send = useMutation({
        mutationFn: (to: string) => got(api.POST('/templates/{key}/proof', { params: { path: { key: template } }, body: { document: useComposer.getState().document, record: record ?? '', language, to, given } })),
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
                    send.mutate(address);
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
                        {send.data.accepted ? `Sent 1 proof to ${send.variables}. ${send.data.words}` : `The proof was not accepted. ${send.data.words}`}
                    </p>
                )}
            </form>
        </Dialog>
    );
}

/** What was published, by whom and when; each can be looked at and taken up again. */
export function VersionsDialog({ template, notice, open, close }: { template: string; notice: { key: string; name: string } | null; open: boolean; close: () => void }) {
    const client = useQueryClient();
    const mayEdit = useComposer((state) => state.mayEdit);
    const answers = useQuery({ ...queries.notice(notice?.key ?? ''), enabled: open && notice !== null });
    const back = useMutation({
        mutationFn: () => got(api.PUT('/notices/{key}/answer', { params: { path: { key: notice?.key ?? '' } }, body: { template: null } })),
        onSuccess: async () => {
            await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[2] !== 'desk' });
            toast.success('The built-in answers from now on.');
        },
    });

    return (
        <Dialog open={open} close={close} title="Versions">
            {open && (
                <VersionList
                    of={`template ${template}`}
                    list={() => got(api.GET('/templates/{key}/versions', { params: { path: { key: template } } }))}
                    one={(number) => got(api.GET('/templates/{key}/versions/{number}', { params: { path: { key: template, number } } }))}
                    against={(document, number) => got(api.POST('/templates/{key}/comparison', { params: { path: { key: template } }, body: { document, with: number } }))}
                    taken={close}
                >
                    {({ words }) => (
                        <details>
                            <summary className="cursor-pointer">All that it says</summary>
                            <Said words={words} />
                        </details>
                    )}
                </VersionList>
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
