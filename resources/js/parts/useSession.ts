import { useQuery } from '@tanstack/react-query';
import { api, got } from '../api/client';

/** Who is signed in. */
export function useSession() {
    return useQuery({ queryKey: ['session'], queryFn: () => got(api.GET('/api/app/session')), staleTime: 60_000 });
}

export function useMayEdit(): boolean {
    return useSession().data?.person?.may_edit ?? false;
}
