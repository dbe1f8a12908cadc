import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { Address } from '../../parts/Address';
import { people } from '../../parts/each';
import { Loading, Problem } from '../../parts/Message';
import { ProofDialog } from '../../parts/ProofDialog';
import { Stage } from '../../parts/Stage';
import { useMayWrite } from '../../parts/useSession';
import { queries } from '../../api/queries';

type Words = 'built_in' | 'framed' | 'answer';

interface Props {
    notice: string;
    words: Words;
    record: string;
    language: string | null;
    /** Parameters as JSON, where it is shown as it would be sent by hand. */
    given?: string;
    form: 'html' | 'text';
    /** Null for whose words they are. */
    title: string | null;
    note: string;
}

/** A notice's message for one record: the outside, then the true HTML or the plain text. */
export function RenderedMessage({ notice, words, record, language, given, form, title, note }: Props) {
    const mayWrite = useMayWrite();
    const [proving, setProving] = useState(false);
    const rendering = useQuery(queries.rendering(notice, { record, words, ...(language ? { language } : {}), ...(given === undefined ? {} : { given }) }));
    if (rendering.isPending) {
        return <Loading />;
    }
    if (rendering.error) {
        return <Problem error={rendering.error} />;
    }
    const message = rendering.data;
    const called = title ?? message.answered_by;

    return (
        <article className="bg-raised border border-line rounded-box overflow-hidden" aria-label={called}>
            <header className="p-3.5 border-b border-line text-[13px]">
                <p className="flex flex-wrap items-baseline gap-x-2 mb-2">
                    <b className="font-serif text-[15px] font-semibold">{called}</b>
                    <span className="text-muted">{note}</span>
                    {given === undefined && mayWrite && (
                        <button type="button" className="btn btn-xs ml-auto" aria-label={`Send a proof of ${called}`} onClick={() => setProving(true)}>
                            Send a proof …
                        </button>
                    )}
                </p>
                {message.instead.length > 0 && (
                    <div className="border-l-3 border-warning pl-2.5 mb-2 break-words">
                        <p className="text-warning">Other words go out than those that should:</p>
                        <ul>
                            {message.instead.map((reason) => (
                                <li key={reason}>{reason}</li>
                            ))}
                        </ul>
                    </div>
                )}
                <dl className="grid grid-cols-[66px_1fr] gap-x-2 gap-y-0.5">
                    <dt>Subject</dt>
                    <dd className="font-semibold break-words min-w-0" dir="auto">
                        {message.subject}
                    </dd>
                    {message.preview && (
                        <>
                            <dt>Preview</dt>
                            <dd className="break-words min-w-0" dir="auto">
                                {message.preview}
                            </dd>
                        </>
                    )}
                    <dt>From</dt>
                    <dd className="break-words min-w-0">
                        <Address of={message.from} />
                    </dd>
                    <dt>To</dt>
                    <dd className="break-words min-w-0">
                        {message.each && (
                            <span className="block">
                                {people(message.each)}: {message.each.words}. Shown as for
                            </span>
                        )}
                        {message.to === null ? <span className="text-warning">no address: it would be skipped</span> : <Address of={message.to} />}
                    </dd>
                    <dt>Language</dt>
                    <dd>
                        {message.language_name} <span className="text-muted">({message.language_reason})</span>
                    </dd>
                </dl>
            </header>
            {form === 'html' ? (
                <Stage at={message.html_at} title={`${called} as HTML`} />
            ) : (
                <pre tabIndex={0} dir="auto" className="font-mono text-[10.5px] whitespace-pre-wrap break-words p-4">
                    {message.text}
                </pre>
            )}
            {proving && (
                <ProofDialog
                    send={(to) => got(api.POST('/notices/{key}/proof', { params: { path: { key: notice } }, body: { record, words, language, to } }))}
                    about={`${called}, filled with ${record}.`}
                    ready
                    open
                    close={() => setProving(false)}
                />
            )}
        </article>
    );
}
