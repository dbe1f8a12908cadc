import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type SyntheticEvent, useState } from 'react';
import { toast } from 'sonner';
import { general, got, ProblemError, type Schemas } from '../../api/client';
import { SOURCE } from '../../api/source';
import { Dialog } from '../../parts/Dialog';
import { Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { when } from '../../parts/when';
import { queries } from '../../api/queries';

type Person = Schemas['People']['people'][number];
type Role = Schemas['Role'];

const ROLES: [Role, string][] = [
    ['viewer', 'Viewer, looks'],
    ['author', 'Author, writes drafts and sends proofs'],
    ['publisher', 'Publisher, puts in force and sends'],
    ['administrator', 'Administrator, looks after people and tokens'],
];

type Source = Schemas['People']['sources'][number];
type May = { administrator?: boolean; roles?: Schemas['Roles'] };

/** A role in one source as the server is told of it; an administrator administers everything. */
const asMay = (role: string, source: string): May => (role === 'administrator' ? { administrator: true } : { administrator: false, ...(source ? { roles: { [source]: role === '' ? null : (role as 'viewer') } } : {}) });

/** What is told once, and then never again. */
interface Told {
    title: string;
    words: string;
    secret: string;
}

/** For administrators: who may do what, and the tokens of sources. */
export function PeoplePage() {
    const people = useQuery(queries.people());
    const [told, setTold] = useState<Told | null>(null);
    if (people.isPending) {
        return <Loading />;
    }
    if (people.error) {
        return <Problem error={people.error} />;
    }

    return (
        <Page times="server" title="People" lead="Who may do what, and with which tokens sources come.">
            <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,460px)] max-lg:grid-cols-1 gap-x-12 gap-y-8 border-t border-line pt-4 items-start">
                    <section aria-labelledby="people">
                        <h2 id="people" className="mb-1.5">
                            Who may sign in
                        </h2>
                        <ul>
                            {people.data.people.map((person) => (
                                <PersonLine key={person.id} person={person} sources={people.data.sources} tell={setTold} />
                            ))}
                        </ul>
                        <AddPerson sources={people.data.sources} tell={setTold} />
                    </section>
                    <Tokens tokens={people.data.tokens} sources={people.data.sources} tell={setTold} />
            </div>
            {told && (
                <Dialog open close={() => setTold(null)} title={told.title}>
                    <p className="mb-2">{told.words}</p>
                    <code className="font-mono block bg-base-200 rounded-field px-3 py-2 break-all select-all">{told.secret}</code>
                </Dialog>
            )}
        </Page>
    );
}

function useDone() {
    const client = useQueryClient();

    return async (words: string) => {
        await client.invalidateQueries(queries.people());
        toast.success(words);
    };
}

function PersonLine({ person, sources, tell }: { person: Person; sources: Source[]; tell: (told: Told) => void }) {
    const done = useDone();
    const [sure, setSure] = useState(false);
    const params = { params: { path: { person: person.id } } };
    const failed = (error: Error) => toast.error(error.message);
    const change = useMutation({ mutationFn: (may: May) => got(general.PATCH('/api/app/people/{person}', { ...params, body: may })), onSuccess: () => done(`${person.name} may do that from now on.`), onError: failed });
    const renew = useMutation({
        mutationFn: () => got(general.PATCH('/api/app/people/{person}', { ...params, body: { password: true } })),
        onSuccess: async ({ password }) => {
            await done(`${person.name} has another password, and is signed out everywhere.`);
            tell({ title: `Password of ${person.name}`, words: 'It is told this once. Hand it over; it can be changed after signing in.', secret: password ?? '' });
        },
        onError: failed,
    });
    const remove = useMutation({ mutationFn: () => got(general.DELETE('/api/app/people/{person}', params)), onSuccess: () => done(`${person.name} may sign in no longer.`), onError: failed });

    return (
        <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line/60 py-2">
            <span className="min-w-48 flex-1">
                <b className="font-semibold">{person.name}</b> {person.you && <span className="text-muted">(you)</span>}
                <span className="block text-muted text-[12.5px] break-all">{person.email}</span>
            </span>
            <Roles person={person} sources={sources} busy={change.isPending} change={change.mutate} />
            <span className="flex gap-3 text-[13px]">
                <button type="button" className="link-quiet cursor-pointer" disabled={renew.isPending} onClick={() => renew.mutate()}>
                    New password<span className="sr-only"> for {person.name}</span>
                </button>
                <button type="button" className="link-quiet cursor-pointer" disabled={remove.isPending} onBlur={() => setSure(false)} onClick={() => (sure ? remove.mutate() : setSure(true))}>
                    {sure ? 'Really remove' : 'Remove'}
                    <span className="sr-only"> {person.name}</span>
                </button>
            </span>
        </li>
    );
}

