import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';
import { api, got, ProblemError, type Schemas } from '../api/client';

/** Puts a picture in; what is wrong with it is told. */
export function useUpload<T>(done: (picture: Schemas['Picture'], about: T) => void) {
    return useMutation({
        mutationFn: ({ file, width }: { file: File; width?: number; about: T }) => {
            const body = new FormData();
            body.append('picture', file);
            if (width) {
                body.append('width', String(width));
            }

            return got(api.POST('/pictures', { body: { picture: '' }, bodySerializer: () => body }));
        },
        onSuccess: (picture, { about }) => done(picture, about),
        onError: (error) => toast.error(error instanceof ProblemError ? (error.at('picture') ?? (error.problem.status === 413 ? 'The file is larger than 5 MB.' : error.message)) : String(error)),
    });
}
