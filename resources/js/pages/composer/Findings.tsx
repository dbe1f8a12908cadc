import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import type { Finding } from '../../manuscript/desk';
import { insert, set, withFreshIds, type Block } from '../../manuscript/document';
import { goTo } from '../../manuscript/goTo';
import { useComposer } from '../../manuscript/store';

const WEIGHTS = {
    grave: ['must be mended', CircleAlert, 'text-error'],
    advisory: ['will be seen', TriangleAlert, 'text-warning'],
    remark: ['could be seen', Info, 'text-muted'],
} as const;

export function lead(finding: Finding) {
    if (finding.block === 'envelope') {
        useComposer.getState().take({ id: 'envelope', part: finding.part, caret: 'end' });
    } else if (finding.id && finding.part) {
        const isText = document.querySelector(`[data-stop][data-id="${finding.id}"][data-part="${finding.part}"]`) !== null;
        if (isText) {
            useComposer.getState().take({ id: finding.id, part: finding.part, caret: 'end' });
        } else {
            goTo(finding.block);
        }
    }
}

export function mend(finding: Finding) {
    const change = finding.mend;
    if (change) {
        useComposer.getState().apply(change.label.toLowerCase(), (document) =>
            change.set
                ? set(document, change.set.id, change.set.part, change.set.value ?? undefined)
                : insert(document, { owner: null, part: 'manuscript', index: document.manuscript.length }, [withFreshIds(change.append as unknown as Block)]),
        );
    }
}

/** What the checks say, each with its way to the block and its mend. */
export function FindingList({ findings, close }: { findings: Finding[]; close: () => void }) {
    const mayEdit = useComposer((state) => state.mayEdit);

    return (
        <aside aria-label="Findings" className="findings">
            <div className="flex items-center gap-2 px-3 pt-2.5 pb-1.5">
                <h2>Findings</h2>
                <button type="button" className="btn btn-xs ml-auto" onClick={close}>
                    Close
                </button>
            </div>
            {findings.length === 0 && <p className="px-3 pb-3 text-muted">Nothing stands out.</p>}
            <ol className="overflow-auto px-3 pb-3">
                {findings.map((finding, index) => {
                    const [words, Icon, colour] = WEIGHTS[finding.weight];

                    return (
                        <li key={index} data-finding={index + 1} className="py-1.5 border-t border-line/60 flex gap-2">
                            <span className={`flex gap-1 items-start ${colour}`} title={words}>
                                <Icon size={15} aria-hidden="true" className="mt-0.5 shrink-0" />
                                <span className="w-4">{index + 1}</span>
                            </span>
                            <span className="min-w-0">
                                <span className="sr-only">{words}: </span>
                                {finding.words}
                                <span className="flex gap-3">
                                    {finding.block && (
                                        <button type="button" className="link-quiet cursor-pointer text-[12.5px]" onClick={() => lead(finding)}>
                                            Go there
                                        </button>
                                    )}
                                    {finding.mend && mayEdit && (
                                        <button type="button" className="link-quiet cursor-pointer text-[12.5px]" onClick={() => mend(finding)}>
                                            {finding.mend.label}
                                        </button>
                                    )}
                                </span>
                            </span>
                        </li>
                    );
                })}
            </ol>
        </aside>
    );
}
