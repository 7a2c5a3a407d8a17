import { Button } from "./Button";

/** The end of a small form: what was refused, and the two ways out. */
export function FormFoot({ fault, onLeave }: { fault: string; onLeave: () => void }) {
  return (
    <>
      {fault && (
        <p role="alert" className="mb-2 text-[14px] text-danger">
          {fault}
        </p>
      )}
      <div className="flex justify-end gap-3">
        <Button onClick={onLeave}>Leave it</Button>
        <Button kind="main" type="submit">
          Store
        </Button>
      </div>
    </>
  );
}
