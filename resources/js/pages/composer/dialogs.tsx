import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, got, type Schemas } from '../../api/client';
import { Group, UNBEGUN, type Condition } from '../../manuscript/ConditionForm';
import { Dialog } from '../../parts/Dialog';
import { ProofDialog as Proof } from '../../parts/ProofDialog';
import { Stage } from '../../parts/Stage';
import { SOURCE } from '../../api/source';
import { OTHERWISE } from '../notice/order';
import { Changes } from '../../drafts/Changes';
import { Touched } from '../../drafts/Touched';
import { useDesk } from '../../manuscript/desk';
import { Publishing } from '../../drafts/Publishing';
import { useComposer } from '../../manuscript/store';
import { VersionList } from '../../drafts/VersionList';
import { queries } from '../../api/queries';
import { lead as showFinding } from './Findings';
import type { Given } from '../../parts/GivenFields';

type Change = Schemas['Change'];

/** A manuscript read from top to bottom. */
function Said({ words }: { words: Change[] }) {
    return (
        <ol className="border border-line rounded-field max-h-72 overflow-auto mt-1" tabIndex={0} aria-label="All that it says">
            {words.map((block) => (
                <li key={block.block} className="px-3 py-1 text-[13px]">
                    <span className="text-muted">{block.label}</span> <span dir="auto">{block.words.map((word) => word.text).join('')}</span>
                </li>
            ))}
        </ol>
    );
}

const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

type Placing = Schemas['Placing'];

/** Asks once, with all that publishing does, and where it is to stand among those that answer. */
export function PublishDialog({ template, open, close, published }: { template: string; open: boolean; close: () => void; published: (template: Schemas['Template']) => void }) {
    const [place, setPlace] = useState<Placing | null>(null);
    const [takeOver, setTakeOver] = useState(false);
    const client = useQueryClient();

    return (
        <Publishing
            of={template}
            ask={() => got(api.GET('/templates/{key}/publication', { params: { path: { key: template } } }))}
            publish={async (revision, data) => {
                const answer = await got(api.POST('/templates/{key}/publication', { params: { path: { key: template } }, body: { revision, place: data.notice ? (place ?? usual(data)) : null } }));
                if (takeOver && data.notice && data.left_to_source) {
                    // The template is published, whatever becomes of this.
                    await got(api.PUT('/notices/{key}/carrier', { params: { path: { key: data.notice.key } }, body: { revision: data.notice.revision, carrier: 'herald' } })).catch((error: unknown) => toast.error(`Could not send the notice from here: ${error instanceof Error ? error.message : ''}`));
                    await client.invalidateQueries({ queryKey: ['notices'] });
                }

                return { answer, data };
            }}
            open={open}
            close={() => {
                setPlace(null);
                setTakeOver(false);
                close();
            }}
            busy="Publishing …"
            consequence={(data) => <Consequence data={data} place={place ?? usual(data)} setPlace={setPlace} takeOver={takeOver} setTakeOver={setTakeOver} />}
            lead={(finding) => (finding.block === null ? null : () => showFinding(finding))}
            published={({ answer, data }) => {
                published(answer);
                const isUsed = answer.notice !== null && answer.claims.some((claim) => claim.active && claim.notice === answer.notice?.key);

                return `Version ${answer.version ?? ''} is published.${answer.passage ? ' What takes it in goes out with it from now on.' : ''}${isUsed ? (data.notice?.on === false ? ` It is used for ${answer.notice?.name ?? ''} once that notice is on.` : data.left_to_source && !takeOver ? ` It is used for ${answer.notice?.name ?? ''} once that is sent from here.` : ` It is used for ${answer.notice?.name ?? ''} from now on.`) : ''}`;
            }}
        />
    );
}

/** Where it would stand if nothing is said: where it is, or in place of the one that always answers. */
function usual(data: Schemas['Publication']): Placing {
    const always = data.others.find((one) => one.sentence === '');

    return data.stands ? { how: 'keep' } : always ? { how: 'in_place_of', claim: always.place } : { how: 'last' };
}

