import type { Schemas } from '../api/client';

/** How a message can be looked at. */
export type View = Schemas['View'] | 'text' | 'inbox';

export const VIEWS: [View, string, string][] = [
    ['wide', 'Wide', 'As most programs show it'],
    ['phone', 'Phone', 'In a window of 375 px'],
    ['dark', 'Dark', 'In dark surroundings, where the program follows the message’s own dark colours'],
    ['inverted', 'Forced dark', 'A simulation of programs that darken whatever the message says, such as Outlook on Windows and Gmail on iPhones: the lightness of every colour is mirrored, pictures stay'],
    ['no_pictures', 'No pictures', 'Where pictures are not loaded'],
    ['text', 'Plain text', 'The part for programs that show no HTML'],
    ['inbox', 'Inbox line', 'As it stands in a list of messages'],
];

/** The width a message is laid out in, in px: a little more than it is wide, so that its ground is seen. */
export const [WIDE, PHONE] = [640, 375];

/** The view in which the HTML is asked for. */
export const shownAs = (view: View): Schemas['View'] => (view === 'text' || view === 'inbox' ? 'wide' : view);
