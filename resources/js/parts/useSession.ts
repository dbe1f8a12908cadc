import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { queries } from '../api/queries';
import { SOURCE } from '../api/source';

/** Who is signed in. */
export function useSession() {
    return useQuery(queries.session());
}

/** The source whose pages these are, with what the person may do in it. */
export function useSource(): Schemas['Session']['sources'][number] | undefined {
    return useSession().data?.sources.find(({ key }) => key === SOURCE);
}

/** Whether the person may write drafts and send proofs. */
export function useMayWrite(): boolean {
    return useSource()?.may_write ?? false;
}

/** Whether the person may put in force and send. */
export function useMayPublish(): boolean {
    return useSource()?.may_publish ?? false;
}