function Consequence({ data, place, setPlace, takeOver, setTakeOver }: { data: Schemas['Publication']; place: Placing; setPlace: (place: Placing) => void; takeOver: boolean; setTakeOver: (takeOver: boolean) => void }) {
    const isPassage = !useDesk().takesPassages;
    const when = data.notice?.on === false ? 'once it is on' : data.left_to_source && !takeOver ? 'once it is sent from here' : 'from now on';
    const kept = place.languages !== undefined;

    return (
        <div className="grid gap-2">
            {isPassage ? (
                <Touched messages={data.editions} none="No published template takes it in yet: no message changes." />
            ) : data.notice ? (
                <>
                    <p>
                        {data.others.length === 0 ? (
                            <>
                                This template is used for <b>{data.notice.name}</b> {when}. So far no template is.
                            </>
                        ) : data.stands && data.others.length === 1 ? (
                            <>
                                This template is used for <b>{data.notice.name}</b>{when === 'from now on' ? ', as before' : ` ${when}`}.
                            </>
                        ) : (
                            <>
                                This template was written for <b>{data.notice.name}</b>.
                            </>
                        )}{' '}
                        In the last 30 days that was {plural(data.messages, 'message')} to {plural(data.people, 'person', 'people')}.
                    </p>
                    {!(data.stands && data.others.length === 1) && data.others.length > 0 && <Standing data={data} place={place} setPlace={setPlace} />}
                </>
            ) : (
                <p>This template is used for no notice.</p>
            )}
            {data.notice?.on === false && <p className="text-warning">This notice is off: nothing is sent until you switch it on.</p>}
            {data.notice && data.languages_taken_away.length > 0 && (
                <label className="flex gap-2 items-start text-[13px] border border-line rounded-field p-2.5">
                    <input
                        type="checkbox"
                        className="checkbox checkbox-sm rounded-sm mt-0.5"
                        checked={kept}
                        onChange={(event) => setPlace({ ...place, languages: event.target.checked ? data.languages : undefined })}
                    />
                    <span>
                        Use the built-in message for {new Intl.ListFormat('en').format(data.languages_taken_away.map(({ name }) => name))} readers
                        <span className="block text-muted">This template is then used only for recipients who read {new Intl.ListFormat('en', { type: 'disjunction' }).format(data.languages.map((tag) => new Intl.DisplayNames('en', { type: 'language' }).of(tag) ?? tag))}.</span>
                    </span>
                </label>
            )}
            {data.left_to_source && (
                <div className="text-[13px] border-l-3 border-warning pl-2.5">
                    <p className="text-warning">The application still sends this notice itself, so nothing is sent from here.</p>
                    <label className="flex gap-2 items-start mt-1">
                        <input type="checkbox" className="checkbox checkbox-sm rounded-sm mt-0.5" checked={takeOver} onChange={(event) => setTakeOver(event.target.checked)} />
                        <span>
                            Send it from here
                            <span className="block text-muted">Switch its own message off in the application, or people get both.</span>
                        </span>
                    </label>
                </div>
            )}
            {data.compared_with && <p>Compared with {data.compared_with}:</p>}
            <Changes changes={data.changes} />
        </div>
    );
}

/** Among those that answer for the notice: where it stands, or in place of one, or before one and for some records alone. */
function Standing({ data, place, setPlace }: { data: Schemas['Publication']; place: Placing; setPlace: (place: Placing) => void }) {
    const others = data.others;
    const choices: { words: string; place: Placing }[] = [
        ...(data.stands ? [{ words: 'where it stands now', place: { how: 'keep' } as Placing }] : []),
        ...others.map((one): { words: string; place: Placing } => ({ words: `in place of ${one.name}${one.sentence ? `, ${one.sentence}` : ''}`, place: { how: 'in_place_of', claim: one.place } })),
        ...others.map((one): { words: string; place: Placing } => ({ words: `before ${one.name}${one.sentence ? `, ${one.sentence}` : ''}`, place: { how: 'before', claim: one.place } })),
        { words: 'after all others', place: { how: 'last' } },
    ];
    const chosen = choices.findIndex((choice) => choice.place.how === place.how && choice.place.claim === place.claim);

    return (
        <fieldset className="text-[13px] border border-line rounded-field p-2.5">
            <legend className="px-1">Who answers: it stands</legend>
            <select aria-label="Where it stands among those that answer" className="select select-sm bg-base-100 w-full" value={chosen} onChange={(event) => setPlace(choices[Number(event.target.value)]?.place ?? place)}>
                {chosen < 0 && <option value={-1}>before all others</option>}
                {choices.map((choice, index) => (
                    <option key={choice.words} value={index}>
                        {choice.words}
                    </option>
                ))}
            </select>
            {(place.how === 'before' || place.how === 'last' || place.how === 'first') && <OnlyIf condition={place.if} set={(condition) => setPlace({ ...place, if: condition })} />}
            <p className="text-muted mt-1.5">{place.how === 'in_place_of' ? 'The other is switched off; it stays in the list.' : 'The others stay as they are.'} All of it can be changed on the notice’s page.</p>
        </fieldset>
    );
}

