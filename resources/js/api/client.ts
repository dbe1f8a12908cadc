import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema.generated';
import { untilSignedIn } from './session';
import { SOURCE } from './source';

export type Schemas = components['schemas'];

/** What went wrong, as the server tells it (RFC 9457). */
export class ProblemError extends Error {
    constructor(readonly problem: Schemas['Problem']) {
        super([problem.title, problem.detail].filter(Boolean).join('. '));
    }

    /** The reasons given for one field of a form. */
    at(place: string): string | undefined {
        return this.problem.faults?.find((fault) => fault.place === place)?.reason;
    }
}

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`));

    return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

const SESSION = '/api/app/session';

/** Asks; where the session has ended meanwhile, once more when there is one again. */
async function patient(request: Request): Promise<Response> {
    const again = request.clone();
    const response = await fetch(request);
    if (![401, 419].includes(response.status) || new URL(request.url).pathname === SESSION) {
        return response;
    }
    const session = (await (await fetch(SESSION, { headers: { Accept: 'application/json' } })).json()) as Schemas['Session'];
    if (!session.person) {
        await untilSignedIn();
    }
    again.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN'));

    return fetch(again);
}

type General = Extract<keyof paths, `/api/${string}`>;

/** What belongs to the source whose pages these are. */
export const api = createClient<Omit<paths, General>>({ baseUrl: `/api/app/sources/${SOURCE}`, fetch: patient });

/** What belongs to no source: who is signed in, people, tokens. */
export const general = createClient<Pick<paths, General>>({ baseUrl: '/', fetch: patient });

const asOurs: Middleware = {
    onRequest({ request }) {
        request.headers.set('Accept', 'application/json');
        if (request.method !== 'GET') {
            request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN'));
        }

        return request;
    },
};
api.use(asOurs);
general.use(asOurs);

/** The data of an answer, or the problem thrown. */
export async function got<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
    let answer;
    try {
        answer = await call;
    } catch {
        throw new ProblemError({ type: 'about:blank', status: 0, title: 'The server does not answer', detail: 'Check the connection, then try again' });
    }
    if (answer.response.ok) {
        return answer.data as T;
    }
    const problem = answer.error as Schemas['Problem'] | undefined;
    throw new ProblemError(
        problem && typeof problem === 'object' && 'title' in problem
            ? problem
            : { type: 'about:blank', status: answer.response.status, title: `The server answered ${answer.response.status}` },
    );
}
