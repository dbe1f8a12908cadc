import type { Schemas } from '../api/client';

type Asked = Schemas['Given'];

/** Parameters that come beside the record, by their keys. */
export type Given = Record<string, unknown>;

const INPUTS: Record<Asked['input'], string> = { text: 'text', number: 'number', day: 'date', moment: 'text', yes_no: 'text', choice: 'text' };

/** An entry for each parameter of a notice; small in a bar, one below the other elsewhere. */
export function GivenFields({ asked, given, set, small = false }: { asked: Asked[]; given: Given; set: (given: Given) => void; small?: boolean }) {
    const say = (key: string, value: unknown) => set(Object.fromEntries(Object.entries({ ...given, [key]: value }).filter(([, one]) => one !== undefined && one !== '')));
    const size = small ? 'input-xs w-44' : 'input-sm w-full max-w-md';

    return asked.map(({ key, label, input, options, required, default: usual }) => (
        <label key={key} className={small ? 'flex items-center gap-1.5' : 'flex items-center gap-3'}>
            <span className={small ? '' : 'text-muted w-24 shrink-0 break-words'}>{label}</span>
            {input === 'choice' || input === 'yes_no' ? (
                <select
                    className={`select ${small ? 'select-xs' : 'select-sm'} bg-raised w-auto`}
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
                    className={`input bg-raised ${size}`}
                    placeholder={usual ?? (input === 'moment' ? '2026-11-21T09:30:00Z' : small ? (required ? 'a sample' : 'nothing') : required ? '' : 'may stay empty')}
                    value={typeof given[key] === 'string' || typeof given[key] === 'number' ? given[key] : ''}
                    onChange={(event) => say(key, event.target.value === '' ? undefined : input === 'number' ? event.target.valueAsNumber : event.target.value)}
                />
            )}
        </label>
    ));
}