function OnlyIf({ condition, set }: { condition: Placing['if']; set: (condition: Placing['if']) => void }) {
    return condition ? (
        <div role="group" aria-label="Condition" className="border border-line rounded-field bg-base-100 p-2 mt-2">
            <Group condition={condition as Condition} scope={{}} change={(next) => set(next as Placing['if'])} />
            <p className="text-right mt-1.5">
                <button type="button" className="link-quiet cursor-pointer" onClick={() => set(null)}>
                    For all records
                </button>
            </p>
        </div>
    ) : (
        <p className="mt-2">
            For all records.{' '}
            <button type="button" className="btn btn-xs" onClick={() => set(UNBEGUN as Placing['if'])}>
                Only if …
            </button>
        </p>
    );
}

/** A test e-mail of what is written at the moment. */
export function ProofDialog({ template, record, language, given, open, close }: { template: string; record: string | null; language: string | null; given: Given; open: boolean; close: () => void }) {
    return (
        <Proof
            send={(to) => got(api.POST('/templates/{key}/proof', { params: { path: { key: template } }, body: { document: useComposer.getState().document, record: record ?? '', language, to, given } }))}
            about={`What is written at the moment, filled with ${record ?? 'no record'}.`}
            ready={record !== null}
            open={open}
            close={close}
        />
    );
}

/** What was published, by whom and when; each can be looked at and taken up again. */
export function VersionsDialog({ template, notice, open, close }: { template: string; notice: { key: string; name: string } | null; open: boolean; close: () => void }) {
    const answers = useQuery({ ...queries.notice(notice?.key ?? ''), enabled: open && notice !== null });
    const { record } = useDesk();

    return (
        <Dialog open={open} close={close} wide pinned={false} title="Versions">
            {open && (
                <VersionList
                    of={`template ${template}`}
                    list={() => got(api.GET('/templates/{key}/versions', { params: { path: { key: template } } }))}
                    one={(number) => got(api.GET('/templates/{key}/versions/{number}', { params: { path: { key: template, number } } }))}
                    against={(document, number) => got(api.POST('/templates/{key}/comparison', { params: { path: { key: template } }, body: { document, with: number } }))}
                    taken={close}
                >
                    {({ words, number }, other) => (
                        <>
                            <details>
                                <summary className="cursor-pointer">All that it says</summary>
                                <Said words={words} />
                            </details>
                            {record && (
                                <details>
                                    <summary className="cursor-pointer">The message for {record}</summary>
                                    <div className={`grid gap-4 mt-1 ${other === null ? '' : 'grid-cols-2 max-md:grid-cols-1'}`}>
                                        {[...(other === null ? [] : [other]), number].map((shown) => (
                                            <div key={shown} className="min-w-0">
                                                <p className="text-muted">Version {shown}</p>
                                                <Stage at={`/stage/${SOURCE}/templates/${template}/versions/${shown}?record=${encodeURIComponent(record)}`} title={`Version ${shown} for ${record}`} />
                                            </div>
                                        ))}
                                    </div>
                                </details>
                            )}
                        </>
                    )}
                </VersionList>
            )}
            {notice && answers.data && (
                <p className="border-t border-line pt-2">
                    {answers.data.templates.length > 0 ? `${answers.data.templates.map((one) => one.name).join(', ')} ${answers.data.templates.length === 1 ? 'answers' : 'answer'} for` : `It is ${OTHERWISE[answers.data.otherwise].words} that answers for`}{' '}
                    <Link className="link-quiet" to={`/notices/${notice.key}`}>
                        {notice.name}
                    </Link>
                    , where that can be changed.
                </p>
            )}
        </Dialog>
    );
}
