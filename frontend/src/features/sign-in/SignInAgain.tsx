import { useQueryClient } from "@tanstack/react-query";
import { sessionQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { Dialog } from "../../ui/Dialog";
import { useTypingPause } from "../../ui/useTypingPause";
import { SignInForm } from "./SignInForm";

/** Long enough to end a word in: the rest of it would be typed into the address. */
const PAUSE_MS = 800;

/** The sign-in has ended under an open page: the page stays as it is below this, with everything that is typed in it. */
export function SignInAgain({ was }: { was: Person }) {
  const queries = useQueryClient();
  const paused = useTypingPause(PAUSE_MS);
  const goOn = (person: Person | null) => {
    // Somebody else does not go on in what this person had open.
    if (person?.id !== was.id) window.location.assign("/");
    else void queries.invalidateQueries({ predicate: (query) => query.queryKey !== sessionQuery.queryKey });
  };
  if (!paused) return null;
  return (
    <Dialog title="You are signed out" describedBy="signed-out">
      <p id="signed-out" className="mb-5">
        Sign in again, {was.name}, and go on where you were. What you have typed is still there.
      </p>
      <SignInForm onSignedIn={goOn} />
    </Dialog>
  );
}
