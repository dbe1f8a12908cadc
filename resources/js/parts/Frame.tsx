import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { general, got, type Schemas } from '../api/client';
import { untilSignedIn } from '../api/session';
import { keepSource, lastSource, pagesOf, SOURCE } from '../api/source';
import { applyTheme, chosenTheme, type Theme } from '../looks/theme';
import { Attention } from './Attention';
import { Clock } from './Clock';
import { Keys } from './Keys';
import { Mark } from './Mark';
import { Loading, NoSource, Problem } from './Message';
import { PasswordDialog } from './PasswordDialog';
import { SessionEnded } from './SessionEnded';
import { useSession } from './useSession';
import { showTimesIn } from './when';

const WORK = [
    ['/running-order', 'Running order', '/notices'],
    ['/coming', 'Coming up', '/coming'],
    ['/templates', 'Templates', '/templates'],
    ['/passages', 'Passages', '/passages'],
    ['/brand', 'Brand', '/brand'],
    ['/pictures', 'Pictures', '/pictures'],
    ['/records', 'Records', '/records'],
    ['/dispatches', 'Dispatches', '/dispatches'],
    ['/mailroom', 'Mailroom', '/mailroom'],
] as const;

/** The bar on top, and the page beneath it. */
export function Frame() {
    const session = useSession();
    const [keys, setKeys] = useState(false);
    const { pathname: at, search } = useLocation();
    // Whose pages these are. Their session may end while they look at them.
    const [known, setKnown] = useState<Schemas['Session'] | null>(null);
    if (session.data?.person && session.data !== known) {
        setKnown(session.data);
    }
    const hasEnded = known !== null && session.data?.person === null;
    useEffect(() => {
        if (hasEnded) {
            void untilSignedIn();
        }
    }, [hasEnded]);

    useEffect(() => {
        const listen = (event: KeyboardEvent) => {
            const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]');
            if (event.key === '?' && !typing) {
                event.preventDefault();
                setKeys(true);
            }
        };
        document.addEventListener('keydown', listen);

        return () => document.removeEventListener('keydown', listen);
    }, []);

    if (session.isPending) {
        return <Loading />;
    }
    if (session.error) {
        return <Problem error={session.error} />;
    }
    const { person, sources } = hasEnded ? known : session.data;
    if (!person) {
        return <Navigate to={`/sign-in?to=${encodeURIComponent(at + search)}`} replace />;
    }
    const source = sources.find(({ key }) => key === SOURCE);
    if (SOURCE === '' && sources[0]) {
        return <Into source={(sources.find(({ key }) => key === lastSource()) ?? sources[0]).key} />;
    }
    if (source) {
        keepSource(SOURCE);
    }
    showTimesIn(source?.zone);

    return (
        <>
            <a href="#work" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-raised focus:p-3">
                To the page
            </a>
            <header className="bg-neutral text-neutral-content border-b-2 border-brass h-(--bar) flex max-md:flex-wrap items-center px-5 max-md:px-2 gap-0.5">
                <NavLink to="/running-order" className="flex items-center gap-2 font-serif font-semibold text-base mr-2 whitespace-nowrap">
                    <Mark /> <span className="max-xl:sr-only">Velvet Herald</span>
                </NavLink>
                {source && <Sources source={source} sources={sources} />}
                <nav aria-label="Work" className="flex max-md:order-last max-md:w-full max-md:overflow-x-auto">
                    {(source ? WORK : []).map(([to, name, beneath]) => (
                        <NavLink
                            key={to}
                            to={to}
                            aria-current={at.startsWith(to) || at.startsWith(beneath) ? 'page' : undefined}
                            className="px-2.5 max-[1360px]:px-1.5 max-xl:px-1 max-md:px-2 pt-3 max-md:pt-1 pb-2.5 max-md:pb-2 text-[13.5px] font-medium text-[#ead6d8] whitespace-nowrap aria-[current=page]:text-white aria-[current=page]:shadow-[inset_0_-3px_0_var(--brass)] hover:text-white"
                        >
                            {name}
                        </NavLink>
                    ))}
                </nav>
                <div className="ml-auto flex items-center gap-3.5 max-[1360px]:gap-2.5 text-[13px] text-[#d9b9c4]">
                    {source && <Attention />}
                    {session.data.clock.may_be_moved && <Clock clock={session.data.clock} here={source !== undefined} />}
                    <button type="button" className="cursor-pointer hover:text-white whitespace-nowrap max-xl:hidden" onClick={() => setKeys(true)}>
                        <span className="max-[1360px]:sr-only">Keys</span> <kbd className="font-mono text-[11px] border border-current rounded px-1 opacity-75">?</kbd>
                    </button>
                    <Account name={person.name} role={source?.role ?? (person.administrator ? 'administrator' : '')} administers={person.administrator} inSource={source !== undefined} />
                </div>
            </header>
            <main id="work">
                {source || ((at === '/people' || at === '/audit') && person.administrator) ? <Outlet /> : <Elsewhither sources={sources} />}
            </main>
            <SessionEnded person={person} />
            <Keys open={keys} close={() => setKeys(false)} />
        </>
    );
}

