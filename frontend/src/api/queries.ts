import { keepPreviousData, QueryClient, queryOptions } from "@tanstack/react-query";
import { client, keepCsrfToken, RequestFailed, unwrap, whenSignedOut } from "./client";
import type {
  Asked,
  BookPart,
  Candidate,
  CandidatePlace,
  Fix,
  JobsWanted,
  LoadSet,
  Move,
  OptionAnswer,
  PartKind,
  PatchOperation,
  Preview,
  ShopDefaults,
  Step,
} from "./types";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      // A server or database that is away for a while is waited for; a refusal is not repeated.
      retry: (_count, error) => error instanceof RequestFailed && error.passing,
      retryDelay: (count) => Math.min(500 * 2 ** count, 4_000),
      networkMode: "always",
    },
  },
});

/** Who was signed in last: while nobody is, what is open is still theirs. */
const last = { person: "" };

/** Whose what is typed now is, by the id of whoever is signed in, or was last. */
export function whoTypes(): string {
  return queryClient.getQueryData(sessionQuery.queryKey)?.person?.id ?? last.person;
}

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  staleTime: Number.POSITIVE_INFINITY,
  queryFn: async () => {
    const answer = await unwrap(client.GET("/api/v1/session"));
    keepCsrfToken(answer.csrf_token);
    if (answer.person) last.person = answer.person.id;
    return answer;
  },
});

whenSignedOut(() => void queryClient.invalidateQueries({ queryKey: sessionQuery.queryKey }));

export const noticesQuery = queryOptions({
  queryKey: ["notices"],
  staleTime: Number.POSITIVE_INFINITY,
  queryFn: () => unwrap(client.GET("/api/v1/reference/notices")),
});

/** Jobs that are looked for; those of the question before stay on screen until the new ones are there. */
export const jobsQuery = (query: JobsWanted) =>
  queryOptions({
    queryKey: ["jobs", query],
    staleTime: 0,
    placeholderData: keepPreviousData,
    queryFn: () => unwrap(client.GET("/api/v1/jobs", { params: { query } })),
  });

export const jobQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["job", jobId],
    queryFn: () => unwrap(client.GET("/api/v1/jobs/{job_id}", { params: { path: { job_id: jobId } } })),
  });

export const optionQuery = (optionId: string) =>
  queryOptions({
    queryKey: ["option", optionId],
    queryFn: async () =>
      (await unwrap(
        client.GET("/api/v1/options/{option_id}", { params: { path: { option_id: optionId } } }),
      )) as OptionAnswer,
  });

/** Fixes of some findings that were tried at a revision and hold; those on screen are asked for first. */
export const fixesQuery = (optionId: string, revision: number, keys: readonly string[]) =>
  queryOptions({
    queryKey: ["fixes", optionId, keys, revision],
    gcTime: 60_000,
    queryFn: async () => {
      const answer = await unwrap(
        client.GET("/api/v1/options/{option_id}/fixes", {
          params: { path: { option_id: optionId }, query: { keys: keys.join(" ") } },
        }),
      );
      return answer.fixes as Record<string, Fix>;
    },
  });

/** What is still to be asked at a revision; the list of the revision before stays on screen until the new one is there. */
export const askedQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["asked", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: async () => {
      const answer = await unwrap(
        client.GET("/api/v1/options/{option_id}/asked", { params: { path: { option_id: optionId } } }),
      );
      return answer.asked as Asked[];
    },
  });

/** What each reading says at a revision, and what follows; those of the revision before stay until the new ones are there. */
export const readingsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["readings", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/readings", { params: { path: { option_id: optionId } } })),
  });

/** Figures of a step at a revision; those of the revision before stay on screen until the new ones are there. */
export const reportQuery = (optionId: string, revision: number, step: Step) =>
  queryOptions({
    queryKey: ["report", optionId, step, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/report", {
          params: { path: { option_id: optionId }, query: { step } },
        }),
      ),
  });

export const workingQuery = (optionId: string, revision: number, key: string) =>
  queryOptions({
    queryKey: ["working", optionId, key, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/figures/{key}", { params: { path: { option_id: optionId, key } } }),
      ),
  });

/** What an edit would change at a revision; nothing is stored. */
export const previewQuery = (optionId: string, revision: number, patch: PatchOperation[]) =>
  queryOptions({
    queryKey: ["preview", optionId, revision, patch],
    gcTime: 30_000,
    queryFn: async () =>
      (await unwrap(
        client.POST("/api/v1/options/{option_id}/preview", { params: { path: { option_id: optionId } }, body: patch }),
      )) as Preview,
  });

export const historyQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["history", optionId, revision],
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/revisions", { params: { path: { option_id: optionId } } })),
  });

/** What going back to an earlier revision would change. */
export const lookBackQuery = (optionId: string, revision: number, number: number) =>
  queryOptions({
    queryKey: ["look back", optionId, revision, number],
    queryFn: async () =>
      (await unwrap(
        client.GET("/api/v1/options/{option_id}/revisions/{number}", {
          params: { path: { option_id: optionId, number } },
        }),
      )) as Preview,
  });

export const comparisonQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["comparison", jobId],
    staleTime: 0,
    queryFn: () => unwrap(client.GET("/api/v1/jobs/{job_id}/comparison", { params: { path: { job_id: jobId } } })),
  });

export const tablesQuery = queryOptions({
  queryKey: ["tables"],
  staleTime: Number.POSITIVE_INFINITY,
  queryFn: () => unwrap(client.GET("/api/v1/reference/tables")),
});

