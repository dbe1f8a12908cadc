import { Editor } from '@tiptap/core';
import { NodeSelection, TextSelection } from '@tiptap/pm/state';
import { memo, useEffect, useRef } from 'react';
import { describing, useDesk } from './desk';
import { declared, pathsIn, runsAt, set, type Run, type Scope } from './document';
import { named } from './nearest';
import { useScope } from './scope';
import { live, NOTHING, useComposer, useGaps, useWriting } from './store';
import { bare, drawChips, extensions, fromEditor, tidy, toEditor, type Describe, type VariableAttributes } from './writing';
import { handleKey } from './textKeys';
import { handlePaste } from './textKeys';

interface Props {
    id: string;
    part: string;
    /** What it is called, for those who do not see where it stands. */
    label: string;
    runs: Run[];
    /** Whether its words have looks. */
    rich: boolean;
    placeholder?: string;
    className?: string;
}

/** One text, written in place. The one in hand is an editor; the others are drawn just as it would draw them. */
export const Line = memo(function Line(props: Props) {
    const inHand = useComposer((state) => state.mayEdit && state.hand?.id === props.id && state.hand.part === props.part);

    return inHand ? <Live {...props} /> : <Still {...props} />;
});

function Still({ id, part, label, runs, placeholder, className }: Props) {
    const scope = useScope(id, part);
    const desk = useDesk();
    const describe = describing(desk, scope);
    const take = useComposer((state) => state.take);

    return (
        <>
        <div
            data-stop
            data-id={id}
            data-part={part}
            role="textbox"
            aria-label={label}
            aria-readonly="true"
            tabIndex={id === 'envelope' && part === 'subject' ? 0 : -1}
            dir="auto"
            className={`line ${className ?? ''}`}
            onMouseDown={(event) => {
                if (event.button === 0 && !event.shiftKey) {
                    event.preventDefault();
                    take({ id, part, caret: { left: event.clientX, top: event.clientY } });
                }
            }}
            onFocus={() => take({ id, part, caret: 'start' })}
        >
            {runs.length === 0 && placeholder ? <span className="placeholder">{placeholder}</span> : runs.map((run, index) => <Drawn key={index} run={run} describe={describe} colours={desk.colourValues} />)}
            {runs.length === 0 && !placeholder && <br />}
        </div>
        <Gap id={id} part={part} runs={runs} scope={scope} />
        </>
    );
}

function Drawn({ run, describe, colours }: { run: Run; describe: Describe; colours: Record<string, string> }) {
    if (run.break) {
        return <br />;
    }
    const chip = run.variable ? describe(run) : null;
    let drawn = chip ? (
        <span className={`chip${chip.known ? '' : ' chip-unknown'}`} title={chip.title}>
            {chip.label}
            {chip.note && <small> {chip.note}</small>}
        </span>
    ) : (
        <>{run.text}</>
    );
    drawn = run.bold ? <strong>{drawn}</strong> : drawn;
    drawn = run.italic ? <em>{drawn}</em> : drawn;
    drawn = run.underline ? <u>{drawn}</u> : drawn;
    drawn = run.link ? <span className="leading">{drawn}</span> : drawn;

    return run.colour ? <span style={{ color: colours[run.colour] }}>{drawn}</span> : drawn;
}

function Live({ id, part, label, runs, rich, placeholder, className }: Props) {
    const scope = useScope(id, part);
    const desk = useDesk();
    const box = useRef<HTMLDivElement>(null);
    const editor = useRef<Editor | null>(null);
    const shown = useRef<Run[]>(runs);
    const kept = useRef({ desk, scope });
    useEffect(() => {
        kept.current = { desk, scope };
    }, [desk, scope]);

    // The editor lives as long as its line is in hand; what it shows is kept up below.
    useEffect(() => {
        if (!box.current) {
            return;
        }
        const describe: Describe = (run) => describing(kept.current.desk, kept.current.scope)(run);
        const made: Editor = new Editor({
            element: box.current,
            extensions: extensions(rich, describe, kept.current.desk.colourValues, () => kept.current.desk.ask(), (typed) => named(typed, kept.current.desk.fields, kept.current.scope)),
            content: toEditor(rich ? shown.current : bare(shown.current)),
            editorProps: {
                attributes: { role: 'textbox', 'aria-label': label, 'aria-multiline': 'false', dir: 'auto', class: `line line-live ${className ?? ''}`, 'data-stop': '', 'data-id': id, 'data-part': part },
                handleKeyDown: (_view, event) => handleKey(made, event, rich),
                handleTextInput: (view, _from, _to, text) => {
                    // What is typed while a variable is selected stands behind it.
                    const { selection, tr } = view.state;
                    if (!(selection instanceof NodeSelection)) {
                        return false;
                    }
                    view.dispatch(tr.insertText(text, selection.to).setSelection(TextSelection.create(tr.doc, selection.to + text.length)));

                    return true;
                },
                handlePaste: (_view, event) => handlePaste(made, event, rich),
                handleDOMEvents: {
                    // What is undone here is undone by steps of the document. The browser's own steps would come from a field beside it, where they go through all fields of the page.
                    beforeinput: (_view, event) => {
                        if (event.inputType.startsWith('history')) {
                            event.preventDefault();
                        }

                        return false;
                    },
                },
            },
            onTransaction: () => watch(made),
            onUpdate: () => {
                const next = tidy(fromEditor(made.getJSON().content[0]));
                noteGaps(`${id}.${part}`, shown.current, next);
                shown.current = next;
                const emptied = next.length === 0 && id === 'envelope' && part !== 'subject';
                useComposer.getState().apply(`write ${label.toLowerCase()}`, (document) => set(document, id, part, emptied ? undefined : next), { merge: `${id}.${part}` });
            },
        });
        editor.current = made;
        live.editor = made;
        placeCaret(made, useComposer.getState().hand?.caret);

        return () => {
            if (live.editor === made) {
                live.editor = null;
                useWriting.setState(NOTHING);
            }
            editor.current = null;
            made.destroy();
        };
        // A line that becomes another is another editor; labels and looks do not change while it is in hand.
        // eslint-disable-next-line react-hooks/exhaustive-deps
    }, [id, part, rich]);

    // What came from elsewhere: undo, a mend, another window. What was drawn a moment too late is no news.
    useEffect(() => {
        const says = (other: Run[]) => JSON.stringify(other) === JSON.stringify(shown.current);
        if (editor.current && !says(runs) && !says(runsAt(useComposer.getState().document, id, part))) {
            shown.current = runs;
            editor.current.commands.setContent(toEditor(rich ? runs : bare(runs)), { emitUpdate: false });
        }
    }, [runs, rich, id, part]);

    // What is known of its variables came later than the line itself, or has changed.
    const chips = JSON.stringify(runs.filter((run) => run.variable).map(describing(desk, scope)));
    useEffect(() => {
        if (editor.current) {
            drawChips(editor.current);
        }
    }, [chips]);

    // The same line taken again: where two texts became one.
    const hand = useComposer((state) => state.hand);
    const placed = useRef(hand);
    useEffect(() => {
        if (editor.current && hand !== placed.current && hand?.caret !== undefined) {
            placeCaret(editor.current, hand.caret);
        }
        placed.current = hand;
    }, [hand]);

    return (
        <div className="relative">
            {runs.length === 0 && placeholder && <span className={`line placeholder absolute inset-x-0 pointer-events-none ${className ?? ''}`}>{placeholder}</span>}
            <div ref={box} />
            <Gap id={id} part={part} runs={runs} scope={scope} />
        </div>
    );
}

