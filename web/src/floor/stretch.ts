import type { Bout } from "../api/client";
import { gone, isOver, type Ring } from "./ring";

export type Stretch = Bout["phases"][number];
export type StretchNow = {
  stretch: Stretch;
  next?: Stretch;
  left: number; // ms, of this side where it has two
  other: boolean; // on the other side
};

/** Where the ring is in its round's work, in ms from the bell; nothing outside it. */
export function worked(ring: Ring, now: number): number | undefined {
  return isOver(ring) || ring.segments[ring.at]?.kind !== "work" ? undefined : gone(ring, now);
}

/** The stretch of a round that is on now, what comes after it, and how long it still takes. */
export function stretchNow(stretches: Stretch[] | undefined, at: number | undefined): StretchNow | undefined {
  if (!stretches || at === undefined) return undefined;
  const index = stretches.findIndex(({ from, to }) => from <= at && at < to);
  const stretch = stretches[index];
  if (!stretch) return undefined;
  const half = (stretch.from + stretch.to) / 2;
  const other = stretch.sides && at >= half;
  const end = stretch.sides && !other ? half : stretch.to;
  return { stretch, next: stretches[index + 1], left: end - at, other };
}

/** A station that goes on and off by itself: whether it is on, and ms until that changes. */
export function onAndOff(on_s: number, off_s: number, at: number): { on: boolean; left: number } {
  const into = at % ((on_s + off_s) * 1_000);
  const on = into < on_s * 1_000;
  return { on, left: (on ? on_s : on_s + off_s) * 1_000 - into };
}
