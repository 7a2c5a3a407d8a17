import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";

/** What the list of runs asks the server; fetched with it, and not before. */

/** Every run of the DC side at a revision; those of the revision before stay until the new ones are there. */
export const wiringQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["wiring", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/wiring", { params: { path: { option_id: optionId } } })),
  });

/** Cables and fuses of many runs at once, at a revision: what is too small raised, or the least copper that keeps every rule. */
export const wiringProposalQuery = (optionId: string, revision: number, of: "mended" | "lightest") =>
  queryOptions({
    queryKey: ["wiring", of, optionId, revision],
    gcTime: 60_000,
    queryFn: () => {
      const params = { path: { option_id: optionId } };
      return of === "mended"
        ? unwrap(client.GET("/api/v1/options/{option_id}/wiring/mended", { params }))
        : unwrap(client.GET("/api/v1/options/{option_id}/wiring/lightest", { params }));
    },
  });

/** Fuses of the parts book for one run at a revision, those that serve first. */
export const fusesQuery = (optionId: string, revision: number, run: string) =>
  queryOptions({
    queryKey: ["wiring", "fuses", optionId, revision, run],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () => {
      const params = { path: { option_id: optionId }, query: { run } };
      return unwrap(client.GET("/api/v1/options/{option_id}/wiring/fuses", { params }));
    },
  });

/** Things of the parts book for one that sits between the runs, those that serve first. */
export const gearOffersQuery = (optionId: string, revision: number, gear: string) =>
  queryOptions({
    queryKey: ["wiring", "gear", optionId, revision, gear],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () => {
      const params = { path: { option_id: optionId }, query: { gear } };
      return unwrap(client.GET("/api/v1/options/{option_id}/wiring/gear", { params }));
    },
  });

/** How one run is cut, crimped, bent, held and landed, at a revision. */
export const madeQuery = (optionId: string, revision: number, run: string) =>
  queryOptions({
    queryKey: ["wiring", "made", optionId, revision, run],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () => {
      const params = { path: { option_id: optionId }, query: { run } };
      return unwrap(client.GET("/api/v1/options/{option_id}/wiring/made", { params }));
    },
  });

/** What to do where no stock size serves the main run, at a revision. */
export const waysOutQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["wiring", "ways out", optionId, revision],
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/wiring/ways-out", { params: { path: { option_id: optionId } } })),
  });

/** Circuits that loads could share, at a revision. */
export const circuitsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["wiring", "circuits", optionId, revision],
    gcTime: 60_000,
    queryFn: () => {
      const params = { path: { option_id: optionId } };
      return unwrap(client.GET("/api/v1/options/{option_id}/wiring/circuits", { params }));
    },
  });

/** Cables, fuses, circuits, terminals, cut list, totals and labels, at a revision. */
export const schedulesQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["wiring", "schedules", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/schedules", { params: { path: { option_id: optionId } } })),
  });

/** Spools to buy, at a revision: a search, so it is asked for only when somebody looks. */
export const spoolsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["wiring", "spools", optionId, revision],
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/schedules/spools", { params: { path: { option_id: optionId } } })),
  });
