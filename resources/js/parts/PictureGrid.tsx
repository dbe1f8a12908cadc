import type { Schemas } from '../api/client';

export type PictureLine = Schemas['PictureLine'];

/** Where our own pages show a picture from. */
export const shownAt = (name: string): string => `/pictures/640/${name}`;

/** A number of bytes as people read it. */
export const heavy = (bytes: number): string => (bytes >= 1_000_000 ? `${(bytes / 1_000_000).toFixed(1)} MB` : `${Math.max(1, Math.ceil(bytes / 1_000))} KB`);

const used = ({ uses }: PictureLine): string => (uses.length === 0 ? 'not used' : uses.length === 1 ? `in ${uses[0]?.name ?? ''}` : `in ${uses.length} places`);

/** Pictures to choose one of. */
export function PictureGrid({ pictures, chosen, choose }: { pictures: PictureLine[]; chosen: string | null; choose: (picture: PictureLine) => void }) {
    return (
        <ul className="grid gap-3 grid-cols-[repeat(auto-fill,minmax(150px,1fr))]" aria-label="Pictures">
            {pictures.map((picture) => (
                <li key={picture.name}>
                    <button type="button" className={`picture-card${picture.name === chosen ? ' picture-chosen' : ''}`} aria-pressed={picture.name === chosen} onClick={() => choose(picture)}>
                        <span className="picture-ground">
                            <img src={shownAt(picture.name)} alt={picture.alternative} loading="lazy" />
                        </span>
                        <span className="block truncate font-semibold px-2 pt-1" title={picture.called}>
                            {picture.called}
                        </span>
                        <span className="block px-2 pb-1.5 text-[12.5px] text-muted">
                            {picture.width} × {picture.height}, {heavy(picture.weight)}
                            <br />
                            {used(picture)}
                        </span>
                    </button>
                </li>
            ))}
        </ul>
    );
}
