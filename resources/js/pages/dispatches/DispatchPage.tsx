import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Address } from '../../parts/Address';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { Opened } from '../../parts/Opened';
import { Page } from '../../parts/Page';
import { State } from '../../parts/State';
import { useMayPublish } from '../../parts/useSession';
import { when } from '../../parts/when';
import { queries } from '../../api/queries';

/** One message for one recipient: why it was sent, in which words, what became of it, and the message itself. */
export function DispatchPage() {
    const id = useParams()['id'] ?? '';
    const dispatch = useQuery({
        ...queries.dispatch(id),
        refetchInterval: (query) => (query.state.data && ['queued', 'sending'].includes(query.state.data.state) ? 1_500 : false),
    });
    if (dispatch.isPending) {
        return <Loading />;
    }
    if (dispatch.error) {
        return <Problem error={dispatch.error} />;
    }
    const { data } = dispatch;

    return (
        <Page
            times="server"
            title={data.notice_name}
            lead={<State state={data.state} />}
            above={
                <Link to="/dispatches" className="link-quiet">
                    Dispatches
                </Link>
            }
        >
            <div className="grid grid-cols-[270px_minmax(0,1fr)] max-lg:grid-cols-1 gap-x-8 gap-y-6 border-t border-line pt-4">
                <aside aria-label="About this dispatch" className="text-[13px]">
                    <Facts dispatch={data} />
                    <Actions dispatch={data} />
                </aside>
                <div className="min-w-0">
                    {data.message ? (
                        <Opened message={data.message} htmlAt={data.html_at} />
                    ) : (
                        <p className="border border-dashed border-line rounded-box p-5 text-muted">
                            {data.state === 'skipped'
                                ? 'No message was made, as there is nobody to send it to.'
                                : data.state === 'failed'
                                  ? 'No message was made: what stood in the way is told beside this. Once that is mended it can be tried again.'
                                  : 'The message is made when it is sent.'}
                        </p>
                    )}
                    <details className="mt-4 text-[13px]" hidden={Object.keys(data.data).length === 0}>
                        <summary className="cursor-pointer">The data it was filled with</summary>
                        <pre tabIndex={0} className="font-mono text-[11.5px] whitespace-pre-wrap break-all bg-raised border border-line rounded-box p-3 mt-2 max-h-96 overflow-auto">
                            {JSON.stringify(data.data, null, 2)}
                        </pre>
                    </details>
                </div>
            </div>
        </Page>
    );
}

