import type { OpenClass } from "../api/client";

/**
 * The running class as a value: where in the cue sheet it is, and since when. Everything that happens (pause, skip,
 * repeat, more or less time, end) makes a new value; the view only shows it. All times in milliseconds. Ruby owns this
 * algebra (core/floor/ring.rb); one table of cases proves both (test/shared/ring_cases.yml).
 */
export type Segment = OpenClass["segments"][number];
export type Cue = Segment["cues"][number];
export type Run = { round: number; worked_s: number; outcome: "done" | "skipped" | "cut"; at: number };
export type Ring = {
  segments: Segment[];
  at: number; // index of the segment; segments.length once all are over
  elapsed: number; // in this segment when it last stopped or began
  since: number | null; // the instant it has been running from; null while it stands
  extra: Record<number, number>; // time added to a segment; one from which all is taken is left out
  runs: Run[]; // rounds left, in order
};

const LEAST = 1_000; // a segment takes a second at least

export const newRing = (segments: Segment[]): Ring => ({
  segments,
  at: 0,
  elapsed: 0,
  since: null,
  extra: {},
  runs: [],
});

export const isOver = (ring: Ring) => ring.at >= ring.segments.length;
export const isRunning = (ring: Ring) => ring.since !== null && !isOver(ring);
export const isFresh = (ring: Ring) => ring.at === 0 && ring.elapsed === 0 && ring.since === null;

const extra = (ring: Ring, at: number) => ring.extra[at] ?? 0;
const length = (ring: Ring, at = ring.at) =>
  isLeftOut(ring, at) ? 0 : Math.max(LEAST, (ring.segments[at]?.duration ?? 0) + extra(ring, at));

/** Whether a segment was left out, so that the class goes on after it. */
export function isLeftOut(ring: Ring, at: number): boolean {
  const segment = ring.segments[at];
  return segment !== undefined && ring.extra[at] !== undefined && segment.duration + extra(ring, at) <= 0;
}

/** Time gone in the current segment. A clock that jumps back does not take time away. */
export const gone = (ring: Ring, now: number) =>
  ring.elapsed + (ring.since === null ? 0 : Math.max(0, now - ring.since));
export const left = (ring: Ring, now: number) => (isOver(ring) ? 0 : Math.max(0, length(ring) - gone(ring, now)));
export const share = (ring: Ring, now: number) => (isOver(ring) ? 1 : Math.min(1, gone(ring, now) / length(ring)));

/** Time from now to the last bell. */
export function remaining(ring: Ring, now: number): number {
  const rest = ring.segments.slice(ring.at + 1).reduce((sum, _, i) => sum + length(ring, ring.at + 1 + i), 0);
  return left(ring, now) + rest;
}

/**
 * Goes on to the segment the clock has reached; a tablet that slept catches up in one step. Where the clock has jumped
 * back the class goes on from where this segment last stood.
 */
export function caughtUp(ring: Ring, now: number): Ring {
  if (ring.since !== null && now < ring.since) return { ...ring, since: now };
  let next = ring;
  while (isRunning(next) && gone(next, now) >= length(next)) {
    const end = (next.since as number) + length(next) - next.elapsed;
    const since = isLast(next) ? null : end;
    next = { ...leave(next, end, "done"), at: next.at + 1, elapsed: 0, since };
  }
  return next;
}

const isLast = (ring: Ring) => ring.at >= ring.segments.length - 1;

/** Notes the round that is left, if it was in its work time. */
function leave(ring: Ring, now: number, outcome: Run["outcome"]): Ring {
  const segment = ring.segments[ring.at];
  if (segment?.kind !== "work" || isLeftOut(ring, ring.at)) return ring;
  const worked = Math.round(Math.min(gone(ring, now), length(ring)) / 1000);
  return { ...ring, runs: [...ring.runs, { round: segment.round, worked_s: worked, outcome, at: now }] };
}

export const resume = (ring: Ring, now: number): Ring =>
  isOver(ring) || ring.since !== null ? ring : { ...ring, since: now };
export const pause = (ring: Ring, now: number): Ring =>
  ring.since === null ? ring : { ...ring, elapsed: gone(ring, now), since: null };

/** On to the next segment that was not left out; work that is left early is noted as skipped. */
export function skip(ring: Ring, now: number): Ring {
  if (isOver(ring)) return ring;
  let at = ring.at + 1;
  while (isLeftOut(ring, at)) at++;
  const since = at >= ring.segments.length || ring.since === null ? null : now;
  return { ...leave(ring, now, "skipped"), at, elapsed: 0, since };
}

