/** The source whose pages these are, by its key: it stands in their address. Empty where none does. */
export const SOURCE = /^\/at\/([^/]+)/.exec(window.location.pathname)?.[1] ?? '';

/** Where the pages of a source begin. */
export const pagesOf = (source: string): string => `/at/${source}`;

const LAST = 'herald-source';

/** The one that was looked at last in this browser. */
export const lastSource = (): string | null => localStorage.getItem(LAST);

export const keepSource = (source: string): void => localStorage.setItem(LAST, source);
