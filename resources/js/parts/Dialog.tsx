import { type ReactNode, useId, useLayoutEffect, useRef } from 'react';

/** A dialog element that is open just when it should be. */
export function useModal(open: boolean) {
    const ref = useRef<HTMLDialogElement>(null);
    useLayoutEffect(() => {
        if (open && !ref.current?.open) {
            ref.current?.showModal();
        } else if (!open) {
            ref.current?.close();
        }
    }, [open]);

    return ref;
}

/** A question or a note over the page; Escape and the backdrop close it. */
export function Dialog({ open, close, title, children, actions, other = 'Close', wide = false, pinned = wide }: { open: boolean; close: () => void; title: string; children: ReactNode; actions?: ReactNode; /** The button beside them, which leaves all as it was. */ other?: 'Close' | 'Cancel'; wide?: boolean; /** Whether its actions stay in sight while one scrolls. */ pinned?: boolean }) {
    const ref = useModal(open);
    const id = useId();

    return (
        <dialog ref={ref} className="modal" aria-labelledby={id} onClose={close}>
            <div className={`modal-box bg-raised ${wide ? 'max-w-4xl' : 'max-w-lg'} ${pinned ? 'scroll-pb-24' : ''}`}>
                <h2 id={id} className="mb-3">
                    {title}
                </h2>
                {children}
                <div className={`modal-action mt-4 ${pinned ? 'sticky -bottom-6 -mx-6 -mb-6 px-6 pt-3 pb-6 bg-raised border-t border-line' : ''}`}>
                    {actions}
                    <button type="button" className="btn btn-sm" onClick={close}>
                        {other}
                    </button>
                </div>
            </div>
            <form method="dialog" className="modal-backdrop">
                <button type="submit" tabIndex={-1}>
                    Close
                </button>
            </form>
        </dialog>
    );
}