/** The pages of a source are at its own address; those that name none lead to the first. */
function Into({ source }: { source: string }) {
    const { pathname, search } = useLocation();
    useEffect(() => window.location.replace(`${pagesOf(source)}${pathname === '/' ? '/running-order' : pathname}${search}`), [source, pathname, search]);

    return <Loading />;
}

type Source = Schemas['Session']['sources'][number];

/** Which source it is; where the person has a role in several, the way to the others. */
function Sources({ source, sources }: { source: Source; sources: Source[] }) {
    const looks = 'text-[12.5px] text-[#d9b9c4] border-l border-[#5b3a4d] pl-2.5 mr-5 max-[1360px]:mr-2 whitespace-nowrap max-md:mr-1 max-xl:max-w-28 max-xl:truncate';

    return sources.length < 2 ? (
        <span className={`${looks} max-md:hidden`}>{source.name}</span>
    ) : (
        <>
            <button type="button" popoverTarget="sources" style={{ anchorName: '--sources' }} className={`${looks} cursor-pointer hover:text-white`} title="Another source">
                {source.name} <span aria-hidden="true">▾</span>
                <span className="sr-only">, choose another source</span>
            </button>
            <nav popover="auto" id="sources" aria-label="Sources" style={{ positionAnchor: '--sources' }} className="dropdown bg-raised text-base-content border border-line rounded-box p-2 min-w-56 shadow-lg">
                <SourceLinks sources={sources} />
            </nav>
        </>
    );
}

function SourceLinks({ sources }: { sources: Source[] }) {
    return (
        <ul>
            {sources.map(({ key, name, role }) => (
                <li key={key}>
                    <a href={`${pagesOf(key)}/running-order`} aria-current={key === SOURCE || undefined} className="flex justify-between gap-6 px-2 py-1 rounded-field hover:bg-base-200 aria-[current]:font-semibold">
                        {name} <span className="text-muted text-[12.5px] font-normal">{role}</span>
                    </a>
                </li>
            ))}
        </ul>
    );
}

/** There is no source at this address, or none at all. */
function Elsewhither({ sources }: { sources: Source[] }) {
    return (
        <div className="p-9 max-w-xl">
            <h1 className="mb-2">{SOURCE ? 'Nothing here' : 'Velvet Herald'}</h1>
            {sources.length > 0 ? (
                <>
                    <p className="mb-2">At this address there is no source in which you have a role. There are these:</p>
                    <SourceLinks sources={sources} />
                </>
            ) : (
                <NoSource />
            )}
        </div>
    );
}

function Account({ name, role, administers, inSource }: { name: string; role: string; administers: boolean; inSource: boolean }) {
    const client = useQueryClient();
    const [theme, setTheme] = useState<Theme>(chosenTheme());
    const [password, setPassword] = useState(false);
    const choose = (chosen: Theme) => {
        applyTheme(chosen);
        setTheme(chosen);
    };
    const signOut = async () => {
        await got(general.DELETE('/api/app/session'));
        client.clear();
        // No step back leads to what was seen.
        window.location.replace('/sign-in');
    };

    return (
        <>
            <button type="button" popoverTarget="account" style={{ anchorName: '--account' }} className="cursor-pointer hover:text-white whitespace-nowrap">
                {name}
            </button>
            <div
                popover="auto"
                id="account"
                style={{ positionAnchor: '--account' }}
                className="dropdown dropdown-end bg-raised text-base-content border border-line rounded-box p-3 w-56 shadow-lg"
            >
                <p className="font-semibold">{name}</p>
                <p className="text-muted text-[13px] mb-2">{role}</p>
                <fieldset className="border-t border-line pt-2 mb-2">
                    <legend className="sr-only">Looks</legend>
                    {(
                        [
                            ['system', 'As the system'],
                            ['velvet', 'Light'],
                            ['velvet-night', 'Dark'],
                        ] as const
                    ).map(([value, words]) => (
                        <label key={value} className="flex gap-2 items-center py-0.5 cursor-pointer">
                            <input type="radio" className="radio radio-xs radio-primary" name="theme" checked={theme === value} onChange={() => choose(value)} />
                            {words}
                        </label>
                    ))}
                </fieldset>
                {[
                    ...(inSource ? [['/events', 'Events received']] : []),
                    ...(administers
                        ? [
                              ['/people', 'People and tokens'],
                              ['/audit', 'What was done'],
                          ]
                        : []),
                ].map(([to = '', words]) => (
                    <Link key={to} to={to} className="btn btn-sm w-full mb-2" onClick={(event) => event.currentTarget.closest<HTMLElement>('[popover]')?.hidePopover()}>
                        {words}
                    </Link>
                ))}
                <button type="button" className="btn btn-sm w-full mb-2" popoverTarget="account" popoverTargetAction="hide" onClick={() => setPassword(true)}>
                    Change your password
                </button>
                <button type="button" className="btn btn-sm w-full" onClick={() => void signOut()}>
                    Sign out
                </button>
            </div>
            {password && (
                <div className="text-base-content text-base">
                    <PasswordDialog close={() => setPassword(false)} />
                </div>
            )}
        </>
    );
}
