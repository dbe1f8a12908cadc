import type { Schemas } from '../../api/client';
import type { Condition } from '../../manuscript/ConditionForm';
import type { Fields } from '../../manuscript/desk';

export const UNITS = ['minutes', 'hours', 'days', 'weeks'] as const;
export type Unit = (typeof UNITS)[number];
export type Span = Partial<Record<Unit, number>>;

/** So long before or after a date in the record; see schema/cue.json. */
export interface Time {
    before?: string;
    after?: string;
    by: Span;
    at?: string;
    if?: Condition;
    again?: { every: Span; times: number };
    between?: { from: string; to: string };
    late?: Span;
    known_late?: 'never' | 'at_once';
    moved?: 'never' | 'again';
}

/** So long after the message of another notice. */
export interface Follows {
    notice: string;
    by: Span;
    at?: string;
    if?: Condition;
    again?: { every: Span; times: number };
    between?: { from: string; to: string };
}

/** What every message of it must contain. */
export interface Required {
    links?: string[];
    variables?: string[];
    responses?: string[];
}

/** A parameter that is asked for beside the record. */
export interface Given {
    key: string;
    label: string;
    type: string;
    required?: boolean;
    default?: string | number | boolean;
}

/** A field that becomes another. */
export interface Changes {
    path: string;
    from?: string | boolean;
    to?: string | boolean;
}

/** A notice of one's own; see schema/notice.json. */
export interface OwnNotice {
    format: 'velvet-herald/notice';
    version: 1;
    key: string;
    name: string;
    strand: string | { key: string; name: string; record_type: string };
    audience: 'customer' | 'staff';
    for?: string;
    cue: { event?: string; again?: true; created?: true; changes?: Changes; becomes?: Condition; time?: Time; follows?: Follows; wording?: string };
    recipient: { path?: string; address?: string; role?: string; each?: string; as?: string; where?: Condition; name?: string; language_path?: string; language?: string };
    required?: Required;
    given?: Given[];
    [rest: string]: unknown;
}

export type CueKind = 'event' | 'created' | 'changes' | 'becomes' | 'time' | 'follows';

export const cueKind = ({ cue }: OwnNotice): CueKind => (cue.time ? 'time' : cue.follows ? 'follows' : cue.event !== undefined ? 'event' : cue.created ? 'created' : cue.changes ? 'changes' : 'becomes');

/** A span with its one unit. */
export const spanOf = (span: Span | undefined): [number, Unit] => {
    const unit = UNITS.find((one) => span?.[one] !== undefined) ?? 'days';

    return [span?.[unit] ?? 1, unit];
};

/** A key for a name, as the server takes it. */
export const keyFor = (name: string): string =>
    `own-${
        name
            .normalize('NFKD')
            .replace(/\p{M}/gu, '')
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .replace(/^-+|-+$/g, '')
            .slice(0, 60)
            .replace(/-+$/, '') || 'notice'
    }`;

export const BLANK: OwnNotice = {
    format: 'velvet-herald/notice',
    version: 1,
    key: '',
    name: '',
    strand: '',
    audience: 'customer',
    cue: { event: '' },
    recipient: { path: '' },
};

/** What conditions about such records are put together of. */
export const fieldsOf = (parts: Schemas['ConditionParts'] | undefined): Fields => ({
    fields: parts?.fields ?? [],
    byPath: new Map(parts?.fields.map((field) => [field.path, field])),
    operators: parts?.operators ?? [],
    languages: parts?.languages ?? [],
    values: null,
});

/** "12 messages to 9 people", or none. */
export const foreseen = ({ messages, people }: Schemas['Foreseen']): string => (messages === 0 ? 'none' : `${messages} ${messages === 1 ? 'message' : 'messages'} to ${people === 1 ? 'one person' : `${people} people`}`);
