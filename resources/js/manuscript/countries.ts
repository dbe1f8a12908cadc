/** Codes that are given to no country today, though they have names (ISO 3166-1 and 3166-3): groups of countries, what is kept for tests, and those of former times. */
const NONE = ['EU', 'EZ', 'QO', 'UN', 'XA', 'XB', 'ZZ', 'AN', 'BU', 'CS', 'DD', 'DY', 'FX', 'HV', 'NH', 'RH', 'SU', 'TP', 'UK', 'VD', 'YD', 'YU', 'ZR'];
const LETTERS = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZ');

let known: { value: string; label: string }[] | null = null;

/** The countries that the browser has a name for (CLDR), by their names. */
export function countries(): { value: string; label: string }[] {
    if (known === null) {
        const names = new Intl.DisplayNames(['en'], { type: 'region', fallback: 'none' });
        known = LETTERS.flatMap((one) => LETTERS.map((other) => one + other))
            .flatMap((code) => {
                const label = NONE.includes(code) ? undefined : names.of(code);

                return label ? [{ value: code, label }] : [];
            })
            .sort((one, other) => one.label.localeCompare(other.label, 'en'));
    }

    return known;
}
