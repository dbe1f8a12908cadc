import { toast } from 'sonner';
import { api, got, ProblemError } from '../api/client';
import type { Block } from './document';
import { placeAfterHand } from './store';
import { deeds } from './structure';

/** Puts in blocks that were copied here, in another template or another window; the server reads them first. */
export async function pasteBlocks(blocks: unknown[]) {
    try {
        const read = await got(api.POST('/api/app/blocks', { body: { format: 'velvet-herald/blocks', version: 1, blocks: blocks as Block[] } }));
        deeds.put(read.blocks as Block[], placeAfterHand(), read.blocks.length === 1 ? 'paste a block' : `paste ${read.blocks.length} blocks`);
    } catch (error) {
        toast.error(error instanceof ProblemError ? `These blocks cannot be used: ${error.problem.faults?.[0]?.reason ?? error.message}` : String(error));
    }
}
