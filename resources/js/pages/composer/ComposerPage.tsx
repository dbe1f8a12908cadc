import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Loading, Problem } from '../../parts/Message';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish, useMayWrite, useSession } from '../../parts/useSession';
import { Halves, told, UndoRedo, useKeys, useNarrow } from '../../drafts/bar';
import { CastStrip } from './CastStrip';
import { DataSheet } from './DataSheet';
import { DeskContext, type Desk, type Field, type Finding } from '../../manuscript/desk';
import { ProofDialog, PublishDialog, VersionsDialog } from './dialogs';
import { ConflictDialog } from '../../drafts/ConflictDialog';
import type { Manuscript as Document } from '../../manuscript/document';
import { Envelope } from './Envelope';
import { FindingList, lead } from './Findings';
import { BlockList, VariableList } from '../../manuscript/Lists';
import { Manuscript } from '../../manuscript/Manuscript';
import { useSaving, useTakenUp, type Saved, type Shelf } from '../../drafts/saving';
import { Seen, type SeenElement } from '../../stage/Seen';
import { StagePane, useStage } from './StagePane';
import { VIEWS, type View } from '../../stage/views';
import { useComposer } from '../../manuscript/store';
import { useSaid } from '../../drafts/useSaid';

/** A template is written here: the manuscript on the left, the true message on the right. */
export function ComposerPage() {
    const key = useParams()['template'] ?? '';
    const template = useQuery({ queryKey: ['template', key], queryFn: () => got(api.GET('/api/app/templates/{key}', { params: { path: { key } } })), staleTime: Infinity, gcTime: 0, refetchOnWindowFocus: false });
    const desk = useQuery({ queryKey: ['desk', key], queryFn: () => got(api.GET('/api/app/templates/{key}/desk', { params: { path: { key } } })), staleTime: 60_000, refetchOnWindowFocus: false });
    const mayEdit = useMayWrite();
    const person = useSession().data?.person?.email ?? '';
    const data = template.data;
    const begun = useTakenUp(person, key, data, mayEdit && data?.archived === false, FIRST);

    if (template.error ?? desk.error) {
        return <Problem error={template.error ?? desk.error} />;
    }
    if (!data || !desk.data || !begun || begun.name !== data.key) {
        return <Loading />;
    }

    return <Composer key={data.key} template={data} given={desk.data} person={person} begun={begun} />;
}

/** Before the checks have said anything. */
const UNSAID: Schemas['Finding'][] = [];

/** Where one begins to write. */
const FIRST = { id: 'envelope', part: 'subject', caret: 'end' } as const;

