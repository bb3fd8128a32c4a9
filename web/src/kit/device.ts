import { useSyncExternalStore } from "react";
import { api, data } from "../api/client";
import { heardTime } from "./clock";
import { keepFacts, keepFor, keptFacts, keptNames, recallKept } from "./kept";
import { type Fact, Outbox, type Row } from "./outbox";
import { forgetAll, keep, recall } from "./stored";

const SLOW = 15_000; // ms after which an answer is not waited for

const channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("jaunty-bell");

/** The one outbox of this device. */
export const outbox = new Outbox({
  all: async () => {
    await broughtOver();
    return keptFacts();
  },
  keep: keepFacts,
  post: async (id, body) => {
    const signal = AbortSignal.timeout(SLOW);
    const { now } = await data(api.POST("/api/floor/classes/{id}/facts", { params: { path: { id } }, body, signal }));
    heardTime(now);
  },
  told: () => channel?.postMessage("facts"),
  alone: (work) => (navigator.locks ? navigator.locks.request("jaunty-bell:facts", work) : work()) as Promise<boolean>,
  wait: (work, ms) => {
    const timer = window.setTimeout(work, ms);
    return () => window.clearTimeout(timer);
  },
});

channel?.addEventListener("message", () => void outbox.look());
if (typeof window !== "undefined") window.addEventListener("online", () => void outbox.send());

/** The outbox, seen from one class. */
export type ClassBox = {
  put: (...facts: Fact[]) => void;
  size: number;
  refused: Row[];
};

/** The outbox of a class; drawn again whenever something of it changes. */
export function useClassBox(classId: string): ClassBox {
  useSyncExternalStore(outbox.subscribe, () => outbox.version);
  return {
    put: (...facts) => outbox.put(classId, ...facts),
    size: outbox.waiting(classId).length,
    refused: outbox.refused(classId),
  };
}

/** The whole outbox. */
export function useOutbox() {
  useSyncExternalStore(outbox.subscribe, () => outbox.version);
  return outbox;
}

/** Under which name a class of somebody is kept. */
export const hallKey = (owner: string, classId: string) => `floor:${owner}:${classId}`;

const OWNER = "owner";
const CLUB = "club";
const OURS = ["device", "device:signed-out"]; // what is the device's own and says nothing of a club

/** Whoever is signed in now, in a club, has this device; of somebody before, or of another club, nothing is left but facts
 * that wait and the classes they are of. */
export async function handOver(owner: string, club: string) {
  const [before, clubBefore] = [recall<string>(OWNER), recall<string>(CLUB)];
  const another = before !== owner || (clubBefore !== undefined && clubBefore !== club);
  if (before !== undefined && another) await clear((name) => name.startsWith(`floor:${owner}:`));
  keep(OWNER, owner);
  keep(CLUB, club);
  outbox.signedIn(owner, club);
}

/** Leaves nothing of the club on this device; with `unsent` facts wait here until the same person signs in again, with their classes. */
export async function leave({ unsent }: { unsent: boolean }) {
  const owner = recall<string>(OWNER) ?? "";
  const classes = unsent ? outbox.classes : [];
  if (!unsent) outbox.forget();
  outbox.signedIn(undefined);
  await clear((name) => classes.some((id) => name === hallKey(owner, id)));
}

/** Of students' own pages, which are opened on this device beside the club's: theirs to leave. */
const OF_STUDENTS = "corner:";

/** Forgets what is kept of classes but what `stays`, and every answer and draft. */
async function clear(stays: (name: string) => boolean) {
  await window.caches?.delete("club");
  for (const name of await keptNames())
    if (!stays(name) && !name.startsWith(OF_STUDENTS)) await keepFor(name, undefined);
  forgetAll(OURS);
}

type Before = { waiting: Fact[]; refused: { entry: Fact; why: string }[] };

/** Facts as an older version of the application kept them: a list for each class. */
async function broughtOver() {
  for (const name of await keptNames()) {
    if (!name.startsWith("outbox:")) continue;
    const before = await recallKept<Before>(name);
    const entries = [...(before?.waiting ?? []), ...(before?.refused ?? []).map(({ entry }) => entry)];
    const classId = name.slice("outbox:".length);
    const rows = entries.map((entry, i): Row => ({ key: [i, name], owner: "", classId, entry, tried: true }));
    if (await keepFacts(rows)) await keepFor(name, undefined);
  }
}
