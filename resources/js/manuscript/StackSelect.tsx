import { useDesk } from './desk';

/** A stack of fonts that need not be loaded, or another that is there already. */
export function StackSelect({ label, value, set }: { label: string; value: string; set: (stack: string) => void }) {
    const { stacks } = useDesk();

    return (
        <select className="select select-xs bg-raised w-auto max-w-52" aria-label={label} value={value} onChange={(event) => set(event.target.value)}>
            {!stacks.some(({ css }) => css === value) && <option value={value}>{inWords(value)}</option>}
            {stacks.map(({ css }) => (
                <option key={css} value={css}>
                    {inWords(css)}
                </option>
            ))}
        </select>
    );
}

const inWords = (stack: string): string => stack.replaceAll("'", '');
