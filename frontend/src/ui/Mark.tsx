/** A paper lantern, half of it lit: what comes in stands in what is stored. */
export function Mark() {
  return (
    <>
      <svg viewBox="0 0 32 32" width="24" height="24" aria-hidden="true">
        <path d="M11 3h10M16 3v3" stroke="var(--stored)" strokeWidth="2" fill="none" />
        <path d="M10 6h12c4 6 4 14 0 20H10C6 20 6 12 10 6Z" fill="var(--stored)" />
        <path d="M7.2 18h17.6c-.4 3-1.3 5.6-2.8 8H10c-1.5-2.4-2.4-5-2.8-8Z" fill="var(--incoming)" />
        <path d="M12 29h8" stroke="var(--stored)" strokeWidth="2" />
      </svg>
      <span className="hidden font-semibold tracking-[0.02em] lg:inline">Ryokan</span>
    </>
  );
}
