import { replaceEqualDeep, useMutation } from '@tanstack/react-query';
import morphdom from 'morphdom';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, got, ProblemError, type Schemas } from '../../api/client';
import { toast } from 'sonner';
import { Address } from '../../parts/Address';
import { Elsewhere, useElsewhere } from '../../parts/Elsewhere';
import { inTheLight } from '../../parts/surroundings';
import { useRoom } from '../../parts/useRoom';
import { find, firstLine, withMember, type Item, type Manuscript } from './document';
import { seenIn, type SeenElement } from './Seen';
import { blockInHand, useComposer } from './store';

export type View = Schemas['View'] | 'text' | 'inbox';

export const VIEWS: [View, string, string][] = [
    ['wide', 'Wide', 'As most programs show it'],
    ['phone', 'Phone', 'In a window of 375 px'],
    ['dark', 'Dark', 'In dark surroundings, where the program follows the message’s own dark colours'],
    ['inverted', 'Inverted', 'A simulation of programs that darken by force: the lightness of every colour is mirrored, pictures stay'],
    ['no_pictures', 'No pictures', 'Where pictures are not loaded'],
    ['text', 'Plain text', 'The part for programs that show no HTML'],
    ['inbox', 'Inbox line', 'As it stands in a list of messages'],
];

type Answer = Schemas['StageOut'];

interface Fault {
    words: string;
    block: string | null;
}

/** The width a message is laid out in, in px: a little more than it is wide, so that its ground is seen. */
export const [WIDE, PHONE] = [640, 375];

/** Asks a question about what is written whenever that or the question has changed: one at a time, the newest next; what comes late is dropped. */
export function useStaged<T>(question: (document: Manuscript) => Promise<T> | null) {
    const [answer, setAnswer] = useState<T | null>(null);
    const [fault, setFault] = useState<Fault | null>(null);
    const asked = useRef({ number: 0, shown: 0, running: false, again: false, since: 0 });
    const wanted = useRef(question);

    const ask = useCallback(async (): Promise<void> => {
        const now = asked.current;
        if (now.running) {
            now.again = true;

            return;
        }
        now.running = true;
        do {
            now.again = false;
            const number = ++now.number;
            const since = now.since || performance.now();
            now.since = 0;
            const { document } = useComposer.getState();
            const coming = wanted.current(document);
            if (coming === null) {
                break;
            }
            try {
                const given = await coming;
                if (number > now.shown) {
                    now.shown = number;
                    // What is the same stays the same, so that nothing is drawn for it.
                    setAnswer((before) => replaceEqualDeep(before, given));
                    setFault(null);
                    requestAnimationFrame(() => performance.measure('herald-stage', { start: since, end: performance.now() }));
                }
            } catch (error) {
                // The last good stage stays.
                setFault(faultOf(error, document));
            }
            // It may have been asked again while this was under way.
        } while (waits(now));
        now.running = false;
    }, []);

    useEffect(() => {
        wanted.current = question;
        queueMicrotask(() => void ask());
    }, [ask, question]);

    useEffect(() => {
        return useComposer.subscribe((state, before) => {
            if (state.document !== before.document) {
                asked.current.since ||= performance.now();
                void ask();
            }
        });
    }, [ask]);

    return { answer, fault };
}

/** The true message of a template for a record. */
export function useStage(template: string, record: string | null, language: string | null, view: View) {
    return useStaged(
        useCallback(
            (document: Manuscript) =>
                record === null
                    ? null
                    : got(api.POST('/api/app/templates/{key}/stage', { params: { path: { key: template } }, body: { document, record, language, view: shownAs(view), text: view === 'text' } })),
            [template, record, language, view],
        ),
    );
}

/** The view in which the HTML is asked for. */
export const shownAs = (view: View): Schemas['View'] => (view === 'text' || view === 'inbox' ? 'wide' : view);

const waits = (asked: { again: boolean }): boolean => asked.again;

function faultOf(error: unknown, document: Manuscript): Fault {
    const first = error instanceof ProblemError ? error.problem.faults?.[0] : undefined;
    if (!first) {
        return { words: error instanceof Error ? error.message : String(error), block: null };
    }
    // The nearest block around the place that is named.
    let at: unknown = document;
    let block: string | null = null;
    for (const step of first.place.split('/')) {
        at = at && typeof at === 'object' ? (at as Record<string, unknown>)[step] : undefined;
        block = at && typeof at === 'object' && 'type' in at && 'id' in at ? (at as Item).id : block;
    }

    return { words: `${first.place}: ${first.reason}`, block };
}

