import type { Schemas } from '../api/client';
import { asLabel, useDesk } from './desk';
import { declared } from './document';
import { useLimited } from '../parts/useLimited';
import { nearest } from './nearest';
import { scopeIn } from './scope';
import { live, useComposer, useWriting } from './store';
import type { VariableAttributes } from './writing';

type Parameter = Schemas['Parameter'];
type Said = NonNullable<VariableAttributes['with']>;

/** The variable that is selected: how it is written, and what is said when it is empty. */
export function Chip() {
    const chip = useWriting((state) => state.chip);
    const desk = useDesk();
    const hand = useComposer((state) => state.hand);
    if (!chip || !hand) {
        return null;
    }
    const scope = scopeIn(desk.around, hand.id, hand.part) ?? {};
    const path = declared(chip.variable, scope);
    const field = desk.byPath.get(path);
    const offers = field ? [] : nearest(chip.variable, desk.fields, scope);
    // Each offer with what it makes of the value at hand.
    const offered = (format: string) => [asLabel(format), desk.offers[path]?.[format]].filter(Boolean).join(': ');
    const formats = desk.formats[field?.type ?? ''] ?? [];
    const parameters = (format: string) => field?.parameters[format] ?? formats.find(({ name }) => name === format)?.parameters ?? [];
    // Attributes alone are changed, so that the variable stays selected.
    const set = (attributes: Partial<VariableAttributes>) =>
        live.editor?.commands.command(({ tr }) => {
            Object.entries(attributes).forEach(([name, value]) => tr.setNodeAttribute(tr.selection.from, name, value));

            return true;
        });
    const say = (name: string, value: string | number | undefined) => set({ with: Object.fromEntries(Object.entries({ ...chip.with, [name]: value }).filter(([, one]) => one !== undefined)) as Said });

    return (
        <div
            data-chip-form
            className="flex flex-wrap gap-x-3 gap-y-1.5 items-center"
            onKeyDown={(event) => {
                if (event.key === 'Escape' || (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement))) {
                    event.preventDefault();
                    event.stopPropagation();
                    live.editor?.view.focus();
                    live.editor?.commands.setTextSelection(live.editor.state.selection.to);
                }
            }}
            role="group" aria-label={`Variable ${field?.label ?? chip.variable}`}>
            <span>
                <b>{field?.label ?? chip.variable}</b> <span className="text-muted">{field ? (desk.values[path] ?? 'empty in this record') : 'is not known here'}</span>
            </span>
            {offers.length > 0 && (
                <span className="flex flex-wrap gap-1.5 items-center">
                    Did you mean
                    {offers.map(({ path: other, field: { label } }) => (
                        <button
                            key={other}
                            type="button"
                            className="btn btn-xs"
                            title={other}
                            onClick={() => {
                                set({ variable: other, format: null, with: null });
                                live.editor?.view.focus();
                            }}
                        >
                            {label} <span className="font-mono text-[11px] text-muted font-normal">{other}</span>
                        </button>
                    ))}
                </span>
            )}
            {field && (
                <label className="flex items-center gap-1.5">
                    As
                    <select
                        className="select select-xs bg-raised w-auto max-w-72"
                        value={chip.format ?? ''}
                        onChange={(event) => {
                            const begun = parameters(event.target.value).filter(({ begin }) => begin !== null).map(({ name, begin }) => [name, begin]);
                            set({ format: event.target.value || null, with: begun.length > 0 ? (Object.fromEntries(begun) as Said) : null });
                        }}
                    >
                        <option value="">{offered(field.usual)}, as usual</option>
                        {formats
                            .filter(({ name }) => name !== field.usual || parameters(name).length > 0)
                            .map(({ name }) => (
                                <option key={name} value={name}>
                                    {name === field.usual ? `${asLabel(name)}, set here` : offered(name)}
                                </option>
                            ))}
                    </select>
                </label>
            )}
            {chip.format && parameters(chip.format).map((parameter) => <Told key={`${chip.format ?? ''} ${parameter.name}`} parameter={parameter} value={chip.with?.[parameter.name]} say={(value) => say(parameter.name, value)} />)}
            {chip.format === 'words_by_number' && <span className="text-muted">Write # for the number.</span>}
            <label className="flex items-center gap-1.5">
                When empty, say
                <input className="input input-xs bg-raised w-32" value={chip.fallback ?? ''} placeholder="nothing" onChange={(event) => set({ fallback: event.target.value || null })} />
            </label>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => desk.openSheet(field ? path : '')}>
                In the data sheet
            </button>
            <button type="button" className="btn btn-xs" onClick={() => live.editor?.chain().focus().deleteSelection().run()}>
                Take it out
            </button>
        </div>
    );
}

/** Something that the format is told. A number out of range stays as it is typed, and is not taken. */
function Told({ parameter: { label, bounds, choices, needed }, value, say }: { parameter: Parameter; value: string | number | undefined; say: (value: string | number | undefined) => void }) {
    const [least = 0, most = 0] = bounds ?? [];
    const { wrong, field } = useLimited(typeof value === 'number' ? value : undefined, least, most, say);

    return (
        <label className="flex items-center gap-1.5">
            {label}
            {choices.length > 0 ? (
                <select className="select select-xs bg-raised w-auto" value={value ?? ''} onChange={(event) => say(event.target.value || undefined)}>
                    {!needed && <option value="">as usual</option>}
                    {choices.map((choice) => (
                        <option key={choice.value} value={choice.value}>
                            {choice.label}
                        </option>
                    ))}
                </select>
            ) : bounds ? (
                <input {...field} min={least} max={most} className="input input-xs bg-raised w-16" placeholder="usual" />
            ) : (
                <input className="input input-xs bg-raised w-32" value={value ?? ''} placeholder={needed ? '' : 'as for others'} onChange={(event) => say(event.target.value === '' && !needed ? undefined : event.target.value)} />
            )}
            {wrong !== null && (
                <span className="text-error text-[12px]" role="alert">
                    whole numbers from {least} to {most}
                </span>
            )}
        </label>
    );
}
