import type { Schemas } from '../../api/client';

type Asked = Schemas['Given'];

/** Parameters that come with the event and not with the record, by their keys. */
export type Given = Record<string, unknown>;

const INPUTS: Record<Asked['input'], string> = { text: 'text', number: 'number', day: 'date', moment: 'text', yes_no: 'text', choice: 'text' };

/** What comes with the event: samples of it can be given here, for the stage and for proofs. */
export function GivenBar({ asked, given, set }: { asked: Asked[]; given: Given; set: (given: Given) => void }) {
    const say = (key: string, value: unknown) => set(Object.fromEntries(Object.entries({ ...given, [key]: value }).filter(([, one]) => one !== undefined && one !== '')));

    return (
        <div className="flex flex-wrap gap-x-4 gap-y-1 items-center px-4 py-1.5 text-[12.5px] border-b border-line bg-base-100" role="group" aria-label="Given with the event">
            <span className="text-muted">Given with the event:</span>
            {asked.map(({ key, label, input, options, required, default: usual }) => (
                <label key={key} className="flex items-center gap-1.5">
                    {label}
                    {input === 'choice' || input === 'yes_no' ? (
                        <select
                            className="select select-xs bg-raised w-auto"
                            value={typeof given[key] === 'boolean' || typeof given[key] === 'string' ? String(given[key]) : ''}
                            onChange={(event) => say(key, event.target.value === '' ? undefined : input === 'yes_no' ? event.target.value === 'true' : event.target.value)}
                        >
                            <option value="">{usual ?? 'nothing'}</option>
                            {(input === 'yes_no' ? [{ value: 'true', label: 'yes' }, { value: 'false', label: 'no' }] : options).map((option) => (
                                <option key={option.value} value={option.value}>
                                    {option.label}
                                </option>
                            ))}
                        </select>
                    ) : (
                        <input
                            type={INPUTS[input]}
                            className="input input-xs bg-raised w-44"
                            placeholder={usual ?? (input === 'moment' ? '2026-11-21T09:30:00Z' : required ? 'a sample' : 'nothing')}
                            value={typeof given[key] === 'string' || typeof given[key] === 'number' ? given[key] : ''}
                            onChange={(event) => say(key, event.target.value === '' ? undefined : input === 'number' ? event.target.valueAsNumber : event.target.value)}
                        />
                    )}
                </label>
            ))}
        </div>
    );
}
