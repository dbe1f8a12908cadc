import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Loading, NothingHere, Problem } from '../../parts/Message';
import { useUpload } from '../../parts/upload';
import { useMayPublish, useMayWrite, useSession } from '../../parts/useSession';
import { Halves, SavedState, told, UndoRedo, useKeys, useNarrow } from '../../drafts/bar';
import { DeskContext, type Desk, type Field } from '../../manuscript/desk';
import { ConflictDialog } from '../../drafts/ConflictDialog';
import type { Manuscript } from '../../manuscript/document';
import { BlockList, VariableList } from '../../manuscript/Lists';
import { useSaving, useTakenUp, type Saved, type Shelf } from '../../drafts/saving';
import { useComposer } from '../../manuscript/store';
import { useSaid } from '../../drafts/useSaid';
import { Colours } from './Colours';
import { design, type Analysis } from './design';
import { BrandsDialog, PublishDialog, VersionsDialog } from './dialogs';
import { LogoPart } from './LogoPart';
import { Messages } from './Messages';
import { PictureDialog, type Taken } from './PictureDialog';
import { Legal, Measures, OwnCss, Social } from './Rest';
import { TypePart } from './TypePart';
import { queries, WORKED_ON } from '../../api/queries';

// Not before the page has been seen: reading an editor takes its time.
const Written = lazy(async () => {
    await new Promise((seen) => requestAnimationFrame(() => setTimeout(seen)));

    return import('./Written');
});

/** The house style of all messages: on the left the brand, on the right three true messages that wear it. */
export function BrandPage() {
    const asked = useParams()['brand'];
    const brands = useQuery(queries.brands());
    const first = brands.data?.brands[0]?.key;
    if (brands.error) {
        return <Problem error={brands.error} />;
    }
    if (!brands.data) {
        return <Loading />;
    }
    if (!asked) {
        return first ? <Navigate to={`/brand/${first}`} replace /> : <NothingHere />;
    }

    return <One key={asked} brand={asked} brands={brands.data.brands} />;
}

function One({ brand, brands }: { brand: string; brands: Schemas['BrandLine'][] }) {
    const stored = useQuery(queries.brand(brand));
    const desk = useQuery(queries.brandDesk(brand));
    const mayEdit = useMayWrite();
    const person = useSession().data?.person?.email ?? '';
    const begun = useTakenUp(person, `brand ${brand}`, stored.data, mayEdit, null);
    if (stored.error ?? desk.error) {
        return <Problem error={stored.error ?? desk.error} />;
    }
    if (!stored.data || !desk.data || !begun) {
        return <Loading />;
    }

    return <Designer stored={stored.data} brands={brands} supplied={desk.data} person={person} begun={begun} />;
}