/** What is still to come takes other times: ms added by segment after this one; what was changed before is forgotten. */
export function refit(ring: Ring, added: Record<number, number>): Ring {
  const kept = Object.entries(ring.extra).filter(([at]) => Number(at) <= ring.at);
  const fresh = Object.entries(added).filter(([at]) => Number(at) > ring.at);
  return { ...ring, extra: Object.fromEntries([...kept, ...fresh].map(([at, more]) => [Number(at), more])) };
}

/** The same round again, from its work; work under way is noted as cut. In a rest it is the round just done. */
export function repeat(ring: Ring, now: number): Ring {
  const round = ring.segments[Math.min(ring.at, ring.segments.length - 1)]?.round;
  const work = ring.segments.findIndex((segment) => segment.round === round && segment.kind === "work");
  if (work === -1) return ring;
  return { ...leave(ring, now, "cut"), at: work, elapsed: 0, since: ring.since === null ? null : now };
}

/** More or less time in this segment; never less than has gone and a second. */
export function lengthen(ring: Ring, by: number, now: number): Ring {
  if (isOver(ring)) return ring;
  const least = gone(ring, now) + LEAST - (ring.segments[ring.at]?.duration ?? 0);
  return { ...ring, extra: { ...ring.extra, [ring.at]: Math.max(extra(ring, ring.at) + by, least) } };
}

/** The class is ended here. */
export function finish(ring: Ring, now: number): Ring {
  return { ...leave(ring, now, "cut"), at: ring.segments.length, elapsed: 0, since: null };
}

/** When a cue is due in a segment planned for `duration` that has so much more or less. */
function instantOf(cue: Cue, duration: number, more: number): number {
  if (cue.anchor === "end") return cue.at + more;
  return cue.anchor === "share" ? cue.at + Math.round((cue.at * more) / duration) : cue.at;
}

export type Due = { cue: Cue; at: number; segment: number };

/** Cues due from one instant until before another if nothing happens meanwhile, with their instants. */
export function due(ring: Ring, from: number, to: number): Due[] {
  const found: Due[] = [];
  if (!isRunning(ring)) return found;
  let start = (ring.since as number) - ring.elapsed;
  for (let index = ring.at; index < ring.segments.length && start < to; index++) {
    const segment = ring.segments[index] as Segment;
    if (isLeftOut(ring, index)) continue;
    for (const cue of segment.cues) {
      const instant = instantOf(cue, segment.duration, extra(ring, index));
      const at = start + instant;
      if (instant >= 0 && instant <= length(ring, index) && at >= from && at < to)
        found.push({ cue, at, segment: index });
    }
    start += length(ring, index);
  }
  return found;
}

/** How many cues of a kind have gone by in the segment the ring is in. */
export function passed(ring: Ring, now: number, kind: Cue["kind"]): number {
  const segment = ring.segments[ring.at];
  const heard = gone(ring, now);
  return (
    segment?.cues.filter((cue) => cue.kind === kind && instantOf(cue, segment.duration, extra(ring, ring.at)) <= heard)
      .length ?? 0
  );
}

/** What was shown last in the round of a read drill, as it was said. */
export function shownLast(ring: Ring, now: number): string | undefined {
  const segment = ring.segments[ring.at];
  const heard = segment?.kind === "work" ? gone(ring, now) : -1;
  return segment?.cues.filter((cue) => cue.kind === "call" && cue.hidden && cue.at <= heard).at(-1)?.text ?? undefined;
}

/** The combination called last in the round that is on or has just been; undefined where nothing is called in it. */
export function calledLast(ring: Ring, now: number): string | null | undefined {
  const round = ring.segments[Math.min(ring.at, ring.segments.length - 1)]?.round;
  const at = ring.segments.findIndex((segment) => segment.round === round && segment.kind === "work");
  const calls = ring.segments[at]?.cues.filter((cue) => cue.kind === "call" && !cue.hidden) ?? [];
  if (calls.length === 0) return undefined;
  const heard = ring.at === at ? gone(ring, now) : ring.at > at ? Number.POSITIVE_INFINITY : -1;
  return calls.filter((cue) => cue.at <= heard).at(-1)?.combination_id ?? null;
}
