/** What is wrong, next to its cause. */
export function Fault({ words }: { words: string | undefined }) {
    return words ? (
        <span className="block text-error text-[12.5px]" role="alert">
            {words}
        </span>
    ) : null;
}
