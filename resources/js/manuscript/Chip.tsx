import { useDesk } from './desk';
import { declared } from './document';
import { scopeIn } from './scope';
import { live, useComposer, useWriting } from './store';

/** The variable that is selected: how it is written, and what is said when it is empty. */
export function Chip() {
    const chip = useWriting((state) => state.chip);
    const desk = useDesk();
    const hand = useComposer((state) => state.hand);
    if (!chip || !hand) {
        return null;
    }
    const path = declared(chip.variable, scopeIn(desk.around, hand.id, hand.part) ?? {});
    const field = desk.byPath.get(path);
    // Each offer with what it makes of the value at hand.
    const offered = (format: string) => [format.replaceAll('_', ' '), desk.offers[path]?.[format]].filter(Boolean).join(': ');
    // One attribute alone is changed, so that the variable stays selected.
    const set = (name: 'format' | 'fallback', value: string | null) =>
        live.editor?.commands.command(({ tr }) => {
            tr.setNodeAttribute(tr.selection.from, name, value);

            return true;
        });

    return (
        <div
            data-chip-form
            className="flex flex-wrap gap-x-3 gap-y-1.5 items-center"
            onKeyDown={(event) => {
                if (event.key === 'Escape' || event.key === 'Enter') {
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
            {field && (
                <label className="flex items-center gap-1.5">
                    As
                    <select className="select select-xs bg-raised w-auto" value={chip.format ?? ''} onChange={(event) => set('format', event.target.value || null)}>
                        <option value="">{offered(field.usual)}, as usual</option>
                        {field.formats
                            .filter((format) => format !== field.usual)
                            .map((format) => (
                                <option key={format} value={format}>
                                    {offered(format)}
                                </option>
                            ))}
                    </select>
                </label>
            )}
            <label className="flex items-center gap-1.5">
                When empty, say
                <input className="input input-xs bg-raised w-32" value={chip.fallback ?? ''} placeholder="nothing" onChange={(event) => set('fallback', event.target.value || null)} />
            </label>
            <button type="button" className="link-quiet cursor-pointer" onClick={() => desk.openSheet(path)}>
                In the data sheet
            </button>
            <button type="button" className="btn btn-xs" onClick={() => live.editor?.chain().focus().deleteSelection().run()}>
                Take it out
            </button>
        </div>
    );
}
