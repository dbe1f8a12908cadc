import { Dialog } from './Dialog';

const KEYS = [
    ['?', 'this list'],
    ['Tab, Shift Tab', 'to the next and the one before'],
    ['Enter', 'opens the line or presses the button in focus'],
    ['Escape', 'closes a list or a question'],
] as const;

export function Keys({ open, close }: { open: boolean; close: () => void }) {
    return (
        <Dialog open={open} close={close} title="Keys">
            <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
                {KEYS.map(([key, does]) => (
                    <div key={key} className="contents">
                        <dt className="font-mono text-[12px]">{key}</dt>
                        <dd>{does}</dd>
                    </div>
                ))}
            </dl>
        </Dialog>
    );
}