function Composer({ template, given, person, begun }: { template: Schemas['Template']; given: Schemas['Desk']; person: string; begun: { kept: Document | null; conflict: boolean } }) {
    const { key } = template;
    const client = useQueryClient();
    const [search, setSearch] = useAddressState();
    const [line, setLine] = useState<Schemas['Template']>(template);
    const record = search.get('record') ?? given.cast[0]?.key ?? null;
    const language = search.get('language');
    const [view, setView] = useState<View>('wide');
    const [open, setOpen] = useState<'sheet' | 'blocks' | 'variables' | 'findings' | 'publish' | 'proof' | 'versions' | null>(null);
    const [sheet, setSheet] = useState(false);
    const [sought, setSought] = useState('');
    const [side, setSide] = useState<'manuscript' | 'stage'>('manuscript');
    const [seen, setSeen] = useState<SeenElement | null>(null);
    const narrow = useNarrow();
    const shelf: Shelf = useMemo(() => ({ name: key, put: (body) => got(api.PUT('/api/app/templates/{key}/draft', { params: { path: { key } }, body })) }), [key]);
    const saving = useSaving(person, shelf, template, begun);
    const { answer, fault } = useStage(template.key, record, language, view);
    const check = useCallback((document: Document) => got(api.POST('/api/app/templates/{key}/findings', { params: { path: { key: template.key } }, body: { document } })), [template.key]);
    const said = useSaid(check, 500);
    const findings = said?.findings ?? UNSAID;
    const values = useQuery({
        queryKey: ['sheet', template.key, record],
        queryFn: () => got(api.GET('/api/app/templates/{key}/sheet', { params: { path: { key: template.key }, query: { record: record ?? '' } } })),
        enabled: record !== null,
        placeholderData: (before) => before,
    });
    useEffect(() => {
        document.title = `${line.name} · Velvet Herald`;
    }, [line.name]);

    // Without a record there is no stage, and the checks tell them.
    const around = answer?.around ?? said?.around ?? given.around;
    const byPath = useMemo(() => new Map(given.fields.map((field: Field) => [field.path, field])), [given.fields]);
    const worn = useComposer((state) => state.document['brand'] as string | undefined);
    const { colours, tokens } = given.brands?.find((brand) => (worn ? brand.key === worn : brand.default)) ?? given;
    const colourValues = useMemo(() => Object.fromEntries(colours.map(({ role, value }) => [role, value])), [colours]);
    const known = values.data?.values;
    const desk: Desk = useMemo(
        () => ({
            ...given,
            template: template.key,
            byPath,
            values: known ?? {},
            record,
            findings,
            around,
            colours,
            colourValues,
            tokens,
            stage: answer?.html ?? null,
            ask: () => setOpen('variables'),
            openSheet: (path: string) => {
                setSheet(true);
                setSought(path);
            },
            openBlocks: () => setOpen('blocks'),
        }),
        [given, template.key, byPath, known, record, findings, around, colours, colourValues, tokens, answer?.html],
    );
    const theirs = useCallback(async () => {
        const [now, compared] = await Promise.all([
            got(api.GET('/api/app/templates/{key}', { params: { path: { key } } })),
            got(api.POST('/api/app/templates/{key}/comparison', { params: { path: { key } }, body: { document: useComposer.getState().document } })),
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
        const index = given.cast.findIndex((member) => member.key === record);
        const next = given.cast[(index + by + given.cast.length) % given.cast.length];
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
        sheet: () => setSheet((now) => !now),
        finding: stepFinding,
        cast: stepCast,
    });
    useEffect(() => {
        const show = () => setOpen('findings');
        window.addEventListener('herald:findings', show);

        return () => window.removeEventListener('herald:findings', show);
    }, []);

    const manuscript = (
        <div className="flex h-full min-h-0">
            {sheet && (
                <DataSheet
                    key={sought}
                    sought={sought}
                    close={() => {
                        setSheet(false);
                        setSought('');
                    }}
                />
            )}
            <div className={`manuscript${sheet ? ' manuscript-narrow' : ''}`} tabIndex={-1}>
                <Envelope lengths={answer?.lengths ?? {}} />
                <Manuscript />
            </div>
        </div>
    );
    const stage = (
        <div className="flex flex-col h-full min-h-0 min-w-0 bg-base-200">
            <Views view={view} setView={setView} languages={given.languages} language={language} setLanguage={(tag) => setSearch('language', tag)} shown={answer?.language_name ?? ''} />
            {record === null ? (
                <p className="flex-1 p-6 text-muted">
                    There is no record to show the message with. Load some: <code className="font-mono">php artisan herald:records orders.jsonl</code>
                </p>
            ) : (
                <StagePane answer={answer} fault={fault} view={view} see={setSeen} template={template.key} />
            )}
            <Seen element={seen} close={() => setSeen(null)} />
            {open === 'findings' && <FindingList findings={findings} close={() => setOpen(null)} />}
            <CastStrip cast={given.cast} leftOut={given.left_out ?? []} type={template.record_type} chosen={record} choose={(key) => setSearch('record', key)} />
        </div>
    );

    return (
        <DeskContext value={desk}>
            <div data-composer className="composer">
                <Bar
                    line={line}
                    desk={given}
                    saved={saving.saved}
                    findings={findings}
                    narrow={narrow}
                    side={side}
                    turn={() => setSide(side === 'stage' ? 'manuscript' : 'stage')}
                    sheet={sheet}
                    toggleSheet={() => setSheet(!sheet)}
                    open={(what) => setOpen(open === what ? null : what)}
                    publish={() => void publish()}
                />
                <ConflictDialog load={theirs} why={saving.saved.state === 'conflict' ? saving.saved.why : ''} open={saving.saved.state === 'conflict'} settle={saving.settle} />
                <Halves id="composer" left={manuscript} right={stage} narrow={narrow} side={side === 'stage' ? 'right' : 'left'} />
            </div>
            <BlockList open={open === 'blocks'} close={() => setOpen(null)} />
            <VariableList open={open === 'variables'} close={() => setOpen(null)} />
            <PublishDialog
                template={template.key}
                open={open === 'publish'}
                close={() => setOpen(null)}
                published={(answer) => {
                    saving.arrived(answer);
                    setLine(answer);
                    void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'template' && queryKey[0] !== 'desk' });
                }}
            />
            <ProofDialog template={template.key} record={record} language={language} open={open === 'proof'} close={() => setOpen(null)} />
            <VersionsDialog template={template.key} notice={line.notice} open={open === 'versions'} close={() => setOpen(null)} />
        </DeskContext>
    );
}

