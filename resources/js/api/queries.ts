import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api, general, got, type Schemas } from './client';

/** What a page works on itself: it is not asked for anew behind its back. */
const IN_HAND = { staleTime: Infinity, gcTime: 0, refetchOnWindowFocus: false } as const;
const BESIDE = { staleTime: 60_000, refetchOnWindowFocus: false } as const;

/** What is worked on in the composer and on the brand page: the beginnings of their keys. */
export const WORKED_ON: readonly unknown[] = ['composing', 'designing'];

type Page = { search: string; page?: number };

/** What an order of who answers comes to, with the claims that were asked: its lines are theirs by place. */
const triedAs = async (key: string, body: Schemas['Order'] & { record: string | null }) => ({ ...(await got(api.POST('/notices/{key}/order/trial', { params: { path: { key } }, body }))), claims: body.claims });

/** All that pages ask the server for, each with its key: what has the same beginning is invalidated together. */
export const queries = {
    session: () => queryOptions({ queryKey: ['session'], queryFn: () => got(general.GET('/api/app/session')), staleTime: 60_000 }),
    runningOrder: () => queryOptions({ queryKey: ['running-order'], queryFn: () => got(api.GET('/running-order')) }),
    formerNames: () => queryOptions({ queryKey: ['former-names'], queryFn: () => got(api.GET('/former-names')) }),
    notice: (key: string) => queryOptions({ queryKey: ['notices', key], queryFn: () => got(api.GET('/notices/{key}', { params: { path: { key } } })) }),
    order: (key: string) => queryOptions({ queryKey: ['notices', key, 'order'], queryFn: () => got(api.GET('/notices/{key}/order', { params: { path: { key } } })), ...IN_HAND }),
    orderParts: (key: string) => queryOptions({ queryKey: ['notices', key, 'order-parts'], queryFn: () => got(api.GET('/notices/{key}/order/parts', { params: { path: { key } } })), ...BESIDE }),
    triedOrder: (key: string, order: string) =>
        queryOptions({ queryKey: ['notices', key, 'tried-order', order], queryFn: () => triedAs(key, JSON.parse(order) as Parameters<typeof triedAs>[1]), retry: false, placeholderData: keepPreviousData }),
    comparedOrder: (key: string, order: string) =>
        queryOptions({ queryKey: ['notices', key, 'compared-order', order], queryFn: () => got(api.POST('/notices/{key}/order/trial', { params: { path: { key } }, body: { ...(JSON.parse(order) as Schemas['Order']), record: null, compare: true } })), staleTime: 0, gcTime: 0, retry: false }),
    replayed: (key: string, replay: string, id: string) => queryOptions({ queryKey: ['notices', key, 'replayed', replay, id], queryFn: () => got(api.GET('/notices/{key}/replay/{replay}/{id}', { params: { path: { key, replay, id } } })), staleTime: Infinity }),
    noticeChanged: (key: string, language: string) => queryOptions({ queryKey: ['notices', key, 'changed', language], queryFn: () => got(api.GET('/notices/{key}/changed/{language}', { params: { path: { key, language } } })) }),
    readiness: () => queryOptions({ queryKey: ['readiness'], queryFn: () => got(api.GET('/readiness')), staleTime: 0 }),
    noticeReadiness: (key: string) => queryOptions({ queryKey: ['notices', key, 'readiness'], queryFn: () => got(api.GET('/notices/{key}/readiness', { params: { path: { key } } })), staleTime: 0 }),
    collections: () => queryOptions({ queryKey: ['collections'], queryFn: () => got(api.GET('/collections')) }),
    collection: (key: string) => queryOptions({ queryKey: ['collections', key], queryFn: () => got(api.GET('/collections/{key}', { params: { path: { key } } })) }),
    rendering: (key: string, query: { record: string; words: 'built_in' | 'framed' | 'answer'; language?: string; given?: string }) =>
        queryOptions({ queryKey: ['notices', key, 'rendering', query], queryFn: () => got(api.GET('/notices/{key}/rendering', { params: { path: { key }, query } })), placeholderData: keepPreviousData }),
    noticeParts: (type: string) => queryOptions({ queryKey: ['notice-parts', type], queryFn: () => got(api.GET('/notice-parts/{type}', { params: { path: { type } } })), staleTime: 60_000 }),
    triedNotice: (notice: string) =>
        queryOptions({ queryKey: ['notices', 'tried', notice], queryFn: () => got(api.POST('/notices/trial', { body: { notice: JSON.parse(notice) as Schemas['OwnNotice'] } })), staleTime: 0, gcTime: 0, retry: false, placeholderData: keepPreviousData }),
    records: (query: Partial<Page> & { type?: string; around?: string }) => queryOptions({ queryKey: ['records', 'list', query], queryFn: () => got(api.GET('/records', { params: { query } })), placeholderData: keepPreviousData }),
    record: (path: { type: string; key: string }) => queryOptions({ queryKey: ['records', path], queryFn: () => got(api.GET('/records/{type}/{key}', { params: { path } })) }),
    consequences: (path: { type: string; key: string }, revision: number, changes: Schemas['Changes']) =>
        queryOptions({ queryKey: ['records', path, 'consequences', revision, changes], queryFn: () => got(api.POST('/records/{type}/{key}/consequences', { params: { path }, body: { changes } })), staleTime: 0 }),
    sendable: (path: { type: string; key: string }) => queryOptions({ queryKey: ['records', path, 'sendable'], queryFn: () => got(api.GET('/records/{type}/{key}/messages', { params: { path } })), staleTime: 0 }),
    answers: (query: { type?: string; key?: string; answer?: string; page?: number }) => queryOptions({ queryKey: ['answers', query], queryFn: () => got(api.GET('/answers', { params: { query } })), placeholderData: keepPreviousData }),
    coming: (query: Page & { notice?: string }) => queryOptions({ queryKey: ['coming', query], queryFn: () => got(api.GET('/coming', { params: { query } })), placeholderData: keepPreviousData }),
    pictures: (query: Partial<Page>) => queryOptions({ queryKey: ['pictures', query], queryFn: () => got(api.GET('/pictures', { params: { query } })), placeholderData: keepPreviousData }),
    replacedPicture: (name: string, other: string) =>
        queryOptions({ queryKey: ['replaced', 'picture', name, other], queryFn: () => got(api.POST('/pictures/{name}/replacement/trial', { params: { path: { name } }, body: { with: other } })), staleTime: 0, gcTime: 0, retry: false }),
    starters: (query: { notice?: string; record_type?: string; record?: string; brand?: string }) => queryOptions({ queryKey: ['starters', query], queryFn: () => got(api.GET('/starters', { params: { query } })), staleTime: 60_000 }),
    templates: (query: { search?: string; archived?: 1 }) => queryOptions({ queryKey: ['templates', query], queryFn: () => got(api.GET('/templates', { params: { query } })), placeholderData: keepPreviousData }),
    passages: (query: { for?: string; archived?: 1 }) => queryOptions({ queryKey: ['passages', query], queryFn: () => got(api.GET('/passages', { params: { query } })), staleTime: 10_000 }),
    template: (key: string) => queryOptions({ queryKey: ['composing', key], queryFn: () => got(api.GET('/templates/{key}', { params: { path: { key } } })), ...IN_HAND }),
    desk: (key: string) => queryOptions({ queryKey: ['composing', key, 'desk'], queryFn: () => got(api.GET('/templates/{key}/desk', { params: { path: { key } } })), ...BESIDE }),
    sheet: (key: string, record: string) =>
        queryOptions({ queryKey: ['composing', key, 'sheet', record], queryFn: () => got(api.GET('/templates/{key}/sheet', { params: { path: { key }, query: { record } } })), placeholderData: keepPreviousData }),
    trial: (type: string, record: string, computed: string) =>
        queryOptions({ queryKey: ['trial', type, record, computed], queryFn: () => got(api.POST('/fields/{type}/trial', { params: { path: { type } }, body: { record, computed: JSON.parse(computed) as Schemas['Computed'] } })), staleTime: 0, retry: false }),
    replacedHere: (key: string, sought: Schemas['Replacement'], document: object) =>
        queryOptions({
            queryKey: ['replaced', key, sought, document],
            queryFn: () => got(api.POST('/templates/{key}/replacement', { params: { path: { key } }, body: { ...sought, document: document as Schemas['Document'] } })),
            staleTime: 0, gcTime: 0, retry: false,
        }),
    replacements: (sought: Schemas['Replacement']) => queryOptions({ queryKey: ['replacements', sought], queryFn: () => got(api.POST('/replacements/trial', { body: sought })), staleTime: 0, gcTime: 0, retry: false }),
    brands: () => queryOptions({ queryKey: ['brands'], queryFn: () => got(api.GET('/brands')) }),
    brand: (key: string) => queryOptions({ queryKey: ['designing', key], queryFn: () => got(api.GET('/brands/{key}', { params: { path: { key } } })), ...IN_HAND }),
    brandDesk: (key: string) => queryOptions({ queryKey: ['designing', key, 'desk'], queryFn: () => got(api.GET('/brands/{key}/desk', { params: { path: { key } } })), ...BESIDE }),
    proposal: (picture: string) => queryOptions({ queryKey: ['proposal', picture], queryFn: () => got(api.POST('/pictures/proposal', { body: { picture } })), staleTime: Infinity, retry: false }),
    dispatches: (query: Page & { state?: Schemas['DispatchState']; closed?: 1; notice?: string; days?: number }) => queryOptions({ queryKey: ['dispatches', 'list', query], queryFn: () => got(api.GET('/dispatches', { params: { query } })), placeholderData: keepPreviousData }),
    dispatch: (id: string) => queryOptions({ queryKey: ['dispatches', id], queryFn: () => got(api.GET('/dispatches/{id}', { params: { path: { id } } })) }),
    attention: () => queryOptions({ queryKey: ['attention'], queryFn: () => got(api.GET('/attention')) }),
    events: (query: { misfit?: 1; page?: number }) => queryOptions({ queryKey: ['events', query], queryFn: () => got(api.GET('/events', { params: { query } })), placeholderData: keepPreviousData }),
    letters: (query: Page) => queryOptions({ queryKey: ['letters', 'list', query], queryFn: () => got(api.GET('/letters', { params: { query } })), placeholderData: keepPreviousData }),
    letter: (letter: number) => queryOptions({ queryKey: ['letters', letter], queryFn: () => got(api.GET('/letters/{letter}', { params: { path: { letter } } })) }),
    people: () => queryOptions({ queryKey: ['people'], queryFn: () => got(general.GET('/api/app/people')) }),
    audit: (query: Page) => queryOptions({ queryKey: ['audit', query], queryFn: () => got(general.GET('/api/app/audit', { params: { query } })), placeholderData: keepPreviousData }),
};
