import { type ReactNode, useEffect } from 'react';
import { useLocation } from 'react-router';
import { Times } from './Times';

/** Goes to the heading that the address names, once it is there: parts of a page come in one after the other. */
function useHeading() {
    const { hash, key } = useLocation();
    useEffect(() => {
        const go = (): boolean => {
            const heading = document.getElementById(hash.slice(1));
            heading?.setAttribute('tabindex', '-1');
            heading?.focus({ preventScroll: true });
            heading?.scrollIntoView({ block: 'center' });

            return heading !== null;
        };
        if (hash === '' || go()) {
            return;
        }
        const watch = new MutationObserver(() => {
            if (go()) {
                watch.disconnect();
            }
        });
        watch.observe(document.body, { childList: true, subtree: true });

        return () => watch.disconnect();
    }, [hash, key]);
}

/** A page's heading with what belongs beside it. */
export function Page({ title, lead, above, actions, times, children }: { title: string; lead?: ReactNode; above?: ReactNode; actions?: ReactNode; /** By which clock its times are, where it has any. */ times?: 'work' | 'server'; children: ReactNode }) {
    useHeading();
    useEffect(() => {
        document.title = `${title} · Velvet Herald`;
    }, [title]);

    return (
        <div className="px-9 pt-5 pb-12 max-lg:px-5">
            {above && <div className="text-[13px] text-muted mb-1">{above}</div>}
            <div className="flex flex-wrap items-end gap-x-5 gap-y-1 mb-3">
                <h1 className="break-words min-w-0">{title}</h1>
                {lead && <div className="text-muted mb-0.5">{lead}</div>}
                {actions && <div className="ml-auto flex flex-wrap gap-2">{actions}</div>}
            </div>
            {times && <Times by={times} />}
            {children}
        </div>
    );
}
