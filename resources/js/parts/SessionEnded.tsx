import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useLayoutEffect, useRef, useSyncExternalStore } from 'react';
import { general, got, type Schemas } from '../api/client';
import { queries } from '../api/queries';
import { ended, signedInAgain } from '../api/session';
import { SignInForm } from './SignInForm';

/** A sheet over the page of somebody whose session has ended. What was under way waits, and goes on when they are signed in again, here or in another window. */
export function SessionEnded({ person }: { person: NonNullable<Schemas['Session']['person']> }) {
    const isEnded = useSyncExternalStore(ended.subscribe, ended.is);
    const ref = useRef<HTMLDialogElement>(null);
    useLayoutEffect(() => {
        const sheet = ref.current;
        if (isEnded && sheet && !sheet.open) {
            if (document.querySelector('dialog:modal')) {
                sheet.showModal();
            } else {
                // Over the page, and yet the focus stays where somebody may be writing.
                sheet.open = true;
            }
        } else if (!isEnded) {
            sheet?.close();
        }
    }, [isEnded]);
    const client = useQueryClient();

    const goOn = useCallback((session: Schemas['Session']) => {
        if (session.person?.email !== person.email) {
            // These are another's pages.
            window.location.reload();

            return;
        }
        client.setQueryData(queries.session().queryKey, session);
        signedInAgain();
    }, [client, person.email]);

    useEffect(() => {
        if (!isEnded) {
            return;
        }
        const look = async () => {
            const session = await got(general.GET('/api/app/session')).catch(() => null);
            if (session?.person) {
                goOn(session);
            }
        };
        const listen = () => void look();
        window.addEventListener('focus', listen);

        return () => window.removeEventListener('focus', listen);
    }, [isEnded, goOn]);
    return (
        <dialog ref={ref} className="modal" role="alertdialog" aria-modal="true" aria-labelledby="session-ended" onCancel={(event) => event.preventDefault()} onKeyDown={(event) => event.stopPropagation()}>
            {isEnded && (
                <div className="modal-box bg-raised max-w-sm">
                    <h2 id="session-ended" className="mb-1">
                        Your session has ended
                    </h2>
                    <p className="text-muted mb-4">Sign in again: nothing is lost, and it goes on where it was.</p>
                    <SignInForm address={person.email} done={goOn}>
                        <a href="/sign-in" className="link-quiet inline-block mt-4">
                            Leave this page
                        </a>
                    </SignInForm>
                </div>
            )}
        </dialog>
    );
}
