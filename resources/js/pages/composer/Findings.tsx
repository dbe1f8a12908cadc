import type { Finding } from '../../manuscript/desk';
import { Findings } from '../../drafts/Findings';
import { goTo } from '../../manuscript/goTo';
import { useComposer } from '../../manuscript/store';

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

/** What the checks say, at the side of the page. */
export function FindingList({ findings, close }: { findings: Finding[] | null; close: () => void }) {
    return (
        <aside aria-label="Findings" className="findings">
            <div className="flex items-center gap-2 px-3 pt-2.5 pb-1.5">
                <h2>Findings</h2>
                <button type="button" className="btn btn-xs ml-auto" onClick={close}>
                    Close
                </button>
            </div>
            {!findings?.length && <p className="px-3 pb-3 text-muted">{findings ? 'Nothing stands out.' : 'Looking through what is written …'}</p>}
            <div className="overflow-auto px-3 pb-3">
                <Findings findings={findings ?? []} numbered lead={(finding) => (finding.block === null ? null : () => lead(finding))} />
            </div>
        </aside>
    );
}
