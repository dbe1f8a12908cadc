import { Paperclip } from 'lucide-react';
import type { Schemas } from '../api/client';
import { Address } from './Address';
import { Stage } from './Stage';

/** A message out of its envelope: addresses and subject as on an envelope, HTML and plain text side by side, the rest folded. */
export function Opened({ message, htmlAt, envelope }: { message: Schemas['Opened']; htmlAt: string | null; envelope?: { from: string; to: string[] } }) {
    const lines: [string, string][] = [
        ['From', message.from],
        ['To', message.to],
        ['Reply to', message.reply_to],
        ['Date', message.date],
        ['Envelope', envelope ? `${envelope.from} → ${envelope.to.join(', ')}` : ''],
    ];

    return (
        <article className="bg-raised border border-line rounded-box" aria-label={message.subject}>
            <header className="border-b-2 border-dashed border-line p-4">
                <h2 className="mb-2 break-words" dir="auto">
                    {message.subject || '(no subject)'}
                </h2>
                <dl className="grid grid-cols-[80px_1fr] gap-x-3 text-[13px]">
                    {lines.filter(([, value]) => value).map(([label, value]) => (
                        <div key={label} className="contents">
                            <dt>{label}</dt>
                            <dd className="break-words min-w-0">
                                <Address of={value} />
                            </dd>
                        </div>
                    ))}
                </dl>
                {message.enclosures.map((enclosure) => (
                    <p key={enclosure.name} className="mt-2 text-[13px] flex gap-1.5 items-center">
                        <Paperclip size={14} aria-hidden="true" /> Attached: {enclosure.name}, {enclosure.type}, {enclosure.bytes} bytes
                    </p>
                ))}
            </header>
            <div className="grid lg:grid-cols-[minmax(0,1fr)_minmax(0,33rem)]">
                <section aria-label="HTML" className="p-4 min-w-0">
                    {message.has_html && htmlAt ? <Stage at={htmlAt} title="The message as HTML" /> : <p className="text-muted">No HTML part.</p>}
                </section>
                <section aria-label="Plain text" className="p-4 min-w-0 lg:border-l border-line">
                    <p className="text-muted text-[12.5px] mb-2">Plain text</p>
                    <pre tabIndex={0} dir="auto" className="font-mono text-[10.5px] whitespace-pre-wrap max-h-[1200px] overflow-auto">
                        {message.text ?? 'No plain-text part.'}
                    </pre>
                </section>
            </div>
            <details className="border-t border-line px-4 py-2">
                <summary className="cursor-pointer text-[13px]">All headers</summary>
                <dl className="grid grid-cols-[160px_1fr] gap-x-3 font-mono text-[11.5px] py-2">
                    {message.headers.map((header, index) => (
                        <div key={index} className="contents">
                            <dt>{header.name}</dt>
                            <dd className="break-all">{header.value}</dd>
                        </div>
                    ))}
                </dl>
            </details>
            <details className="border-t border-line px-4 py-2">
                <summary className="cursor-pointer text-[13px]">Source</summary>
                <pre tabIndex={0} className="font-mono text-[11.5px] whitespace-pre-wrap break-all max-h-[600px] overflow-auto py-2">
                    {message.source}
                </pre>
            </details>
        </article>
    );
}
