import { useState } from 'react';

const isHex = (text: string): boolean => /^#[0-9a-f]{6}$/i.test(text);

/** With its sign, and each digit twice where there are three: "abc" is #AABBCC. */
const whole = (text: string): string => `#${text.trim().replace(/^#/, '').replace(/^([0-9a-f])([0-9a-f])([0-9a-f])$/i, '$1$1$2$2$3$3')}`.toUpperCase();

/** A colour, by picking or by its figure; what is no colour yet is not taken. */
export function Hue({ label, value, set, derived = false }: { label: string; value: string; set: (hex: string) => void; derived?: boolean }) {
    const [typed, setTyped] = useState<string | null>(null);
    const [left, setLeft] = useState(false);
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
                    const hex = `#${event.target.value.trim().replace(/^#/, '')}`.toUpperCase();
                    setTyped(isHex(hex) ? null : event.target.value);
                    if (isHex(hex)) {
                        set(hex);
                    }
                }}
                onFocus={() => setLeft(false)}
                onBlur={() => {
                    setLeft(true);
                    if (typed !== null && isHex(whole(typed))) {
                        setTyped(null);
                        set(whole(typed));
                    }
                }}
            />
            {wrong && left && (
                <span className="text-error text-[12px]" role="alert">
                    six digits, such as #16233A
                </span>
            )}
        </span>
    );
}
