import { defaultKeymap, indentWithTab } from '@codemirror/commands';
import { html } from '@codemirror/lang-html';
import { bracketMatching, HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorState } from '@codemirror/state';
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers, MatchDecorator, ViewPlugin, type DecorationSet, type ViewUpdate, Decoration } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';

const looks = HighlightStyle.define([
    { tag: tags.tagName, color: 'var(--color-primary)' },
    { tag: [tags.attributeName, tags.propertyName], color: 'var(--color-accent)' },
    { tag: [tags.attributeValue, tags.string], color: 'var(--color-success)' },
    { tag: tags.comment, color: 'var(--color-muted)', fontStyle: 'italic' },
    { tag: tags.angleBracket, color: 'var(--color-muted)' },
]);

/** Values and branches stand out from the HTML around them. */
const twig = new MatchDecorator({ regexp: /\{\{.*?\}\}|\{%.*?%\}/g, decoration: Decoration.mark({ class: 'cm-twig' }) });
const values = ViewPlugin.fromClass(
    class {
        decorations: DecorationSet;
        constructor(view: EditorView) {
            this.decorations = twig.createDeco(view);
        }
        update(update: ViewUpdate) {
            this.decorations = twig.updateDeco(update, this.decorations);
        }
    },
    { decorations: (plugin) => plugin.decorations },
);

/** Own HTML as it is written. The history is the manuscript's. */
export default function HtmlEditor({ value, change, leave }: { value: string; change: (value: string) => void; leave: () => void }) {
    const place = useRef<HTMLDivElement>(null);
    const view = useRef<EditorView | null>(null);
    const told = useRef({ change, leave });
    const first = useRef(value);
    useEffect(() => {
        told.current = { change, leave };
    });
    useEffect(() => {
        if (!place.current) {
            return;
        }
        const editor = new EditorView({
            parent: place.current,
            state: EditorState.create({
                doc: first.current,
                extensions: [
                    lineNumbers(),
                    drawSelection(),
                    highlightActiveLine(),
                    bracketMatching(),
                    html({ autoCloseTags: false }),
                    syntaxHighlighting(looks),
                    values,
                    EditorView.lineWrapping,
                    EditorView.contentAttributes.of({ 'aria-label': 'HTML, written by hand', spellcheck: 'false' }),
                    keymap.of([
                        {
                            key: 'Escape',
                            run: () => {
                                told.current.leave();

                                return true;
                            },
                        },
                        ...defaultKeymap,
                        indentWithTab,
                    ]),
                    EditorView.updateListener.of((update) => {
                        if (update.docChanged) {
                            told.current.change(update.state.doc.toString());
                        }
                    }),
                ],
            }),
        });
        view.current = editor;
        editor.focus();

        return () => editor.destroy();
    }, []);
    // Undone elsewhere, it is shown as it is now.
    useEffect(() => {
        const editor = view.current;
        if (editor && editor.state.doc.toString() !== value) {
            editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
        }
    }, [value]);

    return <div ref={place} className="own-html-editor" />;
}
