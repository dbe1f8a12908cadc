import { toast } from 'sonner';
import { api, got, ProblemError } from '../api/client';
import type { Block } from './document';
import { placeAfterHand } from './store';
import { deeds } from './structure';

/** What was copied in this composer, as its documented JSON; null when it is something else. */
function copiedBlocks(text: string): Block[] | null {
    if (!text.trimStart().startsWith('{')) {
        return null;
    }
    try {
        const parsed = JSON.parse(text) as { format?: unknown; blocks?: unknown };

        return parsed.format === 'velvet-herald/blocks' && Array.isArray(parsed.blocks) ? (parsed.blocks as Block[]) : null;
    } catch {
        return null;
    }
}

export const asJson = (blocks: Block[]): string => JSON.stringify({ format: 'velvet-herald/blocks', version: 1, blocks }, null, 2);

export const named = (blocks: Block[]): string => (blocks.length === 1 ? 'a block' : `${blocks.length} blocks`);

async function read(asked: Promise<{ blocks: unknown[] }>, put: (blocks: Block[]) => void) {
    try {
        put((await asked).blocks as Block[]);
    } catch (error) {
        toast.error(`This cannot be pasted: ${error instanceof ProblemError ? (error.problem.faults?.[0]?.reason ?? error.message) : String(error)}`);
    }
}

/** Puts in blocks that were copied here, in another template or another window, as they are; false when something else was copied. */
export function pasteBlocks(text: string): boolean {
    const blocks = copiedBlocks(text);
    if (blocks) {
        void read(got(api.POST('/blocks', { body: { format: 'velvet-herald/blocks', version: 1, blocks } })), (copied) => deeds.put(copied, placeAfterHand(), `paste ${named(copied)}`));
    }

    return blocks !== null;
}

/** Has what was copied elsewhere read as blocks. */
export function pasteElsewhere(html: string, text: string, put: (blocks: Block[]) => void) {
    void read(got(api.POST('/pasted', { body: html ? { html } : { text } })), put);
}
