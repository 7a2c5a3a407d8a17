import { THIN_SPACE } from "./formatQuantity";

/** A number whose thousands stand a hair apart. Drawn, not spaced: fixed-width fonts have no thin space. */
export function Digits({ children }: { children: string }) {
  const [first, ...groups] = children.split(THIN_SPACE);
  return (
    <>
      {first}
      {groups.map((group, index) => (
        <span key={`${index}:${group}`} className="ml-[0.16em]">
          {group}
        </span>
      ))}
    </>
  );
}
