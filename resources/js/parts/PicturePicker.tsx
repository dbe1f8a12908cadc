import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { queries } from '../api/queries';
import { Dialog } from './Dialog';
import { PictureGrid, type PictureLine } from './PictureGrid';

/** Asks for one of the pictures that are there. */
export function PicturePicker({ title, without, close, choose }: { title: string; without?: string; close: () => void; choose: (picture: PictureLine) => void }) {
    const [search, setSearch] = useState('');
    const pictures = useQuery(queries.pictures({ search }));
    const found = pictures.data?.pictures.filter(({ name }) => name !== without) ?? [];

    return (
        <Dialog open wide close={close} title={title}>
            <label className="input input-sm bg-raised w-72 mb-3">
                <span className="sr-only">Search pictures</span>
                <input type="search" placeholder="Name, words, or what it stands in" value={search} onChange={(event) => setSearch(event.target.value)} />
            </label>
            {pictures.data ? (
                found.length === 0 ? <p className="text-muted">{search ? `Nothing matches “${search}”.` : 'No picture has been put in yet.'}</p> : <PictureGrid pictures={found} chosen={null} choose={choose} />
            ) : (
                <p className="text-muted">{pictures.isError ? 'The pictures could not be had.' : 'The pictures are coming …'}</p>
            )}
        </Dialog>
    );
}
