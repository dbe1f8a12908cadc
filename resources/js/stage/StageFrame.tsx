import morphdom from 'morphdom';
import { useEffect, useRef, useState } from 'react';
import { Elsewhere, useElsewhere } from '../parts/Elsewhere';
import { inTheLight } from '../parts/surroundings';
import { goTo } from '../manuscript/goTo';
import { seenIn, type SeenElement } from './Seen';
import { blockInHand, useComposer } from '../manuscript/store';
import { SOURCE } from '../api/source';

/** A message in a frame of its own, in which what is in hand is marked and a press puts something in hand. */
export function StageFrame({ html, width, height, scale, left, title = 'The stage: the true message', see }: { html: string | null; width: number; height: number; scale: number; left: number; title?: string; see?: (element: SeenElement | null) => void }) {
    const frame = useRef<HTMLIFrameElement>(null);
    const [ready, setReady] = useState(false);
    const elsewhere = useElsewhere();
    const look = useRef(elsewhere.look);
    const inHand = useComposer((state) => blockInHand(state)?.id ?? null);
    const told = useRef(see);
    useEffect(() => {
        told.current = see;
        look.current = elsewhere.look;
    }, [see, elsewhere.look]);

    useEffect(() => {
        const inner = frame.current?.contentDocument;
        if (!ready || !inner || html === null) {
            return;
        }
        const next = new DOMParser().parseFromString(html, 'text/html');
        inner.documentElement.lang = next.documentElement.lang;
        inner.documentElement.dir = next.documentElement.dir;
        // What differs on a phone stands in the head.
        inner.head.querySelectorAll('style:not(#hand)').forEach((style) => style.remove());
        inner.head.prepend(...next.head.querySelectorAll('style'));
        inTheLight(inner);
        // Only what differs is touched, so that the scroll stays where it is.
        morphdom(inner.body, next.body, { onBeforeElUpdated: (from, to) => !from.isEqualNode(to) });
        look.current(inner);
    }, [html, ready]);

    useEffect(() => {
        const inner = frame.current?.contentDocument;
        if (!ready || !inner) {
            return;
        }
        let style = inner.getElementById('hand');
        if (!style) {
            style = inner.createElement('style');
            style.id = 'hand';
            inner.head.append(style);
        }
        style.textContent =
            '[data-block]{cursor:pointer} [data-block]:hover:not(:has([data-block]:hover)){outline:1px dashed #a8741a;outline-offset:2px}' +
            (inHand ? ` [data-block="${CSS.escape(inHand)}"]{outline:2px solid #6e1b3f!important;outline-offset:3px}` : '');
        const element = inHand ? inner.querySelector(`[data-block="${CSS.escape(inHand)}"]`) : null;
        const bounds = element?.getBoundingClientRect();
        if (element && bounds && (bounds.top < 0 || bounds.bottom > inner.documentElement.clientHeight)) {
            element.scrollIntoView({ block: bounds.height > inner.documentElement.clientHeight ? 'start' : 'nearest' });
        }
    }, [inHand, ready, html, height]);

    const loaded = () => {
        frame.current?.contentDocument?.addEventListener('click', (event) => {
            // Links on the stage are for looking at.
            event.preventDefault();
            told.current?.(seenIn(event.target as Element));
            const block = (event.target as Element).closest<HTMLElement>('[data-block]')?.dataset['block'];
            if (block) {
                goTo(block);
            }
        });
        setReady(true);
    };

    return (
        <>
            <iframe
                ref={frame}
                src={elsewhere.framed(`/stage/${SOURCE}/empty`)}
                title={title}
                sandbox="allow-same-origin"
                onLoad={loaded}
                className="bg-white border-0 block absolute top-0"
                style={{ width, height, left, transform: `scale(${scale})`, transformOrigin: '0 0', colorScheme: 'light' }}
            />
            <Elsewhere
                found={elsewhere.found}
                show={() => {
                    // Another page comes into the frame, and is filled in once it is there.
                    setReady(false);
                    elsewhere.show();
                }}
                className="absolute bottom-0 inset-x-0"
            />
        </>
    );
}
