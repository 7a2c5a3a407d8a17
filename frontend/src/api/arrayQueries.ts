import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { Arrangement, Beside, CurvesOf } from "./types";

/** Questions about arrays, apart from the others: what asks them is fetched when it is opened. */

type ArrangeSent = { lots: { part: string; count: number }[]; controllers?: string[]; instead_of?: string };

/** Every way of wiring some panels, the best first; `controllers` named tries those alone. */
export const arrangementsQuery = (optionId: string, revision: number, sent: ArrangeSent) =>
  queryOptions({
    queryKey: ["arrangements", optionId, revision, sent],
    gcTime: 60_000,
    queryFn: async () =>
      (await unwrap(
        client.POST("/api/v1/options/{option_id}/arrangements", {
          params: { path: { option_id: optionId } },
          body: sent,
        }),
      )) as Arrangement,
  });

/** Which panels may come to a controller. */
export const panelsForQuery = (optionId: string, revision: number, controller: string) =>
  queryOptions({
    queryKey: ["panels-for", optionId, revision, controller],
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.POST("/api/v1/options/{option_id}/panels-for-controller", {
          params: { path: { option_id: optionId } },
          body: { controller },
        }),
      ),
  });

/** What each array still takes. */
export const roomToGrowQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["room-to-grow", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/room-to-grow", { params: { path: { option_id: optionId } } })),
  });

/** New panels beside those of an array, each way side by side. */
export const oldWithNewQuery = (
  optionId: string,
  revision: number,
  array: string,
  lot: { part: string; count: number },
) =>
  queryOptions({
    queryKey: ["old-with-new", optionId, revision, array, lot],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: async () =>
      (await unwrap(
        client.POST("/api/v1/options/{option_id}/old-with-new", {
          params: { path: { option_id: optionId } },
          body: { array, lot },
        }),
      )) as { ways: Beside[] },
  });

/** The curves of a string; those before stay on screen until the new ones are there. */
export const curvesQuery = (
  optionId: string,
  revision: number,
  sent: { string: string; sun_w_per_m2: number; cell_c: number; shaded: Record<string, number> },
) =>
  queryOptions({
    queryKey: ["curves", optionId, revision, sent],
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    queryFn: async () =>
      (await unwrap(
        client.POST("/api/v1/options/{option_id}/curves", { params: { path: { option_id: optionId } }, body: sent }),
      )) as CurvesOf,
  });
