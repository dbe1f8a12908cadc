import { useState } from 'react';

const isHex = (text: string): boolean => /^#[0-9a-f]{6}$/i.test(text);

/** A colour, by picking or by its figure; what is no colour yet is not taken. */
export function Hue({ label, value, set, derived = false }: { label: string; value: string; set: (hex: string) => void; derived?: boolean }) {
    const [typed, setTyped] = useState<string | null>(null);
    const wrong = typed !== null && !isHex(typed);

    return (
        <span className="flex items-center gap-1.5">
            <input type="color" className="hue" aria-label={label} title={label} value={value.toLowerCase()} onChange={(event) => set(event.target.value.toUpperCase())} />
            <input
                className={`hue-figure${wrong ? ' hue-wrong' : ''}${derived && typed === null ? ' italic text-muted' : ''}`}
                aria-label={`${label}, as a figure`}
                aria-invalid={wrong}
                title={wrong ? 'Six hexadecimal digits after #, such as #16233A' : undefined}
                spellCheck={false}
                value={typed ?? value}
                onChange={(event) => {
                    const text = event.target.value.trim();
                    const hex = text.startsWith('#') ? text : `#${text}`;
                    setTyped(isHex(hex) ? null : event.target.value);
                    if (isHex(hex)) {
                        set(hex.toUpperCase());
                    }
                }}
                onBlur={() => setTyped(null)}
            />
        </span>
    );
}