/** Remembers which variables a sentence has lost, until they are back or nothing is left of it. */
function noteGaps(key: string, before: Run[], after: Run[]) {
    const [was, is] = [pathsIn(before), pathsIn(after)];
    const known = useGaps.getState()[key] ?? [];
    // One that another stands for leaves no gap.
    const gone = is.length < was.length ? was : [];
    const lost = [...new Set([...known, ...gone])].filter((path) => !is.includes(path));
    const kept = after.some((run) => /\p{L}/u.test(run.text ?? '')) ? lost : [];
    if (kept.length > 0 || known.length > 0) {
        useGaps.setState({ [key]: kept });
    }
}

/** Says that a sentence has lost a variable. */
function Gap({ id, part, runs, scope }: { id: string; part: string; runs: Run[]; scope: Scope }) {
    const key = `${id}.${part}`;
    const gone = useGaps((state) => state[key]);
    const { byPath } = useDesk();
    const is = pathsIn(runs);
    // It may have come back by undoing.
    const lost = gone?.filter((path) => !is.includes(path)) ?? [];
    if (lost.length === 0) {
        return null;
    }
    const names = lost.map((path) => `“${byPath.get(declared(path, scope))?.label ?? path}”`);

    return (
        <div className="gap-note" aria-live="polite">
            {names.join(' and ')} {names.length === 1 ? 'was' : 'were'} taken out here: does the sentence still read?{' '}
            <button type="button" className="link-quiet cursor-pointer" onMouseDown={(event) => event.preventDefault()} onClick={() => useGaps.setState({ [key]: [] })}>
                It does
            </button>
        </div>
    );
}

/** Tells the strip what the caret stands in. */
function watch(editor: Editor) {
    const { selection } = editor.state;
    const chip = selection instanceof NodeSelection && selection.node.type.name === 'variable' ? (selection.node.attrs as VariableAttributes) : null;
    const link = editor.isActive('leading') ? (editor.getAttributes('leading')['link'] as Run['link']) : null;
    useWriting.setState({
        chip,
        link: link ?? null,
        empty: selection.empty,
        looks: ['bold', 'italic', 'underline', 'leading', 'colour'].filter((mark) => editor.isActive(mark)),
        colour: (editor.getAttributes('colour')['role'] as string | undefined) ?? '',
    });
}

function placeCaret(editor: Editor, caret: NonNullable<ReturnType<typeof useComposer.getState>['hand']>['caret']) {
    const { view } = editor;
    if (caret && typeof caret === 'object') {
        const at = view.posAtCoords(caret);
        view.focus();
        const element = document.elementFromPoint(caret.left, caret.top)?.closest('.chip');
        if (element && at && view.state.doc.nodeAt(at.inside >= 0 ? at.inside : at.pos)?.type.name === 'variable') {
            view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, at.inside >= 0 ? at.inside : at.pos)));

            return;
        }
        editor.commands.setTextSelection(at?.pos ?? 1);

        return;
    }
    // At once, not with the next frame as the editor's own command would: keys that follow closely must not be lost.
    const end = view.state.doc.content.size - 1;
    view.focus();
    editor.commands.setTextSelection(caret === 'start' ? 1 : caret === 'all' ? { from: 1, to: end } : typeof caret === 'number' ? Math.min(caret + 1, end) : end);
}
