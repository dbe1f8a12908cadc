import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type SyntheticEvent, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { general, got, ProblemError } from '../../api/client';
import { Mark } from '../../parts/Mark';
import { queries } from '../../api/queries';

export function SignInPage() {
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    const [remember, setRemember] = useState(false);
    const [search] = useSearchParams();
    const client = useQueryClient();
    const navigate = useNavigate();
    const signIn = useMutation({
        mutationFn: async () => {
            // Fetches the cookie that the request below must carry.
            await got(general.GET('/api/app/session'));

            return got(general.POST('/api/app/session', { body: { email, password, remember } }));
        },
        onSuccess: async (session) => {
            client.setQueryData(queries.session().queryKey, session);
            const to = search.get('to') ?? '';
            await navigate(/^\/(?![/\\])/.test(to) ? to : '/running-order', { replace: true });
        },
    });
    const submit = (event: SyntheticEvent) => {
        event.preventDefault();
        signIn.mutate();
    };
    const error = signIn.error instanceof ProblemError ? (signIn.error.at('password') ?? signIn.error.at('email') ?? signIn.error.message) : signIn.error?.message;

    return (
        <main className="min-h-dvh grid place-items-center p-6 bg-neutral">
            <title>Sign in · Velvet Herald</title>
            <form onSubmit={submit} className="bg-raised border-t-3 border-brass rounded-box p-8 w-full max-w-sm" noValidate>
                <h1 className="flex items-center gap-2.5 mb-1">
                    <Mark /> Velvet Herald
                </h1>
                <p className="text-muted mb-5">Sign in to your application’s messages.</p>
                <label className="block mb-3">
                    <span className="block mb-1">E-mail address</span>
                    <input className="input w-full bg-raised" type="email" name="email" autoComplete="username" autoFocus required value={email} onChange={(event) => setEmail(event.target.value)} />
                </label>
                <label className="block mb-3">
                    <span className="block mb-1">Password</span>
                    <input
                        className="input w-full bg-raised"
                        type="password"
                        name="password"
                        autoComplete="current-password"
                        required
                        value={password}
                        aria-describedby={error ? 'sign-in-error' : undefined}
                        aria-invalid={Boolean(error)}
                        onChange={(event) => setPassword(event.target.value)}
                    />
                </label>
                {error && (
                    <p id="sign-in-error" role="alert" className="text-error mb-3">
                        {error}
                    </p>
                )}
                <label className="flex gap-2 items-center mb-5">
                    <input type="checkbox" className="checkbox checkbox-sm checkbox-primary" checked={remember} onChange={(event) => setRemember(event.target.checked)} />
                    Stay signed in on this machine
                </label>
                <button type="submit" className="btn btn-primary w-full" disabled={signIn.isPending}>
                    {signIn.isPending ? 'Signing in…' : 'Sign in'}
                </button>
            </form>
        </main>
    );
}
