import { Pipette } from 'lucide-react';
import { useState } from 'react';
import { FileButton } from '../../parts/FileButton';
import { Hue } from '../../parts/Hue';
import { design, pictureAt, useDesign, type Analysis } from './design';
import { Findings } from '../../drafts/Findings';
import { Figure } from '../../parts/Figure';
import { Part, TextField } from './Row';

const ADDRESS = /^(https?:\/\/|mailto:)\S+$/;

/** The logo on the grounds it really stands on, with what is to be said of it. */
export function LogoPart({ analysis, mayEdit, take, pick }: { analysis: Analysis | null; mayEdit: boolean; take: (file: File, dark: boolean) => void; pick: (picture: string) => void }) {
    const logo = useDesign((document) => document.logo);
    const header = useDesign(({ colours }) => colours['header'] ?? '#FFFFFF');
    const [over, setOver] = useState(false);
    const weight = analysis?.pictures['logo/picture'];
    const darkWeight = analysis?.pictures['logo/dark_picture'];
    const width = logo?.width ?? 160;

    return (
        <Part title="Logo">
            <div
                data-drop
                className={`drop${over ? ' drop-over' : ''}`}
                onDragOver={(event) => {
                    event.preventDefault();
                    setOver(true);
                }}
                onDragLeave={() => setOver(false)}
                onDrop={(event) => {
                    event.preventDefault();
                    setOver(false);
                    const file = event.dataTransfer.files[0];
                    if (file && mayEdit) {
                        take(file, false);
                    }
                }}
            >
                {logo ? (
                    <div className="grid grid-cols-2 max-sm:grid-cols-1 gap-2 mb-2">
                        <Ground words="in the light" colour={logo.plate ?? header} around={header} picture={logo.picture} width={width} />
                        <Ground words="in the dark" colour={logo.plate ?? analysis?.dark['header'] ?? header} around={analysis?.dark['header'] ?? header} picture={logo.dark_picture ?? logo.picture} width={width} />
                    </div>
                ) : (
                    <p className="text-muted mb-2">No logo yet: the header says the source’s name. Drop a logo or a banner here; colours are proposed from it, and nothing changes before you take them.</p>
                )}
                {mayEdit && (
                    <div className="flex flex-wrap gap-2 items-center">
                        <FileButton label={logo ? 'Another logo' : 'Choose a logo or a banner'} primary={!logo} take={(file) => take(file, false)} />
                        {logo && <FileButton label={logo.dark_picture ? 'Another for the dark' : 'A version for the dark'} take={(file) => take(file, true)} />}
                        {logo && (
                            <button type="button" className="btn btn-xs" onClick={() => pick(logo.picture)}>
                                <Pipette size={13} aria-hidden="true" /> Colours from it
                            </button>
                        )}
                        {logo?.dark_picture && (
                            <button type="button" className="btn btn-xs" onClick={() => design('without a version for the dark', { 'logo/dark_picture': null })}>
                                Without a dark version
                            </button>
                        )}
                        {logo && (
                            <button type="button" className="btn btn-xs" onClick={() => design('without a logo', { logo: null })}>
                                Take it out
                            </button>
                        )}
                    </div>
                )}
            </div>
            <Findings findings={analysis?.findings.filter(({ part }) => part === 'logo') ?? []} />
            {logo && (
                <fieldset disabled={!mayEdit} className="grid gap-1.5 mt-2 text-[13px]">
                    <div className="flex flex-wrap gap-x-4 gap-y-1.5 items-center">
                        <Figure label="Width" unit="px" usual={160} min={16} max={720} value={logo.width} set={(value) => design('width of the logo', { 'logo/width': value }, 'logo/width')} />
                        {weight && (
                            <span className="text-muted">
                                loaded {weight.loaded} px wide, {kilobytes(weight.bytes)}
                                {darkWeight && `; dark ${kilobytes(darkWeight.bytes)}`}
                            </span>
                        )}
                        <span className="flex items-center gap-1.5">
                            Panel behind it
                            {logo.plate ? (
                                <>
                                    <Hue label="panel behind the logo" value={logo.plate} set={(hex) => design('panel behind the logo', { 'logo/plate': hex }, 'logo/plate')} />
                                    <button type="button" className="link-quiet cursor-pointer" onClick={() => design('no panel behind the logo', { 'logo/plate': null })}>
                                        none
                                    </button>
                                </>
                            ) : (
                                <>
                                    <b className="font-semibold">none</b>
                                    <button type="button" className="link-quiet cursor-pointer" onClick={() => design('panel behind the logo', { 'logo/plate': '#FFFFFF' })}>
                                        put one
                                    </button>
                                </>
                            )}
                        </span>
                    </div>
                    <TextField label="Said where no pictures are shown" wide max={200} value={logo.alternative ?? ''} placeholder="the source’s name" set={(value) => design('alternative text of the logo', { 'logo/alternative': value }, 'logo/alternative')} />
                    <TextField label="Leads to" wide value={logo.link ?? ''} placeholder="the source’s page" pattern={ADDRESS} hint="begins with https:// or mailto:" set={(value) => design('link of the logo', { 'logo/link': value }, 'logo/link')} />
                </fieldset>
            )}
        </Part>
    );
}

export const kilobytes = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1024))} KB`;

function Ground({ words, colour, around, picture, width }: { words: string; colour: string; around: string; picture: string; width: number }) {
    return (
        <figure>
            <div className="logo-ground" style={{ background: around }}>
                <span style={{ background: colour }} className="p-1.5 rounded-sm max-w-full">
                    <img src={pictureAt(picture)} alt={`The logo ${words}`} style={{ width }} className="max-w-full h-auto block" />
                </span>
            </div>
            <figcaption className="text-muted text-[12px]">{words}</figcaption>
        </figure>
    );
}
