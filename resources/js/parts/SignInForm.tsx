import { useMutation } from '@tanstack/react-query';
import { type ReactNode, type SyntheticEvent, useEffect, useRef, useState } from 'react';
import { general, got, ProblemError, type Schemas } from '../api/client';

/** Without a key for so long, nobody is writing, in ms. */
const QUIET = 1200;

/** Asks who it is; gives the session that is begun. */
export function SignInForm({ address = '', done, children }: { address?: string; done: (session: Schemas['Session']) => void; children?: ReactNode }) {
    const [email, setEmail] = useState(address);
    const [password, setPassword] = useState('');
    const [remember, setRemember] = useState(false);
    const signIn = useMutation({
        mutationFn: async () => {
            // Fetches the cookie that the request below must carry.
            await got(general.GET('/api/app/session'));

            return got(general.POST('/api/app/session', { body: { email, password, remember } }));
        },
        onSuccess: done,
    });
    const form = useRef<HTMLFormElement>(null);
    const secret = useRef<HTMLInputElement>(null);
    useEffect(() => {
        if (address === '') {
            return;
        }
        // Whoever is just writing goes on writing; the password is asked for when they stop.
        let timer = 0;
        const later = () => {
            window.clearTimeout(timer);
            timer = window.setTimeout(() => {
                if (!form.current?.contains(document.activeElement)) {
                    secret.current?.focus();
                }
            }, QUIET);
        };
        later();
        document.addEventListener('keydown', later, true);

        return () => {
            window.clearTimeout(timer);
            document.removeEventListener('keydown', later, true);
        };
    }, [address]);
    const submit = (event: SyntheticEvent) => {
        event.preventDefault();
        signIn.mutate();
    };
    const error = signIn.error instanceof ProblemError ? (signIn.error.at('password') ?? signIn.error.at('email') ?? signIn.error.message) : signIn.error?.message;

    return (
        <form ref={form} onSubmit={submit} noValidate>
            <label className="block mb-3">
                <span className="block mb-1">E-mail address</span>
                <input className="input w-full bg-raised" type="email" name="email" autoComplete="username" autoFocus={address === ''} required value={email} onChange={(event) => setEmail(event.target.value)} />
            </label>
            <label className="block mb-3">
                <span className="block mb-1">Password</span>
                <input
                    className="input w-full bg-raised"
                    type="password"
                    name="password"
                    autoComplete="current-password"
                    ref={secret}
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
            {children}
        </form>
    );
}
