import { Link, Navigate, useSearchParams } from 'react-router';

/** Leads from page to page of a list; the number is that of the page which is shown, not of one that is still being asked for. */
export function Pager({ page, pages, total, more = false, noun }: { page: number; pages: number; total: number; more?: boolean; noun: string }) {
    const [search] = useSearchParams();
    const to = (number: number) => {
        const next = new URLSearchParams(search);
        next.set('page', String(number));

        return `?${next.toString()}`;
    };

    // A page past the end is the last one.
    if (page > pages) {
        return <Navigate to={to(pages)} replace />;
    }

    return (
        <nav aria-label="Pages" className="flex gap-4 items-center text-muted text-[13px] mt-3">
            <span>
                {more && 'more than '}
                {total} {noun}
            </span>
            {pages > 1 && (
                <>
                    {page > 1 && (
                        <Link className="link-quiet" to={to(page - 1)}>
                            Before
                        </Link>
                    )}
                    <span>
                        page {page} of {pages}
                    </span>
                    {page < pages && (
                        <Link className="link-quiet" to={to(page + 1)}>
                            Next
                        </Link>
                    )}
                </>
            )}
        </nav>
    );
}
