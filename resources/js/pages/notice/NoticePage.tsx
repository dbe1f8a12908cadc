import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Schemas } from '../../api/client';
import { Empty, Loading, NoRecord, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { RecordPicker } from '../../parts/RecordPicker';
import { useAddressState } from '../../parts/useAddressState';
import { useMayPublish } from '../../parts/useSession';
import { when } from '../../parts/when';
import { Carrier } from './Carrier';
import { Changed } from './Changed';
import { Readiness } from './Readiness';
import { RenderedMessage } from './RenderedMessage';
import { queries } from '../../api/queries';

type Notice = Schemas['Notice'];

// With these comes what puts conditions together.
const WhoAnswers = lazy(async () => ({ default: (await import('./WhoAnswers')).WhoAnswers }));
const Switching = lazy(async () => ({ default: (await import('./Switching')).Switching }));

/** One notice: what it must say, what the source says, who answers, and how that looks for a record. */
export function NoticePage() {
    const key = useParams()['notice'] ?? '';
    const notice = useQuery(queries.notice(key));
    if (notice.isPending) {
        return <Loading />;
    }
    if (notice.error) {
        return <Problem error={notice.error} />;
    }

    return <Loaded notice={notice.data} />;
}

function Loaded({ notice }: { notice: Notice }) {
    const [search, set] = useAddressState();
    const record = search.get('record') ?? notice.newest_record;
    const language = search.get('language');
    const mayPublish = useMayPublish();
    const [form, setForm] = useState<'html' | 'text'>('html');

    return (
        <Page
            times="server"
            title={notice.name}
            lead={
                <>
                    {notice.audience_label} · {notice.cue}
                </>
            }
            above={
                <>
                    <Link to="/running-order" className="link-quiet">
                        Running order
                    </Link>{' '}
                    · {notice.strand}
                </>
            }
        >
            <div className="grid grid-cols-[270px_1fr] max-lg:grid-cols-1 gap-x-8 border-t border-line pt-4">
                <aside aria-label="About this notice" className="text-[13px] max-lg:order-last">
                    {mayPublish && (
                        <Suspense fallback={<Loading />}>
                            <Switching notice={notice} />
                        </Suspense>
                    )}
                    <Carrier notice={notice} />
                    <Readiness notice={notice.key} />
                    <Declared notice={notice} />
                    <History notice={notice} />
                </aside>
                <section aria-label="Messages" className="min-w-0">
                    {notice.changed.length > 0 && <Changed notice={notice} />}
                    {/* Above what it changes, so that it stays beneath the pointer. */}
                    {record !== null && (
                        <div className="mb-4">
                            <RecordPicker type={notice.record_type} chosen={record} choose={(chosen) => set('record', chosen)} />
                        </div>
                    )}
                    <Suspense fallback={<Loading />}>
                        <WhoAnswers notice={notice} record={record} />
                    </Suspense>
                    {record === null ? (
                        <Empty>
                            <NoRecord type={notice.record_type} />
                        </Empty>
                    ) : (
                        <>
                            <div className="flex flex-wrap items-center gap-x-5 gap-y-2 mb-3">
                                <label className="flex items-center gap-2 text-[13px] text-muted">
                                    Language
                                    <select className="select select-sm bg-raised w-44 text-base-content" value={language ?? ''} onChange={(event) => set('language', event.target.value)}>
                                        <option value="">the recipient’s</option>
                                        {notice.languages.map(({ tag }) => (
                                            <option key={tag} value={tag}>
                                                {tag}
                                            </option>
                                        ))}
                                    </select>
                                </label>
                                <div role="group" aria-label="Shown as" className="join ml-auto">
                                    {(['html', 'text'] as const).map((one) => (
                                        <button key={one} type="button" aria-pressed={form === one} className="btn btn-sm join-item aria-pressed:btn-primary" onClick={() => setForm(one)}>
                                            {one === 'html' ? 'HTML' : 'Plain text'}
                                        </button>
                                    ))}
                                </div>
                            </div>
                            <div className="grid grid-cols-2 max-xl:grid-cols-1 gap-5 items-start">
                                {notice.built_in_languages.length > 0 && <RenderedMessage notice={notice.key} words="built_in" record={record} language={language} form={form} title="Built-in" note="the source’s own words" />}
                                {notice.state === 'built_in' || notice.state === 'silent' ? (
                                    <RenderedMessage notice={notice.key} words="framed" record={record} language={language} form={form} title="In the brand’s frame" note="the same words; so it would go out if that were chosen" />
                                ) : notice.state === 'unwritten' ? (
                                    <p className="border border-dashed border-line rounded-box p-5 text-muted">Nothing is written for it yet. Begin a template and publish it: until then it sends nothing.</p>
                                ) : (
                                    <RenderedMessage notice={notice.key} words="answer" record={record} language={language} form={form} title={null} note="answers now" />
                                )}
                            </div>
                        </>
                    )}
                </section>
            </div>
        </Page>
    );
}

function Declared({ notice }: { notice: Notice }) {
    const required = [...notice.required.links.map((path) => [path, 'link']), ...notice.required.variables.map((path) => [path, 'value']), ...notice.required.responses.map((key) => [key, 'question'])];

    return (
        <section aria-labelledby="declared" className="mb-5">
            <h2 id="declared" className="mb-1.5">
                {notice.own ? 'As made here' : 'As declared'}
            </h2>
            <dl className="grid gap-y-2">
                <div>
                    <dt>Cue</dt>
                    <dd>{notice.cue}</dd>
                </div>
                <div>
                    <dt>Goes to</dt>
                    <dd>{notice.recipient}</dd>
                </div>
                <div>
                    <dt>Must contain</dt>
                    <dd>
                        {required.length === 0
                            ? 'nothing in particular'
                            : required.map(([path, kind]) => (
                                  <span key={`${path ?? ''}${kind ?? ''}`} className="block">
                                      <code className="font-mono text-[12px]">{path}</code> <span className="text-muted">{kind}</span>
                                  </span>
                              ))}
                    </dd>
                </div>
                {notice.given.length > 0 && (
                    <div>
                        <dt>Given with the event</dt>
                        <dd>{notice.given.map((field) => `${field.label} (${field.type}${field.required ? ', required' : ''})`).join(', ')}</dd>
                    </div>
                )}
                {notice.slots.length > 0 && (
                    <div>
                        <dt>Add-on content</dt>
                        <dd>{notice.slots.map((slot) => (slot.from ? `${slot.label} (from ${slot.from})` : slot.label)).join(', ')}</dd>
                    </div>
                )}
                <div>
                    <dt>If it is uncertain whether it arrived</dt>
                    <dd>{notice.when_uncertain === 'hold' ? 'it waits for a person' : 'it is handed over again, with the same Message-ID'}</dd>
                </div>
                <div>
                    <dt>Built-in words</dt>
                    <dd>{notice.built_in_languages.length === 0 ? 'none' : notice.built_in_languages.map((language) => language.name).join(', ')}</dd>
                </div>
                <div>
                    <dt>Last 30 days</dt>
                    <dd>
                        <Link className="link-quiet" to={`/dispatches?notice=${notice.key}`}>
                            {Object.values(notice.dispatches).reduce((sum, count) => sum + count, 0)} dispatches
                        </Link>
                    </dd>
                </div>
            </dl>
        </section>
    );
}

function History({ notice }: { notice: Notice }) {
    return (
        <section aria-labelledby="history">
            <h2 id="history" className="mb-1.5">
                History
            </h2>
            {notice.history.length === 0 && <p className="text-muted">Nothing was switched yet.</p>}
            <ol>
                {notice.history.map((entry, index) => (
                    <li key={index} className="mb-1.5">
                        {entry.what}
                        <span className="block text-muted">
                            {entry.at && when(entry.at)}
                            {entry.who && `, ${entry.who}`}
                        </span>
                    </li>
                ))}
            </ol>
        </section>
    );
}
