import { QueryClient, QueryClientProvider, type QueryKey } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { MemoryRouter, Route, Routes } from "react-router";
import { sessionQuery } from "../../api/queries";
import type { OptionAnswer, PatchOperation, Rig } from "../../api/types";
import { type RigContext, RigContextProvider } from "./useRig";

export interface Sent {
  patch: PatchOperation[];
  seen: number | undefined;
}

/** A rig for tests without a server: what is sent is kept, and answered by `outcome`. */
export function fakeRig(
  change: Partial<Omit<RigContext, "rig" | "answer">> & { rig?: Partial<Rig>; answer?: Partial<OptionAnswer> } = {},
) {
  const sent: Sent[] = [];
  const context = {
    optionId: "option",
    units: "metric",
    lines: { lines: [], trouble: null, kept: true },
    found: { lines: [], trouble: null, kept: true },
    outbox: { waiting: [], aside: [], trouble: null, kept: true },
    edit: async (patch: PatchOperation[], options: { seen?: number } = {}) => {
      sent.push({ patch, seen: options.seen });
      return { stored: true };
    },
    drop: () => {},
    walk: async () => {},
    comment: () => {},
    ...change,
    rig: { typed: {}, loads: {}, survey: { items: {}, readings: {}, looks: {}, not_known: {} }, ...change.rig },
    answer: {
      revision: 7,
      may_edit: true,
      open_comments: {},
      findings: [],
      overruled: [],
      asked: { danger: 0, all: 0 },
      ...change.answer,
    },
  } as unknown as RigContext;
  return { context, sent };
}

/** What stands around every page of a rig. */
export function AroundRig({
  context,
  known = [],
  children,
}: {
  context: RigContext;
  /** Answers that are there already, by their query. */
  known?: readonly (readonly [QueryKey, unknown])[];
  children: ReactNode;
}) {
  const [queries] = useState(
    () => new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY, retry: false } } }),
  );
  for (const [key, answer] of known) if (queries.getQueryData(key) === undefined) queries.setQueryData(key, answer);
  queries.setQueryData(sessionQuery.queryKey, {
    person: null,
    csrf_token: "",
    caution: "",
    steps: [
      { step: "storage", name: "Storage" },
      { step: "charging", name: "Charging" },
    ],
  });
  return (
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={["/jobs/job/option/storage"]}>
        <Routes>
          <Route
            path="/jobs/:jobId/:optionId/:step"
            element={<RigContextProvider value={context}>{children}</RigContextProvider>}
          />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>
  );
}
