import type { Severity } from "../api/types";

export const SEVERITY_WORDS: Record<Severity, string> = {
  danger: "Danger",
  fault: "Does not fit",
  advice: "Advice",
};

/** Danger, fault and advice differ in shape as well as in colour: a hand held up, a notch, a note. */
export function SeverityMark({ severity, size = 18 }: { severity: Severity; size?: number }) {
  return (
    <svg
      viewBox="0 0 20 20"
      width={size}
      height={size}
      role="img"
      aria-label={SEVERITY_WORDS[severity]}
      className={`shrink-0 ${severity === "danger" ? "text-danger" : severity === "fault" ? "text-fault" : "text-advice"}`}
    >
      {severity === "danger" && (
        <>
          <path d="M6.2 1h7.6L19 6.2v7.6L13.8 19H6.2L1 13.8V6.2Z" fill="currentColor" />
          <path d="M10 4.6v6.6" stroke="var(--on-mark)" strokeWidth="2.2" strokeLinecap="round" />
          <circle cx="10" cy="14.8" r="1.4" fill="var(--on-mark)" />
        </>
      )}
      {severity === "fault" && (
        <>
          <path d="M2 2h16v10l-6 6H2Z" fill="currentColor" />
          <path d="M6 6.5 13 13M13 6.5 6 13" stroke="var(--on-mark)" strokeWidth="2" strokeLinecap="round" />
        </>
      )}
      {severity === "advice" && (
        <>
          <circle cx="10" cy="10" r="8" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M10 9v5" stroke="currentColor" strokeWidth="2" strokeLinecap="round" />
          <circle cx="10" cy="6" r="1.3" fill="currentColor" />
        </>
      )}
    </svg>
  );
}
