import createClient from "openapi-fetch";
import type { paths } from "./schema";
import type { Problem } from "./types";

/** The server said no, and why: `problem` is null where it did not answer at all. */
export class RequestFailed extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
  ) {
    super(problem?.detail ?? "The server does not answer.");
  }

  /** It may go through later without any change. */
  get passing(): boolean {
    return (
      this.status === 0 ||
      this.status === 502 ||
      this.status === 503 ||
      this.status === 507 ||
      this.problem?.code === "too_fast"
    );
  }
}

let csrfToken = "";

export function keepCsrfToken(token: string): void {
  csrfToken = token;
}

export const client = createClient<paths>({ baseUrl: "" });

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRF-Token", csrfToken);
    return request;
  },
});

/** The data of an answer; throws `RequestFailed` otherwise. */
export async function unwrap<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<NonNullable<T>> {
  const answer = await call.catch(() => null);
  if (!answer) throw new RequestFailed(0, null);
  if (answer.data !== undefined && answer.data !== null) return answer.data;
  const problem = answer.error as Partial<Problem> | undefined;
  throw new RequestFailed(answer.response.status, problem?.detail ? (problem as Problem) : null);
}

/** A file as the body of a request, as it is. The document describes such bodies as text, which a file is not. */
export function asItIs(file: File, contentType: string) {
  return {
    body: file as never,
    bodySerializer: (body: unknown) => body as string,
    headers: { "Content-Type": contentType },
  };
}
