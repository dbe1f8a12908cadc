import { useRef, useState } from 'react';

/** A whole number within bounds; bare where its name stands beside it already. */
export function Figure({ label, unit, value, usual, min, max, set, bare = false }: { label: string; unit: string; value: number | undefined; usual: number; min: number; max: number; set: (value: number | undefined) => void; bare?: boolean }) {
    const [typed, setTyped] = useState<string | null>(null);
    const wrong = typed !== null;
    const before = useRef(value);

    return (
        <label className="flex items-center gap-1.5 whitespace-nowrap">
            <span className={bare ? 'sr-only' : ''}>{label}</span>
            <input
                type="number"
                className="input input-xs bg-raised w-16 font-semibold"
                min={min}
                max={max}
                aria-invalid={wrong}
                value={typed ?? value ?? usual}
                onChange={(event) => {
                    const number = event.target.valueAsNumber;
                    const fits = Number.isInteger(number) && number >= min && number <= max;
                    setTyped(fits ? null : event.target.value);
                    // The beginning of a number that does not fit is no number that was meant.
                    set(fits ? number : before.current);
                }}
                onFocus={() => (before.current = typed === null ? value : before.current)}
            />
            {unit}
            {wrong && (
                <span className="text-error text-[12px]" role="alert">
                    whole numbers from {min} to {max}
                </span>
            )}
        </label>
    );
}
