import { useEffect, useState } from 'react';
import { type Schemas } from '../../api/client';
import { VIEWS, type View } from '../../stage/views';
import { useComposer } from '../../manuscript/store';

export function Views({ view, setView, languages, language, setLanguage, shown }: { view: View; setView: (view: View) => void; languages: Schemas['Language'][]; language: string | null; setLanguage: (tag: string | null) => void; shown: string }) {
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
