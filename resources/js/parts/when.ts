const moment = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const withYear = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });

/** A moment for lists: "21 Nov, 14:02", with its year when that is not this one. */
export function when(iso: string): string {
    const date = new Date(iso);

    return (date.getFullYear() === new Date().getFullYear() ? moment : withYear).format(date);
}
