import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Job = Schemas["Job"];
export type Answers = Schemas["Answers"];
export type JobView = Schemas["JobView"];
export type Catalog = Schemas["Catalog"];
export type Problem = Schemas["Problem"];

/** What this page calls itself: what it did itself it is not told. */
export const PAGE = Math.random().toString(36).slice(2, 12);

export const api = createClient<paths>({
  baseUrl: "/",
  // Not as middleware: that waits a turn, and what is asked at a key is to leave before the page is drawn.
  fetch: (request) => {
    request.headers.set("x-jovek-who", encodeURIComponent(who()));
    request.headers.set("x-jovek-page", PAGE);
    return fetch(request);
  },
});

const WHO = "jovek.who";

/** The name under which this person saves. */
export function who(): string {
  return localStorage.getItem(WHO) ?? "";
}

/** Told to the window when this person calls themselves otherwise. */
export const NAMED = "jovek:named";

export function setWho(name: string) {
  localStorage.setItem(WHO, name);
  window.dispatchEvent(new Event(NAMED));
}

/** An error of the API with its problem; a lost connection becomes one too. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** True where the program was not there to answer: it is worth asking again later. */
export function isUnreachable(error: unknown): boolean {
  return error instanceof ApiError && (error.problem.status === 0 || error.problem.status >= 500);
}

/** Told to the window when something was asked that needs a session. */
export const MUST_ENTER = "jovek:must-enter";

const UNREACHABLE: Problem = {
  type: "/problems/unreachable",
  title: "No connection",
  status: 0,
  detail: "The program cannot be reached. What you typed is kept here and saved when it is back.",
};

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** Gives the data of a call, or throws what went wrong as an `ApiError`. */
export async function unwrap<T>(call: Promise<Answer<T>>): Promise<T> {
  let result: Answer<T>;
  try {
    result = await call;
  } catch {
    throw new ApiError(UNREACHABLE);
  }
  if (result.data !== undefined) return result.data;
  // Done, and nothing to say.
  if (result.response.status === 204) return undefined as T;
  const problem = result.error as Problem | undefined;
  if (problem?.type === "/problems/enter") window.dispatchEvent(new Event(MUST_ENTER));
  throw new ApiError(
    problem?.detail ? problem : { ...UNREACHABLE, detail: "The program gave no answer." },
  );
}
