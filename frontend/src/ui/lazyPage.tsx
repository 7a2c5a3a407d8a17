import { queryOptions, useQuery } from "@tanstack/react-query";
import type { ComponentType, ReactNode } from "react";
import { client, unwrap } from "../api/client";
import { queryClient } from "../api/queries";
import { Dialog } from "./Dialog";
import { Failed, Waiting } from "./states";

/** The server answers, but no longer with this piece of the page: a newer release has taken its place. */
class Renewed extends Error {
  constructor() {
    super("This page has been renewed on the server: it has to be loaded again. What you have sent is kept.");
  }
}

/** A piece of the page whose script is fetched when it is first opened; `fetchAhead` has it at hand before. */
export type Lazy<P> = ComponentType<P> & { fetchAhead: () => Promise<void> };

let made = 0;

export function lazyPage<P extends object>(
  name: string,
  load: () => Promise<ComponentType<P>>,
  Around: ComponentType<P & { children: ReactNode }> = ({ children }) => children,
): Lazy<P> {
  const query = queryOptions({
    queryKey: ["script", name, ++made], // two may be called alike
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      try {
        return { Page: await load() };
      } catch {
        await unwrap(client.GET("/api/v1/readiness")); // throws what is waited for
        throw new Renewed();
      }
    },
  });
  function Piece(props: P) {
    const { data, error, failureReason } = useQuery(query);
    if (data) return <data.Page {...props} />;
    return (
      <Around {...props}>
        {error ? (
          <Failed error={error} retry={() => window.location.reload()} />
        ) : (
          <Waiting what={name} failed={failureReason} />
        )}
      </Around>
    );
  }
  return Object.assign(Piece, { fetchAhead: () => queryClient.prefetchQuery(query) });
}

/** The same for a dialog: its sheet is there at once. */
export function lazyDialog<P extends { onClose: () => void }>(
  name: string,
  load: () => Promise<ComponentType<P>>,
): Lazy<P> {
  return lazyPage(name, load, ({ onClose, children }) => (
    <Dialog title="One moment" onClose={onClose}>
      {children}
    </Dialog>
  ));
}
