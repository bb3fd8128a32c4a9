import { FIT_GRID_S } from "../api/known";
/**
 * The rest of a class that runs late made to fit, on the device: the same as the core's Floor::Late, step by step, so that the same
 * rounds come of it with or without a network (test/interface/late_test.rb). Whole seconds.
 */
export type Coming = {
  talk: number;
  work: number;
  rest: number;
  least: number;
  least_rest: number;
  must: boolean;
  weight: number;
};
export type Choice = { work: number; rest: number } | null;

const STEP = FIT_GRID_S;
const NEVER = Number.NEGATIVE_INFINITY;
const cells = (seconds: number) => Math.ceil(seconds / STEP);
const mostSteps = (round: Coming) => Math.max(0, Math.floor((round.work - round.least) / STEP));
const workOf = (round: Coming, step: number) => (step === mostSteps(round) ? round.work : round.least + step * STEP);

type Way = { worth: number; step: number | null; more: boolean };

/** A choice for each round, null for one that is left out; undefined where what must stay takes longer. */
export function late(rounds: Coming[], seconds: number): Choice[] | undefined {
  const all = Math.floor(seconds / STEP);
  if (all < 0) return undefined;
  const mustFrom = rounds.map((_, i) => rounds.slice(i).some((round) => round.must));
  const ways = (i: number, left: number, following: number[]): Way[] => {
    const round = rounds[i] as Coming;
    const found: Way[] = round.must ? [] : [{ worth: following[left] ?? NEVER, step: null, more: true }];
    for (let step = 0; step <= mostSteps(round); step++) {
      const after = left - cells(round.talk + workOf(round, step));
      if (after < 0) break;
      const own = round.weight * workOf(round, step);
      const rested = after - cells(round.least_rest);
      if (rested >= 0) found.push({ worth: own + (following[rested] ?? NEVER), step, more: true });
      if (!mustFrom[i + 1]) found.push({ worth: own, step, more: false });
    }
    return found;
  };
  const table: number[][] = [];
  table[rounds.length] = new Array(all + 1).fill(NEVER);
  for (let i = rounds.length - 1; i >= 0; i--) {
    const following = table[i + 1] as number[];
    table[i] = Array.from({ length: all + 1 }, (_, left) =>
      Math.max(NEVER, ...ways(i, left, following).map((way) => way.worth)),
    );
  }
  const top = table[0]?.[all] ?? NEVER;
  if (mustFrom[0] && top === NEVER) return undefined;
  const steps: (number | null)[] = rounds.map(() => null);
  if (top !== NEVER) {
    let left = all;
    for (let i = 0; i < rounds.length; i++) {
      const round = rounds[i] as Coming;
      const best = ways(i, left, table[i + 1] as number[]).reduce((one, two) => (two.worth > one.worth ? two : one));
      steps[i] = best.step;
      if (!best.more) break;
      if (best.step !== null) left -= cells(round.talk + workOf(round, best.step)) + cells(round.least_rest);
    }
  }
  even(rounds, steps);
  return rested(
    rounds,
    rounds.map((round, i) =>
      steps[i] == null ? null : { work: workOf(round, steps[i] as number), rest: round.least_rest },
    ),
    all,
  );
}

/** Rounds that weigh alike and are as long share what they have evenly, the earlier ones the odd step. */
function even(rounds: Coming[], steps: (number | null)[]) {
  const kept = rounds.flatMap((_, i) => (steps[i] === null ? [] : [i]));
  const alike = new Map<string, number[]>();
  for (const i of kept) {
    const { talk, work, least, weight } = rounds[i] as Coming;
    const key = [talk, work, least, weight].join();
    alike.set(key, [...(alike.get(key) ?? []), i]);
  }
  for (const list of alike.values()) {
    const sum = list.reduce((total, i) => total + (steps[i] as number), 0);
    list.forEach((i, k) => {
      steps[i] = Math.floor(sum / list.length) + (k < sum % list.length ? 1 : 0);
    });
  }
}

/** Rest is given back a step at a time, to the round whose rest is furthest from what was written; the last kept has none. */
function rested(rounds: Coming[], choices: Choice[], all: number): Choice[] {
  const kept = choices.flatMap((choice, i) => (choice ? [i] : []));
  const of = (i: number) => choices[i] as { work: number; rest: number };
  const last = kept.at(-1);
  if (last !== undefined) of(last).rest = 0;
  let spare =
    all - kept.reduce((sum, i) => sum + cells((rounds[i] as Coming).talk + of(i).work) + cells(of(i).rest), 0);
  while (spare > 0) {
    const open = kept.slice(0, -1).filter((i) => of(i).rest + STEP <= (rounds[i] as Coming).rest);
    const at = open.sort((one, two) => {
      const [a, b] = [rounds[one] as Coming, rounds[two] as Coming];
      return of(one).rest * b.rest - of(two).rest * a.rest || one - two;
    })[0];
    if (at === undefined) break;
    of(at).rest += STEP;
    spare -= 1;
  }
  return choices;
}
