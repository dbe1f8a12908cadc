import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { SearchField } from '../../parts/SearchField';
import { queries } from '../../api/queries';

/** The records of one type. */
export function RecordsPage() {
    const type = useParams()['type'];
    const [params] = useSearchParams();
    const search = params.get('search') ?? '';
    const page = Number(params.get('page') ?? 1);
    const records = useQuery(queries.records({ ...(type ? { type } : {}), search, page }));
    if (records.isPending) {
        return <Loading />;
    }
    if (records.error) {
        return <Problem error={records.error} />;
    }
    const { types, columns, total, more, pages, type: shown } = records.data;
    return (
        <Page title="Records" lead="What the source knows, as we last heard of it.">
            <div className="flex flex-wrap gap-x-4 gap-y-2 items-center border-y border-line py-2 mb-3">
                <nav aria-label="Record types" className="flex gap-4 text-[13px]">
                    {types.map(({ key, name }) => (
                        <Link
                            key={key}
                            to={`/records/${key}`}
                            aria-current={key === shown ? 'page' : undefined}
                            className="text-muted border-b-2 border-transparent aria-[current=page]:border-primary aria-[current=page]:font-semibold aria-[current=page]:text-base-content"
                        >
                            {name}
                        </Link>
                    ))}
                </nav>
                <div className="ml-auto">
                    <SearchField key={shown} label="Search number, name, address" />
                </div>
            </div>
            {records.data.records.length === 0 ? (
                <Empty>
                    {search ? (
                        <>Nothing matches “{search}”.</>
                    ) : (
                        <>
                            No records of this type yet. Load some: <code className="font-mono">php artisan herald:records file.jsonl</code>
                        </>
                    )}
                </Empty>
            ) : (
                <table className="things w-full">
                    <thead>
                        <tr className="text-left text-muted text-[13px] border-b border-line">
                            {columns.map(({ label, numeric }, index) => (
                                <th key={index} className={`font-normal py-1.5 pr-6 ${numeric ? 'text-right' : ''}`}>
                                    {label}
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {records.data.records.map((record) => (
                            <tr key={record.key} className="relative border-b border-line/60 hover:bg-base-200/60">
                                {record.values.map((value, index) => (
                                    <td key={index} className={`py-1.5 pr-6 max-w-[420px] break-words ${columns[index]?.numeric ? 'text-right' : ''}`}>
                                        {index === 0 ? (
                                            <Link to={`/records/${shown ?? ''}/${encodeURIComponent(record.key)}`} className="font-semibold after:absolute after:inset-0 hover:underline">
                                                {value ?? record.key}
                                            </Link>
                                        ) : (
                                            value === null ? <span className="text-muted">–</span> : <bdi>{value}</bdi>
                                        )}
                                    </td>
                                ))}
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            <Pager page={records.data.page} pages={pages} total={total} more={more} noun={(types.find(({ key }) => key === shown)?.name ?? 'records').toLowerCase()} />
        </Page>
    );
}
