import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { queries } from '../../api/queries';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { useAddressState } from '../../parts/useAddressState';
import { when } from '../../parts/when';

type Question = Schemas['Answers']['questions'][number];

/** What people answered to what messages asked: how many of how many, and each answer. */
export function AnswersPage() {
    const [params, set] = useAddressState();
    const of = params.get('of') ?? '';
    const page = Number(params.get('page') ?? 1);
    const [question, answer] = of.split(':');
    const [type, key] = (question ?? '').split('.');
    const found = useQuery({ ...queries.answers({ page, ...(type && key ? { type, key, ...(answer ? { answer } : {}) } : {}) }), refetchInterval: 5_000 });
    if (found.isPending) {
        return <Loading />;
    }
    if (found.error) {
        return <Problem error={found.error} />;
    }
    const { questions, answers, total, pages } = found.data;

    return (
        <Page
            times="work"
            title="Answers"
            lead={
                <>
                    What people pressed in messages that asked something. An answer stands beside its record, and changes nothing in the source.{' '}
                    <Link to="/dispatches" className="link-quiet">
                        All dispatches
                    </Link>
                </>
            }
        >
            {questions.length === 0 ? (
                <Empty>Nothing was asked yet. In a template, put in one of the blocks under Ask: confirm, acknowledge, rate, or choose an answer.</Empty>
            ) : (
                <ul className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-8 gap-y-6 mb-7">
                    {questions.map((question) => (
                        <Counted key={`${question.type}.${question.key}`} question={question} chosen={of} choose={(one) => set('of', one === of ? '' : one)} />
                    ))}
                </ul>
            )}
            {questions.length > 0 && answers.length === 0 && <Empty>{of ? 'No answer matches this.' : 'Nobody has answered yet.'}</Empty>}
            {answers.length > 0 && (
                <div className="overflow-x-auto">
                    <table className="things w-full text-[13px]">
                        <thead>
                            <tr className="text-left text-muted border-b border-line">
                                <th scope="col" className="font-normal py-1.5 pr-3">Answer</th>
                                <th scope="col" className="font-normal pr-3">About</th>
                                <th scope="col" className="font-normal pr-3">From</th>
                                <th scope="col" className="font-normal pr-3">Message</th>
                                <th scope="col" className="font-normal pr-3">When</th>
                            </tr>
                        </thead>
                        <tbody>
                            {answers.map((one) => (
                                <tr key={one.id} className="border-b border-line/70 hover:bg-base-200/60 align-top">
                                    <td className="py-1.5 pr-3">
                                        <span className="text-muted">{one.label}:</span> <strong>{one.answer}</strong>
                                        {one.changed && <span className="text-muted"> (changed)</span>}
                                    </td>
                                    <td className="py-1.5 pr-3">
                                        <Link className="link-quiet inline-block leading-6" to={`/records/${one.record_type}/${encodeURIComponent(one.record)}`}>
                                            {one.record}
                                        </Link>
                                    </td>
                                    <td className="py-1.5 pr-3 break-all">{one.recipient}</td>
                                    <td className="py-1.5 pr-3">
                                        <Link className="link-quiet inline-block leading-6" to={`/dispatches/${one.dispatch}`}>
                                            {one.notice_name}
                                        </Link>
                                    </td>
                                    <td className="py-1.5 whitespace-nowrap text-muted">{when(one.at)}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </div>
            )}
            <Pager page={found.data.page} pages={pages} total={total} noun={total === 1 ? 'answer' : 'answers'} />
        </Page>
    );
}

function Counted({ question, chosen, choose }: { question: Question; chosen: string; choose: (answer: string) => void }) {
    const answered = (value: string) => `${question.type}.${question.key}:${value}`;
    const most = Math.max(1, ...question.answers.map(({ number }) => number));

    return (
        <li className="border-t-2 border-brass pt-2">
            <h2 className="text-[17px]">{question.label}</h2>
            <p className="text-[13px] mb-2">
                <span className="font-semibold">
                    {question.answered} of {question.asked} answered
                    {question.average !== null && `; ${question.average.toFixed(1)} on average`}
                </span>
                <span className="text-muted">, about {question.type_name.toLowerCase()}</span>
            </p>
            <ul>
                {question.answers.map(({ value, label, number }) => (
                    <li key={value}>
                        <button
                            type="button"
                            aria-pressed={chosen === answered(value)}
                            onClick={() => choose(answered(value))}
                            className="w-full grid grid-cols-[minmax(40px,auto)_1fr_auto] gap-3 items-center text-left text-[13px] min-h-6 px-1 cursor-pointer hover:bg-base-200 aria-pressed:bg-base-200 aria-pressed:font-semibold"
                        >
                            <span>
                                <span className="sr-only">{question.label}: </span>
                                {label}
                            </span>
                            <span aria-hidden="true" className="h-2 bg-line/60">
                                <span className="block h-2 bg-primary" style={{ width: `${(100 * number) / most}%` }} />
                            </span>
                            <span className="tabular-nums">{number}</span>
                        </button>
                    </li>
                ))}
            </ul>
        </li>
    );
}
