import { useEffect, useRef, useState } from 'react';

/** A message's true HTML in a frame without scripts, scaled down when there is less room than it is wide, as high as it is. */
export function Stage({ at, title, width = 640 }: { at: string; title: string; width?: number }) {
    const box = useRef<HTMLDivElement>(null);
    const frame = useRef<HTMLIFrameElement>(null);
    const [room, setRoom] = useState(width);
    const [height, setHeight] = useState(400);

    useEffect(() => {
        const observer = new ResizeObserver(([entry]) => {
            if (entry) {
                setRoom(entry.contentRect.width);
            }
        });
        if (box.current) {
            observer.observe(box.current);
        }

        return () => observer.disconnect();
    }, []);

    const measure = () => {
        const body = frame.current?.contentDocument?.body;
        if (body) {
            // Links in a preview are for looking at.
            body.addEventListener('click', (event) => event.preventDefault());
            setHeight(body.scrollHeight);
        }
    };
    const scale = Math.min(1, room / width);

    return (
        <div ref={box} className="overflow-hidden" style={{ height: height * scale }}>
            <iframe
                ref={frame}
                src={at}
                title={title}
                sandbox="allow-same-origin"
                onLoad={measure}
                className="bg-white border-0 block"
                style={{ width: scale < 1 ? width : '100%', height, transform: `scale(${scale})`, transformOrigin: '0 0' }}
            />
        </div>
    );
}
