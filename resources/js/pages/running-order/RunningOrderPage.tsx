import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type CSSProperties } from 'react';
import { Link, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Letters } from '../../parts/Letters';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { SearchField } from '../../parts/SearchField';
import { useMayPublish } from '../../parts/useSession';
import { FormerNames } from './FormerNames';
import { SetAll } from './SetAll';
import { queries } from '../../api/queries';

type Line = Schemas['NoticeLine'];

type Filter = { key: string; words: string; fits: (line: Line) => boolean; apart?: boolean };

const filtersOf = (audiences: { key: string; name: string }[]): Filter[] => [
    { key: 'all', words: 'All', fits: () => true },
    ...(['built_in', 'framed', 'replaced', 'silent'] as const).map((state): Filter => ({ key: state.replace('_', '-'), words: STATES[state], fits: (line) => line.state === state })),
    ...audiences.map(({ key, name }, index) => ({ key, words: name.charAt(0).toUpperCase() + name.slice(1), fits: (line: Line) => line.audience === key, apart: index === 0 })),
    { key: 'own', words: 'Own', fits: (line) => line.own, apart: true },
    { key: 'look', words: 'Needs a look', fits: (line) => line.trouble.length > 0, apart: true },
];

/** All notices in the order in which people live through them. */
export function RunningOrderPage() {
    const order = useQuery({ ...queries.runningOrder(), refetchInterval: 15_000 });
    const [search, setSearch] = useSearchParams();
    const [setting, setSetting] = useState(false);
    const mayPublish = useMayPublish();
    const retire = useMutation({
        mutationFn: ({ key, revision }: { key: string; revision: number }) => got(api.DELETE('/notices/{key}', { params: { path: { key } }, body: { revision } })),
        onSuccess: () => order.refetch(),
        onError: (error) => toast.error(error.message),
    });
    if (order.isPending) {
        return <Loading />;
    }
    if (order.error) {
        return <Problem error={order.error} />;
    }
    const { source, strands, unfit } = order.data;
    const filters = filtersOf(source.audiences);
    const all = strands.flatMap((strand) => strand.notices);
    const filter = filters.find((one) => one.key === search.get('show')) ?? filters[0];
    const missing = search.get('missing');
    const words = (search.get('search') ?? '').toLowerCase().split(/\s+/).filter(Boolean);
    const isShown = (line: Line) =>
        (filter?.fits(line) ?? true) &&
        (!missing || line.languages.some(({ tag, words: has }) => tag === missing && has !== 'own')) &&
        words.every((word) => [line.key, line.name, line.cue, line.audience_label, ...line.templates.map(({ name }) => name)].join(' ').toLowerCase().includes(word));
    const set = (key: string, value: string | null) =>
        setSearch(
            (before) => {
                if (value) {
                    before.set(key, value);
                } else {
                    before.delete(key);
                }

                return before;
            },
            { replace: true },
        );
    const count = (key: string) => all.filter(filters.find((one) => one.key === key)?.fits ?? (() => false)).length;

    return (
        <Page
            title="Running order"
            lead={`${all.length} notices in ${strands.length === 1 ? 'one strand' : `${strands.length} strands`}. ${count('replaced') === 1 ? 'One is' : `${count('replaced') || 'None'} are`} replaced by a template. ${count('look') === 0 ? 'None needs a look.' : count('look') === 1 ? 'One needs a look.' : `${count('look')} need a look.`}`}
            actions={
                <>
                    <Link to="/readiness" className="btn btn-sm">
                        What stands in the way
                    </Link>
                    <SearchField label="Search name, cue, template" />
                    {mayPublish && (
                        <button type="button" className="btn btn-sm" onClick={() => setSetting(true)}>
                            Where no template answers …
                        </button>
                    )}
                </>
            }
        >
            {order.data.renamed && mayPublish && <FormerNames />}
            <div className="flex flex-wrap gap-x-4 items-center border-y border-line py-1.5 mb-3.5 text-[13px]">
                {filters.map(({ key, words, apart }) => (
                    <span key={key} className="contents">
                        {apart && <span aria-hidden="true" className="text-line">|</span>}
                        <button
                            type="button"
                            aria-pressed={filter?.key === key}
                            onClick={() => set('show', key === 'all' ? null : key)}
                            className={`cursor-pointer border-b-2 border-transparent aria-pressed:border-primary aria-pressed:font-semibold aria-pressed:text-base-content ${key === 'look' && count('look') > 0 ? 'text-warning font-semibold' : 'text-muted'}`}
                        >
                            {words} {count(key)}
                        </button>
                    </span>
                ))}
                {source.languages.length > 1 && (
                    <select aria-label="Language" className="select select-xs bg-raised w-auto ml-auto" value={missing ?? ''} onChange={(event) => set('missing', event.target.value)}>
                        <option value="">any language</option>
                        {source.languages.map(({ tag, name }) => (
                            <option key={tag} value={tag}>
                                without words in {name}
                            </option>
                        ))}
                    </select>
                )}
            </div>
            {strands.map((strand) => {
                const lines = strand.notices.map((line, index) => ({ line, number: index + 1 })).filter(({ line }) => isShown(line));

                return lines.length === 0 ? null : (
                    <section key={strand.key} aria-labelledby={`strand-${strand.key}`} className="mb-6">
                        <header className="flex items-baseline gap-3 mb-1">
                            <h2 id={`strand-${strand.key}`}>{strand.name}</h2>
                            <span className="text-muted text-[12.5px]">{strand.about}</span>
                            <span aria-hidden="true" className="flex-1 border-b border-line" />
                            <Link to={`/records/${strand.record_type}`} className="text-muted text-[12.5px] hover:underline">
                                {strand.records} {strand.records_label}
                            </Link>
                            {mayPublish && (
                                <Link to={`/notices/new?about=${strand.record_type}&strand=${strand.key}`} className="text-muted text-[12.5px] hover:underline" aria-label={`Add a notice to ${strand.name}`}>
                                    Add a notice
                                </Link>
                            )}
                        </header>
                        <ol>
                            {lines.map(({ line, number }) => (
                                <NoticeRow key={line.key} line={line} number={number} />
                            ))}
                        </ol>
                    </section>
                );
            })}
            {!all.some(isShown) && <Empty>No notice matches this.</Empty>}
            {setting && <SetAll strands={strands} newOnes={order.data.new_notices} close={() => setSetting(false)} />}
            {unfit.length > 0 && (
                <section aria-labelledby="unfit" className="mb-6">
                    <h2 id="unfit" className="mb-1">
                        Does not fit any more
                    </h2>
                    <p className="text-muted text-[13px] mb-1">Made here, and set aside since the source no longer declares what they name. They come back when it does.</p>
                    <ul className="text-[13px]">
                        {unfit.map(({ key, name, why, revision }) => (
                            <li key={key} className="py-1 border-b border-line/60 flex gap-3 items-baseline">
                                <span className="flex-1">
                                    <b className="font-semibold">{name}</b> <span className="text-warning">{why}</span>
                                </span>
                                {mayPublish && (
                                    <button type="button" className="btn btn-xs" aria-label={`Retire ${name}`} disabled={retire.isPending} onClick={() => retire.mutate({ key, revision })}>
                                        Retire
                                    </button>
                                )}
                            </li>
                        ))}
                    </ul>
                </section>
            )}
        </Page>
    );
}

