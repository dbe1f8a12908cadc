import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import type { Schemas } from '../../api/client';
import { design } from './design';

const WEIGHTS = {
    grave: ['must be mended', CircleAlert, 'text-error'],
    advisory: ['will be seen', TriangleAlert, 'text-warning'],
    remark: ['worth knowing', Info, 'text-muted'],
} as const;

/** What the checks say, each with its mends. */
export function Findings({ findings, mayEdit }: { findings: Schemas['BrandFinding'][]; mayEdit: boolean }) {
    return (
        <ul className="text-[13px]">
            {findings.map((finding) => {
                const [words, Icon, colour] = WEIGHTS[finding.weight];

                return (
                    <li key={finding.place + finding.words} className="flex gap-2 py-1" data-finding={finding.place}>
                        <Icon size={15} aria-label={words} className={`mt-0.5 shrink-0 ${colour}`} />
                        <span>
                            {finding.words}
                            {mayEdit && (
                                <span className="flex flex-wrap gap-x-3">
                                    {finding.mends.map((mend) => (
                                        <button key={mend.label} type="button" className="link-quiet cursor-pointer text-left" onClick={() => design(mend.label.toLowerCase(), mend.set)}>
                                            {mend.label}
                                        </button>
                                    ))}
                                </span>
                            )}
                        </span>
                    </li>
                );
            })}
        </ul>
    );
}
