import { Check, X } from 'lucide-react';
import { Fragment } from 'react';
import { useDesk } from '../../manuscript/desk';
import { Hue } from '../../parts/Hue';
import { design, named, useDesign, type Analysis } from './design';
import { Findings } from '../../drafts/Findings';
import { Part } from './Row';

/** One colour a role, with its contrasts as figures, and the set for dark surroundings beside it. */
export function Colours({ analysis, mayEdit }: { analysis: Analysis | null; mayEdit: boolean }) {
    const colours = useDesign(({ colours: all }) => all);
    const chosen = useDesign(({ dark }) => dark);
    const { colours: roles, needed_contrast: needed } = useDesk();

    return (
        <Part
            title="Colours"
            note="One colour for each role. The dark set is derived and never leaves a pair that cannot be read; a colour of it can be set, and derived again."
        >
            <table className="w-full text-[13px]">
                <thead>
                    <tr className="text-left text-muted text-[12px]">
                        <th className="font-normal pb-1">Role</th>
                        <th className="font-normal pb-1">Light</th>
                        <th className="font-normal pb-1">Contrast, light and dark</th>
                        <th className="font-normal pb-1">Dark</th>
                    </tr>
                </thead>
                <tbody>
                    {roles.map(({ role, about }) => {
                        const pairs = analysis?.pairs.filter((pair) => pair.text === role) ?? [];
                        const own = chosen?.[role];
                        const shown = own ?? analysis?.dark[role];
                        const found = analysis?.findings.filter(({ part }) => part === `colours/${role}` || part === `dark/${role}`) ?? [];

                        return (
                            <Fragment key={role}>
                            <tr className="border-t border-line/60 align-top" data-role={role}>
                                <th scope="row" className="font-normal text-left py-1 pr-2">
                                    <b className="font-semibold">{named(role)}</b>
                                    <span className="block text-muted text-[11.5px] leading-tight">{about}</span>
                                </th>
                                <td className="py-1 pr-2">
                                    <fieldset disabled={!mayEdit}>
                                        <Hue label={`${named(role)} colour`} value={colours[role] ?? '#000000'} set={(hex) => design(`colour of ${named(role)}`, { [`colours/${role}`]: hex }, `colours/${role}`)} />
                                    </fieldset>
                                </td>
                                <td className="py-1 pr-2">
                                    {pairs.map((pair) => (
                                        <span key={pair.ground} className="block whitespace-nowrap" data-pair={`${pair.text} ${pair.ground}`}>
                                            <span className="text-muted">on {named(pair.ground)}</span> <Verdict ratio={pair.light} passes={pair.light_passes} needed={needed} /> <Verdict ratio={pair.dark} passes={pair.dark_passes} needed={needed} />
                                        </span>
                                    ))}
                                </td>
                                <td className="py-1">
                                    <fieldset disabled={!mayEdit} className="flex items-center gap-1">
                                        {shown === undefined ? <span className="text-muted text-[12.5px]">coming …</span> : <Hue label={`${named(role)} colour in the dark`} value={shown} derived={own === undefined} set={(hex) => design(`dark colour of ${named(role)}`, { [`dark/${role}`]: hex }, `dark/${role}`)} />}
                                        {own !== undefined && (
                                            <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label={`Derive ${named(role)} in the dark again`} title="Derive it again" onClick={() => design(`derived dark ${named(role)}`, { [`dark/${role}`]: null })}>
                                                <X size={13} aria-hidden="true" />
                                            </button>
                                        )}
                                    </fieldset>
                                </td>
                            </tr>
                            {found.length > 0 && (
                                <tr>
                                    <td colSpan={4} className="pb-1">
                                        <Findings findings={found} />
                                    </td>
                                </tr>
                            )}
                            </Fragment>
                        );
                    })}
                </tbody>
            </table>
        </Part>
    );
}

/** A contrast as a figure, with pass or fail by word and shape. */
function Verdict({ ratio, passes, needed }: { ratio: number; passes: boolean; needed: number }) {
    return (
        <span className={`inline-flex items-center gap-0.5 tabular-nums ${passes ? '' : 'text-error font-semibold'}`} title={`${passes ? 'Passes' : 'Fails'}: ${needed}:1 is needed`}>
            {ratio.toFixed(1)}
            {passes ? <Check size={12} className="text-success" aria-label="passes" /> : <X size={13} aria-label="fails" />}
        </span>
    );
}
