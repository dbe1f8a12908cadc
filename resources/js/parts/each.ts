import type { Schemas } from '../api/client';

/** How many a message goes to that goes to each of several: "50 people". */
export const people = ({ number, more }: NonNullable<Schemas['EachOf']>): string => (more ? `more than ${number} people` : number === 0 ? 'nobody' : number === 1 ? 'one person' : `${number} people`);
