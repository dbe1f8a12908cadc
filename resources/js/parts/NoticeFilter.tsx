/** Narrows a list down to one notice. */
export function NoticeFilter({ notices, chosen, choose }: { notices: { key: string; name: string }[]; chosen: string; choose: (notice: string) => void }) {
    return (
        <label className="ml-auto">
            <span className="sr-only">Notice</span>
            <select className="select select-sm bg-raised w-52" value={chosen} onChange={(event) => choose(event.target.value)}>
                <option value="">All notices</option>
                {notices.map(({ key, name }) => (
                    <option key={key} value={key}>
                        {name}
                    </option>
                ))}
            </select>
        </label>
    );
}
