const MOMENT = { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' } as const;
const OWN = Intl.DateTimeFormat().resolvedOptions().timeZone;

let zone: string | undefined;

/** All times on a page are those of its source's zone. */
export function showTimesIn(timeZone: string | undefined): void {
    zone = timeZone;
}

/** A moment as a clock shows it in the zone of the source, or in another. */
function shown(date: Date, options: Intl.DateTimeFormatOptions, timeZone = zone): string {
    return new Intl.DateTimeFormat('en-GB', { ...options, ...(timeZone ? { timeZone } : {}) }).format(date);
}

/** A moment for lists: "21 Nov, 14:02", with its year when that is not this one. */
export function when(iso: string): string {
    const date = new Date(iso);

    return shown(date, shown(date, { year: 'numeric' }) === shown(new Date(), { year: 'numeric' }) ? MOMENT : { ...MOMENT, year: 'numeric' });
}

/** The same with the day of the week. */
export function whenWithDay(moment: number): string {
    return shown(new Date(moment), { ...MOMENT, weekday: 'short' });
}

/** What a clock shows at a moment in the zone of the source: "2026-11-25T20:00". */
export function clockShows(moment: number): string {
    // As ISO 8601 writes it.
    return shown(new Date(moment), { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit' }).replace(/^(\d\d)\/(\d\d)\/(\d{4}), (.*)$/, '$3-$2-$1T$4');
}

/** How far the person's own clock is from those of the source, in minutes. */
export function ownDistance(): number {
    const minutes = (timeZone?: string) => {
        const parts = new Intl.DateTimeFormat('en-GB', { dateStyle: 'short', timeStyle: 'short', ...(timeZone ? { timeZone } : {}) }).formatToParts(new Date());
        const part = (type: string) => Number(parts.find((one) => one.type === type)?.value);

        return Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute')) / 60_000;
    };

    return zone === undefined ? 0 : minutes(OWN) - minutes(zone);
}

/** The zone of the source as people read it: "Europe/Dublin". */
export function zoneName(): string {
    return (zone ?? OWN).replaceAll('_', ' ');
}
