import type { Schemas } from '../../api/client';
import { Address } from '../../parts/Address';

/** How it sits in a list of messages, and whom it goes to. */
export function InboxLine({ answer }: { answer: Schemas['StageOut'] }) {
    const name = answer.from.replace(/\s*<.*>$/, '') || answer.from;
    const lines: [string, string][] = [
        ['From', answer.from],
        ['To', answer.to ?? ''],
        ['CC', answer.cc],
        ['BCC', answer.bcc],
        ['Reply to', answer.reply_to],
        ['Subject', answer.subject],
    ];

    return (
        <div className="absolute inset-0 overflow-auto bg-raised p-5">
            {[
                ['On a wide screen', 'max-w-[620px]'],
                ['On a phone', 'max-w-[340px]'],
            ].map(([where, width]) => (
                <section key={where} className="mb-6" aria-label={where}>
                    <p className="text-muted text-[12.5px] mb-1">{where}</p>
                    <div className={`border border-line rounded-box px-3 py-2 font-[system-ui] ${width ?? ''}`}>
                        {width === 'max-w-[340px]' ? (
                            <>
                                <p className="font-semibold truncate">{name}</p>
                                <p className="truncate" dir="auto">
                                    {answer.subject}
                                </p>
                                <p className="text-muted text-[13px] line-clamp-2" dir="auto">
                                    {answer.preview}
                                </p>
                            </>
                        ) : (
                            <p className="truncate">
                                <b className="inline-block w-40 truncate align-bottom">{name}</b> <span dir="auto">{answer.subject}</span> <span className="text-muted">{answer.preview}</span>
                            </p>
                        )}
                    </div>
                </section>
            ))}
            <dl className="grid grid-cols-[80px_1fr] gap-x-3 gap-y-0.5 text-[13px]">
                {lines
                    .filter(([label, value]) => value || label === 'To')
                    .map(([label, value]) => (
                        <div key={label} className="contents">
                            <dt>{label}</dt>
                            <dd className="break-words min-w-0">{value ? <Address of={value} /> : <span className="text-warning">no address: it would be skipped</span>}</dd>
                        </div>
                    ))}
            </dl>
        </div>
    );
}
