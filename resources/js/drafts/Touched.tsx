import type { Schemas } from '../api/client';

/** The messages of templates that publishing something makes others. */
export function Touched({ messages, none }: { messages: Schemas['TouchedMessage'][]; none: string }) {
    return messages.length === 0 ? (
        <p>{none}</p>
    ) : (
        <div>
            <p className="mb-1">These change. All of them are compiled before any goes out; if one cannot be, nothing is switched.</p>
            <ul className="border border-line rounded-field max-h-60 overflow-auto" tabIndex={0} aria-label="What changes">
                {messages.map((message) => (
                    <li key={message.template} className="px-3 py-1 border-b border-line/60 text-[13px]">
                        <b className="font-semibold">{message.name}</b> <span className="text-muted">{message.languages.join(', ')}</span>
                        <span className="block text-muted text-[12.5px]">{message.notice ? `answers for ${message.notice}` : 'answers for nothing at the moment'}</span>
                    </li>
                ))}
            </ul>
        </div>
    );
}
