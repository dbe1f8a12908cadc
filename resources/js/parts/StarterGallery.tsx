import { useQuery } from '@tanstack/react-query';
import { queries } from '../api/queries';
import { inTheLight } from './surroundings';

/** Of the message in a card, before it is scaled down, in px. */
const WIDTH = 640;
const CARD = 236;

export interface StartersAsked {
    notice?: string;
    record_type?: string;
    record?: string;
    brand?: string;
}

/** Ready-made messages, each shown as the true message for a record. */
export function StarterGallery({ asked, chosen, choose }: { asked: StartersAsked; chosen: string; choose: (key: string) => void }) {
    const starters = useQuery(queries.starters(asked));
    if (!starters.data) {
        return <p className="text-muted">{starters.isError ? 'The starters could not be had.' : 'The starters are coming …'}</p>;
    }

    return (
        <>
            {starters.data.record === null && <p className="text-muted">There is no record of this kind yet: the messages are shown when there is one.</p>}
            <div role="radiogroup" aria-label="Starter" className="grid gap-3 grid-cols-[repeat(auto-fill,236px)] justify-center">
                {starters.data.starters.map((starter) => (
                    <label key={starter.key} className={`starter${chosen === starter.key ? ' starter-chosen' : ''}`}>
                        <input type="radio" name="starter" className="sr-only" value={starter.key} checked={chosen === starter.key} onChange={() => choose(starter.key)} />
                        <span className="starter-sheet" aria-hidden="true">
                            {starter.html_at && (
                                <iframe
                                    src={starter.html_at}
                                    title={starter.name}
                                    tabIndex={-1}
                                    loading="lazy"
                                    sandbox="allow-same-origin"
                                    onLoad={({ currentTarget }) => currentTarget.contentDocument && inTheLight(currentTarget.contentDocument)}
                                    style={{ width: WIDTH, height: WIDTH * 1.2, transform: `scale(${CARD / WIDTH})`, transformOrigin: '0 0', colorScheme: 'light' }}
                                />
                            )}
                        </span>
                        <b className="block px-2.5 pt-1.5">{starter.name}</b>
                        <span className="block px-2.5 pb-2 text-[12.5px] text-muted">{starter.about}</span>
                    </label>
                ))}
            </div>
        </>
    );
}
