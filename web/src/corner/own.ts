import { useSyncExternalStore } from "react";
import { api, data, Refusal, type Schemas } from "../api/client";
import { dated, heardTime } from "../kit/clock";
import { newId } from "../kit/ids";
import { keepFor, recallKept } from "../kit/kept";
import { bare, type Kept, OwnPage, type Told } from "./box";

const PAGES = "corner:pages"; // tokens of the pages open on this phone, the one shown first
const SLOW = 20_000; // ms after which an answer is not waited for
const name = (token: string) => `corner:page:${token.slice(0, 16)}`;
const says = (token: string) => ({ "Jaunty-Corner": token });

/** A page of this phone, made from what is kept of it. */
function ownPage(kept: Kept) {
  const own = new OwnPage(kept, {
    keep: (now) => keepFor(name(kept.token), now),
    fetch: async (token) => {
      const page = await data(api.GET("/api/corner", { headers: says(token), signal: AbortSignal.timeout(SLOW) }));
      heardTime(page.now);
      return page;
    },
    send,
    alone: (work) =>
      (navigator.locks ? navigator.locks.request(name(kept.token), work) : work()) as ReturnType<typeof work>,
    wait: (work, ms) => {
      const timer = window.setTimeout(work, ms);
      return () => window.clearTimeout(timer);
    },
  });
  window.addEventListener("online", () => void own.look());
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && void own.look());
  return own;
}

async function send(token: string, { way, path, body }: Told) {
  const asked = fetch(path, {
    method: way,
    headers: { "Content-Type": "application/json", ...says(token) },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(SLOW),
  });
  await data(asked.then(async (response) => ({ response, error: response.ok ? undefined : await response.json() })));
}

/** The pages open on this phone, the one shown first. */
export async function recallPages(): Promise<OwnPage[]> {
  const tokens = (await recallKept<string[]>(PAGES)) ?? [];
  const kept = await Promise.all(tokens.map((token) => recallKept<Kept>(name(token))));
  return tokens.map((token, i) => ownPage(kept[i] ?? { token, waiting: [] }));
}

export const keepPages = (pages: OwnPage[]) =>
  keepFor(
    PAGES,
    pages.map((own) => own.token),
  );

/** Opens a page by its code on this phone. */
export async function enter(code: string): Promise<OwnPage> {
  const { token } = await data(api.POST("/api/corner/devices", { body: { code } }));
  const own = ownPage({ token, code: bare(code), waiting: [] });
  await own.look();
  return own;
}

/** Takes this phone off a page. */
export async function leave(own: OwnPage) {
  const here = own.page?.devices.find((device) => device.here);
  if (here) {
    const params = { path: { id: here.id } };
    await data(api.DELETE("/api/corner/devices/{id}", { params, headers: says(own.token) })).catch((error) => {
      if (!(error instanceof Refusal && error.status === 401)) throw error;
    });
  }
  await keepFor(name(own.token), undefined);
}

/** Tells something new, dated now: `said` is what it was, in words. */
export function tellNew(own: OwnPage, path: string, facts: Record<string, unknown>, said: string) {
  const id = newId();
  void own.tell({ id, way: "POST", path, body: { id, ...facts, at: dated() }, said });
}

/** A page, drawn again whenever something of it changes. */
export function useOwn(own: OwnPage) {
  useSyncExternalStore(own.subscribe, () => own.version);
  return own;
}

export type Homework = Schemas["Homework"];
export type Home = Schemas["Home"];

/** Has homework made by the club. */
export const makeHomework = (own: OwnPage, body: { id: string; minutes: number; home: Home }) =>
  data(api.POST("/api/corner/homeworks", { body, headers: says(own.token), signal: AbortSignal.timeout(SLOW) }));

export const theirs = (own: OwnPage) => data(api.GET("/api/corner/theirs", { headers: says(own.token) }));

/** How the body does a combination: kept on this phone once it was asked for. */
export async function figureOf(own: OwnPage, notation: string): Promise<Schemas["BodyFigure"] | undefined> {
  const key = `corner:figure:${own.page?.stance}:${notation}`;
  const kept = await recallKept<Schemas["BodyFigure"]>(key);
  if (kept) return kept;
  try {
    const figure = await data(api.POST("/api/corner/figures", { body: { notation }, headers: says(own.token) }));
    await keepFor(key, figure);
    return figure;
  } catch {
    return undefined; // the wrap shows it
  }
}

/** A file of theirs, with the token that opens it. */
export async function take(
  own: OwnPage,
  path: "/api/corner/report.pdf" | "/api/corner/everything.json",
): Promise<Blob> {
  const answer = await fetch(path, { headers: says(own.token) });
  if (!answer.ok) throw new Refusal(answer.status, [{ message: "The file could not be fetched. Try once more." }]);
  return answer.blob();
}