/** What a person may do: one role where there is one source, else one for each, and the administration of all. */
function Roles({ person, sources, busy, change }: { person: Person; sources: Source[]; busy: boolean; change: (may: May) => void }) {
    const [only] = sources;
    if (sources.length < 2) {
        return (
            <Choice
                label={`Role of ${person.name}`}
                value={person.administrator ? 'administrator' : (person.roles[only?.key ?? ''] ?? '')}
                roles={ROLES.map(([role]) => role).filter((role) => only || role === 'administrator')}
                busy={busy}
                change={(role) => change(asMay(role, only?.key ?? ''))}
            />
        );
    }

    return (
        <span className="grid gap-1 justify-items-end text-[13px]">
            {(person.administrator ? [] : sources).map(({ key, name }) => (
                <span key={key} className="flex gap-2 items-center">
                    {name}
                    <Choice
                        label={`Role of ${person.name} in ${name}`}
                        value={person.roles[key] ?? ''}
                        roles={ROLES.map(([role]) => role).filter((role) => role !== 'administrator')}
                        busy={busy}
                        change={(role) => change({ roles: { [key]: role === '' ? null : (role as 'viewer') } })}
                    />
                </span>
            ))}
            <label className="flex gap-2 items-center cursor-pointer">
                <input type="checkbox" className="checkbox checkbox-xs rounded-sm" checked={person.administrator} disabled={busy} onChange={(event) => change({ administrator: event.target.checked })} />
                Administrator of everything<span className="sr-only">: {person.name}</span>
            </label>
        </span>
    );
}

function Choice({ label, value, roles, busy, change }: { label: string; value: string; roles: string[]; busy: boolean; change: (role: string) => void }) {
    return (
        <select aria-label={label} className="select select-sm bg-raised w-44" value={value} disabled={busy} onChange={(event) => change(event.target.value)}>
            <option value="">no role</option>
            {roles.map((role) => (
                <option key={role} value={role}>
                    {role}
                </option>
            ))}
        </select>
    );
}

/** In which source; not asked where there is one. */
function InSource({ sources, value, change }: { sources: Source[]; value: string; change: (source: string) => void }) {
    return sources.length < 2 ? null : (
        <label className="grid gap-1 content-start">
            Source
            <select className="select select-sm bg-raised w-full" value={value} onChange={(event) => change(event.target.value)}>
                {sources.map(({ key, name }) => (
                    <option key={key} value={key}>
                        {name}
                    </option>
                ))}
            </select>
        </label>
    );
}

