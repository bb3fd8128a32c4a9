import type { OpenClass } from "../api/client";
import { dated } from "../kit/clock";
import { idOf } from "../kit/ids";
import type { Fact } from "../kit/outbox";
import type { Hall } from "./hall";
import { type Bell, minutesOf, type Rang, type Stretch, stretches } from "./minutes";
import { isOver, isRunning, type Ring } from "./ring";

/** The hall after a change, with the bell that was rung by it: the clock was started or stopped. */
export function withBells(before: Hall, after: Hall): Hall {
  if (isRunning(before.ring) === isRunning(after.ring) || after.bells !== before.bells) return after;
  const running = isRunning(after.ring);
  const at = Date.parse(dated(running ? (after.ring.since ?? undefined) : stoppedAt(before.ring, after.ring)));
  return { ...after, bells: [...after.bells, { at, running }] };
}

/** When a ring that ran was stopped: with its last round, or where it stands; now, where nothing tells. */
function stoppedAt(before: Ring, after: Ring): number | undefined {
  if (isOver(after)) return after.runs.length > before.runs.length ? after.runs.at(-1)?.at : undefined;
  if (after.at !== before.at || before.since === null) return undefined;
  return before.since + after.elapsed - before.elapsed;
}

/** Bells that were rung since `from`, as facts; told twice each is the same. */
export const factsOfBells = (opened: OpenClass, bells: Bell[], from: number, device: string): Fact[] =>
  bells.slice(from).map(({ at, running }) => ({
    table: "bells",
    fact: { id: idOf(`${opened.id} ${device} bell ${at} ${running}`), running, device, at: new Date(at).toISOString() },
  }));

/** Each round as it rang on whatever device, the club's facts and this ring's own: [round, ms]. */
export function rangOf(opened: OpenClass, { ring }: Pick<Hall, "ring">): ({ round: number } & Rang)[] {
  const sent = (opened.facts.round_runs ?? [])
    .filter((run) => run.counts)
    .map((run) => ({ ...run, at: Date.parse(run.at) }));
  const own = ring.runs.map((run) => ({ ...run, at: Date.parse(dated(run.at)) }));
  const mine = own.filter(
    (run) => !sent.some((fact) => fact.round === run.round && Math.abs(fact.at - run.at) < 1_000),
  );
  return [...sent, ...mine].map(({ round, worked_s, at }) => ({ round, ended: at, worked: worked_s * 1_000 }));
}

/** What was class: from the first bell to the last, long pauses left out. */
export const tookPlace = (opened: OpenClass, hall: Hall): Stretch[] =>
  stretches(hall.bells, rangOf(opened, hall), isRunning(hall.ring) ? Date.parse(dated()) : null);

/** The minutes of somebody: as put right, else worked out; those of the card where no bell rang. */
export function minutesDone(opened: OpenClass, hall: Hall, took: Stretch[], student: string): string {
  const typed = hall.minutesOf[student] ?? hall.minutes;
  return typed ?? String(minutesOf(took, hall.there[student] ?? []) ?? opened.minutes);
}

/** What was cut: of each round that rang shorter than it was planned, what rang of it; and those that never rang. */
export function cutOf(opened: OpenClass, hall: Hall): { title: string; worked_s: number; work_s: number }[] {
  const rang = rangOf(opened, hall);
  return opened.rounds
    .map(({ title, work_s }, i) => ({
      title,
      work_s,
      worked_s: rang.filter((run) => run.round === i).reduce((sum, run) => sum + run.worked / 1_000, 0),
    }))
    .filter(({ work_s, worked_s }) => worked_s < work_s - SLACK);
}

const SLACK = 2; // seconds by which a round may be shorter and is whole

/** Rounds that were left since `from`, as facts; each id is drawn from its place, so that told twice it is the same fact. */
export const factsOfRuns = (opened: OpenClass, ring: Ring, from: number, device: string): Fact[] =>
  ring.runs.slice(from).map((run) => {
    const round = opened.rounds[run.round];
    const id = idOf(`${opened.id} ${device} round ${run.round} ${Math.round(run.at)}`);
    const what = { title: round?.title ?? "Round", combination_id: round?.combination_id ?? null };
    const { worked_s, outcome } = run;
    return {
      table: "round_runs",
      fact: { id, round: run.round, ...what, worked_s, outcome, device, at: dated(run.at) },
    };
  });
