import { useMutation } from '@tanstack/react-query';
import { useCallback } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { toast } from 'sonner';
import { useRoom } from '../../parts/useRoom';
import type { Manuscript } from '../../manuscript/document';
import { withMember } from '../../manuscript/members';
import { type SeenElement } from '../../stage/Seen';
import { useComposer } from '../../manuscript/store';
import { Fault } from '../../stage/useStaged';
import type { Given } from '../../parts/GivenFields';
import { InboxLine } from './InboxLine';
import { PHONE } from '../../stage/views';
import { StageFrame } from '../../stage/StageFrame';
import { View } from '../../stage/views';
import { WIDE } from '../../stage/views';
import { useDesk } from '../../manuscript/desk';
import { goTo } from '../../manuscript/goTo';
import { shownAs } from '../../stage/views';
import { useStaged } from '../../stage/useStaged';

type Answer = Schemas['StageOut'];

/** The true message of a template for a record. */
export function useStage(template: string, record: string | null, language: string | null, view: View, given: Given) {
    return useStaged(
        useCallback(
            (document: Manuscript) =>
                record === null
                    ? null
                    : got(api.POST('/templates/{key}/stage', { params: { path: { key: template } }, body: { document, record, language, view: shownAs(view), text: view === 'text', given } })),
            [template, record, language, view, given],
        ),
    );
}

/** The true message, scaled where there is less room than it is wide. */
export function StagePane({ answer, fault, view, see, template }: { answer: Answer | null; fault: Fault | null; view: View; see: (element: SeenElement | null) => void; template: string }) {
    const { box, room } = useRoom({ width: WIDE, height: 400 });
    const wanted = view === 'phone' ? PHONE : Math.max(WIDE, room.width);
    const scale = Math.min(1, room.width / wanted);
    const { record } = useDesk();

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
                {!answer && !fault && (
                    <p role="status" className="absolute inset-x-0 top-16 text-center text-muted">
                        {record === null ? 'There is no record to show it for yet.' : 'The message is coming …'}
                    </p>
                )}
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
    const { takesPassages: isMessage } = useDesk();
    const take = useMutation({
        mutationFn: () => got(api.POST('/templates/{key}/plain', { params: { path: { key: template } }, body: { document: useComposer.getState().document } })),
        onSuccess: ({ document: taken }) => {
            useComposer.getState().apply('take the plain text over', () => taken as unknown as Manuscript);
            requestAnimationFrame(() => document.querySelector('[data-plain]')?.scrollIntoView({ block: 'start' }));
        },
        onError: (error) => toast.error(error.message),
    });

    return (
        mayEdit &&
        isMessage && (
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
