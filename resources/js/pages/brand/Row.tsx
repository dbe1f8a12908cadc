import { useState, type ReactNode } from 'react';

/** A part of the house style, with its name in the margin. */
export function Part({ title, note, children, id }: { title: string; note?: ReactNode; children: ReactNode; id?: string }) {
    return (
        <section aria-label={title} className="style-part" id={id}>
            <h2 className="style-name">{title}</h2>
            <div className="min-w-0">
                {note && <p className="text-muted text-[12.5px] mb-2">{note}</p>}
                {children}
            </div>
        </section>
    );
}

/** A line of text that is taken once it is in order. */
export function TextField({ label, value, placeholder, set, pattern, hint, wide, max = 500 }: { label: string; value: string; placeholder?: string; set: (value: string | undefined) => void; pattern?: RegExp; hint?: string; wide?: boolean; max?: number }) {
    const [typed, setTyped] = useState<string | null>(null);
    const wrong = typed !== null && typed !== '' && pattern !== undefined && !pattern.test(typed);

    return (
        <label className={`flex items-center gap-1.5 ${wide ? 'w-full' : ''}`}>
            <span className="whitespace-nowrap">{label}</span>
            <input
                className={`input input-xs bg-raised ${wide ? 'flex-1 min-w-0' : 'w-44'}`}
                value={typed ?? value}
                placeholder={placeholder}
                maxLength={max}
                aria-invalid={wrong}
                onChange={(event) => {
                    const text = event.target.value;
                    const fits = text.trim() === '' || !pattern || pattern.test(text.trim());
                    setTyped(fits ? null : text);
                    if (fits) {
                        set(text === '' ? undefined : text);
                    }
                }}
                onBlur={() => setTyped(null)}
            />
            {wrong && (
                <span className="text-error text-[12px] whitespace-nowrap" role="alert">
                    {hint}
                </span>
            )}
        </label>
    );
}
