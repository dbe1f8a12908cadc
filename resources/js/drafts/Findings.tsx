import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import type { Finding } from '../manuscript/desk';
import { mend } from '../manuscript/members';
import { useComposer } from '../manuscript/store';

const WEIGHTS = {
    grave: ['must be mended', CircleAlert, 'text-error'],
    advisory: ['will be seen', TriangleAlert, 'text-warning'],
    remark: ['worth knowing', Info, 'text-muted'],
} as const;

/** What the checks say of a document, each with its mends unless bare, and with the way to its place where there is one. */
export function Findings({ findings, numbered, bare, lead }: { findings: Finding[]; numbered?: boolean; bare?: boolean; lead?: (finding: Finding) => (() => void) | null }) {
    const mayEdit = useComposer((state) => state.mayEdit);

    return (
        <ol className="text-[13px]">
            {findings.map((finding, index) => {
                const [words, Icon, colour] = WEIGHTS[finding.weight];
                const go = lead?.(finding) ?? null;

                return (
                    <li key={index} data-finding={bare ? undefined : numbered ? index + 1 : finding.part} className={`flex gap-2 ${numbered ? 'py-1.5 border-t border-line/60' : 'py-1'}`}>
                        <span className={`flex gap-1 items-start ${colour}`} title={words}>
                            <Icon size={15} aria-hidden="true" className="mt-0.5 shrink-0" />
                            {numbered && <span className="w-4">{index + 1}</span>}
                        </span>
                        <span className="min-w-0">
                            <span className="sr-only">{words}: </span>
                            {finding.words}
                            <span className="flex flex-wrap gap-x-3">
                                {go && (
                                    <button type="button" className="link-quiet cursor-pointer text-[12.5px]" onClick={go}>
                                        Go there
                                    </button>
                                )}
                                {mayEdit &&
                                    !bare &&
                                    finding.mends.map((one) => (
                                        <button key={one.label} type="button" className="link-quiet cursor-pointer text-left text-[12.5px]" onClick={() => mend(one)}>
                                            {one.label}
                                        </button>
                                    ))}
                            </span>
                        </span>
                    </li>
                );
            })}
        </ol>
    );
}
