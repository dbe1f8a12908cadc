import { Editor } from '@tiptap/core';
import { useEffect, useRef, useState } from 'react';
import { describing, useDesk } from './desk';
import { declared, type Run, type Scope } from './document';
import { FieldChoice } from './Lists';
import { named } from './nearest';
import { useScope } from './scope';
import { extensions, fromEditor, tidy, toEditor } from './writing';

/** Where something leads, put together of words and variables, with the address that it is for the record at hand. */
export function LinkForm({ at, link, selection, set }: { at: { id: string; part: string }; link: Run[]; selection: boolean; set: (to: Run[]) => void }) {
    const desk = useDesk();
    const scope = useScope(at.id, at.part);
    const [to, setTo] = useState(link);
    const [asking, setAsking] = useState(false);
    const box = useRef<HTMLDivElement>(null);
    const editor = useRef<Editor | null>(null);
    const kept = useRef({ desk, scope });
    useEffect(() => {
        kept.current = { desk, scope };
    }, [desk, scope]);
    useEffect(() => {
        if (!box.current) {
            return;
        }
        const made = new Editor({
            element: box.current,
            extensions: extensions(false, (run) => describing(kept.current.desk, kept.current.scope)(run), {}, () => setAsking(true), (typed) => named(typed, kept.current.desk.fields, kept.current.scope)),
            content: toEditor(link),
            editorProps: {
                attributes: { role: 'textbox', 'aria-label': 'Leads to', 'aria-multiline': 'false', class: 'input input-xs bg-raised w-80 h-auto min-h-6 block py-0.5 font-normal link-editor', 'data-link-editor': '' },
                handleKeyDown: (_view, event) => {
                    if (event.key !== 'Enter') {
                        return false;
                    }
                    box.current?.closest('form')?.requestSubmit();

                    return true;
                },
            },
            onUpdate: () => setTo(tidy(fromEditor(made.getJSON().content[0]))),
        });
        editor.current = made;
        made.commands.focus('end');

        return () => {
            editor.current = null;
            made.destroy();
        };
        // It is made for one link, and thrown away with it.
        // eslint-disable-next-line react-hooks/exhaustive-deps
    }, []);

    return (
        <form
            className="grid gap-1"
            onSubmit={(event) => {
                event.preventDefault();
                event.stopPropagation();
                if (selection) {
                    set(trimmed(to));
                }
            }}
        >
            <div className="flex flex-wrap gap-1.5 items-center">
                <span>Leads to</span>
                <div ref={box} />
                <FieldChoice
                    chosen={undefined}
                    path="put a field in"
                    scope={scope}
                    asked={asking}
                    done={() => setAsking(false)}
                    suits={(field) => !['list', 'money', 'object', 'open'].includes(field.type)}
                    choose={(path) => editor.current?.chain().focus().insertContent({ type: 'variable', attrs: { variable: path } }).run()}
                />
                <button type="submit" className="btn btn-xs btn-primary" disabled={!selection || to.length === 0}>
                    Link
                </button>
                {link.length > 0 && (
                    <button type="button" className="btn btn-xs" onClick={() => set([])}>
                        No link
                    </button>
                )}
                {!selection && <span className="text-muted">Select the words first.</span>}
            </div>
            <LeadsTo link={to} scope={scope} />
        </form>
    );
}

/** Without blanks at its ends. */
const trimmed = (runs: Run[]): Run[] => tidy(runs.map((run, index) => (run.text === undefined ? run : { text: index === 0 && runs.length === 1 ? run.text.trim() : index === 0 ? run.text.trimStart() : index === runs.length - 1 ? run.text.trimEnd() : run.text })));

const ADDRESS = /^(https?:\/\/[^\s/?#]|mailto:[^\s]|tel:[^\s])/i;

/** The address of a link for the record at hand, and whether it is one. */
export function LeadsTo({ link, scope }: { link: Run[]; scope: Scope }) {
    const desk = useDesk();
    if (link.length === 0 || !desk.record) {
        return null;
    }
    const empty: string[] = [];
    const address = link
        .map((run, index) => {
            if (!run.variable) {
                return run.text ?? '';
            }
            const path = declared(run.variable, scope);
            const value = desk.offers[path]?.[run.format ?? 'text'] ?? desk.values[path] ?? run.fallback ?? '';
            if (value === '') {
                empty.push(desk.byPath.get(path)?.label ?? run.variable);
            }

            return index === 0 ? value : encodeURIComponent(value);
        })
        .join('')
        .trim();
    const fits = ADDRESS.test(address);

    return (
        <p className="text-[12px] break-all" data-leads-to>
            <span className="text-muted">{desk.record}:</span>{' '}
            {empty.length > 0 && !fits ? (
                <span className="text-muted">no link, as {empty.join(' and ')} {empty.length === 1 ? 'is' : 'are'} empty</span>
            ) : fits ? (
                <span dir="ltr">{address}</span>
            ) : (
                <span className="text-warning">“{address}” is no address: it begins with https://, mailto: or tel:</span>
            )}
        </p>
    );
}
