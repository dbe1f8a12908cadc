import { Extension, InputRule, Mark, mergeAttributes, Node, type Editor, type JSONContent } from '@tiptap/core';
import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import HardBreak from '@tiptap/extension-hard-break';
import Italic from '@tiptap/extension-italic';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import Underline from '@tiptap/extension-underline';
import type { Run } from './document';

/** How a variable is shown in its chip. */
export interface Chip {
    label: string;
    note: string;
    title: string;
    known: boolean;
}

export type Describe = (run: Run) => Chip;

/** A variable as the editor keeps it. */
export interface VariableAttributes {
    variable: string;
    format: string | null;
    with: Record<string, string | number> | null;
    fallback: string | null;
}

const runOf = (attributes: Record<string, unknown>): Run => {
    const { variable, format, with: said, fallback } = attributes as unknown as VariableAttributes;

    return { variable, ...(format ? { format } : {}), ...(said && Object.keys(said).length > 0 ? { with: said } : {}), ...(fallback ? { fallback } : {}) };
};

const json = (name: string) => ({
    default: null,
    parseHTML: (element: HTMLElement) => JSON.parse(element.getAttribute(`data-${name}`) ?? 'null') as unknown,
    renderHTML: (attributes: Record<string, unknown>) => ({ [`data-${name}`]: JSON.stringify(attributes[name]) }),
});

/** How the chips in an editor are drawn anew, each by itself. */
interface Drawn {
    chips: Set<() => void>;
}

const Variable = Node.create<{ describe: Describe }, Drawn>({
    name: 'variable',
    group: 'inline',
    inline: true,
    atom: true,
    addOptions: () => ({ describe: (run) => ({ label: run.variable ?? '', note: '', title: '', known: true }) }),
    addAttributes: () => ({ variable: json('variable'), format: json('format'), with: json('with'), fallback: json('fallback') }),
    addStorage: () => ({ chips: new Set() }),
    parseHTML: () => [{ tag: 'span[data-variable]' }],
    addNodeView() {
        const { describe } = this.options;
        const { chips } = this.storage;

        return ({ node }) => {
            const dom = document.createElement('span');
            dom.className = 'chip';
            let shown = node;
            const draw = () => {
                const chip = describe(runOf(shown.attrs));
                dom.classList.toggle('chip-unknown', !chip.known);
                dom.title = chip.title;
                const note = document.createElement('small');
                note.textContent = ` ${chip.note}`;
                dom.replaceChildren(chip.label, ...(chip.note ? [note] : []));
            };
            draw();
            chips.add(draw);

            return {
                dom,
                update: (next) => {
                    if (next.type !== shown.type) {
                        return false;
                    }
                    shown = next;
                    draw();

                    return true;
                },
                destroy: () => chips.delete(draw),
            };
        };
    },
    renderHTML({ node, HTMLAttributes }) {
        const chip = this.options.describe(runOf(node.attrs));

        return ['span', mergeAttributes(HTMLAttributes, { class: `chip${chip.known ? '' : ' chip-unknown'}`, title: chip.title }), chip.label, ...(chip.note ? [['small', {}, ` ${chip.note}`]] : [])];
    },
});

const Leading = Mark.create({
    name: 'leading',
    inclusive: false,
    addAttributes: () => ({ link: json('link') }),
    parseHTML: () => [
        { tag: 'span[data-link]' },
        // What is pasted from elsewhere.
        { tag: 'a[href]', getAttrs: (element) => ({ link: [{ text: element.getAttribute('href') ?? '' }] }) },
    ],
    renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes, { class: 'leading' }), 0],
});

const Colour = Mark.create<{ colours: Record<string, string> }>({
    name: 'colour',
    addOptions: () => ({ colours: {} }),
    addAttributes: () => ({ role: json('role') }),
    parseHTML: () => [{ tag: 'span[data-role]' }],
    renderHTML({ mark, HTMLAttributes }) {
        return ['span', mergeAttributes(HTMLAttributes, { style: `color:${this.options.colours[String(mark.attrs['role'])] ?? 'inherit'}` }), 0];
    },
});

