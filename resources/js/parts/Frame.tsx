import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { api, got } from '../api/client';
import { applyTheme, chosenTheme, type Theme } from '../looks/theme';
import { Keys } from './Keys';
import { Mark } from './Mark';
import { Loading, Problem } from './Message';
import { PasswordDialog } from './PasswordDialog';
import { useSession } from './useSession';

const WORK = [
    ['/running-order', 'Running order', '/notices'],
    ['/templates', 'Templates', '/templates'],
    ['/brand', 'Brand', '/brand'],
    ['/records', 'Records', '/records'],
    ['/dispatches', 'Dispatches', '/dispatches'],
    ['/mailroom', 'Mailroom', '/mailroom'],
] as const;

/** The bar on top, and the page beneath it. */
export function Frame() {
    const session = useSession();
    const [keys, setKeys] = useState(false);
    const at = useLocation().pathname;

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
    if (!session.data.person) {
        return <Navigate to={`/sign-in?to=${encodeURIComponent(at)}`} replace />;
    }

    return (
        <>
            <a href="#work" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-raised focus:p-3">
                To the page
            </a>
            <header className="bg-neutral text-neutral-content border-b-2 border-brass h-[46px] flex items-center px-5 max-md:px-2 gap-0.5 overflow-x-auto">
                <NavLink to="/running-order" className="flex items-center gap-2 font-serif font-semibold text-base mr-2 whitespace-nowrap">
                    <Mark /> <span className="max-md:sr-only">Velvet Herald</span>
                </NavLink>
                {session.data.source && (
                    <span className="text-[12.5px] text-[#d9b9c4] border-l border-[#5b3a4d] pl-2.5 mr-5 whitespace-nowrap max-md:hidden">{session.data.source}</span>
                )}
                <nav aria-label="Work" className="flex">
                    {WORK.map(([to, name, beneath]) => (
                        <NavLink
                            key={to}
                            to={to}
                            aria-current={at.startsWith(to) || at.startsWith(beneath) ? 'page' : undefined}
                            className="px-2.5 max-md:px-1.5 pt-3 pb-2.5 text-[13.5px] font-medium text-[#ead6d8] whitespace-nowrap aria-[current=page]:text-white aria-[current=page]:shadow-[inset_0_-3px_0_var(--brass)] hover:text-white"
                        >
                            {name}
                        </NavLink>
                    ))}
                </nav>
                <div className="ml-auto flex items-center gap-3.5 text-[13px] text-[#d9b9c4]">
                    <button type="button" className="cursor-pointer hover:text-white whitespace-nowrap max-md:hidden" onClick={() => setKeys(true)}>
                        Keys <kbd className="font-mono text-[11px] border border-current rounded px-1 opacity-75">?</kbd>
                    </button>
                    <Account person={session.data.person} />
                </div>
            </header>
            <main id="work">
                <Outlet />
            </main>
            <Keys open={keys} close={() => setKeys(false)} />
        </>
    );
}

function Account({ person: { name, role, may_administer: mayAdminister } }: { person: { name: string; role: string; may_administer: boolean } }) {
    const client = useQueryClient();
    const [theme, setTheme] = useState<Theme>(chosenTheme());
    const [password, setPassword] = useState(false);
    const choose = (chosen: Theme) => {
        applyTheme(chosen);
        setTheme(chosen);
    };
    const signOut = async () => {
        await got(api.DELETE('/api/app/session'));
        client.clear();
        window.location.assign('/sign-in');
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
                {mayAdminister && (
                    <Link to="/people" className="btn btn-sm w-full mb-2" onClick={(event) => event.currentTarget.closest<HTMLElement>('[popover]')?.hidePopover()}>
                        People and tokens
                    </Link>
                )}
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