function Facts({ dispatch }: { dispatch: Schemas['Dispatch'] }) {
    const facts: [string, ReactNode][] = [
        ['Because', dispatch.reason],
        [
            'Set off by',
            <>
                {dispatch.set_off_by}
                <code className="block font-mono text-[11px] text-muted break-all">{dispatch.occasion}</code>
            </>,
        ],
        [
            'About',
            <Link className="link-quiet" to={`/records/${dispatch.record_type}/${encodeURIComponent(dispatch.record)}`}>
                {dispatch.record_type} {dispatch.record}
            </Link>,
        ],
        [
            'Recipient',
            <span className="break-words">{dispatch.recipient ? <Address of={`${dispatch.recipient_name ?? ''} <${dispatch.recipient}>`} /> : dispatch.edition_number !== null ? 'no address' : dispatch.state === 'skipped' ? 'nobody' : 'not decided'}</span>,
        ],
        [
            'Copies',
            dispatch.copies.length > 0 && (
                <ul>
                    {dispatch.copies.map((copy) => (
                        <li key={copy.address} className="break-words">
                            <span className="uppercase text-[11px] text-muted">{copy.role}</span> {copy.address}, {copy.state}
                            {copy.state !== 'sent' && copy.state_reason && <span className="block text-muted">{copy.state_reason}</span>}
                        </li>
                    ))}
                </ul>
            ),
        ],
        [
            'Closed',
            dispatch.closed_at && (
                <>
                    {dispatch.remark}, {dispatch.closed_by ?? 'by somebody who is gone'}, {when(dispatch.closed_at)}
                    {dispatch.decided_anew_as && (
                        <Link className="link-quiet block" to={`/dispatches/${dispatch.decided_anew_as}`}>
                            Go to the new message
                        </Link>
                    )}
                </>
            ),
        ],
        ['Language', dispatch.language && `${dispatch.language}: ${dispatch.language_reason}`],
        [
            'Words',
            dispatch.edition_number !== null && <>
                <Link className="link-quiet" to={`/notices/${dispatch.notice}?record=${encodeURIComponent(dispatch.record)}`}>
                    {dispatch.template ?? 'Built-in'}
                </Link>
                {dispatch.template && `, ${dispatch.edition}`}; {dispatch.brand}
            </>,
        ],
        [
            'Who answered',
            dispatch.decision.length > 0 && (
                <ol className={dispatch.needs_look ? 'border-l-3 border-warning pl-2' : ''}>
                    {dispatch.decision.map((reason) => (
                        <li key={reason}>{reason}</li>
                    ))}
                    {dispatch.needs_look && <li className="text-warning">Other words went out than those that should have: have a look.</li>}
                    <li>
                        <Link className="link-quiet" to={`/notices/${dispatch.notice}?record=${encodeURIComponent(dispatch.record)}`}>
                            Who answers for it today
                        </Link>
                    </li>
                </ol>
            ),
        ],
        ['What became of it', dispatch.state_reason ?? (dispatch.state === 'queued' ? 'It waits for its turn.' : '')],
        [
            'Asks',
            dispatch.asked.length > 0 && (
                <ul>
                    {dispatch.asked.map(({ key, label, until, answers }) => (
                        <li key={key}>
                            {label}: {answers.length === 0 ? <span className="text-muted">no answer yet; open until {when(until)}</span> : <strong>{answers.at(-1)?.answer}</strong>}
                            {answers.map(({ answer, at }, index) => (
                                <span key={index} className="block text-muted">
                                    {answer}, {when(at)}
                                </span>
                            ))}
                        </li>
                    ))}
                </ul>
            ),
        ],
        [
            'Secret',
            dispatch.secret &&
                (['sent', 'failed', 'skipped', 'bounced'].includes(dispatch.state)
                    ? `This message held a secret, which is masked here and no longer kept.${dispatch.may_decide_anew ? ' It can be sent again as a new message.' : ''}`
                    : 'It holds something secret, which is masked here and kept sealed until it has arrived.'),
        ],
        ['Attempts', String(dispatch.attempts)],
        ['Next attempt', dispatch.due_at && dispatch.attempts > 0 ? when(dispatch.due_at) : ''],
        ['Taken in', when(dispatch.at)],
        ['Sent', dispatch.sent_at ? when(dispatch.sent_at) : ''],
        ['Message-ID', dispatch.message_id && <code className="font-mono text-[11px] break-all">{dispatch.message_id}</code>],
    ];

    return (
        <dl className="grid gap-y-2 mb-5">
            {facts.map(([label, value]) =>
                value ? (
                    <div key={label}>
                        <dt>{label}</dt>
                        <dd>{value}</dd>
                    </div>
                ) : null,
            )}
        </dl>
    );
}

function Actions({ dispatch }: { dispatch: Schemas['Dispatch'] }) {
    const client = useQueryClient();
    const mayPublish = useMayPublish();
    const [asking, setAsking] = useState<'again' | 'close' | null>(null);
    const done = (words: string) => (changed: Schemas['Dispatch']) => {
        client.setQueryData(queries.dispatch(dispatch.id).queryKey, changed);
        void client.invalidateQueries({ queryKey: queries.attention().queryKey });
        setAsking(null);
        toast.success(words);
    };
    const params = { params: { path: { id: dispatch.id } } };
    const retry = useMutation({
        mutationFn: (as: 'same' | 'anew') => got(api.POST('/dispatches/{id}/retry', { ...params, body: { as } })),
        onSuccess: (changed, as) => done(as === 'same' ? 'The message is queued again.' : 'A new message is on its way. This entry is closed.')(changed),
        onError: (error: Error) => toast.error(error.message),
    });
    const settle = useMutation({ mutationFn: () => got(api.POST('/dispatches/{id}/settle', params)), onSuccess: done('The message counts as sent.'), onError: (error: Error) => toast.error(error.message) });
    if (!mayPublish || !(dispatch.may_retry || dispatch.may_settle || dispatch.may_close)) {
        return null;
    }
    const isDecided = dispatch.edition_number !== null;

    return (
        <div className="flex flex-wrap gap-2">
            {(dispatch.may_retry || dispatch.may_decide_anew) && (
                <button type="button" className="btn btn-sm" disabled={retry.isPending} onClick={() => (isDecided ? setAsking('again') : retry.mutate('same'))}>
                    {isDecided ? 'Send again …' : 'Retry'}
                </button>
            )}
            {dispatch.may_settle && (
                <button type="button" className="btn btn-sm" disabled={settle.isPending} onClick={() => settle.mutate()}>
                    Mark as delivered
                </button>
            )}
            {dispatch.may_close && (
                <button type="button" className="btn btn-sm" onClick={() => setAsking('close')}>
                    Close …
                </button>
            )}
            {asking === 'again' && <AgainDialog dispatch={dispatch} pending={retry.isPending} send={(as) => retry.mutate(as)} close={() => setAsking(null)} />}
            {asking === 'close' && <CloseDialog id={dispatch.id} closed={done('This entry is closed.')} close={() => setAsking(null)} />}
        </div>
    );
}