/** The true message, scaled where there is less room than it is wide. */
export function StagePane({ answer, fault, view, see, template }: { answer: Answer | null; fault: Fault | null; view: View; see: (element: SeenElement | null) => void; template: string }) {
    const { box, room } = useRoom({ width: WIDE, height: 400 });
    const wanted = view === 'phone' ? PHONE : Math.max(WIDE, room.width);
    const scale = Math.min(1, room.width / wanted);

    return (
        <>
            {fault && (
                <p role="alert" className="bg-raised border-l-3 border-error px-3 py-1.5 text-[13px]">
                    <b className="text-error">The stage shows what was last in order.</b> {fault.words}{' '}
                    {fault.block && (
                        <button type="button" className="link-quiet cursor-pointer" onClick={() => goTo(fault.block)}>
                            Go to the block
                        </button>
                    )}
                </p>
            )}
            <div ref={box} className="relative flex-1 min-h-0 overflow-hidden" data-scale={Math.round(scale * 100)}>
                <div className={view === 'text' || view === 'inbox' ? 'invisible' : ''}>
                    <StageFrame see={see} html={answer?.html ?? null} width={wanted} height={room.height / scale} scale={scale} left={Math.max(0, (room.width - wanted * scale) / 2)} />
                </div>
                {view === 'text' && <ByHand template={template} />}
                {view === 'text' && (
                    <pre tabIndex={0} dir="auto" className="absolute inset-0 overflow-auto font-mono text-[12px] whitespace-pre p-5 bg-raised" aria-label="Plain text">
                        {answer?.text ?? ''}
                    </pre>
                )}
                {view === 'inbox' && answer && <InboxLine answer={answer} />}
            </div>
        </>
    );
}

/** Takes the plain text over by hand, or has it written from the message again. */
function ByHand({ template }: { template: string }) {
    const taken = useComposer((state) => state.document.plain !== undefined);
    const mayEdit = useComposer((state) => state.mayEdit);
    const take = useMutation({
        mutationFn: () => got(api.POST('/api/app/templates/{key}/plain', { params: { path: { key: template } }, body: { document: useComposer.getState().document } })),
        onSuccess: ({ document: taken }) => {
            useComposer.getState().apply('take the plain text over', () => taken as unknown as Manuscript);
            requestAnimationFrame(() => document.querySelector('[data-plain]')?.scrollIntoView({ block: 'start' }));
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        mayEdit && (
            <div className="absolute top-2 right-4 z-10">
                {taken ? (
                    <button type="button" className="btn btn-xs" onClick={() => useComposer.getState().apply('plain text from the message', (document) => withMember(document, 'plain', undefined))}>
                        Write it from the message again
                    </button>
                ) : (
                    <button type="button" className="btn btn-xs" disabled={take.isPending} onClick={() => take.mutate()}>
                        Take it over by hand
                    </button>
                )}
            </div>
        )
    );
}

/** Puts a block in hand: the first text in it. */
export function goTo(id: string | null) {
    const { document, take } = useComposer.getState();
    const found = id ? find(document, id) : null;
    if (found) {
        const line = firstLine(found.item);
        take({ id: line?.id ?? found.item.id, part: line?.part ?? null, caret: 'end' });
    }
}

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
                src={elsewhere.framed('/stage/empty')}
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

/** How it sits in a list of messages, and whom it goes to. */
function InboxLine({ answer }: { answer: Answer }) {
    const name = answer.from.replace(/\s*<.*>$/, '') || answer.from;
    const lines: [string, string][] = [
        ['From', answer.from],
        ['To', answer.to ?? ''],
        ['CC', answer.cc],
        ['BCC', answer.bcc],
        ['Reply to', answer.reply_to],
        ['Subject', answer.subject],
    ];

    return (
        <div className="absolute inset-0 overflow-auto bg-raised p-5">
            {[
                ['On a wide screen', 'max-w-[620px]'],
                ['On a phone', 'max-w-[340px]'],
            ].map(([where, width]) => (
                <section key={where} className="mb-6" aria-label={where}>
                    <p className="text-muted text-[12.5px] mb-1">{where}</p>
                    <div className={`border border-line rounded-box px-3 py-2 font-[system-ui] ${width ?? ''}`}>
                        {width === 'max-w-[340px]' ? (
                            <>
                                <p className="font-semibold truncate">{name}</p>
                                <p className="truncate" dir="auto">
                                    {answer.subject}
                                </p>
                                <p className="text-muted text-[13px] line-clamp-2" dir="auto">
                                    {answer.preview}
                                </p>
                            </>
                        ) : (
                            <p className="truncate">
                                <b className="inline-block w-40 truncate align-bottom">{name}</b> <span dir="auto">{answer.subject}</span> <span className="text-muted">{answer.preview}</span>
                            </p>
                        )}
                    </div>
                </section>
            ))}
            <dl className="grid grid-cols-[80px_1fr] gap-x-3 gap-y-0.5 text-[13px]">
                {lines
                    .filter(([label, value]) => value || label === 'To')
                    .map(([label, value]) => (
                        <div key={label} className="contents">
                            <dt>{label}</dt>
                            <dd className="break-words min-w-0">{value ? <Address of={value} /> : <span className="text-warning">no address: it would be skipped</span>}</dd>
                        </div>
                    ))}
            </dl>
        </div>
    );
}
