import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { flushSync } from 'react-dom';
import { Palette } from '../parts/Palette';
import { useDesk, useFields, type Field } from './desk';
import { written, type Block, type Scope } from './document';
import { PassageGroup, putCopy } from './Passages';
import { scopeIn } from './scope';
import { PURPOSES, SHAPES, type Purpose } from './shape';
import { live, placeAfterHand, takePlace, useComposer } from './store';
import { deeds } from './structure';

/** The blocks there are, sorted by what one reaches for them for. */
export function BlockList({ open, close }: { open: boolean; close: () => void }) {
    const { fresh, takesPassages, template } = useDesk();
    const copy = (block: Block) => {
        const place = takePlace() ?? placeAfterHand();
        flushSync(close);
        void putCopy(template, block, place);
    };
    const put = (block: Block) => {
        const place = takePlace() ?? placeAfterHand();
        // Gone at once, so that the page can have the focus again: keys that follow closely are not lost.
        flushSync(close);
        deeds.put([block], place);
    };

    return (
        <Palette
            open={open}
            close={() => {
                takePlace();
                close();
            }}
            label="Put in a block"
            placeholder="Which block? heading, items, picture …"
        >
            {(Object.keys(PURPOSES) as Purpose[]).map((purpose) => (
                <Command.Group key={purpose} heading={PURPOSES[purpose]}>
                    {Object.entries(SHAPES)
                        .filter(([type, shape]) => shape.purpose === purpose && fresh[type])
                        .map(([type, shape]) => (
                            <Command.Item key={type} value={`${shape.title} ${type}`} onSelect={() => put({ id: '', type, ...fresh[type] })}>
                                {shape.title}
                            </Command.Item>
                        ))}
                </Command.Group>
            ))}
            {open && takesPassages && <PassageGroup put={put} copy={copy} />}
        </Palette>
    );
}

/** A field in a list: its label, how it is written, and what the chosen record has there. */
function FieldItem({ field, path, choose }: { field: Field; path: string; choose: () => void }) {
    const { values, byPath } = useFields();
    const label = fieldName(byPath, field);

    return (
        <Command.Item value={`${label} ${path} ${values?.[field.path] ?? ''}`} onSelect={choose}>
            <span className="font-semibold">{label}</span> <span className="font-mono text-[11.5px] text-muted">{path}</span>
            <span className="ml-auto truncate max-w-40" dir="auto">
                {values && (values[field.path] ?? <span className="text-muted">empty</span>)}
            </span>
        </Command.Item>
    );
}

/** A field that is chosen from a searchable list of all that may be named here. */
export function FieldChoice({
    chosen,
    path,
    scope,
    suits,
    choose,
    asked = false,
    done,
}: {
    chosen: Field | undefined;
    path: string;
    scope: Scope;
    suits?: (field: Field) => boolean;
    choose: (path: string, field: Field) => void;
    /** Whether it is opened from elsewhere, which is told when it has closed. */
    asked?: boolean;
    done?: () => void;
}) {
    const desk = useFields();
    const [pressed, setOpen] = useState(false);
    const open = pressed || asked;
    const shut = () => {
        setOpen(false);
        done?.();
    };
    const label = chosen ? fieldName(desk.byPath, chosen) : path || 'choose a field';

    return (
        <>
            <button type="button" aria-label={`Field: ${label}`} aria-haspopup="dialog" className="btn btn-xs bg-raised font-semibold max-w-56" onClick={() => setOpen(true)}>
                <span className="truncate">{label}</span>
                <ChevronDown size={12} aria-hidden="true" className="shrink-0" />
            </button>
            <Palette open={open} close={shut} label="Choose a field" placeholder="Label, path or value">
                {desk.fields.map((field) => {
                    const here = field.single && (suits?.(field) ?? true) ? written(field.path, scope) : null;

                    return (
                        here && (
                            <FieldItem
                                key={field.path}
                                field={field}
                                path={here}
                                choose={() => {
                                    flushSync(shut);
                                    choose(here, field);
                                }}
                            />
                        )
                    );
                })}
            </Palette>
        </>
    );
}

/** The label of a field, with that of the group it lies in: "Visitor: First name". */
function fieldName(byPath: Map<string, Field>, field: Field): string {
    const group = field.depth > 1 ? byPath.get(field.path.split('.').slice(0, -1).join('.'))?.label : undefined;

    return group ? `${group}: ${field.label}` : field.label;
}

/** The fields that may be named at the caret. */
export function VariableList({ open, close }: { open: boolean; close: () => void }) {
    const desk = useDesk();
    const hand = useComposer((state) => state.hand);
    const scope = (hand && scopeIn(desk.around, hand.id, hand.part)) ?? {};
    const done = () => {
        flushSync(close);
        // The dialog gives the focus back to what had it; the caret belongs in the text.
        live.editor?.view.focus();
    };

    return (
        <Palette open={open} close={done} label="Put in a variable" placeholder="Label, path or value">
            {open &&
                desk.fields.map((field) => {
                    const path = field.single ? written(field.path, scope) : null;
                    if (!path || !hand) {
                        return null;
                    }

                    return (
                        <FieldItem
                            key={field.path}
                            field={field}
                            path={path}
                            choose={() => {
                                live.editor?.commands.insertContent({ type: 'variable', attrs: { variable: path } });
                                done();
                            }}
                        />
                    );
                })}
        </Palette>
    );
}
