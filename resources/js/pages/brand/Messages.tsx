import { Maximize2, Minimize2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { NoRecord } from '../../parts/Message';
import { RecordPicker } from '../../parts/RecordPicker';
import { useRoom } from '../../parts/useRoom';
import type { Manuscript } from '../../manuscript/document';
import { Seen, type SeenElement } from '../../stage/Seen';
import { PHONE, shownAs, VIEWS, WIDE, type View } from '../../stage/views';
import { StageFrame } from '../../stage/StageFrame';
import { useStaged } from '../../stage/useStaged';

type Choice = Schemas['BrandDesk']['messages'][number];

interface Shown {
    notice: string;
    record: string;
}

/** Three true messages of the source in what is designed, always beside it. */
export function Messages({ brand, choices, staged }: { brand: string; choices: Choice[]; staged: (html: string | null) => void }) {
    const [view, setView] = useState<View>('wide');
    const [shown, setShown] = useState<Shown[]>(() => choices.slice(0, 3).map(({ notice, record }) => ({ notice, record })));
    const [large, setLarge] = useState<number | null>(null);
    const [seen, setSeen] = useState<SeenElement | null>(null);
    const { answer, fault } = useStaged(
        useCallback(
            (document: Manuscript) =>
                shown.length === 0
                    ? null
                    : got(
                          api.POST('/brands/{key}/stage', {
                              params: { path: { key: brand } },
                              body: { document: document as unknown as Schemas['BrandDocument'], messages: shown, view: shownAs(view), text: view === 'text' },
                          }),
                      ),
            [brand, shown, view],
        ),
    );

    // In what has colours of its own, the first message tells where they come from.
    const first = answer?.messages[0]?.html ?? null;
    useEffect(() => staged(first), [first, staged]);

    return (
        <div className="flex flex-col h-full min-h-0 min-w-0 bg-base-200">
            <div className="views" role="toolbar" aria-label="Messages">
                {VIEWS.filter(([name]) => name !== 'inbox').map(([name, words, means]) => (
                    <button key={name} type="button" aria-pressed={view === name} className="view" title={means} onClick={() => setView(name)}>
                        {words}
                    </button>
                ))}
            </div>
            {fault && (
                <p role="alert" className="bg-raised border-l-3 border-error px-3 py-1.5 text-[13px]">
                    <b className="text-error">The messages show what was last in order.</b> {fault.words}
                </p>
            )}
            {shown.length === 0 && (
                <p className="p-6 text-muted">
                    <NoRecord />
                </p>
            )}
            <div className={`flex-1 min-h-0 flex gap-px max-sm:flex-col ${shown.length > 0 ? 'bg-line' : ''}`}>
                {shown.map((one, index) => {
                    const choice = choices.find(({ notice }) => notice === one.notice);

                    return (
                        (large === null || large === index) && (
                            <Message
                                key={index}
                                at={index}
                                answer={answer?.messages[index] ?? null}
                                view={view}
                                choices={choices}
                                choice={choice}
                                record={one.record}
                                choose={(next) => setShown(shown.with(index, next))}
                                large={large === index}
                                enlarge={() => setLarge(large === index ? null : index)}
                                see={setSeen}
                            />
                        )
                    );
                })}
            </div>
            <Seen element={seen} close={() => setSeen(null)} />
        </div>
    );
}

function Message({
    at,
    answer,
    view,
    choices,
    choice,
    record,
    choose,
    large,
    enlarge,
    see,
}: {
    at: number;
    answer: Schemas['BrandStageOut']['messages'][number] | null;
    view: View;
    choices: Choice[];
    choice: Choice | undefined;
    record: string;
    choose: (next: Shown) => void;
    large: boolean;
    enlarge: () => void;
    see: (element: SeenElement | null) => void;
}) {
    const { box, room } = useRoom({ width: 240, height: 400 });
    const wanted = view === 'phone' ? PHONE : Math.max(WIDE, large ? room.width : 0);
    const scale = Math.min(1, room.width / wanted);

    return (
        <section aria-label={`Message ${at + 1}: ${choice?.name ?? ''}`} className="flex-1 min-w-0 flex flex-col bg-base-200" data-message={at}>
            <div className="flex items-center gap-1 px-2 py-1 bg-base-100 border-b border-line text-[12.5px]">
                <label className="flex-1 min-w-0">
                    <span className="sr-only">Message {at + 1}</span>
                    <select
                        className="select select-xs bg-transparent w-full font-semibold"
                        value={choice?.notice ?? ''}
                        onChange={(event) => {
                            const next = choices.find(({ notice }) => notice === event.target.value);
                            if (next) {
                                choose({ notice: next.notice, record: next.record_type === choice?.record_type ? record : next.record });
                            }
                        }}
                    >
                        {choices.map((one) => (
                            <option key={one.notice} value={one.notice}>
                                {one.name}
                            </option>
                        ))}
                    </select>
                </label>
                <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label={large ? 'All messages' : `Message ${at + 1} alone`} title={large ? 'All messages' : 'This one alone, larger'} onClick={enlarge}>
                    {large ? <Minimize2 size={13} aria-hidden="true" /> : <Maximize2 size={13} aria-hidden="true" />}
                </button>
            </div>
            {answer?.built_in && <p className="px-2 py-0.5 text-[11.5px] text-warning bg-base-100 border-b border-line">Its built-in words, which go out without a brand until a template replaces them.</p>}
            <div ref={box} className="relative flex-1 min-h-0 overflow-hidden max-sm:min-h-96">
                <div className={view === 'text' ? 'invisible' : ''}>
                    <StageFrame title={`Message ${at + 1}`} html={answer?.html ?? null} width={wanted} height={room.height / scale} scale={scale} left={Math.max(0, (room.width - wanted * scale) / 2)} see={see} />
                </div>
                {view === 'text' && (
                    <pre tabIndex={0} dir="auto" className="absolute inset-0 overflow-auto font-mono text-[11px] whitespace-pre-wrap p-3 bg-raised" aria-label="Plain text">
                        {answer?.text ?? ''}
                    </pre>
                )}
            </div>
            <div className="flex items-center justify-between gap-1 px-2 py-1 bg-base-100 border-t border-line text-[12px]">
                <span className="text-muted truncate" dir="auto" title={answer ? `${answer.language_name}. ${answer.from}: ${answer.subject}` : ''}>
                    {answer?.language}
                </span>
                {choice && <RecordPicker type={choice.record_type} chosen={record} choose={(key) => choose({ notice: choice.notice, record: key })} turn={answer !== null} slim />}
            </div>
        </section>
    );
}
