import { useQuery } from '@tanstack/react-query';
import { queries } from '../api/queries';

/** Who is signed in. */
export function useSession() {
    return useQuery(queries.session());
}

/** Whether the person may write drafts and send proofs. */
export function useMayWrite(): boolean {
    return useSession().data?.person?.may_write ?? false;
}

/** Whether the person may put in force and send. */
export function useMayPublish(): boolean {
    return useSession().data?.person?.may_publish ?? false;
}
