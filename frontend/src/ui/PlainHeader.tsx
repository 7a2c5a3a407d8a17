import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Person } from "../api/types";
import { AccountMenu } from "./AccountMenu";
import { Mark } from "./Mark";

/** The head of pages outside of a rig. */
export function PlainHeader({ title, person }: { title: ReactNode; person: Person }) {
  return (
    <header className="flex min-h-[52px] items-center gap-4 border-rule border-b px-4">
      <Link to="/" aria-label="Ryokan, all jobs" className="touch flex items-center gap-2">
        <Mark />
      </Link>
      <span className="font-semibold text-[17px]">{title}</span>
      <span className="ml-auto text-[14px] text-soft">
        <AccountMenu person={person} />
      </span>
    </header>
  );
}
