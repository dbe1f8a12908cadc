import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { Empty, Loading, Problem } from '../../parts/Message';
import { Opened } from '../../parts/Opened';
import { Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { SearchField } from '../../parts/SearchField';
import { when } from '../../parts/when';
import { queries } from '../../api/queries';

/** What the mail server stand-in received: a list, and one letter out of its envelope. */
export function MailroomPage() {
    const chosen = useParams()['id'];
    const [params] = useSearchParams();
    const search = params.get('search') ?? '';
    const page = Number(params.get('page') ?? 1);
    const letters = useQuery({ ...queries.letters({ search, page }), refetchInterval: 3_000 });
    if (letters.isPending) {
        return <Loading />;
    }
    if (letters.error) {
        return <Problem error={letters.error} />;
    }
    const { data } = letters;
    const shown = chosen ?? (data.letters[0] ? String(data.letters[0].id) : undefined);

    return (
        <Page times="server" title="Mailroom" lead="What the mail server stand-in of this machine has received. Nothing here went further.">
            <div className="grid grid-cols-[310px_minmax(0,1fr)] max-lg:grid-cols-1 gap-x-7 gap-y-6 border-t border-line pt-3">
                <section aria-label="Letters">
                    <SearchField label="Search recipient, subject" />
                    {data.letters.length === 0 ? (
                        <p className="text-muted py-6">{search ? `No letter matches “${search}”.` : 'No letter has come yet. Set a notice off, by an event or by changing a record.'}</p>
                    ) : (
                        <ol className="mt-2">
                            {data.letters.map((letter) => (
                                <li
                                    key={letter.id}
                                    className={`relative border-b border-line/60 border-l-3 py-1.5 pl-2.5 pr-1 hover:bg-base-200/60 ${String(letter.id) === shown ? 'border-l-primary bg-base-200/60' : 'border-l-transparent'}`}
                                >
                                    <Link
                                        to={{ pathname: `/mailroom/${letter.id}`, search: params.toString() }}
                                        aria-current={String(letter.id) === shown ? 'true' : undefined}
                                        className="block font-semibold truncate after:absolute after:inset-0"
                                        dir="auto"
                                    >
                                        {letter.subject || '(no subject)'}
                                    </Link>
                                    <span className="flex gap-3 text-muted text-[12.5px]">
                                        <span className="truncate">{letter.to.join(', ')}</span>
                                        <span className="ml-auto whitespace-nowrap">{when(letter.received_at)}</span>
                                    </span>
                                </li>
                            ))}
                        </ol>
                    )}
                    <Pager page={data.page} pages={data.pages} total={data.total} more={data.more} noun={data.total === 1 ? 'letter' : 'letters'} />
                </section>
                <div className="min-w-0">{shown ? <Letter id={shown} /> : <Empty>A letter opens here.</Empty>}</div>
            </div>
        </Page>
    );
}

function Letter({ id }: { id: string }) {
    const letter = useQuery(queries.letter(Number(id)));
    if (letter.isPending) {
        return <Loading />;
    }
    if (letter.error) {
        return <Problem error={letter.error} />;
    }
    const { data } = letter;

    return (
        <>
            {data.masked && <p className="border-l-3 border-info bg-raised px-2.5 py-1 text-[13px] mb-2">What is secret in it is masked here. The letter that arrived holds it.</p>}
            <Opened message={data.message} htmlAt={data.html_at} envelope={{ from: data.envelope_from, to: data.envelope_to }} />
            {data.dispatch && (
                <p className="text-[13px] mt-2">
                    <Link className="link-quiet" to={`/dispatches/${data.dispatch}`}>
                        Why it was sent
                    </Link>
                </p>
            )}
        </>
    );
}
