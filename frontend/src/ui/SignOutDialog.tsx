import { Button } from "./Button";
import { Dialog } from "./Dialog";

/** Before somebody signs out whose typing or photographs are not all stored: they stay in this browser, as theirs. */
export function SignOutDialog({
  waiting,
  onStay,
  onSignOut,
}: {
  waiting: number;
  onStay: () => void;
  onSignOut: () => void;
}) {
  const [are, them] = waiting === 1 ? ["One thing is", "it"] : [`${waiting} things are`, "them"];
  return (
    <Dialog title="Not all of it is stored yet" onClose={onStay} describedBy="waits">
      <p id="waits" className="mb-5">
        {are} kept in this browser and not at the server yet. Whoever signs in here next does not see {them}, and sends
        nothing of {them}. It goes out when you sign in here again.
      </p>
      <div className="flex justify-end gap-3">
        <Button onClick={onSignOut}>Sign out</Button>
        <Button kind="main" onClick={onStay}>
          Stay signed in
        </Button>
      </div>
    </Dialog>
  );
}
