/** Why something was not done, beside what was asked. */
export function Refusal({ children }: { children: string }) {
  if (!children) return null;
  return (
    <p role="alert" className="my-2 text-danger">
      {children}
    </p>
  );
}
