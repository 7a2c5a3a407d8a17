import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";
import { itemsOf } from "./runThings";

/** Every run, the main one first, with what was said of each and what does not fit; none until they have come. */
export function useRunItems() {
  const { rig, answer, optionId } = useRig();
  const query = useQuery(wiringQuery(optionId, answer.revision));
  const items = useMemo(
    () => (query.data ? itemsOf(rig, [query.data.main, ...query.data.runs], answer.findings) : []),
    [rig, query.data, answer.findings],
  );
  return { items, query };
}
