import { replaceEqualDeep, useQuery, useQueryClient } from '@tanstack/react-query';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Loading, Problem } from '../../parts/Message';
import { useAddressState } from '../../parts/useAddressState';
import { useMayEdit, useSession } from '../../parts/useSession';
import { when } from '../../parts/when';
import { CastStrip } from './CastStrip';
import { DataSheet } from './DataSheet';
import { DeskContext, type Desk, type Field, type Finding } from './desk';
import { ConflictDialog, ProofDialog, PublishDialog, VersionsDialog } from './dialogs';
import type { Manuscript as Document } from './document';
import { Envelope } from './Envelope';
import { FindingList, lead } from './Findings';
import { BlockList, VariableList } from './Lists';
import { Manuscript } from './Manuscript';
import { keptHere, useSaving, type Saved } from './saving';
import { StagePane, useStage, VIEWS, type View } from './StagePane';
import { deeds, useComposer } from './store';

/** A template is written here: the manuscript on the left, the true message on the right. */
export function ComposerPage() {
    const key = useParams()['template'] ?? '';
    const template = useQuery({ queryKey: ['template', key], queryFn: () => got(api.GET('/api/app/templates/{key}', { params: { path: { key } } })), staleTime: Infinity, gcTime: 0, refetchOnWindowFocus: false });
    const desk = useQuery({ queryKey: ['desk', key], queryFn: () => got(api.GET('/api/app/templates/{key}/desk', { params: { path: { key } } })), staleTime: 60_000, refetchOnWindowFocus: false });
    const mayEdit = useMayEdit();
    const person = useSession().data?.person?.email ?? '';
    const [begun, setBegun] = useState<{ key: string; kept: Document | null; conflict: boolean } | null>(null);
    const data = template.data;
    // What comes from the server later does not overrun what is being written.
    const started = useRef<string | null>(null);

    useEffect(() => {
        if (!data || started.current === data.key) {
            return;
        }
        let gone = false;
        void keptHere(person, data.key).then((kept) => {
            if (gone) {
                return;
            }
            started.current = data.key;
            const document = data.document as unknown as Document;
            const differs = mayEdit && kept !== undefined && JSON.stringify(kept.document) !== JSON.stringify(document);
            const conflict = differs && (kept.revision !== (data.draft?.revision ?? null) || kept.version !== data.version);
            useComposer.setState({ document, past: [], future: [], hand: mayEdit && !data.archived ? { id: 'envelope', part: 'subject', caret: 'end' } : null, selected: [], mayEdit: mayEdit && !data.archived });
            setBegun({ key: data.key, kept: differs ? kept.document : null, conflict });
        });

        return () => {
            gone = true;
        };
    }, [data, mayEdit, person]);

    if (template.error ?? desk.error) {
        return <Problem error={template.error ?? desk.error} />;
    }
    if (!data || !desk.data || begun?.key !== data.key) {
        return <Loading />;
    }

    return <Composer key={data.key} template={data} given={desk.data} person={person} kept={begun.kept} conflict={begun.conflict} />;
}

function Composer({ template, given, person, kept, conflict }: { template: Schemas['Template']; given: Schemas['Desk']; person: string; kept: Document | null; conflict: boolean }) {
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
    const narrow = useNarrow();
    const saving = useSaving(person, template.key, { revision: template.draft?.revision ?? null, version: template.version, at: template.draft?.at ?? null });
    const { answer, fault } = useStage(template.key, record, language, view);
    const { findings, sentences: read } = useFindings(template.key);
    const values = useQuery({
        queryKey: ['sheet', template.key, record],
        queryFn: () => got(api.GET('/api/app/templates/{key}/sheet', { params: { path: { key: template.key }, query: { record: record ?? '' } } })),
        enabled: record !== null,
        placeholderData: (before) => before,
    });
    const { begin } = saving;
    useEffect(() => {
        begin(conflict);
        if (kept) {
            useComposer.getState().apply('take up what this browser kept', () => kept);
            toast.info('Changes that this browser had kept were taken up.');
        }
    }, [begin, conflict, kept]);
    useEffect(() => {
        document.title = `${line.name} · Velvet Herald`;
    }, [line.name]);

    // Without a record there is no stage, and the checks tell them.
    const sentences = answer?.sentences ?? read;
    const byPath = useMemo(() => new Map(given.fields.map((field: Field) => [field.path, field])), [given.fields]);
    const colourValues = useMemo(() => Object.fromEntries(given.colours.map(({ role, value }) => [role, value])), [given.colours]);
    const known = values.data?.values;
    const desk: Desk = useMemo(
        () => ({
            ...given,
            template: template.key,
            byPath,
            values: known ?? {},
            record,
            findings,
            sentences,
            colourValues,
            ask: () => setOpen('variables'),
            openSheet: (path: string) => {
                setSheet(true);
                setSought(path);
            },
            openBlocks: () => setOpen('blocks'),
        }),
        [given, template.key, byPath, known, record, findings, sentences, colourValues],
    );
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
                <StagePane answer={answer} fault={fault} view={view} />
            )}
            {open === 'findings' && <FindingList findings={findings} close={() => setOpen(null)} />}
            <CastStrip cast={given.cast} type={template.record_type} chosen={record} choose={(key) => setSearch('record', key)} />
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
                <ConflictDialog template={template.key} why={saving.saved.state === 'conflict' ? saving.saved.why : ''} open={saving.saved.state === 'conflict'} settle={saving.settle} />
                <div className="flex-1 min-h-0">
                    {narrow ? (
                        <>
                            <div className={side === 'manuscript' ? 'h-full' : 'hidden'}>{manuscript}</div>
                            <div className={side === 'stage' ? 'h-full' : 'hidden'}>{stage}</div>
                        </>
                    ) : (
                        <Group orientation="horizontal" className="h-full" id="composer">
                            <Panel defaultSize="49" minSize="30" id="manuscript">
                                {manuscript}
                            </Panel>
                            <Separator className="divider-bar" aria-label="Divide manuscript and stage" />
                            <Panel minSize="25" id="stage">
                                {stage}
                            </Panel>
                        </Group>
                    )}
                </div>
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
    const { undo, redo } = useComposer.getState();
    const last = useComposer((state) => state.past.at(-1)?.name);
    const next = useComposer((state) => state.future[0]?.name);
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
                <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label={last ? `Undo: ${last}` : 'Undo'} title={last ? `Undo: ${last} (Ctrl Z)` : 'Nothing to undo'} disabled={!last} onClick={undo}>
                    <Undo2 size={16} aria-hidden="true" />
                </button>
                <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label={next ? `Redo: ${next}` : 'Redo'} title={next ? `Redo: ${next} (Ctrl Shift Z)` : 'Nothing to redo'} disabled={!next} onClick={redo}>
                    <Redo2 size={16} aria-hidden="true" />
                </button>
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
                            Publish
                        </button>
                    </>
                )}
            </div>
        </header>
    );
}

