import { Chip } from '../../manuscript/Chip';
import { useDesk } from '../../manuscript/desk';
import { Line } from '../../manuscript/Line';
import { Manuscript } from '../../manuscript/Manuscript';
import { ENVELOPE } from '../../manuscript/shape';
import { useComposer } from '../../manuscript/store';
import { Findings } from '../../drafts/Findings';
import { EMPTY, type Analysis } from './design';
import { Part } from './Row';

/** What of the house style is written: its words come with an editor, which the rest of the page need not wait for. */
export default function Written({ analysis }: { analysis: Analysis | null }) {
    return (
        <>
            <FramePart analysis={analysis} />
            <Senders />
        </>
    );
}

/** Header and footer, written with the composer's own parts. */
function FramePart({ analysis }: { analysis: Analysis | null }) {
    return (
        <Part title="Header and footer" note="Around every message. They are written as messages are; the fields in them are there for every message.">
            <div className="frame-manuscript">
                <Manuscript />
            </div>
            <Findings findings={analysis?.findings.filter(({ part }) => /^(manuscript|translations|envelope)/.test(part ?? '')) ?? []} />
        </Part>
    );
}

const SENDERS = ['from_name', 'from_address', 'reply_to'];

function Senders() {
    const { sender, reply_to: replyTo } = useDesk();
    const envelope = useComposer((state) => state.document.envelope);
    const hand = useComposer((state) => (state.hand?.id === 'envelope' ? state.hand.part : null));
    const mayEdit = useComposer((state) => state.mayEdit);

    return (
        <Part title="Senders" note={`Where a template has none of its own. Left empty, messages come from ${sender}.`}>
            {ENVELOPE.parts
                .filter(({ name }) => SENDERS.includes(name))
                .map((part) => (
                    <div key={part.name} className="grid grid-cols-[110px_1fr] text-[13px] border-t border-line/50 py-0.5">
                        <span className="text-muted pt-0.5">{part.title}</span>
                        <div className="min-w-0">
                            <Line id="envelope" part={part.name} label={part.title} runs={envelope[part.name] ?? EMPTY} rich={false} className="text-[14px]" placeholder={part.name === 'reply_to' ? replyTo || 'the sender' : 'the source’s own'} />
                            {hand === part.name && mayEdit && <Chip />}
                        </div>
                    </div>
                ))}
        </Part>
    );
}
