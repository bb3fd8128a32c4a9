import { LONG_PAUSE_S } from "../api/known";
/**
 * When a class really took place, and for how long somebody was in it: from the first bell to the last, less pauses of more than
 * five minutes, while they were there. The core reckons the same (Floor::TookPlace); one table of cases proves both.
 */
export type Bell = { at: number; running: boolean };
export type Stretch = [from: number, to: number];
export type Rang = { ended: number; worked: number }; // ms

const LONG = LONG_PAUSE_S * 1_000; // ms: a pause that is longer is no time of the class

/** Stretches of class with no long pause in them; `till` is now while the class is under way. Milliseconds. */
export function stretches(bells: Bell[], runs: Rang[], till: number | null): Stretch[] {
  const found: Stretch[] = [];
  let since: number | undefined;
  for (const bell of [...bells].sort((one, two) => one.at - two.at || Number(one.running) - Number(two.running))) {
    if (bell.running) since ??= bell.at;
    else if (since !== undefined) {
      found.push([since, bell.at]);
      since = undefined;
    }
  }
  if (since !== undefined) found.push([since, Math.max(till ?? since, ...runs.map((run) => run.ended))]);
  const all = [...found, ...runs.map(({ ended, worked }): Stretch => [ended - worked, ended])];
  const joined: Stretch[] = [];
  for (const [from, to] of all.sort((one, two) => one[0] - two[0] || one[1] - two[1])) {
    const last = joined.at(-1);
    if (last && from - last[1] <= LONG) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

/** Whole minutes of somebody who was there in these spans, 1 at the least; undefined where nothing rang. */
export function minutesOf(took: Stretch[], there: [number, number | null][]): number | undefined {
  if (took.length === 0) return undefined;
  let sum = 0;
  for (const [from, to] of took)
    for (const [came, went] of there) sum += Math.max(0, Math.min(went ?? to, to) - Math.max(came, from));
  return sum > 0 ? Math.max(1, Math.round(sum / 60_000)) : 0;
}
