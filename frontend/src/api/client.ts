import createClient from "openapi-fetch";
import type { Trouble } from "./outbox";
import type { paths } from "./schema";
import type { Problem } from "./types";

const GATEWAY = [502, 503, 504];

/** The server said no, and why: `problem` is null where it said nothing that can be read, `status` 0 where nothing at all. */
export class RequestFailed extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
  ) {
    super(problem?.detail ?? saidOf(status));
  }

  /** What keeps every request from going through for now; null where it is about this one. */
  get trouble(): Trouble | null {
    // A proxy in front answers for a server that does not, with a page that is no problem document.
    if (this.status === 0 || (GATEWAY.includes(this.status) && this.problem === null)) return "no answer";
    if (this.problem?.code === "another_person") return "another person";
    if (this.status === 401) return "signed out";
    if (this.problem?.code === "csrf") return "stale page";
    if (this.status === 429 || this.problem?.code === "busy") return "too fast";
    if (GATEWAY.includes(this.status)) return "unavailable";
    return this.status === 507 ? "full" : null;
  }

  /** It may go through later without any change. */
  get passing(): boolean {
    return this.trouble !== null && this.status !== 401 && this.trouble !== "stale page";
  }
}

function saidOf(status: number): string {
  if (status === 0 || GATEWAY.includes(status)) return "The server does not answer.";
  if (status === 413) return "This is larger than the server takes.";
  return `The server answered with an error, ${status}.`;
}

let csrfToken = "";

export function keepCsrfToken(token: string): void {
  csrfToken = token;
}

/** Says whose a request is: the server takes it only while that person is signed in here. */
export function forPerson(id: string): Record<string, string> {
  return id ? { "For-Person": id } : {};
}

let tellSignedOut = () => {};

/** What to do when an answer says that nobody is signed in any more, or that the page's token is of an earlier sign-in. */
export function whenSignedOut(tell: () => void): void {
  tellSignedOut = tell;
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
  const failed = new RequestFailed(answer.response.status, problem?.detail ? (problem as Problem) : null);
  const someoneElse = failed.trouble === "another person";
  if (failed.problem?.code === "not_signed_in" || failed.trouble === "stale page" || someoneElse) tellSignedOut();
  throw failed;
}

/** A file as the body of a request, as it is. The document describes such bodies as text, which a file is not. */
export function asItIs(file: File, contentType: string) {
  return {
    body: file as never,
    bodySerializer: (body: unknown) => body as string,
    headers: { "Content-Type": contentType },
  };
}

/** A failure counts against an edit only while the server answers something else. */
export async function failedAlone(
  error: RequestFailed,
): Promise<{ kind: "failed"; problem: Problem | null } | { kind: "later"; trouble: Trouble }> {
  try {
    await unwrap(client.GET("/api/v1/readiness"));
    return { kind: "failed", problem: error.problem };
  } catch (failed) {
    // Readiness answers 503 of its own while the database, or its schema, is not there.
    const answers = failed instanceof RequestFailed && failed.status === 503;
    return { kind: "later", trouble: answers ? "unavailable" : "no answer" };
  }
}
