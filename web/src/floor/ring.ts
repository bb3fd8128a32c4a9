import type { HeldClass } from "../api/client";

/**
 * The running class as a value: where in the cue sheet it is, and since when. Everything that happens (pause, skip,
 * repeat, more or less time, end) makes a new value; the view only shows it. All times in milliseconds.
 */
export type Segment = HeldClass["segments"][number];
export type Run = { round: number; worked_s: number; outcome: "done" | "skipped" | "cut"; at: number };
export type Ring = {
  segments: Segment[];
  at: number; // index of the segment; segments.length once all are over
  elapsed: number; // in this segment when it last stopped or began
  since: number | null; // the instant it has been running from; null while it stands
  extra: Record<number, number>; // time added to a segment
  runs: Run[]; // rounds left, in order
};

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

const length = (ring: Ring, at = ring.at) => Math.max(1000, (ring.segments[at]?.duration ?? 0) + (ring.extra[at] ?? 0));

/** Time gone in the current segment. */
export const gone = (ring: Ring, now: number) =>
  ring.elapsed + (ring.since === null ? 0 : Math.max(0, now - ring.since));
export const left = (ring: Ring, now: number) => (isOver(ring) ? 0 : Math.max(0, length(ring) - gone(ring, now)));
export const share = (ring: Ring, now: number) => (isOver(ring) ? 1 : Math.min(1, gone(ring, now) / length(ring)));

/** Time from now to the last bell. */
export function remaining(ring: Ring, now: number): number {
  const rest = ring.segments.slice(ring.at + 1).reduce((sum, _, i) => sum + length(ring, ring.at + 1 + i), 0);
  return left(ring, now) + rest;
}

/** Goes on to the segment the clock has reached; a tablet that slept catches up in one step. */
export function caughtUp(ring: Ring, now: number): Ring {
  let next = ring;
  while (isRunning(next) && gone(next, now) >= length(next)) {
    const end = (next.since as number) + length(next) - next.elapsed;
    next = leave(next, end, "done");
    next = { ...next, at: next.at + 1, elapsed: 0, since: isLast(ring, next.at) ? null : end };
  }
  return next;
}

const isLast = (ring: Ring, at: number) => at >= ring.segments.length - 1;

/** Notes the round that is left, if it was in its work time. */
function leave(ring: Ring, now: number, outcome: Run["outcome"]): Ring {
  const segment = ring.segments[ring.at];
  if (segment?.kind !== "work") return ring;
  const worked = Math.round(Math.min(gone(ring, now), length(ring)) / 1000);
  return { ...ring, runs: [...ring.runs, { round: segment.round, worked_s: worked, outcome, at: now }] };
}

export const resume = (ring: Ring, now: number): Ring =>
  isOver(ring) || ring.since !== null ? ring : { ...ring, since: now };
export const pause = (ring: Ring, now: number): Ring =>
  ring.since === null ? ring : { ...ring, elapsed: gone(ring, now), since: null };

/** On to the next segment; work that is left early is noted as skipped. */
export function skip(ring: Ring, now: number): Ring {
  if (isOver(ring)) return ring;
  const next = leave(ring, now, "skipped");
  return { ...next, at: ring.at + 1, elapsed: 0, since: isLast(ring, ring.at) || ring.since === null ? null : now };
}

/** The same round again, from its work; work under way is noted as cut. In a rest it is the round just done. */
export function repeat(ring: Ring, now: number): Ring {
  const round = ring.segments[Math.min(ring.at, ring.segments.length - 1)]?.round;
  const work = ring.segments.findIndex((segment) => segment.round === round && segment.kind === "work");
  if (work === -1) return ring;
  const next = leave(ring, now, "cut");
  return { ...next, at: work, elapsed: 0, since: ring.since === null ? null : now };
}

/** More or less time in this segment; never less than has gone. */
export function lengthen(ring: Ring, by: number, now: number): Ring {
  if (isOver(ring)) return ring;
  const least = gone(ring, now) + 1000 - (ring.segments[ring.at]?.duration ?? 0);
  return { ...ring, extra: { ...ring.extra, [ring.at]: Math.max((ring.extra[ring.at] ?? 0) + by, least) } };
}

/** The class is ended here. */
export function end(ring: Ring, now: number): Ring {
  return { ...leave(ring, now, "cut"), at: ring.segments.length, elapsed: 0, since: null };
}

export type Heard = { kind: Segment["cues"][number]["kind"]; text: string | null };

/** Cues that fall between two instants of the same run, the one after the other; those long past are let go. */
export function cuesBetween(before: Ring, after: Ring, then: number, now: number): Heard[] {
  const heard: Heard[] = [];
  const LATE = 2_000;
  for (let at = before.at; at <= Math.min(after.at, before.segments.length - 1); at++) {
    const from = at === before.at ? gone(before, then) : -1;
    const to = at === after.at ? gone(after, now) : Number.POSITIVE_INFINITY;
    for (const cue of before.segments[at]?.cues ?? []) {
      const instant =
        cue.kind === "bell_end" || cue.kind === "warning" || cue.kind === "get_ready"
          ? cue.at + (after.extra[at] ?? 0)
          : cue.at;
      const fresh = at < after.at ? at === after.at - 1 : to - instant < LATE;
      if (instant > from && instant <= to && fresh) heard.push({ kind: cue.kind, text: cue.text });
    }
  }
  return heard;
}