type Opening = 'findings' | 'proof' | 'versions';

function Bar({
    line,
    desk,
    saved,
    findings,
    narrow,
    side,
    turn,
    sheet,
    toggleSheet,
    open,
    publish,
}: {
    line: Schemas['Template'];
    desk: Schemas['Desk'];
    saved: Saved;
    findings: Finding[];
    narrow: boolean;
    side: 'manuscript' | 'stage';
    turn: () => void;
    sheet: boolean;
    toggleSheet: () => void;
    open: (what: Opening) => void;
    publish: () => void;
}) {
    const mayEdit = useComposer((state) => state.mayEdit);
    const mayPublish = useMayPublish();
    const changes = useComposer((state) => state.past.length);
    const grave = findings.filter((finding) => finding.weight === 'grave').length;
    const noted = findings.filter((finding) => finding.weight !== 'remark').length;

    return (
        <header className="composer-bar">
            <div className="min-w-0 flex flex-wrap items-baseline gap-x-3">
                {desk.notice && (
                    <span className="text-[12.5px] text-muted truncate">
                        {desk.notice.strand},{' '}
                        <Link className="link-quiet" to={`/notices/${desk.notice.key}`}>
                            {desk.notice.name}
                        </Link>
                    </span>
                )}
                <h1 className="!text-[18px] truncate">{line.name}</h1>
                <span className="text-[12.5px] text-muted" aria-live="polite" data-saved={saved.state}>
                    {!mayEdit ? (line.archived ? 'In the archive: nothing can be changed. ' : 'You may look, not change. ') : ''}
                    {told(saved, line.version, changes > 0)}
                </span>
            </div>
            <div className="ml-auto flex flex-wrap gap-1.5 items-center">
                <UndoRedo />
                <button type="button" className="btn btn-sm" onClick={() => open('findings')}>
                    {noted === 0 ? 'No findings' : `${noted} finding${noted === 1 ? '' : 's'}`}{' '}
                    {grave > 0 && <span className="badge badge-error badge-xs">{grave} grave</span>}
                </button>
                <button type="button" className="btn btn-sm" aria-pressed={sheet} onClick={toggleSheet}>
                    Data sheet
                </button>
                {narrow && (
                    <button type="button" className="btn btn-sm" onClick={turn} title="Turn the sheet (F2)">
                        {side === 'stage' ? 'Manuscript' : 'Stage'}
                    </button>
                )}
                <button type="button" className="btn btn-sm" onClick={() => open('versions')}>
                    Versions
                </button>
                {mayEdit && (
                    <>
                        <button type="button" className="btn btn-sm" onClick={() => open('proof')}>
                            Send a proof
                        </button>
                        <button type="button" className="btn btn-sm btn-primary" onClick={publish}>
                            {mayPublish ? 'Publish' : 'What publishing would do'}
                        </button>
                    </>
                )}
            </div>
        </header>
    );
}

function Views({ view, setView, languages, language, setLanguage, shown }: { view: View; setView: (view: View) => void; languages: Schemas['Language'][]; language: string | null; setLanguage: (tag: string | null) => void; shown: string }) {
    const written = useComposer((state) => state.document.translations);
    const base = useComposer((state) => state.document.language);
    const tags = [base, ...Object.keys(written ?? {})];
    const [scale, setScale] = useState('100');
    useEffect(() => {
        const timer = setInterval(() => setScale(document.querySelector<HTMLElement>('[data-scale]')?.dataset['scale'] ?? '100'), 400);

        return () => clearInterval(timer);
    }, []);

    return (
        <div className="views" role="toolbar" aria-label="Stage">
            {VIEWS.map(([name, words, means]) => (
                <button key={name} type="button" aria-pressed={view === name} className="view" title={means} onClick={() => setView(name)}>
                    {words}
                </button>
            ))}
            <label className="ml-auto flex items-center gap-1.5 whitespace-nowrap">
                <span className="sr-only">Language of the stage</span>
                <select className="select select-xs bg-transparent w-auto" value={language ?? ''} onChange={(event) => setLanguage(event.target.value || null)}>
                    <option value="">{shown ? `${shown}, the recipient’s` : 'the recipient’s'}</option>
                    {tags.map((tag) => (
                        <option key={tag} value={tag}>
                            {languages.find((one) => one.tag === tag)?.name ?? tag}
                        </option>
                    ))}
                </select>
                {scale} %
            </label>
        </div>
    );
}
