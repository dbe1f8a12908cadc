import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { design, useDesign, type Analysis } from './design';
import { Findings } from '../../drafts/Findings';
import { Figure } from '../../parts/Figure';
import { Part, TextField } from './Row';

export function Measures({ mayEdit }: { mayEdit: boolean }) {
    const measures = useDesign((document) => document.measures);
    const set = (name: keyof typeof measures, words: string) => (value: unknown) => design(words, { [`measures/${name}`]: value }, `measures/${name}`);

    return (
        <Part title="Measures">
            <fieldset disabled={!mayEdit} className="flex flex-wrap gap-x-4 gap-y-1.5 items-center text-[13px]">
                <Figure label="Width" unit="px" usual={600} min={480} max={720} value={measures.width} set={set('width', 'width of messages')} />
                <label className="flex items-center gap-1.5">
                    Header and footer run
                    <select className="select select-xs bg-raised w-auto" value={measures.full ? 'full' : 'boxed'} onChange={(event) => set('full', 'boxed or full')(event.target.value === 'full' || null)}>
                        <option value="boxed">as wide as the message</option>
                        <option value="full">across the whole window</option>
                    </select>
                </label>
                <Figure label="Corners" unit="px" usual={4} min={0} max={32} value={measures.corner} set={set('corner', 'corners')} />
                <Figure label="Unit of space" unit="px" usual={8} min={4} max={16} value={measures.step} set={set('step', 'unit of space')} />
            </fieldset>
        </Part>
    );
}

export function Social({ mayEdit }: { mayEdit: boolean }) {
    const links = useDesign((document) => document.social ?? NO_LINKS);
    const put = (words: string, next: typeof links, merge?: string) => design(words, { social: next.length > 0 ? next : null }, merge);
    const [name, setName] = useState('');
    const [address, setAddress] = useState('');
    const [fault, setFault] = useState('');
    const add = () => {
        const wrong = !name.trim() ? 'Say what the link is called.' : !ADDRESS.test(address.trim()) ? 'The address begins with https:// or mailto:.' : '';
        setFault(wrong);
        if (!wrong) {
            put('social link', [...links, { name: name.trim(), address: address.trim() }]);
            setName('');
            setAddress('');
        }
    };

    return (
        <Part title="Social links" note="Shown by the block “Social links” in header or footer, in this order.">
            <ul className="text-[13px]">
                {links.map((link, index) => (
                    <li key={index} className="flex gap-2 items-center py-0.5">
                        <TextField label="" max={60} value={link.name} pattern={/\S/} hint="needs a name" set={(value) => value && put('social link', links.with(index, { ...link, name: value }), `social/${index}`)} />
                        <TextField label="at" wide value={link.address} pattern={ADDRESS} hint="begins with https:// or mailto:" set={(value) => value && put('social link', links.with(index, { ...link, address: value }), `social/${index}/address`)} />
                        {mayEdit && (
                            <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label={`Take out ${link.name}`} title="Take it out" onClick={() => put('without a social link', links.toSpliced(index, 1))}>
                                <X size={13} aria-hidden="true" />
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            {mayEdit && links.length < 12 && (
                <form
                    className="flex flex-wrap gap-2 items-center text-[13px] mt-1"
                    onSubmit={(event) => {
                        event.preventDefault();
                        add();
                    }}
                >
                    <input className="input input-xs bg-raised w-32" aria-label="Name of a new link" placeholder="Name" value={name} maxLength={60} onChange={(event) => setName(event.target.value)} />
                    <input className="input input-xs bg-raised flex-1" aria-label="Address of a new link" placeholder="https://" value={address} maxLength={500} onChange={(event) => setAddress(event.target.value)} />
                    <button type="submit" className="btn btn-xs">
                        <Plus size={13} aria-hidden="true" /> Add
                    </button>
                    {fault && (
                        <span role="alert" className="text-error w-full">
                            {fault}
                        </span>
                    )}
                </form>
            )}
        </Part>
    );
}

const ADDRESS = /^(https?:\/\/|mailto:)[^\s"<>]+$/;
const NO_LINKS: { name: string; address: string }[] = [];

export function Legal({ source, mayEdit }: { source: string | null; mayEdit: boolean }) {
    const legal = useDesign((document) => document.legal ?? '');

    return (
        <Part title="Legal lines" note="Said where the footer has the variable “Legal lines of the brand”.">
            <textarea
                className="textarea bg-raised w-full text-[13px] min-h-16"
                aria-label="Legal lines"
                disabled={!mayEdit}
                maxLength={2000}
                value={legal}
                placeholder={source ?? 'The source says none of its own.'}
                onChange={(event) => design('legal lines', { legal: event.target.value || null }, 'legal')}
            />
        </Part>
    );
}

export function OwnCss({ analysis, elements, mayEdit }: { analysis: Analysis | null; elements: Schemas['BrandDesk']['elements']; mayEdit: boolean }) {
    const css = useDesign((document) => document.css ?? '');

    return (
        <Part title="Own CSS" note="Written into the style of each element, so that it holds where style sheets are stripped. Press an element in a message to see its class.">
            <textarea
                className="textarea bg-raised w-full font-mono text-[12px] min-h-24 leading-relaxed"
                aria-label="Own CSS"
                spellCheck={false}
                disabled={!mayEdit}
                maxLength={20000}
                value={css}
                placeholder={'.heading { letter-spacing: 1px }\n.footer .link { text-decoration: none }'}
                onChange={(event) => design('own CSS', { css: event.target.value || null }, 'css')}
            />
            <Findings findings={analysis?.findings.filter(({ part }) => part === 'css') ?? []} />
            <details className="text-[13px] mt-1">
                <summary className="cursor-pointer">The classes there are</summary>
                <dl className="grid grid-cols-[auto_1fr] gap-x-4 mt-1">
                    {elements.map((element) => (
                        <div key={element.class} className="contents">
                            <dt className="font-mono text-[12px]">.{element.class}</dt>
                            <dd>{element.words}</dd>
                        </div>
                    ))}
                </dl>
            </details>
        </Part>
    );
}