function told(saved: Saved, version: number | null, touched: boolean): string {
    const since = version === null ? 'Draft, not published yet' : saved.state === 'saved' && saved.at === null && !touched ? `Version ${version}` : saved.state === 'saved' && saved.at === null ? `Version ${version}, published` : `Draft since version ${version}`;
    switch (saved.state) {
        case 'saved':
            return saved.at ? `${since}. Saved ${when(saved.at)}` : since;
        case 'writing':
        case 'saving':
            return `${since}. Saving…`;
        case 'offline':
            return `${saved.why}. Kept in this browser, and sent when it is back.`;
        case 'refused':
            return `Not saved: ${saved.why}. Kept in this browser.`;
        case 'conflict':
            return 'Not saved: changed elsewhere.';
    }
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
            {VIEWS.map(([name, words]) => (
                <button key={name} type="button" aria-pressed={view === name} className="view" onClick={() => setView(name)}>
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

/** What the checks say, a moment after one has stopped writing. */
function useFindings(template: string): Schemas['Findings'] {
    const [told, setTold] = useState<Schemas['Findings']>({ findings: [], sentences: {} });
    useEffect(() => {
        let timer: ReturnType<typeof setTimeout>;
        let number = 0;
        const ask = async () => {
            const own = ++number;
            const answer = await got(api.POST('/api/app/templates/{key}/findings', { params: { path: { key: template } }, body: { document: useComposer.getState().document } })).catch(() => null);
            if (answer && own === number) {
                setTold((before) => replaceEqualDeep(before, answer));
            }
        };
        void ask();
        const stop = useComposer.subscribe((state, before) => {
            if (state.document !== before.document) {
                clearTimeout(timer);
                timer = setTimeout(() => void ask(), 500);
            }
        });

        return () => {
            clearTimeout(timer);
            stop();
        };
    }, [template]);

    return told;
}

/** Whether the halves are two sides of one sheet. */
function useNarrow(): boolean {
    const [narrow, setNarrow] = useState(() => window.matchMedia('(width < 1200px)').matches);
    useEffect(() => {
        const media = window.matchMedia('(width < 1200px)');
        const listen = () => setNarrow(media.matches);
        media.addEventListener('change', listen);

        return () => media.removeEventListener('change', listen);
    }, []);

    return narrow;
}

interface Doing {
    save: () => void;
    publish: () => void;
    blocks: () => void;
    turn: () => void;
    sheet: () => void;
    finding: () => void;
    cast: (by: number) => void;
}

function useKeys(doing: Doing) {
    const now = useRef(doing);
    useEffect(() => {
        now.current = doing;
    });
    useEffect(() => {
        const listen = (event: KeyboardEvent) => {
            if (document.querySelector('dialog[open]')) {
                return;
            }
            const control = event.ctrlKey || event.metaKey;
            const { undo, redo } = useComposer.getState();
            const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
            const deed: (() => void) | undefined =
                control && key === 's'
                    ? now.current.save
                    : control && key === 'z'
                      ? event.shiftKey
                          ? redo
                          : undo
                      : control && key === 'y'
                        ? redo
                        : control && key === 'Enter'
                          ? now.current.publish
                          : event.altKey && key === 'Enter'
                            ? now.current.blocks
                            : event.altKey && event.shiftKey && key === 'ArrowDown'
                              ? deeds.duplicate
                              : event.altKey && (key === 'ArrowUp' || key === 'ArrowDown')
                                ? () => deeds.shift(key === 'ArrowUp' ? -1 : 1)
                                : key === 'F2'
                                  ? now.current.turn
                                  : key === 'F4'
                                    ? now.current.sheet
                                    : key === 'F8'
                                      ? now.current.finding
                                      : key === 'F9'
                                        ? () => now.current.cast(event.shiftKey ? -1 : 1)
                                        : undefined;
            if (deed) {
                event.preventDefault();
                event.stopPropagation();
                deed();
            }
        };
        document.addEventListener('keydown', listen, true);

        return () => document.removeEventListener('keydown', listen, true);
    }, []);
}
