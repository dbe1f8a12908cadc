import { useQuery } from '@tanstack/react-query';
import { queries } from '../../api/queries';
import type { Schemas } from '../../api/client';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { SearchField } from '../../parts/SearchField';
import { useAddressState } from '../../parts/useAddressState';
import { when } from '../../parts/when';

/** For administrators: what was done, and what was refused. */
export function AuditPage() {
    const [params] = useAddressState();
    const [page, search] = [Number(params.get('page') ?? 1), params.get('search') ?? ''];
    const deeds = useQuery(queries.audit({ page, search }));
    if (deeds.isPending) {
        return <Loading />;
    }
    if (deeds.error) {
        return <Problem error={deeds.error} />;
    }
    const { deeds: list, total, pages } = deeds.data;

    return (
        <Page times="server" title="What was done" lead="Everything that was changed or refused: by whom, when, from where." actions={<SearchField label="Search words, people, addresses" />}>
            {list.length === 0 ? (
                <Empty>{search ? <>Nothing matches “{search}”.</> : <>Nothing was done yet.</>}</Empty>
            ) : (
                <table className="w-full text-[13px] border-t border-line">
                    <thead>
                        <tr className="text-left text-muted border-b border-line">
                            <th scope="col" className="font-normal py-1.5 pr-3 w-36 max-md:w-auto">
                                When
                            </th>
                            <th scope="col" className="font-normal pr-3 w-40 max-md:w-auto">
                                Who
                            </th>
                            <th scope="col" className="font-normal pr-3">
                                What
                            </th>
                            <th scope="col" className="font-normal w-36 max-md:hidden">
                                From where
                            </th>
                        </tr>
                    </thead>
                    <tbody>
                        {list.map((deed) => (
                            <tr key={deed.id} className="border-b border-line/70 hover:bg-base-200/60 align-top">
                                <td className="py-1.5 pr-3 text-muted whitespace-nowrap">{deed.at && when(deed.at)}</td>
                                <td className="py-1.5 pr-3">{deed.who ?? (deed.from === 'by command' ? 'by command' : 'somebody')}</td>
                                <td className="py-1.5 pr-3 break-words">
                                    <span className={deed.event === 'refused' ? 'text-error' : undefined}>{deed.what}</span>
                                    {deed.times > 1 && (
                                        <span className="text-muted">
                                            , {deed.times} times until {deed.until && when(deed.until)}
                                        </span>
                                    )}
                                    <Changed changes={deed.changes} />
                                </td>
                                <td className="py-1.5 text-muted break-all max-md:hidden">{deed.from === 'by command' ? '' : deed.from}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            <Pager page={deeds.data.page} pages={pages} total={total} more={deeds.data.more} noun={total === 1 ? 'entry' : 'entries'} />
        </Page>
    );
}

function Changed({ changes }: { changes: Schemas['Audit']['deeds'][number]['changes'] }) {
    return changes.length === 0 ? null : (
        <ul className="text-[12.5px] text-muted">
            {changes.map(({ name, before, after }) => (
                <li key={name}>
                    {name}: {before === null ? '' : <del>{before}</del>} {after === null ? 'taken away' : <ins className="no-underline text-base-content">{after}</ins>}
                </li>
            ))}
        </ul>
    );
}
