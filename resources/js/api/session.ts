/** Whether requests wait until somebody is signed in again. */
let waiting: { promise: Promise<void>; go: () => void } | null = null;
const told = new Set<() => void>();
const tell = () => told.forEach((listen) => listen());

export const ended = {
    subscribe: (listen: () => void) => {
        told.add(listen);

        return () => told.delete(listen);
    },
    is: (): boolean => waiting !== null,
};

/** Waits until somebody is signed in again, for which the page is asked. */
export function untilSignedIn(): Promise<void> {
    if (!waiting) {
        let go = () => {};
        const promise = new Promise<void>((resolve) => {
            go = resolve;
        });
        waiting = { promise, go };
        tell();
    }

    return waiting.promise;
}

export function signedInAgain() {
    waiting?.go();
    waiting = null;
    tell();
}
