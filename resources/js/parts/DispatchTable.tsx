import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { State } from './State';
import { when } from './when';

/** Dispatches, newest first. */
export function DispatchTable({ dispatches, brief = false }: { dispatches: Schemas['DispatchLine'][]; brief?: boolean }) {
    return (
        <table className="things w-full text-[13px]">
            <thead>
                <tr className="text-left text-muted border-b border-line">
                    <th className="font-normal py-1.5 pr-3">When</th>
                    <th className="font-normal pr-3">Notice</th>
                    <th className="font-normal pr-3">Recipient</th>
                    {!brief && <th className="font-normal pr-3">Record</th>}
                    <th className="font-normal pr-3">Because</th>
                    {!brief && <th className="font-normal pr-3">Words</th>}
                    <th className="font-normal">State</th>
                </tr>
            </thead>
            <tbody>
                {dispatches.map((dispatch) => (
                    <tr key={dispatch.id} className="border-b border-line/70 hover:bg-base-200/60 align-top">
                        <td className="py-1.5 pr-3 text-muted whitespace-nowrap">{when(dispatch.at)}</td>
                        <td className="py-1.5 pr-3">
                            <Link to={`/dispatches/${dispatch.id}`} className="font-semibold hover:underline">
                                {dispatch.notice_name}
                            </Link>
                        </td>
                        <td className="py-1.5 pr-3 max-w-[260px] break-words">
                            {dispatch.recipient ?? <span className="text-muted">{dispatch.edition !== null ? 'no address' : dispatch.state === 'skipped' ? 'nobody' : 'not decided'}</span>}
                        </td>
                        {!brief && (
                            <td className="py-1.5 pr-3 whitespace-nowrap">
                                <Link className="link-quiet" to={`/records/${dispatch.record_type}/${encodeURIComponent(dispatch.record)}`}>
                                    {dispatch.record}
                                </Link>
                            </td>
                        )}
                        <td className="py-1.5 pr-3 max-w-[280px]">{dispatch.reason}</td>
                        {!brief && (
                            <td className="py-1.5 pr-3 whitespace-nowrap">
                                {dispatch.edition}
                                {dispatch.language && `, ${dispatch.language}`}
                                {dispatch.needs_look && <span className="block text-warning">needs a look</span>}
                            </td>
                        )}
                        <td className="py-1.5" title={dispatch.state_reason ?? undefined}>
                            <State state={dispatch.state} />
                            {dispatch.closed && <span className="block text-muted text-[12.5px]">closed</span>}
                        </td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}
