import { useState } from 'react';
import { Link } from 'react-router';
import { TemplateLooks, type Look } from '../../manuscript/OwnLooks';
import { nameOf } from '../../stage/Seen';
import { useDesk } from '../../manuscript/desk';
import { withMember } from '../../manuscript/members';
import { ENVELOPE } from '../../manuscript/shape';
import { Line } from '../../manuscript/Line';
import { Chip } from '../../manuscript/Chip';
import { useComposer } from '../../manuscript/store';

const ALWAYS = ['subject', 'preview'];
const EMPTY: never[] = [];

/** What stands on the outside: subject, preview line, sender, copies; lengths are counted with the chosen record's values. */
export function Envelope({ lengths }: { lengths: Record<string, number> }) {
    const { sender, reply_to: replyTo, findings } = useDesk();
    const envelope = useComposer((state) => state.document.envelope);
    const hand = useComposer((state) => (state.hand?.id === 'envelope' ? state.hand.part : null));
    const mayEdit = useComposer((state) => state.mayEdit);
    const take = useComposer((state) => state.take);
    const shown = ENVELOPE.parts.filter((part) => ALWAYS.includes(part.name) || envelope[part.name] !== undefined || hand === part.name);
    const others = ENVELOPE.parts.filter((part) => !shown.includes(part));
    const notes = findings.map((finding, index) => ({ finding, number: index + 1 })).filter(({ finding }) => finding.block === 'envelope' && finding.weight !== 'remark');

    return (
        <section aria-label="Envelope" className="envelope">
            {shown.map((part) => (
                <div key={part.name} className="envelope-line">
                    <span className="text-muted text-[12px] text-right pr-3.5 pt-0.5">{part.title}</span>
                    <div className="min-w-0">
                        <Line
                            id="envelope"
                            part={part.name}
                            label={part.title}
                            runs={envelope[part.name] ?? EMPTY}
                            rich={false}
                            className="text-[14.5px]"
                            placeholder={{ subject: 'What is it about?', preview: 'What inbox lists show after the subject', from_name: sender, from_address: sender, reply_to: replyTo, cc: 'addresses, with commas between them', bcc: 'addresses, seen by nobody else' }[part.name]}
                        />
                        {hand === part.name && mayEdit && <Chip />}
                    </div>
                    <span className="text-muted text-[12px] pl-2" title={lengths[part.name] === undefined ? undefined : 'Letters, with the values of the chosen record'}>
                        {lengths[part.name]}
                        {notes
                            .filter(({ finding }) => finding.part === part.name)
                            .map(({ finding, number }) => (
                                <span key={number} className={`note note-${finding.weight} ml-1.5`} title={finding.words}>
                                    {number}
                                </span>
                            ))}
                    </span>
                </div>
            ))}
            <div className="envelope-line text-[12.5px]">
                <span className="text-muted text-right pr-3.5">{envelope['from_name'] || envelope['from_address'] ? '' : 'From'}</span>
                <div className="flex flex-wrap gap-x-3">
                    {!envelope['from_name'] && !envelope['from_address'] && <span className="text-[14px]">{sender}</span>}
                    {mayEdit && others.length > 0 && <span className="text-muted pt-0.5">Add:</span>}
                    {mayEdit &&
                        others.map((part) => (
                            <button key={part.name} type="button" className="link-quiet text-muted cursor-pointer" onClick={() => take({ id: 'envelope', part: part.name, caret: 'end' })}>
                                {part.title}
                            </button>
                        ))}
                </div>
            </div>
            <Wears />
        </section>
    );
}

/** The brand that the template wears, and the colours of it that it overrides. */
function Wears() {
    const { brands, tokens } = useDesk();
    const chosen = useComposer((state) => state.document['brand'] as string | undefined);
    const look = useComposer((state) => state.document['look'] as Look | undefined);
    const mayEdit = useComposer((state) => state.mayEdit);
    const [open, setOpen] = useState(false);
    if (!brands) {
        return null;
    }
    const normal = brands.find((brand) => brand.default);
    const overridden = Object.keys(look ?? {}).map((role) => nameOf(role, tokens));

    return (
        <div className="envelope-line text-[12.5px]">
            <span className="text-muted text-right pr-3.5 pt-0.5">Brand</span>
            <div className="strip !mt-0 !p-0 !border-0">
                <div className="flex flex-wrap gap-x-3 items-center">
                    <label>
                        <span className="sr-only">Brand of the message</span>
                        <select
                            className="select select-xs bg-raised w-auto"
                            disabled={!mayEdit}
                            value={chosen ?? ''}
                            onChange={(event) => useComposer.getState().apply('brand', (document) => withMember(document, 'brand', event.target.value || undefined))}
                        >
                            <option value="">{normal ? `${normal.name}, the default brand` : 'the default brand'}</option>
                            {brands.map((brand) => (
                                <option key={brand.key} value={brand.key}>
                                    always {brand.name}
                                </option>
                            ))}
                        </select>
                    </label>
                    <Link className="link-quiet" to={`/brand/${chosen ?? normal?.key ?? ''}`}>
                        Look at it
                    </Link>
                    {mayEdit && (
                        <button type="button" className="link-quiet cursor-pointer" aria-expanded={open} onClick={() => setOpen(!open)}>
                            {overridden.length > 0 ? `Own looks: ${overridden.join(', ')}` : 'Own looks'}
                        </button>
                    )}
                </div>
                {open && <TemplateLooks />}
            </div>
        </div>
    );
}
