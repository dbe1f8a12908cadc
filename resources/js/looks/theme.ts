export type Theme = 'system' | 'velvet' | 'velvet-night';

const KEY = 'herald-theme';

export function chosenTheme(): Theme {
    const stored = localStorage.getItem(KEY);

    return stored === 'velvet' || stored === 'velvet-night' ? stored : 'system';
}

export function applyTheme(theme: Theme): void {
    if (theme === 'system') {
        document.documentElement.removeAttribute('data-theme');
        localStorage.removeItem(KEY);
    } else {
        document.documentElement.setAttribute('data-theme', theme);
        localStorage.setItem(KEY, theme);
    }
}
