export function Mark() {
    return (
        <svg width="18" height="22" viewBox="0 0 18 22" aria-hidden="true">
            <path d="M1 1h16v14l-8 6-8-6z" fill="#6E1B3F" stroke="#C99A44" strokeWidth="1.4" />
            <path d="M5 6l4 7 4-7" fill="none" stroke="#F6E9E3" strokeWidth="1.8" />
        </svg>
    );
}
