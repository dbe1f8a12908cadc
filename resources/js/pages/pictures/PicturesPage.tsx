import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { queries } from '../../api/queries';
import { FileButton } from '../../parts/FileButton';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { PictureGrid } from '../../parts/PictureGrid';
import { SearchField } from '../../parts/SearchField';
import { useMayWrite } from '../../parts/useSession';
import { upload } from '../../parts/upload';
import { PictureDetails } from './PictureDetails';

/** All pictures that messages show: found, put in, described, replaced. */
export function PicturesPage() {
    const client = useQueryClient();
    const mayWrite = useMayWrite();
    const [address, setAddress] = useSearchParams();
    const choose = (name: string | null) =>
        setAddress(
            (now) => {
                const next = new URLSearchParams(now);
                if (name === null) {
                    next.delete('picture');
                } else {
                    next.set('picture', name);
                }

                return next;
            },
            { replace: true },
        );
    const [over, setOver] = useState(false);
    const search = address.get('search') ?? '';
    const page = Number(address.get('page') ?? 1);
    const pictures = useQuery(queries.pictures({ search, page }));
    const put = useMutation({
        mutationFn: async (files: File[]) => {
            for (const file of files) {
                // One after the other: each is made ready on the server.
                await upload(file).then(
                    ({ called }) => toast.success(`“${called}” is there.`),
                    (error: unknown) => toast.error(`${file.name}: ${error instanceof Error ? error.message : String(error)}`),
                );
            }
        },
        onSettled: () => client.invalidateQueries({ queryKey: ['pictures'] }),
    });
    const take = useRef((files: File[]) => put.mutate(files));
    useEffect(() => {
        take.current = (files) => mayWrite && files.length > 0 && put.mutate(files);
    });
    useEffect(() => {
        const paste = (event: ClipboardEvent) => take.current([...(event.clipboardData?.files ?? [])]);
        document.addEventListener('paste', paste);

        return () => document.removeEventListener('paste', paste);
    }, []);
    if (pictures.isPending) {
        return <Loading />;
    }
    if (pictures.error) {
        return <Problem error={pictures.error} />;
    }
    const chosen = pictures.data.pictures.find(({ name }) => name === address.get('picture')) ?? null;

    return (
        <div
            data-drop
            className={over ? 'picture-drop' : ''}
            onDragOver={(event) => {
                if (mayWrite && event.dataTransfer.types.includes('Files')) {
                    event.preventDefault();
                    setOver(true);
                }
            }}
            onDragLeave={({ currentTarget, relatedTarget }) => !currentTarget.contains(relatedTarget as Node | null) && setOver(false)}
            onDrop={(event) => {
                event.preventDefault();
                setOver(false);
                take.current([...event.dataTransfer.files]);
            }}
        >
            <Page title="Pictures" lead="What messages show, with where it is used." actions={mayWrite && <FileButton label={put.isPending ? 'They are taken in…' : 'Put a picture in'} primary take={(file) => put.mutate([file])} />}>
                <div className="flex flex-wrap gap-x-4 gap-y-2 items-center border-y border-line py-2 mb-3">
                    {mayWrite && <span className="text-muted text-[13px]">Drop pictures anywhere here, or paste them: PNG, JPEG, GIF, WebP or SVG.</span>}
                    <div className="ml-auto">
                        <SearchField label="Search name, words, template" />
                    </div>
                </div>
                <div className={chosen ? 'grid gap-6 lg:grid-cols-[1fr_340px] items-start' : ''}>
                    <div>
                        {pictures.data.pictures.length === 0 ? (
                            <Empty>{search ? <>Nothing matches “{search}”.</> : 'No picture has been put in yet.'}</Empty>
                        ) : (
                            <PictureGrid pictures={pictures.data.pictures} chosen={chosen?.name ?? null} choose={({ name }) => choose(name === chosen?.name ? null : name)} />
                        )}
                        <Pager page={page} pages={Math.max(1, Math.ceil(pictures.data.total / pictures.data.per_page))} total={pictures.data.total} noun={pictures.data.total === 1 ? 'picture' : 'pictures'} />
                    </div>
                    {chosen && <PictureDetails key={chosen.name} picture={chosen} mayWrite={mayWrite} gone={() => choose(null)} />}
                </div>
            </Page>
        </div>
    );
}
