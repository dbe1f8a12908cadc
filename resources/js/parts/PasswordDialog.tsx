import { useMutation } from '@tanstack/react-query';
import { type SyntheticEvent, useState } from 'react';
import { toast } from 'sonner';
import { general, got, ProblemError } from '../api/client';
import { Dialog } from './Dialog';

/** Another password for who is signed in. */
export function PasswordDialog({ close }: { close: () => void }) {
    const [current, setCurrent] = useState('');
    const [password, setPassword] = useState('');
    const change = useMutation({
        mutationFn: () => got(general.PUT('/api/app/session/password', { body: { current_password: current, password } })),
        onSuccess: () => {
            toast.success('Your password is changed. Wherever else you were signed in, you are not any more.');
            close();
        },
    });
    const submit = (event: SyntheticEvent) => {
        event.preventDefault();
        change.mutate();
    };
    const why = (place: string) => (change.error instanceof ProblemError ? change.error.at(place) : undefined);
    const other = change.error && !why('current_password') && !why('password') ? change.error.message : undefined;

    return (
        <Dialog
            open
            close={close}
            title="Change your password"
            actions={
                <button type="submit" form="change-password" className="btn btn-sm btn-primary" disabled={change.isPending}>
                    Change it
                </button>
            }
        >
            <form id="change-password" className="grid gap-3" onSubmit={submit}>
                <Field label="The one you have" autoComplete="current-password" value={current} set={setCurrent} why={why('current_password')} />
                <Field label="The new one, 12 characters or more" autoComplete="new-password" value={password} set={setPassword} why={why('password')} />
                {other && (
                    <p role="alert" className="text-error">
                        {other}
                    </p>
                )}
            </form>
        </Dialog>
    );
}

function Field({ label, autoComplete, value, set, why }: { label: string; autoComplete: string; value: string; set: (value: string) => void; why: string | undefined }) {
    return (
        <label className="grid gap-1">
            {label}
            <input required type="password" autoComplete={autoComplete} maxLength={200} className="input bg-raised w-full" aria-invalid={Boolean(why)} value={value} onChange={(event) => set(event.target.value)} />
            {why && (
                <span role="alert" className="text-error text-[13px]">
                    {why}
                </span>
            )}
        </label>
    );
}
