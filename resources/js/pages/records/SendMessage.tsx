import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { queries } from '../../api/queries';
import { api, got, type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { people } from '../../parts/each';
import { type Given, GivenFields } from '../../parts/GivenFields';
import { Loading, Problem } from '../../parts/Message';
import { when } from '../../parts/when';
import { RenderedMessage } from '../notice/RenderedMessage';

type Path = { type: string; key: string };

/** Sends one of the messages about a record by hand: what it needs is asked for, and the true message is seen first. */
export function SendMessage({ path, close }: { path: Path; close: () => void }) {
    const client = useQueryClient();
    const sendable = useQuery(queries.sendable(path));
    const [chosen, setChosen] = useState('');
    const [given, setGiven] = useState<Given>({});
    // One wish: pressed twice, or sent once more by a browser that had no answer, it is one message.
    const [once] = useState(() => crypto.randomUUID());
    const notice = sendable.data?.notices.find(({ key }) => key === chosen);
    const lacks = notice?.given.filter(({ key, required, default: usual }) => required && usual === null && given[key] === undefined) ?? [];
    const asSent = { record: path.key, words: 'answer' as const, given: JSON.stringify(given) };
    const whole = notice !== undefined && lacks.length === 0;
    const seen = useQuery({ ...queries.rendering(chosen, asSent), enabled: whole });
    const to = seen.data?.each ? people(seen.data.each) : (seen.data?.to ?? '');
    const send = useMutation({
        mutationFn: () => got(api.POST('/records/{type}/{key}/messages', { params: { path }, body: { notice: chosen, once, given } })),
        onSuccess: async () => {
            toast.success(`“${notice?.name}” is on its way to ${to}.`);
            close();
            await client.invalidateQueries({ queryKey: ['records', path] });
            await client.invalidateQueries({ queryKey: ['dispatches'] });
        },
    });
    const ready = whole && seen.isSuccess && !seen.isPlaceholderData && (seen.data.each ? seen.data.each.number > 0 : seen.data.to !== null);

    return (
        <Dialog
            open
            close={close}
            wide
            title={`Send a message about ${path.key}`}
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={!ready || send.isPending} onClick={() => send.mutate()}>
                    {send.isPending ? 'Sending…' : ready ? `Send it to ${to}` : 'Send it'}
                </button>
            }
        >
            {sendable.isPending && <Loading />}
            {sendable.error && <Problem error={sendable.error} />}
            {sendable.data && (
                <label className="flex items-center gap-3 mb-2">
                    <span className="text-muted w-24 shrink-0">Message</span>
                    <select
                        className="select select-sm bg-raised w-full max-w-md"
                        value={chosen}
                        onChange={(event) => {
                            setChosen(event.target.value);
                            setGiven({});
                        }}
                    >
                        <option value="">Choose one …</option>
                        {sendable.data.notices.map((one) => (
                            <option key={one.key} value={one.key} disabled={one.refused !== null}>
                                {one.name}, to {one.audience_label}
                                {one.refused && `: ${one.refused}`}
                            </option>
                        ))}
                    </select>
                </label>
            )}
            {notice && (
                <>
                    <p className="text-[13px] text-muted mb-3">
                        Usually it goes {notice.cue}. {notice.last === null ? 'Nothing of it was sent about this record.' : <Before last={notice.last} />}
                    </p>
                    {notice.given.length > 0 && (
                        <div role="group" aria-label="What it needs beside the record" className="mb-3 grid gap-2">
                            <GivenFields asked={notice.given} given={given} set={setGiven} />
                        </div>
                    )}
                    <div aria-live="polite">{lacks.length > 0 && <p className="text-[13px] mb-2">It can be sent when this is filled in: {lacks.map(({ label }) => label).join(', ')}.</p>}</div>
                    {whole && <RenderedMessage notice={notice.key} words="answer" record={path.key} language={null} given={asSent.given} form="html" title={notice.name} note="as it goes out" />}
                    {send.error && <Problem error={send.error} />}
                </>
            )}
        </Dialog>
    );
}

function Before({ last }: { last: NonNullable<Schemas['Sendable']['last']> }) {
    return (
        <>
            It went out about this record before:{' '}
            <Link to={`/dispatches/${last.id}`} className="link-quiet">
                {last.state}, {when(last.at)}
            </Link>
            .
        </>
    );
}