/** Whether the same message goes out once more, or a new one that is made from the record as it is now. */
function AgainDialog({ dispatch, pending, send, close }: { dispatch: Schemas['Dispatch']; pending: boolean; send: (as: 'same' | 'anew') => void; close: () => void }) {
    const isCorrected = dispatch.recipient_now !== null && dispatch.recipient_now !== dispatch.recipient;
    const [as, setAs] = useState<'same' | 'anew' | null>(!dispatch.may_retry ? 'anew' : isCorrected ? null : 'same');
    const ways = [
        ['same', 'The same message', dispatch.recipient, dispatch.may_retry, dispatch.may_retry ? 'Same text and Message-ID.' : 'Not possible: it held a secret, which is not kept after sending.'],
        ['anew', 'A new message', dispatch.recipient_now ?? dispatch.recipient, dispatch.may_decide_anew, 'Made from the record and the template as they are now. This entry is closed.'],
    ] as const;

    return (
        <Dialog
            open
            close={close}
            title="Send again"
            other="Cancel"
            actions={
                <button type="button" className="btn btn-sm btn-primary" disabled={pending || as === null} onClick={() => as && send(as)}>
                    {pending ? 'One moment …' : 'Send again'}
                </button>
            }
        >
            {isCorrected && <p className="mb-3">The address in the record has changed since this message was made. Choose where to send it.</p>}
            <fieldset>
                <legend className="sr-only">Which message</legend>
                {ways.map(([value, words, to, may, about]) => (
                    <label key={value} className={`flex gap-2.5 items-start py-1.5 ${may ? 'cursor-pointer' : 'text-muted'}`}>
                        <input type="radio" name="as" className="radio radio-sm radio-primary mt-0.5" disabled={!may} checked={as === value} onChange={() => setAs(value)} />
                        <span className="min-w-0">
                            <span className="font-semibold">{words}</span> to <bdi className="break-all">{to ?? 'the recipient in the record'}</bdi>
                            <span className="block text-muted text-[13px]">{about}</span>
                        </span>
                    </label>
                ))}
            </fieldset>
            {dispatch.state === 'uncertain' && <p className="mt-3 text-[13px]">The mail server may have taken this message already. It may reach {dispatch.recipient} a second time; with the same Message-ID most mail programs show it once.</p>}
        </Dialog>
    );
}

function CloseDialog({ id, closed, close }: { id: string; closed: (changed: Schemas['Dispatch']) => void; close: () => void }) {
    const [remark, setRemark] = useState('');
    const put = useMutation({ mutationFn: () => got(api.POST('/dispatches/{id}/close', { params: { path: { id } }, body: { remark } })), onSuccess: closed });

    return (
        <Dialog
            open
            close={close}
            title="Close entry"
            other="Cancel"
            actions={
                <button type="submit" form="close" className="btn btn-sm btn-primary" disabled={put.isPending}>
                    {put.isPending ? 'One moment …' : 'Close entry'}
                </button>
            }
        >
            <form
                id="close"
                onSubmit={(event) => {
                    event.preventDefault();
                    put.mutate();
                }}
            >
                <p className="text-muted text-[13px] mb-3">Nothing is sent. The entry no longer counts as failed or uncertain, and keeps your remark.</p>
                <label className="block">
                    <span className="block text-[13px] mb-1">How was it dealt with?</span>
                    <input className="input input-sm bg-raised w-full" maxLength={500} value={remark} onChange={(event) => setRemark(event.target.value)} placeholder="Told them by phone" />
                </label>
                {put.error && <Problem error={put.error} />}
            </form>
        </Dialog>
    );
}
