import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** State that stands in the page's address, so that it can be kept and sent to others. Setting anything goes back to the first page. */
export function useAddressState(): [URLSearchParams, (name: string, value: string | null) => void] {
    const [params, setParams] = useSearchParams();
    const set = useCallback(
        (name: string, value: string | null) =>
            setParams(
                (now) => {
                    const next = new URLSearchParams(now);
                    if (value) {
                        next.set(name, value);
                    } else {
                        next.delete(name);
                    }
                    if (name !== 'page') {
                        next.delete('page');
                    }

                    return next;
                },
                { replace: true },
            ),
        [setParams],
    );

    return [params, set];
}
