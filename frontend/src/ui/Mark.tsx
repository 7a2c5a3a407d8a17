/** A lantern that is also a cell: what comes in stands in what is stored. */
export function Mark() {
  return (
    <>
      <svg viewBox="0 0 32 32" width="22" height="22" aria-hidden="true">
        <rect x="7" y="9" width="18" height="20" rx="3" fill="var(--stored)" />
        <path d="M7 18h18v8a3 3 0 0 1-3 3H10a3 3 0 0 1-3-3Z" fill="var(--incoming)" />
        <path d="M11 9V6a5 5 0 0 1 10 0v3" fill="none" stroke="var(--stored)" strokeWidth="2.6" />
      </svg>
      <span className="hidden font-semibold tracking-[0.02em] lg:inline">Ryokan</span>
    </>
  );
}
