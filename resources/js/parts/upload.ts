import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../api/client';

/** Puts a picture in; what is wrong with it is told in its words. */
export async function upload(file: File, width?: number): Promise<Schemas['Picture']> {
    const body = new FormData();
    body.append('picture', file);
    if (width) {
        body.append('width', String(width));
    }
    try {
        return await got(api.POST('/pictures', { body: { picture: '' }, bodySerializer: () => body }));
    } catch (error) {
        throw error instanceof ProblemError ? new Error(error.at('picture') ?? (error.problem.status === 413 ? 'The file is larger than 5 MB.' : error.message)) : error;
    }
}

/** The same for one that is put in somewhere. */
export function useUpload<T>(done: (picture: Schemas['Picture'], about: T) => void) {
    return useMutation({
        mutationFn: ({ file, width }: { file: File; width?: number; about: T }) => upload(file, width),
        onSuccess: (picture, { about }) => done(picture, about),
        onError: (error) => toast.error(error.message),
    });
}
