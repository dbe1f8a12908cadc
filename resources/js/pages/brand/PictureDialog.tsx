import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { type Schemas } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { Faults, Loading } from '../../parts/Message';
import { design, named, pictureAt, useDesign } from './design';
import { queries } from '../../api/queries';
import { useDesk } from '../../manuscript/desk';

/** A picture that was put in, with what it is to be. */
export interface Taken {
    picture: string;
}

/** What a picture can give: a whole set of colours, a single one, the logo. Nothing changes before one takes it. */
export function PictureDialog({ taken, close }: { taken: Taken | null; close: () => void }) {
    return <Offers key={taken?.picture ?? ''} taken={taken} close={close} />;
}

function Offers({ taken, close }: { taken: Taken | null; close: () => void }) {
    const picture = taken?.picture ?? '';
    // Colours that were taken one by one stay when the set is taken.
    const [own, setOwn] = useState<Record<string, string>>({});
    const proposal = useQuery({ ...queries.proposal(picture), enabled: picture !== '' });
    const current = useDesign((document) => document.logo?.picture);
    const { needed_contrast: needed } = useDesk();
    const isLogo = current === picture;
    const roles = proposal.data?.roles ?? [];
    const colours = Object.fromEntries(roles.map(({ role, colour }) => [role, own[role] ?? colour]));
    const taking = (words: string, values: Record<string, unknown>) => {
        design(words, values);
        close();
    };

    return (
        <Dialog
            open={taken !== null}
            close={close}
            wide
            title="What this picture gives"
            actions={
                roles.length > 0 && (
                    <>
                        {!isLogo && (
                            <button type="button" className="btn btn-sm btn-primary" onClick={() => taking('logo and colours', { 'logo/picture': picture, 'logo/plate': null, colours, dark: null })}>
                                Take logo and colours
                            </button>
                        )}
                        <button type="button" className={`btn btn-sm ${isLogo ? 'btn-primary' : ''}`} onClick={() => taking('colours from a picture', { colours, dark: null })}>
                            Only the colours
                        </button>
                        {!isLogo && (
                            <button type="button" className="btn btn-sm" onClick={() => taking('logo', { 'logo/picture': picture })}>
                                Only the logo
                            </button>
                        )}
                    </>
                )
            }
        >
            {taken === null ? null : proposal.isPending ? (
                <Loading />
            ) : proposal.error ? (
                <div role="alert" className="text-error">
                    No colours can be made of it. <Faults error={proposal.error} />
                </div>
            ) : (
                <div className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] max-md:grid-cols-1 gap-5">
                    <Picker
                        picture={picture}
                        swatches={proposal.data.swatches}
                        ground={colours['header'] ?? '#FFFFFF'}
                        own={own}
                        take={(role, colour) => {
                            design(`colour of ${named(role)}`, { [`colours/${role}`]: colour });
                            setOwn({ ...own, [role]: colour });
                        }}
                    />
                    <div>
                        <h3 className="font-semibold">The set it proposes</h3>
                        <p className="text-muted text-[12.5px] mb-1">Every colour of words can be read on its background: {needed}:1 at the least.</p>
                        <table className="w-full text-[12.5px]">
                            <thead className="sr-only">
                                <tr>
                                    <th>Role</th>
                                    <th>Colour</th>
                                    <th>What was done</th>
                                    <th>How far from the picture</th>
                                </tr>
                            </thead>
                            <tbody>
                                {roles.map((role) => (
                                    <tr key={role.role} className="border-t border-line/60">
                                        <th scope="row" className="font-semibold text-left py-0.5 pr-2 whitespace-nowrap">
                                            {named(role.role)}
                                        </th>
                                        <td className="pr-2 whitespace-nowrap font-mono text-[11.5px]">
                                            <i className="swatch" style={{ background: colours[role.role] }} /> {colours[role.role]}
                                        </td>
                                        <td className="pr-2 leading-tight">{own[role.role] ? 'taken by you' : role.words}</td>
                                        <td className="text-muted text-right whitespace-nowrap" title="CIEDE2000: 1 is just noticed, 10 is seen at a glance">
                                            {!own[role.role] && <>{role.distance < 0.5 ? 'as it is' : `${role.distance.toFixed(0)} away from`} <i className="swatch" style={{ background: role.from }} /></>}
                                        </td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    </div>
                </div>
            )}
        </Dialog>
    );
}

/** A single colour, taken from a point of the picture or from what it is made of. */
function Picker({ picture, swatches, ground, own, take }: { picture: string; swatches: Schemas['Proposal']['swatches']; ground: string; own: Record<string, string>; take: (role: string, colour: string) => void }) {
    const canvas = useRef<HTMLCanvasElement>(null);
    const [at, setAt] = useState<{ x: number; y: number; left: number; top: number } | null>(null);
    const [picked, setPicked] = useState<string | null>(null);
    const [role, setRole] = useState('button');
    const { colours: all } = useDesk();
    useEffect(() => {
        const image = new Image();
        image.onload = () => {
            const board = canvas.current;
            if (board) {
                board.width = image.naturalWidth;
                board.height = image.naturalHeight;
                board.getContext('2d')?.drawImage(image, 0, 0);
            }
        };
        image.src = pictureAt(picture);
    }, [picture]);
    const colourAt = (x: number, y: number): string | null => {
        const [red = 0, green = 0, blue = 0, alpha = 0] = canvas.current?.getContext('2d', { willReadFrequently: true })?.getImageData(x, y, 1, 1).data ?? [];

        return alpha < 128 ? null : `#${[red, green, blue].map((one) => one.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
    };
    const point = (x: number, y: number) => {
        const board = canvas.current;
        const { width, height } = board ?? { width: 1, height: 1 };
        const to = { x: Math.min(Math.max(0, Math.round(x)), width - 1), y: Math.min(Math.max(0, Math.round(y)), height - 1) };
        setAt({ ...to, left: (100 * to.x) / width, top: (100 * to.y) / height });
        setPicked(colourAt(to.x, to.y));
    };

    return (
        <div>
            <div className="rounded-field overflow-hidden p-3 border border-line" style={{ background: ground }} title="On the background that is proposed for the header">
                <div className="relative">
                <canvas
                    ref={canvas}
                    className="block w-full cursor-crosshair"
                    tabIndex={0}
                    role="application"
                    aria-label="The picture: arrow keys move the point a colour is taken from"
                    onClick={(event) => {
                        const box = event.currentTarget.getBoundingClientRect();
                        point(((event.clientX - box.left) / box.width) * event.currentTarget.width, ((event.clientY - box.top) / box.height) * event.currentTarget.height);
                    }}
                    onKeyDown={(event) => {
                        const by = event.shiftKey ? 20 : 4;
                        const move = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[event.key];
                        const board = event.currentTarget;
                        if (move) {
                            event.preventDefault();
                            point((at?.x ?? board.width / 2) + (move[0] ?? 0), (at?.y ?? board.height / 2) + (move[1] ?? 0));
                        }
                    }}
                />
                {at && <i className="cross" style={{ left: `${at.left}%`, top: `${at.top}%` }} />}
                </div>
            </div>
            <div className="flex mt-2 rounded-field overflow-hidden border border-line" role="group" aria-label="What it is made of">
                {swatches.map(({ colour, share }) => (
                    <button key={colour} type="button" className="h-7 cursor-pointer min-w-3" style={{ background: colour, flexGrow: 100 * Math.max(0.04, share) }} aria-label={`${colour}, ${Math.round(share * 100)} % of the picture`} title={`${colour}, ${Math.round(share * 100)} %`} onClick={() => setPicked(colour)} />
                ))}
            </div>
            <p className="text-muted text-[12.5px] mt-1.5">Press a point of the picture, or one of its colours, to take that colour alone.</p>
            {picked && (
                <div className="flex flex-wrap gap-1.5 items-center mt-1.5 text-[13px]">
                    <i className="swatch" style={{ background: picked }} /> <b className="font-mono text-[12px]">{picked}</b> for
                    <label>
                        <span className="sr-only">Role it is for</span>
                        <select className="select select-xs bg-raised w-auto" value={role} onChange={(event) => setRole(event.target.value)}>
                            {all.map((one) => (
                                <option key={one.role} value={one.role}>
                                    {one.words}
                                </option>
                            ))}
                        </select>
                    </label>
                    <button type="button" className="btn btn-xs" onClick={() => take(role, picked)}>
                        Take it
                    </button>
                </div>
            )}
            <ul role="status" className="text-[13px] mt-1.5">
                {Object.entries(own).map(([one, colour]) => (
                    <li key={one}>
                        {named(one)} is <i className="swatch" style={{ background: colour }} /> {colour} now, and stays so if you take the set.
                    </li>
                ))}
            </ul>
        </div>
    );
}
