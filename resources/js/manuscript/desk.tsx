import { createContext, useContext } from 'react';
import type { Schemas } from '../api/client';
import { declared, type Run, type Scope } from './document';
import type { Describe } from './writing';

export type Field = Schemas['Field'];
export type Finding = Schemas['Finding'];

/** What the composer knows beside the document. */
export interface Desk extends Omit<Schemas['Desk'], 'fields'> {
    template: string;
    recordType: string;
    /** Whether passages may be put in: into messages, not into passages. */
    takesPassages: boolean;
    fields: Field[];
    byPath: Map<string, Field>;
    /** Values of the chosen record, in words, by declared path. */
    values: Record<string, string>;
    /** The values in each format that suits them, by path and format. */
    offers: Record<string, Record<string, string>>;
    record: string | null;
    findings: Finding[];
    colourValues: Record<string, string>;
    /** The HTML on the stage, in which elements tell where their looks come from. */
    stage: string | null;
    /** What stands there in the places for what add-ons hand in. */
    handedIn: Schemas['StageOut']['slots'];
    /** Opens what belongs to the text in hand. */
    ask: () => void;
    openSheet: (path: string) => void;
    openBlocks: () => void;
}

export const DeskContext = createContext<Desk | null>(null);

export function useDesk(): Desk {
    const desk = useContext(DeskContext);
    if (!desk) {
        throw new Error('There is no desk here');
    }

    return desk;
}

/** What conditions are put together of. */
export type Fields = Pick<Desk, 'fields' | 'byPath' | 'operators' | 'languages'> & { /** Today's values by path; null where no record is at hand. */ values: Desk['values'] | null };

/** Where there is no document that is written on, but conditions are put together all the same. */
export const FieldsContext = createContext<Fields | null>(null);

/** The fields that may be named here, with the comparisons that suit them. */
export function useFields(): Fields {
    const [fields, desk] = [useContext(FieldsContext), useContext(DeskContext)];
    if (!fields && !desk) {
        throw new Error('There are no fields here');
    }

    return (fields ?? desk) as Fields;
}

export const asLabel = (format: string): string => format.replaceAll('_', ' ');

/** How variables are shown in a place where these lists are gone through. */
export function describing(desk: Pick<Desk, 'byPath' | 'values'>, scope: Scope): Describe {
    return (run: Run) => {
        const path = declared(run.variable ?? '', scope);
        const field = desk.byPath.get(path) ?? open(desk, path);
        const value = desk.values[path];
        const notes = [said(run, field), run.fallback ? `or “${run.fallback}”` : ''].filter(Boolean);

        return {
            label: field?.label ?? run.variable ?? '',
            note: notes.join(' '),
            title: field ? `${run.variable ?? ''}: ${value ?? 'empty in this record'}` : `${run.variable ?? ''} is not known here`,
            known: field !== undefined,
        };
    };
}

/** How the value is written where that is not as usual; of words by number or value the words themselves. */
function said(run: Run, field: Field | undefined): string {
    const told = Object.values(run.with ?? {}).filter((one) => one !== '');
    if (run.format?.startsWith('words_by_')) {
        return told.join(' / ');
    }

    return run.format && (run.format !== field?.usual || told.length > 0) ? [asLabel(run.format), ...told].join(' ') : '';
}

/** A member of a field whose members are not declared. */
function open(desk: Pick<Desk, 'byPath'>, path: string): Field | undefined {
    const around = desk.byPath.get(path.slice(0, path.lastIndexOf('.')));

    return around?.type === 'open' ? { ...around, path, label: path.slice(path.lastIndexOf('.') + 1), type: 'text', input: 'text', single: true, usual: 'text', parameters: {} } : undefined;
}
