const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' });
const withYear = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });

const brief = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

/** What a clock shows, as "2026-11-25 20:00", for lists: "Wed 25 Nov, 20:00". */
export function shownBriefly(shown: string): string {
    return `${brief.format(new Date(shown.slice(0, 10)))}, ${shown.slice(11)}`;
}

/** A day of the calendar in words, "Wednesday, 25 November", with how it lies to another one. */
export function dayInWords(iso: string, today: string): string {
    const days = Math.round((Date.parse(iso) - Date.parse(today)) / 86_400_000);
    const near = days === 0 ? 'Today, ' : days === 1 ? 'Tomorrow, ' : '';

    return near + (iso.slice(0, 4) === today.slice(0, 4) ? day : withYear).format(new Date(iso));
}
