import { useState } from "react";

/** Something that is asked of the server by a form: its refusal stays beside the form until it is tried again. */
export function useTask() {
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState("");
  const run = async (task: () => Promise<void>) => {
    setBusy(true);
    setRefusal("");
    try {
      await task();
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : "That did not work.");
    } finally {
      setBusy(false);
    }
  };
  return { busy, refusal, run };
}
