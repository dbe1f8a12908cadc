import { useQueryClient } from '@tanstack/react-query';
import { Navigate, useNavigate, useSearchParams } from 'react-router';
import { Mark } from '../../parts/Mark';
import { SignInForm } from '../../parts/SignInForm';
import { useSession } from '../../parts/useSession';
import { queries } from '../../api/queries';

export function SignInPage() {
    const [search] = useSearchParams();
    const client = useQueryClient();
    const navigate = useNavigate();
    const asked = search.get('to') ?? '';
    const to = /^\/(?![/\\])/.test(asked) ? asked : '/running-order';
    if (useSession().data?.person) {
        return <Navigate to={to} replace />;
    }

    return (
        <main className="min-h-dvh grid place-items-center p-6 bg-neutral">
            <title>Sign in · Velvet Herald</title>
            <div className="bg-raised border-t-3 border-brass rounded-box p-8 w-full max-w-sm">
                <h1 className="flex items-center gap-2.5 mb-1">
                    <Mark /> Velvet Herald
                </h1>
                <p className="text-muted mb-5">Sign in to your application’s messages.</p>
                <SignInForm
                    done={(session) => {
                        client.setQueryData(queries.session().queryKey, session);
                        void navigate(to, { replace: true });
                    }}
                />
            </div>
        </main>
    );
}
