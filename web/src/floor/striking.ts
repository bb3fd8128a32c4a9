import type { Bout } from "../api/client";
import { passed, type Ring } from "./ring";

/** A pair or trio, and who of them strikes now; nobody where they take no turns. */
export type Turn = { ids: string[]; striker?: string };

/**
 * Who strikes now: each change that has been called in the round hands on to the next. A trio's first striker is another one from
 * round to round, so that over a class nobody only waits.
 */
export function turnsNow(round: Bout | undefined, ring: Ring, now: number, groups: string[][]): Turn[] {
  const segment = ring.segments[ring.at];
  if (!round || round.first == null || !segment || segment.kind === "rest") return groups.map((ids) => ({ ids }));
  const changes = round.first + (segment.kind === "work" ? passed(ring, now, "swap") : 0);
  return groups.map((ids) => {
    if (ids.length < 2) return { ids };
    const first = ids.length === 3 ? segment.round : 0;
    return { ids, striker: ids[(first + changes) % ids.length] };
  });
}
