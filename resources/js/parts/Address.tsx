/** A name with its address, whichever way the name runs. */
export function Address({ of }: { of: string }) {
    const [, name, address] = /^(.*?)\s*<([^<>]*)>$/.exec(of) ?? [];

    return address === undefined ? (
        <bdi>{of}</bdi>
    ) : (
        <>
            {name && (
                <>
                    <bdi>{name}</bdi>{' '}
                </>
            )}
            <bdi dir="ltr">&lt;{address}&gt;</bdi>
        </>
    );
}
