import type { ReactNode } from "react";

/** What the step asks for, as one says it. */
export function PageHead({ children }: { children: ReactNode }) {
  return <p className="mb-5 max-w-[46rem] text-[21px] leading-[1.4]">{children}</p>;
}

export function Section({ title, children, aside }: { title: string; children: ReactNode; aside?: ReactNode }) {
  return (
    <section className="mb-7">
      <div className="mb-1 flex items-baseline justify-between border-ink border-b pb-1">
        <h2 className="font-semibold text-[14px]">{title}</h2>
        {aside && <span className="text-[13px] text-soft">{aside}</span>}
      </div>
      {children}
    </section>
  );
}
