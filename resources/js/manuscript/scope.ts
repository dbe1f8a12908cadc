import { createContext, useContext } from 'react';
import type { Schemas } from '../api/client';
import { useDesk } from './desk';
import type { Scope } from './document';

export type Surroundings = Schemas['Surroundings'];

/** Before anything is known. */
export const UNKNOWN: Surroundings = { sentences: {}, scopes: {}, grounds: {} };

/** The lists that are gone through in a member of an object, as the server has read them. */
export const scopeIn = (around: Surroundings, id: string, part: string | null | undefined): Scope | undefined => around.scopes[`${id} ${part ?? ''}`];

/** The lists that are gone through where blocks stand: what was put in a moment ago is among the same. */
export const AmongScope = createContext<Scope>({});

export function useScope(id: string, part: string): Scope {
    const { around } = useDesk();
    const among = useContext(AmongScope);

    return scopeIn(around, id, part) ?? among;
}
