import { useState } from 'react';
import { useSource } from './useSession';

/** Pictures of a message that come from elsewhere: a frame loads them only when a person asks for it, since their server would learn that somebody looks. */
export function useElsewhere() {
    const hosts = useSource()?.picture_hosts;
    const [found, setFound] = useState(0);
    const [shown, setShown] = useState(false);

    return {
        /** The address of a frame, with what it may load. */
        framed: (at: string) => (shown ? `${at}${at.includes('?') ? '&' : '?'}pictures=all` : at),
        /** Counts what is not loaded on a page. */
        look: (page: Document) => setFound(new Set([...page.images].map((picture) => picture.src).filter((address) => isElsewhere(address, hosts ?? []))).size),
        found: shown ? 0 : found,
        show: () => setShown(true),
    };
}

function isElsewhere(address: string, hosts: string[]): boolean {
    const origin = /^https?:/.test(address) && URL.canParse(address) ? new URL(address).origin : null;

    return origin !== null && origin !== window.location.origin && !hosts.includes(origin);
}

/** Says how many are not loaded, and loads them. */
export function Elsewhere({ found, show, className = '' }: { found: number; show: () => void; className?: string }) {
    return found === 0 ? null : (
        <p className={`bg-base-200 border-l-3 border-info px-2.5 py-1 text-[12.5px] ${className}`}>
            {found === 1 ? 'A picture from elsewhere is' : `${found} pictures from elsewhere are`} not loaded.{' '}
            <button type="button" className="link-quiet cursor-pointer" title="Their server learns that somebody looks at this message" onClick={show}>
                Show pictures from elsewhere
            </button>
        </p>
    );
}
