import { Upload } from 'lucide-react';

const PICTURES = '.png,.jpg,.jpeg,.gif,.webp,.svg,image/*';

/** A button that asks for a file from this machine: a picture, unless another kind is named. */
export function FileButton({ label, take, primary = false, accept = PICTURES }: { label: string; take: (file: File) => void; primary?: boolean; accept?: string }) {
    return (
        <label className={`btn btn-xs focus-within:outline-2 focus-within:outline-offset-2 ${primary ? 'btn-primary' : ''}`}>
            <Upload size={13} aria-hidden="true" /> {label}
            <input
                type="file"
                className="sr-only"
                accept={accept}
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
