import { Command } from 'cmdk';
import { useEffect, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { useModal } from './Dialog';

/** Whether all that is sought stands in what can be found, at the beginning of a word rather than within one. */
function has(value: string, sought: string): number {
    const text = value.toLowerCase();
    const words = sought.toLowerCase().split(/\s+/).filter(Boolean);

    return words.every((word) => text.includes(word)) ? (words.every((word) => ` ${text}`.includes(` ${word}`)) ? 1 : 0.5) : 0;
}

/** A searchable list over the page; Escape closes it and gives the focus back. */
export function Palette({ open, close, label, placeholder, children }: { open: boolean; close: () => void; label: string; placeholder: string; children: ReactNode }) {
    const ref = useModal(open);
    useEffect(() => {
        if (open) {
            ref.current?.querySelector('input')?.focus();
        }
    }, [open, ref]);

    return createPortal(
        // What is done in here is not done to what it was opened from.
        <dialog
            ref={ref}
            className="modal items-start"
            aria-label={label}
            onClose={(event) => {
                event.stopPropagation();
                close();
            }}
            onMouseDown={(event) => event.stopPropagation()}
            onKeyDown={(event) => event.stopPropagation()}
            onSubmit={(event) => event.stopPropagation()}
        >
            {open && (
                <div className="modal-box bg-raised max-w-md mt-24 p-0">
                    <Command label={label} loop filter={has}>
                        <Command.Input placeholder={placeholder} className="w-full px-4 py-3 border-b border-line bg-transparent outline-none" />
                        <Command.List className="max-h-96 overflow-auto p-2 palette" tabIndex={0}>
                            <Command.Empty className="p-3 text-muted">Nothing matches that.</Command.Empty>
                            {children}
                        </Command.List>
                    </Command>
                </div>
            )}
            <form method="dialog" className="modal-backdrop">
                <button type="submit" tabIndex={-1}>
                    Close
                </button>
            </form>
        </dialog>,
        document.body,
    );
}