/** Typing {{ asks for a variable; a name that is typed in brackets becomes one, though there be none of that name: then it is selected, and what is near it is offered. */
const Asking = Extension.create<{ ask: () => void; named: (typed: string) => string | null }>({
    name: 'asking',
    addOptions: () => ({ ask: () => undefined, named: () => null }),
    addInputRules() {
        return [
            new InputRule({
                find: /\{\{$/,
                handler: ({ state, range }) => {
                    state.tr.delete(range.from, range.to);
                    // Once the letters are gone.
                    queueMicrotask(this.options.ask);
                },
            }),
            new InputRule({
                find: /(?<!\\)\{([^{}]{1,100})\}$/,
                handler: ({ state, range, match, chain }) => {
                    const typed = match[1] ?? '';
                    const path = this.options.named(typed);
                    const meant = path ?? (/^[a-z][a-z0-9_]*(\.[A-Za-z0-9_-]+)+$/.test(typed) ? typed : null);
                    if (meant === null || state.schema.nodes['variable'] === undefined) {
                        return null;
                    }
                    const put = chain().deleteRange(range).insertContentAt(range.from, { type: 'variable', attrs: { variable: meant } });
                    (path === null ? put.setNodeSelection(range.from) : put).run();

                    return undefined;
                },
            }),
        ];
    },
});

/** Draws the chips of an editor by what is known of their variables now. Nothing of the text is touched: whoever is writing loses neither letter nor caret. */
export function drawChips(editor: Editor) {
    (editor.storage as unknown as { variable: Drawn }).variable.chips.forEach((draw) => draw());
}

/** What a line of text is written with: words with looks, or, for envelopes and links, words and variables alone. */
export function extensions(rich: boolean, describe: Describe, colours: Record<string, string>, ask: () => void, named: (typed: string) => string | null) {
    return [
        Document.extend({ content: 'paragraph' }),
        Paragraph,
        Text,
        Variable.configure({ describe }),
        Asking.configure({ ask, named }),
        ...(rich ? [Bold, Italic, Underline, HardBreak.extend({ addKeyboardShortcuts() { return { 'Shift-Enter': () => this.editor.commands.setHardBreak() }; } }), Leading, Colour.configure({ colours })] : []),
    ];
}

/** A list of runs as the editor has it. */
export function toEditor(runs: Run[]): JSONContent {
    const content = runs.flatMap((run): JSONContent[] => {
        const marks = [
            ...(run.bold ? [{ type: 'bold' }] : []),
            ...(run.italic ? [{ type: 'italic' }] : []),
            ...(run.underline ? [{ type: 'underline' }] : []),
            ...(run.link ? [{ type: 'leading', attrs: { link: run.link } }] : []),
            ...(run.colour ? [{ type: 'colour', attrs: { role: run.colour } }] : []),
        ];
        if (run.variable) {
            return [{ type: 'variable', attrs: { variable: run.variable, format: run.format ?? null, with: run.with ?? null, fallback: run.fallback ?? null }, marks }];
        }

        return run.break ? [{ type: 'hardBreak' }] : run.text ? [{ type: 'text', text: run.text, marks }] : [];
    });

    return { type: 'doc', content: [{ type: 'paragraph', content }] };
}

/** The same without marks and breaks, for lines that have none. */
export const bare = (runs: Run[]): Run[] => runs.map((run) => (run.variable ? runOf({ ...run }) : { text: run.text ?? ' ' }));

export function fromEditor(paragraph: JSONContent | undefined): Run[] {
    return (paragraph?.content ?? []).map((node): Run => {
        const marks = Object.fromEntries((node.marks ?? []).map((mark) => [mark.type, mark.attrs]));
        const looks: Run = {
            ...('bold' in marks ? { bold: true } : {}),
            ...('italic' in marks ? { italic: true } : {}),
            ...('underline' in marks ? { underline: true } : {}),
            ...(marks['colour'] ? { colour: String(marks['colour']['role']) } : {}),
            ...(marks['leading'] ? { link: marks['leading']['link'] as NonNullable<Run['link']> } : {}),
        };
        if (node.type === 'variable') {
            return { ...runOf(node.attrs ?? {}), ...looks };
        }

        return node.type === 'hardBreak' ? { break: true } : { text: node.text ?? '', ...looks };
    });
}

/** The same runs, with neighbours of one look joined and empty ones left out. */
export function tidy(runs: Run[]): Run[] {
    const joined: Run[] = [];
    for (const run of runs) {
        const last = joined.at(-1);
        if (run.text === '') {
            continue;
        }
        if (last?.text !== undefined && run.text !== undefined && JSON.stringify({ ...last, text: '' }) === JSON.stringify({ ...run, text: '' })) {
            joined[joined.length - 1] = { ...last, text: last.text + run.text };
        } else {
            joined.push(run);
        }
    }

    return joined;
}