function Designer({ stored, brands, supplied, person, begun }: { stored: Schemas['Brand']; brands: Schemas['BrandLine'][]; supplied: Schemas['BrandDesk']; person: string; begun: { kept: Manuscript | null; conflict: boolean } }) {
    const client = useQueryClient();
    const [line, setLine] = useState(stored);
    const { key } = stored;
    const shelf: Shelf = useMemo(
        () => ({ name: `brand ${key}`, put: (body) => got(api.PUT('/brands/{key}/draft', { params: { path: { key } }, body: { ...body, document: body.document as unknown as Schemas['BrandDocument'] } })) }),
        [key],
    );
    const saving = useSaving(person, shelf, stored, begun);
    const mayEdit = useComposer((state) => state.mayEdit);
    const [open, setOpen] = useState<'publish' | 'versions' | 'brands' | 'blocks' | 'variables' | null>(null);
    /** A dialog tells that it has closed a moment later: what was opened since stays. */
    const shut = (what: typeof open) => setOpen((now) => (now === what ? null : now));
    const [taken, setTaken] = useState<Taken | null>(null);
    const [side, setSide] = useState<'style' | 'messages'>('style');
    const [staged, setStaged] = useState<string | null>(null);
    const narrow = useNarrow();
    const analysis = useSaid(useCallback((document: Manuscript) => got(api.POST('/brands/{key}/analysis', { params: { path: { key } }, body: { document: document as unknown as Schemas['BrandDocument'] } })), [key]), 150);
    useEffect(() => {
        document.title = `${line.name} · Velvet Herald`;
    }, [line.name]);

    const { colours, tokens } = analysis ?? supplied.desk;
    const desk: Desk = useMemo(
        () => ({
            ...supplied.desk,
            template: key,
            recordType: '',
            takesPassages: false,
            byPath: new Map(supplied.desk.fields.map((field: Field) => [field.path, field])),
            values: supplied.values,
            offers: {},
            record: null,
            findings: [],
            around: analysis?.around ?? supplied.desk.around,
            colours,
            colourValues: Object.fromEntries(colours.map(({ role, value }) => [role, value])),
            tokens,
            stage: staged,
            handedIn: [],
            ask: () => setOpen('variables'),
            openSheet: () => setOpen('variables'),
            openBlocks: () => setOpen('blocks'),
        }),
        [supplied, key, colours, tokens, analysis?.around, staged],
    );
    const put = useUpload<{ dark: boolean }>((picture, { dark }) => (dark ? design('version for the dark', { 'logo/dark_picture': picture.name }) : setTaken({ picture: picture.name })));
    const take = (file: File, dark: boolean) => put.mutate({ file, about: { dark } });
    const publish = async () => {
        if (await saving.flush()) {
            setOpen('publish');
        } else {
            toast.error('What is designed has not been saved yet: it cannot be published before.');
        }
    };
    const changed = () => void client.invalidateQueries(queries.brands());
    useKeys({ save: () => void saving.flush(), publish: () => void publish(), blocks: () => setOpen('blocks'), turn: () => setSide((now) => (now === 'style' ? 'messages' : 'style')) });
    const theirs = useCallback(async () => {
        const [now, compared] = await Promise.all([
            got(api.GET('/brands/{key}', { params: { path: { key } } })),
            got(api.POST('/brands/{key}/comparison', { params: { path: { key } }, body: { document: useComposer.getState().document as unknown as Schemas['BrandDocument'] } })),
        ]);

        return { now, changes: compared.changes };
    }, [key]);

    const style = (
        <div className="house-style" tabIndex={-1}>
            <LogoPart analysis={analysis} mayEdit={mayEdit} take={take} pick={(picture) => setTaken({ picture })} />
            {put.isPending && (
                <p role="status" className="style-part text-muted">
                    The picture is taken in…
                </p>
            )}
            <Colours analysis={analysis} mayEdit={mayEdit} />
            <TypePart mayEdit={mayEdit} />
            <Measures mayEdit={mayEdit} />
            <Suspense fallback={<p className="style-part text-muted">Header, footer and senders are coming …</p>}>
                <Written analysis={analysis} />
            </Suspense>
            <Social mayEdit={mayEdit} />
            <Legal source={supplied.source.legal} mayEdit={mayEdit} />
            <OwnCss analysis={analysis} elements={supplied.elements} mayEdit={mayEdit} />
        </div>
    );
    const messages = <Messages brand={key} choices={supplied.messages} staged={setStaged} />;

    return (
        <DeskContext value={desk}>
            <div data-composer className="composer">
                <Bar line={line} brands={brands} saved={saving.saved} analysis={analysis} narrow={narrow} side={side} turn={() => setSide(side === 'style' ? 'messages' : 'style')} open={setOpen} publish={() => void publish()} />
                <ConflictDialog load={theirs} why={saving.saved.state === 'conflict' ? saving.saved.why : ''} open={saving.saved.state === 'conflict'} settle={saving.settle} />
                <Halves id="brand" left={style} right={messages} narrow={narrow} side={side === 'messages' ? 'right' : 'left'} size="47" />
            </div>
            <PictureDialog taken={taken} close={() => setTaken(null)} />
            <BlockList open={open === 'blocks'} close={() => shut('blocks')} />
            <VariableList open={open === 'variables'} close={() => shut('variables')} />
            <PublishDialog
                brand={key}
                open={open === 'publish'}
                close={() => shut('publish')}
                published={(answer) => {
                    saving.arrived(answer);
                    setLine(answer);
                    void client.invalidateQueries({ predicate: ({ queryKey }) => !WORKED_ON.includes(queryKey[0]) });
                }}
            />
            <VersionsDialog brand={key} open={open === 'versions'} close={() => shut('versions')} />
            <BrandsDialog
                brand={line}
                open={open === 'brands'}
                close={() => shut('brands')}
                removed={changed}
                changed={(answer) => {
                    changed();
                    if (answer.key === key) {
                        setLine(answer);
                    }
                }}
            />
        </DeskContext>
    );
}

type Opening = 'versions' | 'brands';

function Bar({ line, brands, saved, analysis, narrow, side, turn, open, publish }: { line: Schemas['BrandLine']; brands: Schemas['BrandLine'][]; saved: Saved; analysis: Analysis | null; narrow: boolean; side: 'style' | 'messages'; turn: () => void; open: (what: Opening) => void; publish: () => void }) {
    const mayEdit = useComposer((state) => state.mayEdit);
    const mayPublish = useMayPublish();
    const changes = useComposer((state) => state.past.length);
    const navigate = useNavigate();
    const noted = analysis?.findings.filter(({ weight }) => weight !== 'remark').length ?? 0;

    return (
        <header className="composer-bar">
            <div className="min-w-0 flex-1 flex items-baseline gap-x-3">
                <h1 className="!text-[18px] truncate min-w-[5rem]">{line.name}</h1>
                {brands.length > 1 && (
                    <label>
                        <span className="sr-only">Another brand</span>
                        <select className="select select-xs bg-transparent w-auto" value={line.key} onChange={(event) => void navigate(`/brand/${event.target.value}`)}>
                            {brands.map((brand) => (
                                <option key={brand.key} value={brand.key}>
                                    {brand.name}
                                    {brand.default ? ' (default)' : ''}
                                </option>
                            ))}
                        </select>
                    </label>
                )}
                <SavedState saved={saved} words={told(saved, line.version, changes > 0)}>
                    {!mayEdit && 'You may look, not change. '}
                    {told(saved, line.version, changes > 0)}
                    {noted > 0 && (
                        <>
                            {' · '}
                            <a className="link-quiet" href="#findings" onClick={(event) => (event.preventDefault(), document.querySelector('[data-finding]')?.scrollIntoView({ block: 'center' }))}>
                                {noted} finding{noted === 1 ? '' : 's'}
                            </a>
                        </>
                    )}
                </SavedState>
            </div>
            <div className="ml-auto shrink-0 flex max-[1200px]:flex-wrap gap-1.5 items-center">
                {mayEdit && <UndoRedo />}
                {narrow && (
                    <button type="button" className="btn btn-sm" onClick={turn} title="Turn the sheet (F2)">
                        {side === 'messages' ? 'House style' : 'Messages'}
                    </button>
                )}
                <button type="button" className="btn btn-sm" onClick={() => open('versions')}>
                    Versions
                </button>
                {mayEdit && (
                    <>
                        <button type="button" className="btn btn-sm" onClick={() => open('brands')}>
                            Brands
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
