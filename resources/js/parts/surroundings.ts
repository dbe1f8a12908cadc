/**
 * Shows a message as in the light, whatever the surroundings of this page are: its rules for the dark hold where the dark was asked for, and those the server has turned on
 * already.
 */
export function inTheLight(page: Document) {
    for (const sheet of page.styleSheets) {
        for (const rule of sheet.cssRules) {
            if ('media' in rule && (rule as CSSMediaRule).media.mediaText.includes('prefers-color-scheme')) {
                (rule as CSSMediaRule).media.mediaText = 'not all';
            } else if ('selectorText' in rule && (rule as CSSStyleRule).selectorText === ':root') {
                (rule as CSSStyleRule).style.colorScheme = 'light';
            }
        }
    }
}