const STATES: Record<Line['state'], string> = { built_in: 'Built-in', framed: 'Framed', silent: 'Silent', replaced: 'Replaced', unwritten: 'Not written' };

function NoticeRow({ line, number }: { line: Line; number: number }) {
    const replaced = line.state === 'replaced';

    return (
        <li
            style={{ '--letters': `${line.languages.length * 31 + 4}px` } as CSSProperties}
            className={`relative grid grid-cols-[26px_190px_minmax(180px,1fr)_185px_var(--letters)_140px_215px] max-xl:grid-cols-[24px_150px_minmax(150px,1fr)_110px_var(--letters)_110px_150px] max-md:grid-cols-[24px_minmax(0,1fr)_auto] max-md:py-2 gap-x-2 items-center min-h-[33px] py-0.5 pl-2 border-b border-line/60 border-l-3 hover:bg-base-200/60 ${replaced ? 'border-l-primary' : line.carrier === 'source' ? 'border-l-line' : 'border-l-transparent'}`}
        >
            <span className="font-serif text-[12.5px] text-accent">{number}</span>
            <span className="text-muted text-[13px] max-md:row-start-2 max-md:col-start-2 max-md:col-span-2">{line.cue}</span>
            <span className="min-w-0 max-md:row-start-1 max-md:col-start-2">
                <Link to={`/notices/${line.key}`} className="font-semibold after:absolute after:inset-0 hover:underline">
                    {line.name}
                </Link>
                <span className="text-muted text-[12.5px] ml-2">{line.audience_label}</span>
                {line.own && <span className="text-accent text-[12px] ml-2">own</span>}
                {line.only_if && <span className="block text-muted text-[12.5px]">only if {line.only_if} (said here)</span>}
            </span>
            <span className={`text-[13px] truncate max-md:row-start-1 max-md:col-start-3 max-md:text-right ${replaced ? 'text-primary font-semibold' : line.state === 'silent' ? 'text-warning' : ''}`} title={line.templates.map((one) => `${one.name}, version ${one.version}`).join('; ') || undefined}>
                {replaced && line.own ? 'Written' : STATES[line.state]}
                {line.templates[0] && (
                    <span className="font-normal text-muted ml-1.5 text-[12.5px] max-md:hidden">
                        {line.templates[0].name}
                        {line.templates.length > 1 && ` and ${line.templates.length - 1} more`}
                    </span>
                )}
            </span>
            <span className="relative max-md:row-start-3 max-md:col-start-2">
                <Letters languages={line.languages} />
            </span>
            <span className="text-muted text-[13px] whitespace-nowrap max-md:row-start-3 max-md:col-start-3 max-md:text-right">
                <Sent counts={line.dispatches} coming={line.coming} notice={line.key} />
            </span>
            <span className="text-warning text-[12.5px] max-md:col-start-2 max-md:col-span-2">
                {!line.on && <span className="text-muted">switched off</span>}
                {!line.on && line.trouble.length > 0 && ', '}
                {line.trouble.join(', ')}
            </span>
        </li>
    );
}

function Sent({ counts, coming, notice }: { counts: Record<string, number>; coming: number | null; notice: string }) {
    const sent = counts['sent'] ?? 0;
    const skipped = counts['skipped'] ?? 0;
    const waiting = (counts['queued'] ?? 0) + (counts['sending'] ?? 0);
    const rest = [skipped > 0 ? `${skipped} skipped` : '', waiting > 0 ? `${waiting} queued` : ''].filter(Boolean);

    return (
        <>
            {sent === 0 && rest.length === 0 ? (
                'none'
            ) : (
                <>
                    <b className="font-semibold text-base-content">{sent}</b> sent{rest.length > 0 && `, ${rest.join(', ')}`}
                </>
            )}
            {coming !== null && (
                <Link to={`/coming?notice=${notice}`} className="relative z-10 block link-quiet text-[12.5px] justify-self-start">
                    {coming} in 7 days
                </Link>
            )}
        </>
    );
}
