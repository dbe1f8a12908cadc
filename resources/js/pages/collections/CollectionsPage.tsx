import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { api, got, ProblemError } from '../../api/client';
import { queries } from '../../api/queries';
import { Dialog } from '../../parts/Dialog';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { useMayPublish, useMayWrite } from '../../parts/useSession';

/** Sets of templates that are switched on together, in the order in which they are asked. */
export function CollectionsPage() {
    const client = useQueryClient();
    const mayWrite = useMayWrite();
    const mayPublish = useMayPublish();
    const collections = useQuery(queries.collections());
    const move = useMutation({
        mutationFn: ({ key, revision, above }: { key: string; revision: number; above: string }) => got(api.PATCH('/collections/{key}', { params: { path: { key } }, body: { revision, above } })),
        onSuccess: () => client.invalidateQueries({ queryKey: ['collections'] }),
        onError: (error) => toast.error(error.message),
    });
    if (collections.isPending) {
        return <Loading />;
    }
    if (collections.error) {
        return <Problem error={collections.error} />;
    }
    const list = collections.data.collections;

    return (
        <Page
            title="Collections"
            lead="Templates that are switched on together: for a season, a sub-brand, one event."
            above={
                <Link to="/templates" className="link-quiet">
                    Templates
                </Link>
            }
            actions={mayWrite && <Begin />}
        >
            {list.length === 0 ? (
                <Empty>No collections yet. While one is on, its templates answer before the others; what it lacks falls back to what answers otherwise.</Empty>
            ) : (
                <div className="overflow-x-auto">
                    <table className="things w-full border-t border-line">
                        <thead>
                            <tr className="text-left text-muted text-[13px] border-b border-line">
                                {['Asked', 'Name', 'Now', 'On the days', 'Brand', 'Templates', ...(mayPublish && list.length > 1 ? [''] : [])].map((name) => (
                                    <th key={name} className="font-normal py-1.5 pr-6">
                                        {name || <span className="sr-only">What can be done</span>}
                                    </th>
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {list.map((one, index) => (
                                <tr key={one.key} className="border-b border-line/60 text-[13px]">
                                    <td className="py-1.5 pr-6 font-serif text-accent">{index + 1}</td>
                                    <td className="pr-6">
                                        <Link to={`/collections/${one.key}`} className="font-semibold hover:underline">
                                            {one.name}
                                        </Link>
                                    </td>
                                    <td className={`pr-6 ${one.is_on ? 'text-primary font-semibold' : 'text-muted'}`}>{one.is_on ? 'on' : one.active ? 'switched on, not one of its days' : 'off'}</td>
                                    <td className="pr-6">{one.days || 'whenever it is on'}</td>
                                    <td className="pr-6">{one.brand?.name ?? 'each template’s own'}</td>
                                    <td className="pr-6">{one.number}</td>
                                    {mayPublish && list.length > 1 && (
                                        <td className="text-right">
                                            {index > 0 && (
                                                <button type="button" className="btn btn-xs" aria-label={`Ask ${one.name} before ${list[index - 1]?.name ?? ''}`} disabled={move.isPending} onClick={() => move.mutate({ key: one.key, revision: one.revision, above: list[index - 1]?.key ?? '' })}>
                                                    Up
                                                </button>
                                            )}
                                        </td>
                                    )}
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </div>
            )}
        </Page>
    );
}

function Begin() {
    const client = useQueryClient();
    const go = useNavigate();
    const [open, setOpen] = useState(false);
    const [name, setName] = useState('');
    const make = useMutation({
        mutationFn: () => got(api.POST('/collections', { body: { name } })),
        onSuccess: async ({ key }) => {
            await client.invalidateQueries({ queryKey: ['collections'] });
            void go(`/collections/${key}`);
        },
    });

    return (
        <>
            <button type="button" className="btn btn-sm btn-primary" onClick={() => setOpen(true)}>
                New collection
            </button>
            <Dialog
                open={open}
                close={() => setOpen(false)}
                title="New collection"
                actions={
                    <button type="submit" form="new-collection" className="btn btn-sm btn-primary" disabled={make.isPending}>
                        Make it
                    </button>
                }
            >
                <form
                    id="new-collection"
                    onSubmit={(event) => {
                        event.preventDefault();
                        make.mutate();
                    }}
                >
                    <label className="grid gap-1">
                        Name
                        <input type="text" required maxLength={100} className="input bg-base-100 w-full" value={name} onChange={(event) => setName(event.target.value)} />
                    </label>
                    <p className="text-muted text-[13px] mt-2">It is off until it is switched on.</p>
                    {make.error && <p className="text-error">{make.error instanceof ProblemError ? (make.error.at('name') ?? make.error.message) : make.error.message}</p>}
                </form>
            </Dialog>
        </>
    );
}