function AddPerson({ sources, tell }: { sources: Source[]; tell: (told: Told) => void }) {
    const done = useDone();
    const [name, setName] = useState('');
    const [email, setEmail] = useState('');
    const [role, setRole] = useState<Role>(sources.length > 0 ? 'author' : 'administrator');
    const [source, setSource] = useState(SOURCE || (sources[0]?.key ?? ''));
    const add = useMutation({
        mutationFn: () => got(general.POST('/api/app/people', { body: { name, email, ...asMay(role, source) } })),
        onSuccess: async ({ password }) => {
            await done(`${name} may sign in.`);
            tell({ title: `Password of ${name}`, words: 'It is told this once. Hand it over; it can be changed after signing in.', secret: password ?? '' });
            setName('');
            setEmail('');
        },
    });
    const why = (place: string) => (add.error instanceof ProblemError ? add.error.at(place) : undefined);
    const submit = (event: SyntheticEvent) => {
        event.preventDefault();
        add.mutate();
    };

    return (
        <form onSubmit={submit} className="grid grid-cols-2 max-sm:grid-cols-1 gap-3 mt-4" aria-label="Add a person">
            <label className="grid gap-1 content-start">
                Name
                <input required maxLength={200} className="input input-sm bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
            </label>
            <label className="grid gap-1 content-start">
                E-mail address
                <input required maxLength={254} className="input input-sm bg-raised w-full" aria-invalid={Boolean(why('email'))} value={email} onChange={(event) => setEmail(event.target.value)} />
                {why('email') && (
                    <span role="alert" className="text-error text-[13px]">
                        {why('email')}
                    </span>
                )}
            </label>
            <label className="grid gap-1 content-start">
                Role
                <select className="select select-sm bg-raised w-full" value={role} onChange={(event) => setRole(event.target.value as Role)}>
                    {ROLES.filter(([one]) => sources.length > 0 || one === 'administrator').map(([one, words]) => (
                        <option key={one} value={one}>
                            {words}
                        </option>
                    ))}
                </select>
            </label>
            {role !== 'administrator' && <InSource sources={sources} value={source} change={setSource} />}
            <span className="flex items-end">
                <button type="submit" className="btn btn-sm btn-primary" disabled={add.isPending}>
                    Add a person
                </button>
            </span>
            {add.error && !why('email') && <p className="text-error col-span-full">{add.error.message}</p>}
        </form>
    );
}

function Tokens({ tokens, sources, tell }: { tokens: Schemas['People']['tokens']; sources: Source[]; tell: (told: Told) => void }) {
    const done = useDone();
    const [name, setName] = useState('');
    const [source, setSource] = useState(SOURCE || (sources[0]?.key ?? ''));
    const make = useMutation({
        mutationFn: () => got(general.POST('/api/app/tokens', { body: { source, name } })),
        onSuccess: async ({ token }) => {
            await done('The token is made.');
            tell({ title: `Token “${name}”`, words: 'It is told this once. The source sends it with each event: Authorization: Bearer …', secret: token });
            setName('');
        },
        onError: (error) => toast.error(error.message),
    });
    const take = useMutation({ mutationFn: (token: number) => got(general.DELETE('/api/app/tokens/{token}', { params: { path: { token } } })), onSuccess: () => done('The token is good for nothing any more.'), onError: (error) => toast.error(error.message) });

    return (
        <section aria-labelledby="tokens">
            <h2 id="tokens" className="mb-1.5">
                {sources.length < 2 ? 'Tokens of the source' : 'Tokens of the sources'}
            </h2>
            {tokens.length === 0 && <p className="text-muted">None yet: the source cannot tell what happens.</p>}
            <ul>
                {tokens.map((token) => (
                    <li key={token.id} className="flex gap-4 border-b border-line/60 py-1.5">
                        <span className="flex-1 break-all">
                            {token.name}
                            <span className="block text-muted text-[12.5px]">
                                {sources.length > 1 && `${sources.find(({ key }) => key === token.source)?.name ?? ''}, `}made {token.made_at ? when(token.made_at) : ''}
                                {token.used_at ? `, last used ${when(token.used_at)}` : ', never used'}
                            </span>
                        </span>
                        <button type="button" className="link-quiet cursor-pointer text-[13px] self-start" disabled={take.isPending} onClick={() => take.mutate(token.id)}>
                            Take away<span className="sr-only"> {token.name}</span>
                        </button>
                    </li>
                ))}
            </ul>
            <form
                className="flex gap-3 items-end mt-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    make.mutate();
                }}
            >
                <label className="grid gap-1 flex-1">
                    What it is for
                    <input required maxLength={100} className="input input-sm bg-raised w-full" value={name} onChange={(event) => setName(event.target.value)} />
                </label>
                <InSource sources={sources} value={source} change={setSource} />
                <button type="submit" className="btn btn-sm" disabled={make.isPending || !source}>
                    Make a token
                </button>
            </form>
        </section>
    );
}
