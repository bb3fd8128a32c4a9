import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Analysis = Schemas["Analysis"];
export type Drawn = Schemas["Drawn"];
export type Finding = Schemas["Finding"];
export type Combination = Schemas["Combination"];
export type Bout = Schemas["Bout"];
export type CardFinding = Schemas["CardFinding"];
export type Sums = Schemas["Sums"];
export type Card = Schemas["Card"];
export type ClassLine = Schemas["ClassLine"];
export type OpenClass = Schemas["Class"];
export type Student = Schemas["Student"];
export type Facts = Schemas["Facts"];
export type Session = Schemas["Session"];

/** The typed client, made from the contract in the build. */
export const api = createClient<paths>({ baseUrl: "/" });

let club: string | undefined;

/** Of which club this page is: said with all that it asks, so that nothing is written into another one. */
export const pageOf = (id: string | undefined) => {
  club ??= id;
  return club;
};

/** Whoever was signed in has gone; the next one says anew. */
export const pageOfNobody = () => {
  club = undefined;
};

api.use({
  onRequest: ({ request }) => {
    if (club) request.headers.set("Jaunty-Club", club);
    return request;
  },
});

export type Problem = { path?: string; message: string };

/** An answer that is not a success: what is wrong, where, and what to do. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
    readonly current?: unknown,
  ) {
    super(problems.map((problem) => problem.message).join(" "));
  }

  /** The sentence for a field, if one of the problems is about it. */
  for(field: string): string | undefined {
    return this.problems.find((problem) => problem.path === field)?.message;
  }

  get offline() {
    return this.status === 0;
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer; throws a Refusal where it is not a success or no answer came. */
export async function data<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Refusal(0, [{ message: "No connection to the club's server. What you typed is still here." }]);
  }
  if (answer.response.ok) return answer.data as T;
  const body = answer.error as { errors?: Problem[]; error?: string; current?: unknown } | undefined;
  const problems = body?.errors ?? [
    { message: body?.error ?? "The server did not say what went wrong. Try once more." },
  ];
  throw new Refusal(answer.response.status, problems, body?.current);
}
