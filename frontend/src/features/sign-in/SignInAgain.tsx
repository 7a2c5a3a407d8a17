import { useQueryClient } from "@tanstack/react-query";
import { sessionQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { Dialog } from "../../ui/Dialog";
import { SignInForm } from "./SignInForm";

/** The sign-in has ended under an open page: the page stays as it is below this, with everything that is typed in it. */
export function SignInAgain({ was }: { was: Person }) {
  const queries = useQueryClient();
  const goOn = (person: Person | null) => {
    // Somebody else does not go on in what this person had open.
    if (person?.name !== was.name || person.shop !== was.shop) window.location.assign("/");
    else void queries.invalidateQueries({ predicate: (query) => query.queryKey !== sessionQuery.queryKey });
  };
  return (
    <Dialog title="You are signed out" describedBy="signed-out">
      <p id="signed-out" className="mb-5">
        Sign in again, {was.name}, and go on where you were. What you have typed is still there.
      </p>
      <SignInForm onSignedIn={goOn} />
    </Dialog>
  );
}
