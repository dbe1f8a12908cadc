import { useLocation } from 'react-router';
import { Dialog } from './Dialog';

const KEYS = [
    ['?', 'this list'],
    ['Tab, Shift Tab', 'to the next and the one before'],
    ['Enter', 'opens the line or presses the button in focus'],
    ['Escape', 'closes a list, a question, what lies beside the sheet'],
] as const;

const COMPOSER = [
    ['Ctrl S', 'save now'],
    ['Ctrl Z, Ctrl Shift Z', 'undo and redo'],
    ['Ctrl Enter', 'publish, after asking'],
    ['Enter, Backspace', 'in a text: a new one; joins it to the one before'],
    ['arrows', 'through the text, and on into the next'],
    ['Shift Enter', 'a line break within the text'],
    ['{{', 'puts in a variable'],
    ['Enter on a variable', 'how it is written, and what is said when it is empty'],
    ['Alt Enter', 'puts in a block after the one in hand'],
    ['Alt ↑, Alt ↓', 'move the block, out of its group at the edge'],
    ['Alt Shift ↓', 'duplicates the block'],
    ['Ctrl Home, Ctrl End', 'to the first text and the last'],
    ['Escape', 'in a text: selects its block; Shift ↑ ↓ at its edge selects several, Ctrl A twice all'],
    ['↑ ↓, Shift ↑ ↓', 'on a block: to the next; selects several'],
    ['Enter, Delete', 'on a block: writes in it; deletes it'],
    ['Ctrl C, Ctrl X, Ctrl V', 'on a block: copies, cuts, pastes blocks, in other templates and windows too'],
    ['F2', 'turns the sheet in a narrow window'],
    ['F4', 'data sheet'],
    ['F6', 'outline: arrows go through it, Alt ↑ ↓ move the block'],
    ['F7', 'find and replace'],
    ['F8', 'to the next finding'],
    ['F9, Shift F9', 'to the next sample record and the one before'],
] as const;

/** Those of the page: a brand has no record of its own to step through. */
const keysOf = (path: string) => (path.startsWith('/templates/') ? COMPOSER : path.startsWith('/brand/') ? COMPOSER.filter(([key]) => !/^F[46789]/.test(key)) : []);

export function Keys({ open, close }: { open: boolean; close: () => void }) {
    return (
        <Dialog open={open} close={close} title="Keys">
            <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
                {[...KEYS, ...keysOf(useLocation().pathname)].map(([key, does]) => (
                    <div key={key} className="contents">
                        <dt className="font-mono text-[12px]">{key}</dt>
                        <dd>{does}</dd>
                    </div>
                ))}
            </dl>
        </Dialog>
    );
}
