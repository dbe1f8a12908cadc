import { useRef, useState, type ChangeEvent } from 'react';

/** What a field for a whole number is given, so that what is typed stays as it is, and is taken while it is a number that may be. */
export function useLimited(value: number | undefined, least: number, most: number, set: (value: number | undefined) => void) {
    const [typed, setTyped] = useState<string | null>(null);
    const before = useRef(value);

    return {
        /** What is typed and not taken. */
        wrong: typed,
        field: {
            type: 'number',
            'aria-invalid': typed !== null,
            value: typed ?? value ?? '',
            onFocus: () => {
                before.current = typed === null ? value : before.current;
            },
            onChange: (event: ChangeEvent<HTMLInputElement>) => {
                const number = event.target.valueAsNumber;
                const isEmpty = event.target.value === '' && !event.target.validity.badInput;
                const fits = isEmpty || (Number.isInteger(number) && number >= least && number <= most);
                setTyped(fits ? null : event.target.value);
                // The beginning of a number that does not fit is no number that was meant.
                set(!fits ? before.current : isEmpty ? undefined : number);
            },
        },
    };
}
