import { DOMParser as Reader, type Schema } from '@tiptap/pm/model';
import { newText, withFreshIds, type Block, type Run } from './document';
import { fromEditor, tidy } from './writing';

const BLOCKS = 'address, article, aside, blockquote, dd, div, dl, dt, figcaption, figure, footer, h1, h2, h3, h4, h5, h6, header, hr, img, li, main, ol, p, pre, section, table, tr, ul';

/** What was copied in this composer, as its documented JSON; null when it is something else. */
export function copiedBlocks(text: string): unknown[] | null {
    if (!text.trimStart().startsWith('{')) {
        return null;
    }
    try {
        const parsed = JSON.parse(text) as { format?: unknown; blocks?: unknown };

        return parsed.format === 'velvet-herald/blocks' && Array.isArray(parsed.blocks) ? parsed.blocks : null;
    } catch {
        return null;
    }
}

export const asJson = (blocks: Block[]): string => JSON.stringify({ format: 'velvet-herald/blocks', version: 1, blocks }, null, 2);

/** Plain text as blocks: one a paragraph, line ends within it kept. */
export function blocksOfText(text: string): Block[] {
    return text
        .replace(/\r\n?/g, '\n')
        .split(/\n{2,}/)
        .map((paragraph) => paragraph.trim())
        .filter(Boolean)
        .map((paragraph) => newText(paragraph.split('\n').flatMap((line, index): Run[] => [...(index > 0 ? [{ break: true as const }] : []), ...(line.trim() ? [{ text: line.trim() }] : [])])));
}

/** Formatted text as blocks, cleaned: headings, paragraphs, lists, pictures and rules; bold, italic, underline and links within them. */
export function blocksOfHtml(html: string, schema: Schema): Block[] {
    const body = new DOMParser().parseFromString(html, 'text/html').body;
    body.querySelectorAll('script, style, meta, link, title, template, iframe, object').forEach((element) => element.remove());
    const reader = Reader.fromSchema(schema);
    const found: Block[] = [];
    let loose: Node[] = [];
    const runs = (nodes: Node[]): Run[] => {
        const line = document.createElement('p');
        line.append(...nodes.map((node) => node.cloneNode(true)));
        const content = reader.parse(line).toJSON() as { content?: { content?: unknown[] }[] };

        return trimmed(tidy(fromEditor(content.content?.[0] as Parameters<typeof fromEditor>[0]).map((run) => (run.text === undefined ? run : { ...run, text: run.text.replace(/\s+/g, ' ') }))));
    };
    const flush = () => {
        const words = runs(loose);
        loose = [];
        if (words.length > 0) {
            found.push(newText(words));
        }
    };
    const walk = (parent: Element) => {
        for (const node of parent.childNodes) {
            if (!(node instanceof HTMLElement) || (!node.matches(BLOCKS) && !node.querySelector(BLOCKS))) {
                loose.push(node);
                continue;
            }
            flush();
            const heading = /^H([1-6])$/.exec(node.tagName);
            if (heading) {
                const words = runs([...node.childNodes]).map((run) => ({ ...run, bold: undefined }));
                found.push(withFreshIds({ id: '', type: 'heading', text: tidy(words), level: Math.min(3, Number(heading[1])) }));
            } else if (node.tagName === 'HR') {
                found.push(withFreshIds({ id: '', type: 'divider' }));
            } else if (node instanceof HTMLImageElement) {
                if (/^https?:/.test(node.src)) {
                    found.push(withFreshIds({ id: '', type: 'picture', source: [{ text: node.src }], alternative: node.alt ? [{ text: node.alt }] : [] }));
                }
            } else if (node.matches('ul, ol') && !node.querySelector('img, table, h1, h2, h3, h4, h5, h6')) {
                const points = [...node.querySelectorAll('li')].map((item) => runs([...item.childNodes].filter((child) => !(child instanceof HTMLElement && child.matches('ul, ol'))))).filter((words) => words.length > 0);
                if (points.length > 0) {
                    found.push(withFreshIds({ id: '', type: 'points', points: points.map((text) => ({ id: '', text })), ...(node.tagName === 'OL' ? { numbered: true } : {}) }));
                }
            } else if (node.tagName === 'TR') {
                const words = [...node.children].flatMap((cell, index): Run[] => [...(index > 0 ? [{ text: ' · ' }] : []), ...runs([...cell.childNodes])]);
                found.push(newText(tidy(words)));
            } else {
                walk(node);
                flush();
            }
        }
        flush();
    };
    walk(body);

    return found;
}

/** Without blanks at both ends. */
function trimmed(runs: Run[]): Run[] {
    const all = runs.map((run, index) => (run.text === undefined ? run : { ...run, text: (index === 0 ? run.text.trimStart() : run.text).replace(index === runs.length - 1 ? /\s+$/ : /$^/, '') }));

    return all.filter((run, index) => run.text !== '' && !(run.break && index === all.length - 1));
}
