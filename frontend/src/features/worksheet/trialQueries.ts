import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import type { WhichYear } from "../../api/types";

/** What the trial asks the server; fetched with whatever shows it, and not before. */

/** The short trial at a revision; that of the revision before stays until the new one is there, and says which it is of. */
export const trialQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["trial", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/trial", { params: { path: { option_id: optionId } } })),
  });

/** One of its years by the hour. */
export const trialHoursQuery = (optionId: string, revision: number, which: WhichYear) =>
  queryOptions({
    queryKey: ["trial", "hours", optionId, revision, which],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/trial/hours", {
          params: { path: { option_id: optionId }, query: { which } },
        }),
      ),
  });

/** What would help most. */
export const trialHelpsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["trial", "helps", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/trial/helps", { params: { path: { option_id: optionId } } })),
  });
