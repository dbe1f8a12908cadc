/** How long the page may take to put the focus somewhere itself, in ms. */
const PATIENCE = 120;

/**
 * Nobody loses their place: when what has the focus goes away or is switched off, the focus does not fall to the page as a whole. It comes back
 * once it can, or goes to what stood around it. Where one is writing, the manuscript sees to that itself.
 */
export function keepFocus(): void {
    let last: { element: HTMLElement; around: HTMLElement[] } | null = null;
    let timer = 0;
    const usable = (element: HTMLElement) => element.isConnected && element.checkVisibility() && !element.matches(':disabled');

    document.addEventListener('focusin', ({ target }) => {
        if (target instanceof HTMLElement && !target.isContentEditable) {
            const around: HTMLElement[] = [];
            for (let up = target.parentElement; up && up !== document.body; up = up.parentElement) {
                around.push(up);
            }
            last = { element: target, around };
        } else {
            last = null;
        }
    });
    document.addEventListener('focusout', ({ target, relatedTarget }) => {
        // Left of one's own accord, as by a press beside it: what is left is still there a moment later.
        queueMicrotask(() => {
            if (relatedTarget === null && document.hasFocus() && target === last?.element && usable(last.element)) {
                last = null;
            }
        });
    });
    const look = () => {
        if (!last || document.activeElement !== document.body) {
            return;
        }
        if (usable(last.element)) {
            last.element.focus({ preventScroll: true });
        } else if (!last.element.isConnected || !last.element.checkVisibility()) {
            const place = last.around.find((one) => usable(one) && one.matches('section, aside, dialog, main, [role="group"], [tabindex]'));
            if (place) {
                if (!place.hasAttribute('tabindex')) {
                    place.tabIndex = -1;
                }
                place.focus({ preventScroll: true });
            }
        }
    };
    new MutationObserver(() => {
        if (last && document.activeElement === document.body) {
            clearTimeout(timer);
            timer = window.setTimeout(look, PATIENCE);
        }
    }).observe(document.body, { subtree: true, childList: true, attributes: true, attributeFilter: ['disabled', 'open'] });
}
