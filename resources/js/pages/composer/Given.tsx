import type { Schemas } from '../../api/client';
import { type Given, GivenFields } from '../../parts/GivenFields';

/** What comes with the event: samples of it can be given here, for the stage and for proofs. */
export function GivenBar({ asked, given, set }: { asked: Schemas['Given'][]; given: Given; set: (given: Given) => void }) {
    return (
        <div className="flex flex-wrap gap-x-4 gap-y-1 items-center px-4 py-1.5 text-[12.5px] border-b border-line bg-base-100" role="group" aria-label="Given with the event">
            <span className="text-muted">Given with the event:</span>
            <GivenFields asked={asked} given={given} set={set} small />
        </div>
    );
}