export const referenceQuery = queryOptions({
  queryKey: ["reference"],
  staleTime: Number.POSITIVE_INFINITY,
  queryFn: () => unwrap(client.GET("/api/v1/reference")),
});

export const partsQuery = queryOptions({
  queryKey: ["parts"],
  queryFn: async () => (await unwrap(client.GET("/api/v1/parts"))) as { parts: BookPart[]; kinds: PartKind[] },
});

export const partHistoryQuery = (partId: string, number: number) =>
  queryOptions({
    queryKey: ["part", partId, number],
    queryFn: () => unwrap(client.GET("/api/v1/parts/{part_id}", { params: { path: { part_id: partId } } })),
  });

/** What each part would do at a place of the rig as it is at a revision. */
export const candidatesQuery = (optionId: string, revision: number, place: CandidatePlace) =>
  queryOptions({
    queryKey: ["candidates", optionId, revision, place],
    gcTime: 60_000,
    queryFn: async () =>
      (await unwrap(
        client.GET("/api/v1/options/{option_id}/candidates", {
          params: { path: { option_id: optionId }, query: { place } },
        }),
      )) as { candidates: Candidate[] },
  });

export const teamQuery = queryOptions({ queryKey: ["team"], queryFn: () => unwrap(client.GET("/api/v1/people")) });

export const defaultsQuery = queryOptions({
  queryKey: ["defaults"],
  queryFn: async () => (await unwrap(client.GET("/api/v1/shop/defaults"))) as ShopDefaults,
});

export const commentsQuery = (optionId: string) =>
  queryOptions({
    queryKey: ["comments", optionId],
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/comments", { params: { path: { option_id: optionId } } })),
  });

/** How long some loads run from a charge, at a revision. */
export const runQuery = (optionId: string, revision: number, loads: string[], fromFrac: number) =>
  queryOptions({
    queryKey: ["run", optionId, revision, loads, fromFrac],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    enabled: loads.length > 0,
    queryFn: () =>
      unwrap(
        client.POST("/api/v1/options/{option_id}/runs", {
          params: { path: { option_id: optionId } },
          body: { loads, from_frac: fromFrac },
        }),
      ),
  });

/** Pictures, card and schools of the AC side at a revision; those of the revision before stay until the new ones are there. */
export const acQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["ac", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () => unwrap(client.GET("/api/v1/options/{option_id}/ac", { params: { path: { option_id: optionId } } })),
  });

/** Which AC loads run together at a revision; the grid before stays on screen until the new one is there. */
export const togetherQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["together", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/together", { params: { path: { option_id: optionId } } })),
  });

export const photographsQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["photographs", jobId],
    queryFn: () => unwrap(client.GET("/api/v1/jobs/{job_id}/photographs", { params: { path: { job_id: jobId } } })),
  });

/** Whether the other ends of a rig's links agree; asked anew at each revision of this end. */
export const linkEndsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["link ends", optionId, revision],
    staleTime: 0,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/links", { params: { path: { option_id: optionId } } })),
  });

export const loadSetsQuery = queryOptions({
  queryKey: ["load sets"],
  queryFn: async () => (await unwrap(client.GET("/api/v1/load-sets"))) as { sets: LoadSet[] },
});

/** What moving to another volts class would do to each thing, at a revision. */
export const moveQuery = (optionId: string, revision: number, volts: number) =>
  queryOptions({
    queryKey: ["move", optionId, revision, volts],
    gcTime: 30_000,
    queryFn: async () =>
      (await unwrap(
        client.GET("/api/v1/options/{option_id}/moves/{volts}", { params: { path: { option_id: optionId, volts } } }),
      )) as Move,
  });

/** The bank that would leave a share at a dawn, as a patch, at a revision. */
export const keepQuery = (optionId: string, revision: number, dawn: number, leftFrac: number) =>
  queryOptions({
    queryKey: ["keep", optionId, revision, dawn, leftFrac],
    gcTime: 30_000,
    queryFn: async () =>
      (await unwrap(
        client.POST("/api/v1/options/{option_id}/bank-that-keeps", {
          params: { path: { option_id: optionId } },
          body: { dawn, left_frac: leftFrac },
        }),
      )) as { patch: PatchOperation[] },
  });

/** Places by name; asked for from two letters on. */
export const placesQuery = (words: string) =>
  queryOptions({
    queryKey: ["places", words],
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
    enabled: words.length > 1,
    queryFn: () => unwrap(client.GET("/api/v1/places", { params: { query: { q: words } } })),
  });

export interface Box {
  west: number;
  south: number;
  east: number;
  north: number;
}

/** The largest places of a part of the map; not asked for a part that is null. */
export const placesWithinQuery = (box: Box | null) => {
  const rounded = box && {
    west: Math.round(box.west * 10) / 10,
    south: Math.round(box.south * 10) / 10,
    east: Math.round(box.east * 10) / 10,
    north: Math.round(box.north * 10) / 10,
  };
  return queryOptions({
    queryKey: ["places-within", rounded],
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
    enabled: rounded !== null,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/places/within", { params: { query: rounded ?? { west: 0, south: 0, east: 0, north: 0 } } }),
      ),
  });
};

/** The sun's way over the vehicle at a stay; of one revision, since the rig decides what is in the way. */
export const dayOfSunQuery = (optionId: string, revision: number, stay: string, day: number, heading: number | null) =>
  queryOptions({
    queryKey: ["day-of-sun", optionId, revision, stay, day, heading],
    placeholderData: keepPreviousData,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/day-of-sun", {
          params: {
            path: { option_id: optionId },
            query: heading === null ? { stay, day } : { stay, day, heading },
          },
        }),
      ),
  });
