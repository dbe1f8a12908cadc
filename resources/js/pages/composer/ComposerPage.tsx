import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Loading, NoRecord, Problem } from '../../parts/Message';
import { useAddressState } from '../../parts/useAddressState';
import { useQuiet } from '../../parts/useQuiet';
import { useMayWrite, useSession } from '../../parts/useSession';
import { Halves, useKeys, useNarrow } from '../../drafts/bar';
import { CastStrip } from './CastStrip';
import { DataSheet } from './DataSheet';
import { DeskContext, type Desk, type Field } from '../../manuscript/desk';
import { ProofDialog, PublishDialog, VersionsDialog } from './dialogs';
import { ConflictDialog } from '../../drafts/ConflictDialog';
import type { Manuscript as Document } from '../../manuscript/document';
import { Envelope } from './Envelope';
import { FindingList, lead } from './Findings';
import type { Given } from '../../parts/GivenFields';
import { GivenBar } from './Given';
import { BlockList, VariableList } from '../../manuscript/Lists';
import { Manuscript } from '../../manuscript/Manuscript';
import { useSaving, useTakenUp, type Shelf } from '../../drafts/saving';
import { Seen, type SeenElement } from '../../stage/Seen';
import { Outline } from './Outline';
import { BringHtml } from '../../drafts/BringHtml';
import { StarterDialog } from '../../drafts/StarterDialog';
import { ReplaceHere } from '../../drafts/Replace';
import { StagePane, useStage } from './StagePane';
import { type View } from '../../stage/views';
import { useComposer } from '../../manuscript/store';
import { useSaid } from '../../drafts/useSaid';
import { queries, WORKED_ON } from '../../api/queries';
import { ComposerBar } from './ComposerBar';
import { Views } from './Views';

/** A template is written here: the manuscript on the left, the true message on the right. */
export function ComposerPage() {
    const key = useParams()['template'] ?? '';
    const template = useQuery(queries.template(key));
    const desk = useQuery(queries.desk(key));
    const mayEdit = useMayWrite();
    const person = useSession().data?.person?.email ?? '';
    const data = template.data;
    const begun = useTakenUp(person, key, data, mayEdit && data?.archived === false, data?.passage ? null : FIRST);

    if (template.error ?? desk.error) {
        return <Problem error={template.error ?? desk.error} />;
    }
    if (!data || !desk.data || !begun || begun.name !== data.key) {
        return <Loading />;
    }

    return <Composer key={data.key} template={data} supplied={desk.data} person={person} begun={begun} />;
}

/** Before the checks have said anything. */
const UNSAID: Schemas['Finding'][] = [];

/** Where one begins to write. */
const FIRST = { id: 'envelope', part: 'subject', caret: 'end' } as const;

