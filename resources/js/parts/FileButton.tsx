import { Upload } from 'lucide-react';

/** A button that asks for a picture from this machine. */
export function FileButton({ label, take, primary = false }: { label: string; take: (file: File) => void; primary?: boolean }) {
    return (
        <label className={`btn btn-xs focus-within:outline-2 focus-within:outline-offset-2 ${primary ? 'btn-primary' : ''}`}>
            <Upload size={13} aria-hidden="true" /> {label}
            <input
                type="file"
                className="sr-only"
                accept=".png,.jpg,.jpeg,.gif,.webp,.svg,image/*"
                onChange={(event) => {
                    const file = event.target.files?.[0];
                    event.target.value = '';
                    if (file) {
                        take(file);
                    }
                }}
            />
        </label>
    );
}
