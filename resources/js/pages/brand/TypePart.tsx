import '@fontsource/arimo/latin-400.css';
import '@fontsource/cousine/latin-400.css';
import '@fontsource/gelasio/latin-400.css';
import '@fontsource/tinos/latin-400.css';
import { useDesk } from '../../manuscript/desk';
import { design, useDesign } from './design';
import { Figure } from '../../parts/Figure';
import { StackSelect } from '../../manuscript/StackSelect';
import { Part, TextField } from './Row';

/** Free fonts whose letters are drawn to the widths of another's; shown where that is not on this machine. */
const STAND_INS: Record<string, string> = { Arial: 'Arimo', Helvetica: 'Arimo', Georgia: 'Gelasio', 'Times New Roman': 'Tinos', Times: 'Tinos', 'Courier New': 'Cousine', Courier: 'Cousine' };

/** Fonts that need not be loaded, each fallback shown as it will look; a web font only in front of them. */
export function TypePart({ mayEdit }: { mayEdit: boolean }) {
    const type = useDesign((document) => document.type);
    const web = type.web_font;

    return (
        <Part title="Type" note="Stacks of fonts that are on people’s machines already. A line shows each as it will look where it is the first that is there.">
            <fieldset disabled={!mayEdit} className="grid gap-2 text-[13px]">
                <StackField label="Headings" place="heading" value={type.heading} />
                <StackField label="Text" place="body" value={type.body} />
                <div className="flex flex-wrap gap-x-4 gap-y-1.5 items-center">
                    <Figure label="Size" unit="px" usual={16} min={12} max={24} value={type.size} set={(value) => design('size of the type', { 'type/size': value }, 'type/size')} />
                    <Figure label="Largest heading" unit="px" usual={Math.round((type.size ?? 16) * 1.625)} min={14} max={48} value={type.heading_size} set={(value) => design('size of headings', { 'type/heading_size': value }, 'type/heading_size')} />
                    {type.heading_size !== undefined && (
                        <button type="button" className="link-quiet cursor-pointer" onClick={() => design('headings in proportion', { 'type/heading_size': null })}>
                            in proportion again
                        </button>
                    )}
                    <Figure label="Line height" unit="% of the size" usual={150} min={110} max={200} value={type.line_height} set={(value) => design('line height', { 'type/line_height': value }, 'type/line_height')} />
                </div>
                {web ? (
                    <div className="grid gap-1.5 border-t border-dashed border-line pt-2">
                        <p className="text-muted">A web font in front of the stacks. Gmail and Outlook do not load it: they show the stack, as everyone does whose program cannot reach it.</p>
                        <div className="flex flex-wrap gap-x-4 gap-y-1.5 items-center">
                            <TextField label="Family" value={web.family} pattern={/^[A-Za-z0-9 -]{1,60}$/} hint="letters, digits, spaces" set={(value) => value && design('family of the web font', { 'type/web_font/family': value }, 'type/web_font/family')} />
                            <label className="flex items-center gap-1.5">
                                for
                                <select className="select select-xs bg-raised w-auto" value={web.use ?? 'both'} onChange={(event) => design('use of the web font', { 'type/web_font/use': event.target.value })}>
                                    <option value="both">headings and text</option>
                                    <option value="heading">headings</option>
                                    <option value="body">text</option>
                                </select>
                            </label>
                            <button type="button" className="link-quiet cursor-pointer" onClick={() => design('no web font', { 'type/web_font': null })}>
                                without it
                            </button>
                        </div>
                        <TextField label="WOFF2 file at" wide value={web.address} pattern={/^https:\/\/[A-Za-z0-9._~:/?#@!$&*+,;=%-]+$/} hint="begins with https://" set={(value) => value && design('address of the web font', { 'type/web_font/address': value }, 'type/web_font/address')} />
                    </div>
                ) : (
                    <button type="button" className="link-quiet cursor-pointer justify-self-start" onClick={() => design('a web font', { 'type/web_font': { family: 'Example Sans', address: 'https://example.org/example-sans.woff2' } })}>
                        Put a web font in front
                    </button>
                )}
            </fieldset>
        </Part>
    );
}

function StackField({ label, place, value }: { label: string; place: 'heading' | 'body'; value: string }) {
    const { stacks } = useDesk();
    const families = stacks.find(({ css }) => css === value)?.families ?? value.split(',').map((name) => ({ name: name.trim().replaceAll("'", ''), on: [] }));

    return (
        <div>
            <div className="flex items-center gap-1.5">
                <span className="w-16" aria-hidden="true">
                    {label}
                </span>
                <StackSelect label={label} value={value} set={(stack) => design(`font of ${label.toLowerCase()}`, { [`type/${place}`]: stack })} />
            </div>
            <ul className="mt-1" aria-label={`${label}: each font of the stack`}>
                {families.map(({ name, on }) => {
                    const generic = ['serif', 'sans-serif', 'monospace'].includes(name);
                    const here = generic || isHere(name);
                    const shown = here ? name : STAND_INS[name];

                    return (
                        <li key={name} className="flex flex-wrap items-baseline gap-x-3 border-t border-line/50 py-0.5">
                            <span className={shown ? 'text-[15px]' : 'text-muted'} style={shown ? { fontFamily: generic ? name : `'${shown}'` } : undefined}>
                                {shown ? 'In good hands, 24.00' : `${name} is not on this machine`}
                            </span>
                            <span className="text-muted text-[11.5px] ml-auto" title={shown && !here ? `${name} is not on this machine. ${shown} stands in for it: its letters are as wide.` : undefined}>
                                {generic ? 'wherever none of these is' : `${name}${on.length > 0 ? `: ${on.join(', ')}` : ''}`}
                                {shown && !here && `; here as ${shown}`}
                            </span>
                        </li>
                    );
                })}
            </ul>
        </div>
    );
}

const known = new Map<string, boolean>();

/** Whether a font is on this machine: its letters are then of another width than those of both fonts it falls back to. */
function isHere(family: string): boolean {
    const kept = known.get(family);
    const pen = document.createElement('canvas').getContext('2d');
    if (kept !== undefined || !pen) {
        return kept ?? true;
    }
    const width = (font: string): number => {
        pen.font = `60px ${font}`;

        return pen.measureText('mmmmwwwwiiiillll0124@').width;
    };
    const here = ['monospace', 'serif', 'sans-serif'].some((generic) => width(`'${family}', ${generic}`) !== width(generic));
    known.set(family, here);

    return here;
}