function Composer({ template, supplied, person, begun }: { template: Schemas['Template']; supplied: Schemas['Desk']; person: string; begun: { kept: Document | null; conflict: boolean } }) {
    const { key } = template;
    const client = useQueryClient();
    const [search, setSearch] = useAddressState();
    const [line, setLine] = useState<Schemas['Template']>(template);
    const record = search.get('record') ?? supplied.cast[0]?.key ?? null;
    const language = search.get('language');
    const [view, setView] = useState<View>('wide');
    const [open, setOpen] = useState<'sheet' | 'blocks' | 'variables' | 'findings' | 'publish' | 'proof' | 'versions' | 'replace' | 'starters' | 'html' | null>(search.get('bring') === 'html' ? 'html' : null);
    /** A dialog tells that it has closed a moment later: what was opened since stays. */
    const shut = (what: typeof open) => setOpen((now) => (now === what ? null : now));
    const [beside, setBeside] = useState<'sheet' | 'outline' | null>(null);
    const turnTo = (what: 'sheet' | 'outline') => setBeside((now) => (now === what ? null : what));
    const [sought, setSought] = useState('');
    const [side, setSide] = useState<'manuscript' | 'stage'>('manuscript');
    const [seen, setSeen] = useState<SeenElement | null>(null);
    const narrow = useNarrow();
    const shelf: Shelf = useMemo(() => ({ name: key, put: (body) => got(api.PUT('/templates/{key}/draft', { params: { path: { key } }, body })) }), [key]);
    const saving = useSaving(person, shelf, template, begun);
    const [given, setGiven] = useState<Given>({});
    const { answer, fault } = useStage(template.key, record, language, view, useQuiet(given));
    const check = useCallback((document: Document) => got(api.POST('/templates/{key}/findings', { params: { path: { key: template.key } }, body: { document } })), [template.key]);
    // The stage comes first, and all else once it is there.
    const staged = answer !== null || fault !== null || record === null;
    const said = useSaid(check, 500, staged);
    const findings = said?.findings ?? UNSAID;
    const values = useQuery({ ...queries.sheet(template.key, record ?? ''), enabled: record !== null && staged });
    useEffect(() => {
        document.title = `${line.name} · Velvet Herald`;
    }, [line.name]);

    // Without a record there is no stage, and the checks tell them.
    const around = answer?.around ?? said?.around ?? supplied.around;
    const byPath = useMemo(() => new Map(supplied.fields.map((field: Field) => [field.path, field])), [supplied.fields]);
    const worn = useComposer((state) => state.document['brand'] as string | undefined);
    const { colours, tokens } = supplied.brands?.find((brand) => (worn ? brand.key === worn : brand.default)) ?? supplied;
    const colourValues = useMemo(() => Object.fromEntries(colours.map(({ role, value }) => [role, value])), [colours]);
    const known = values.data?.values;
    const desk: Desk = useMemo(
        () => ({
            ...supplied,
            template: template.key,
            recordType: template.record_type,
            takesPassages: !template.passage,
            byPath,
            values: known ?? {},
            offers: values.data?.offers ?? {},
            record,
            findings,
            around,
            colours,
            colourValues,
            tokens,
            stage: answer?.html ?? null,
            handedIn: answer?.slots ?? [],
            ask: () => setOpen('variables'),
            openSheet: (path: string) => {
                setBeside('sheet');
                setSought(path);
            },
            openBlocks: () => setOpen('blocks'),
        }),
        [supplied, template.key, template.record_type, template.passage, byPath, known, values.data?.offers, record, findings, around, colours, colourValues, tokens, answer?.html, answer?.slots],
    );
    const theirs = useCallback(async () => {
        const [now, compared] = await Promise.all([
            got(api.GET('/templates/{key}', { params: { path: { key } } })),
            got(api.POST('/templates/{key}/comparison', { params: { path: { key } }, body: { document: useComposer.getState().document } })),
        ]);

        return { now, changes: compared.changes };
    }, [key]);
    const publish = async () => {
        if (await saving.flush()) {
            setOpen('publish');
        } else {
            toast.error('What is written has not been saved yet: it cannot be published before.');
        }
    };
    const stepCast = (by: number) => {
        const index = supplied.cast.findIndex((member) => member.key === record);
        const next = supplied.cast[(index + by + supplied.cast.length) % supplied.cast.length];
        if (next) {
            setSearch('record', next.key);
        }
    };
    const at = useRef(-1);
    const stepFinding = () => {
        const noted = findings.filter((finding) => finding.block !== null && finding.weight !== 'remark');
        at.current = (at.current + 1) % Math.max(1, noted.length);
        const next = noted[at.current];
        if (next) {
            lead(next);
        }
    };
    useKeys({
        save: () => void saving.flush(),
        publish: () => void publish(),
        blocks: () => setOpen('blocks'),
        turn: () => setSide((now) => (now === 'stage' ? 'manuscript' : 'stage')),
        sheet: () => turnTo('sheet'),
        outline: () => turnTo('outline'),
        replace: () => useComposer.getState().mayEdit && setOpen('replace'),
        finding: stepFinding,
        cast: stepCast,
        leave: open === 'findings' ? () => setOpen(null) : seen ? () => setSeen(null) : undefined,
    });
    useEffect(() => {
        const show = () => setOpen('findings');
        window.addEventListener('herald:findings', show);

        return () => window.removeEventListener('herald:findings', show);
    }, []);

    const manuscript = (
        <div className="flex h-full min-h-0">
            {beside === 'outline' && <Outline close={() => setBeside(null)} />}
            {beside === 'sheet' && (
                <DataSheet
                    key={sought}
                    sought={sought}
                    close={() => {
                        setBeside(null);
                        setSought('');
                    }}
                />
            )}
            <div className={`manuscript${beside ? ' manuscript-narrow' : ''}`} tabIndex={-1}>
                {!template.passage && <Envelope lengths={answer?.lengths ?? {}} />}
                <Manuscript />
            </div>
        </div>
    );
    const stage = (
        <div className="flex flex-col h-full min-h-0 min-w-0 bg-base-200">
            <Views view={view} setView={setView} languages={supplied.languages} language={language} setLanguage={(tag) => setSearch('language', tag)} shown={answer?.language_name ?? ''} />
            {supplied.notice && supplied.notice.given.length > 0 && <GivenBar asked={supplied.notice.given} given={given} set={setGiven} />}
            {record === null ? (
                <p className="flex-1 p-6 text-muted">
                    <NoRecord type={template.record_type} />
                </p>
            ) : (
                <StagePane answer={answer} fault={fault} view={view} see={setSeen} template={template.key} />
            )}
            <Seen element={seen} close={() => setSeen(null)} />
            {open === 'findings' && <FindingList findings={said ? findings : null} close={() => shut('findings')} />}
            <CastStrip turn={staged} cast={supplied.cast} leftOut={supplied.left_out ?? []} type={template.record_type} chosen={record} choose={(key) => setSearch('record', key)} />
        </div>
    );

    return (
        <DeskContext value={desk}>
            <div data-composer className="composer">
                <ComposerBar
                    line={line}
                    desk={supplied}
                    saved={saving.saved}
                    findings={said ? findings : null}
                    narrow={narrow}
                    side={side}
                    turn={() => setSide(side === 'stage' ? 'manuscript' : 'stage')}
                    sheet={beside === 'sheet'}
                    toggleSheet={() => turnTo('sheet')}
                    outline={beside === 'outline'}
                    toggleOutline={() => turnTo('outline')}
                    open={(what) => setOpen(open === what ? null : what)}
                    publish={() => void publish()}
                />
                <ConflictDialog load={theirs} why={saving.saved.state === 'conflict' ? saving.saved.why : ''} open={saving.saved.state === 'conflict'} settle={saving.settle} />
                <Halves id="composer" left={manuscript} right={stage} narrow={narrow} side={side === 'stage' ? 'right' : 'left'} />
            </div>
            <BlockList open={open === 'blocks'} close={() => shut('blocks')} />
            <VariableList open={open === 'variables'} close={() => shut('variables')} />
            <PublishDialog
                template={template.key}
                open={open === 'publish'}
                close={() => shut('publish')}
                published={(answer) => {
                    saving.arrived(answer);
                    setLine(answer);
                    void client.invalidateQueries({ predicate: ({ queryKey }) => !WORKED_ON.includes(queryKey[0]) });
                }}
            />
            {open === 'starters' && <StarterDialog template={template.key} asked={{ ...(line.notice ? { notice: line.notice.key } : { record_type: line.record_type }), ...(record ? { record } : {}) }} close={() => shut('starters')} />}
            {open === 'html' && <BringHtml close={() => shut('html')} />}
            {open === 'replace' && <ReplaceHere template={template.key} close={() => shut('replace')} />}
            <ProofDialog template={template.key} record={record} language={language} given={given} open={open === 'proof'} close={() => shut('proof')} />
            <VersionsDialog template={template.key} notice={line.notice} open={open === 'versions'} close={() => shut('versions')} />
        </DeskContext>
    );
}
