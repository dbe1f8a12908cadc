import { useRef, useState } from 'react';
import { Elsewhere, useElsewhere } from './Elsewhere';
import { inTheLight } from './surroundings';
import { useRoom } from './useRoom';

/** A message's true HTML in a frame without scripts, scaled down when there is less room than it is wide, as high as it is. */
export function Stage({ at, title, width = 640 }: { at: string; title: string; width?: number }) {
    const { box, room } = useRoom({ width, height: 400 });
    const frame = useRef<HTMLIFrameElement>(null);
    const [height, setHeight] = useState(400);
    const elsewhere = useElsewhere();

    const measure = () => {
        const page = frame.current?.contentDocument;
        const body = page?.body;
        if (page && body) {
            inTheLight(page);
            elsewhere.look(page);
            // Links in a preview are for looking at.
            body.addEventListener('click', (event) => event.preventDefault());
            setHeight(body.scrollHeight);
        }
    };
    const scale = Math.min(1, room.width / width);

    return (
        <>
            <Elsewhere found={elsewhere.found} show={elsewhere.show} className="mb-2" />
            <div ref={box} className="overflow-hidden" style={{ height: height * scale }}>
            <iframe
                ref={frame}
                src={elsewhere.framed(at)}
                title={title}
                sandbox="allow-same-origin"
                onLoad={measure}
                className="bg-white border-0 block"
                style={{ width: scale < 1 ? width : '100%', height, transform: `scale(${scale})`, transformOrigin: '0 0', colorScheme: 'light' }}
            />
            </div>
        </>
    );
}
