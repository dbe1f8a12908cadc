import { FileInput, LayoutTemplate, ListTree, Replace } from 'lucide-react';
import { Link } from 'react-router';
import { type Schemas } from '../../api/client';
import { useMayPublish } from '../../parts/useSession';
import { SavedState, told, UndoRedo } from '../../drafts/bar';
import { type Finding } from '../../manuscript/desk';
import { type Saved } from '../../drafts/saving';
import { useComposer } from '../../manuscript/store';

type Opening = 'findings' | 'proof' | 'versions' | 'replace' | 'starters' | 'html';

export function ComposerBar({
    line,
    desk,
    saved,
    findings,
    narrow,
    side,
    turn,
    sheet,
    toggleSheet,
    outline,
    toggleOutline,
    open,
    publish,
}: {
    line: Schemas['Template'];
    desk: Schemas['Desk'];
    saved: Saved;
    /** Null while nobody has looked yet. */
    findings: Finding[] | null;
    narrow: boolean;
    side: 'manuscript' | 'stage';
    turn: () => void;
    sheet: boolean;
    toggleSheet: () => void;
    outline: boolean;
    toggleOutline: () => void;
    open: (what: Opening) => void;
    publish: () => void;
}) {
    const mayEdit = useComposer((state) => state.mayEdit);
    const mayPublish = useMayPublish();
    const changes = useComposer((state) => state.past.length);
    // It may answer for others than the one that it was written for.
    const others = line.claims.filter(({ notice, active }, index, all) => active && notice !== desk.notice?.key && all.findIndex((one) => one.notice === notice) === index);
    const grave = findings?.filter((finding) => finding.weight === 'grave').length ?? 0;
    const noted = findings?.filter((finding) => finding.weight !== 'remark').length ?? 0;

    return (
        <header className="composer-bar">
            <div className="min-w-0 flex-1 flex items-baseline gap-x-3">
                {desk.notice && (
                    <span className="text-[12.5px] text-muted truncate min-w-0 shrink-[2]">
                        {desk.notice.strand},{' '}
                        <Link className="link-quiet" to={`/notices/${desk.notice.key}`}>
                            {desk.notice.name}
                        </Link>
                        {others.map(({ notice, name }) => (
                            <span key={notice}>
                                , also{' '}
                                <Link className="link-quiet" to={`/notices/${notice}`}>
                                    {name}
                                </Link>
                            </span>
                        ))}
                    </span>
                )}
                {line.passage && (
                    <Link className="link-quiet text-[12.5px] text-muted" to="/passages">
                        Passages
                    </Link>
                )}
                <h1 className="!text-[18px] truncate min-w-[5rem]">{line.name}</h1>
                <SavedState saved={saved} words={told(saved, line.version, changes > 0)}>
                    {!mayEdit ? (line.archived ? 'In the archive: nothing can be changed. ' : 'You may look, not change. ') : ''}
                    {told(saved, line.version, changes > 0)}
                </SavedState>
            </div>
            <div className="ml-auto shrink-0 flex max-[1200px]:flex-wrap gap-1.5 items-center">
                {mayEdit && <UndoRedo />}
                <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label="Outline" title="Outline (F6)" aria-pressed={outline} onClick={toggleOutline}>
                    <ListTree size={16} aria-hidden="true" />
                </button>
                {mayEdit && !line.passage && (
                    <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label="Starters" title="Begin with a starter" onClick={() => open('starters')}>
                        <LayoutTemplate size={16} aria-hidden="true" />
                    </button>
                )}
                {mayEdit && (
                    <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label="Bring HTML in" title="Bring HTML in" onClick={() => open('html')}>
                        <FileInput size={16} aria-hidden="true" />
                    </button>
                )}
                {mayEdit && (
                    <button type="button" className="btn btn-sm btn-ghost btn-square" aria-label="Find and replace" title="Find and replace (F7)" onClick={() => open('replace')}>
                        <Replace size={16} aria-hidden="true" />
                    </button>
                )}
                <button type="button" className="btn btn-sm" onClick={() => open('findings')}>
                    {findings === null ? 'Looking …' : noted === 0 ? 'No findings' : `${noted} finding${noted === 1 ? '' : 's'}`}{' '}
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
