import type { OpenClass, Schemas } from "../api/client";
import { PAIRS_DEALT, PAIRS_EXACT } from "../api/known";

type Pairs = Schemas["Pairs"];
type Table = OpenClass["pairing"];

const UNKNOWN = "not known to this device: pair them by eye";
const NOBODY = "nobody who is left may work with them";

/**
 * Pairs of who is here, made on the device while there is no server, from the server's own scores and hard stops. Fewest left out
 * counts before fewest trios, and that before the best total, as in the core (Floor::Pairs): a part of the class of up to PAIRS_EXACT
 * students is solved exactly; a larger one by the best pair first and what dealing out again makes of it. `locked` are groups made
 * by hand. `gap` is null where it is not proved that this is the best.
 */
export function pairsHere(table: Table, present: string[], locked: string[][]): Pairs {
  const at = new Map(table.ids.map((id, i) => [id, i]));
  const score = (one: string, two: string) => {
    const [i, j] = [at.get(one) ?? -1, at.get(two) ?? -1];
    return i < 0 || j < 0 ? null : (table.scores[Math.max(i, j)]?.[Math.min(i, j)] ?? null);
  };
  const byHand = locked.filter((ids) => ids.every((id) => present.includes(id)));
  const out = present.filter((id) => table.out[id] !== undefined);
  const alone = present.filter((id) => table.alone[id] !== undefined);
  const open = present.filter(
    (id) => at.has(id) && !out.includes(id) && !alone.includes(id) && !byHand.flat().includes(id),
  );
  const parts = partsOf(open, score);
  const groups = parts.flatMap((ids) => (ids.length <= PAIRS_EXACT ? exact(ids, score) : dealt(ids, score)));
  const placed = groups.flat();
  const stuck = open.filter((id) => !placed.includes(id));
  const strangers = present.filter((id) => !at.has(id) && !byHand.flat().includes(id));
  return {
    groups: [
      ...byHand.map((ids) => ({ ids, score: worth(ids, score), reasons: [], locked: true })),
      ...groups.map((ids) => ({ ids, score: worth(ids, score), reasons: [], locked: false })),
    ],
    stuck: [...stuck.map((id) => ({ id, reasons: [NOBODY] })), ...strangers.map((id) => ({ id, reasons: [UNKNOWN] }))],
    alone: alone.map((id) => ({ id, reasons: [table.alone[id] ?? ""] })),
    out: out.map((id) => ({ id, reasons: [table.out[id] ?? ""] })),
    gap: parts.every((ids) => ids.length <= PAIRS_EXACT) ? 0 : null,
  };
}

type Score = (one: string, two: string) => number | null;

const couples = (ids: string[]) => ids.flatMap((one, i) => ids.slice(i + 1).map((two): [string, string] => [one, two]));

/** Of a pair its score; of a trio the mean of its three; no number where two of them must not meet. */
function worth(ids: string[], score: Score) {
  const scores = couples(ids).map(([one, two]) => score(one, two));
  return scores.reduce<number>((sum, each) => sum + (each ?? Number.NaN), 0) / scores.length || 0;
}

const allowed = (ids: string[], score: Score) => couples(ids).every(([one, two]) => score(one, two) !== null);

const HEAD = 1_000_000; // what a student who is placed is worth
const TRIO = 10_000; // what a trio costs

/** Who can be reached from whom by pairs that are allowed. */
function partsOf(open: string[], score: Score) {
  const parts: string[][] = [];
  for (const id of open) {
    if (parts.some((part) => part.includes(id))) continue;
    const part = [id];
    for (const one of part)
      part.push(...open.filter((other) => !part.includes(other) && other !== one && score(one, other) !== null));
    parts.push(part);
  }
  return parts;
}

const value = (ids: string[], score: Score) => ids.length * HEAD - (ids.length === 3 ? TRIO : 0) + worth(ids, score);

/** The lowest of those who are left goes alone, with one of the others or with two; the best of what remains is looked up. */
function exact(ids: string[], score: Score) {
  const groups = ids.map((id, lowest) => {
    const after = ids.flatMap((other, i) => (i > lowest && score(id, other) !== null ? [i] : []));
    const trios = after.flatMap((two, i) => after.slice(i + 1).map((three) => [two, three]));
    return [...after.map((two) => [two]), ...trios]
      .map((others) => [lowest, ...others])
      .filter((members) => allowed(membersOf(members, ids), score))
      .map((members) => ({
        bits: members.reduce((bits, i) => bits | (1 << i), 0),
        worth: value(membersOf(members, ids), score),
      }));
  });
  const known = new Map<number, { worth: number; chosen: number }>([[0, { worth: 0, chosen: 0 }]]);
  const best = (part: number): { worth: number; chosen: number } => {
    const was = known.get(part);
    if (was) return was;
    const alone = part & -part;
    const found = { worth: best(part ^ alone).worth, chosen: alone };
    for (const group of groups[31 - Math.clz32(alone)] ?? []) {
      if ((part & group.bits) !== group.bits) continue;
      const sum = group.worth + best(part ^ group.bits).worth;
      if (sum > found.worth) Object.assign(found, { worth: sum, chosen: group.bits });
    }
    known.set(part, found);
    return found;
  };
  const made: string[][] = [];
  for (let left = (1 << ids.length) - 1; left !== 0; ) {
    const { chosen } = best(left);
    const group = ids.filter((_, i) => chosen & (1 << i));
    if (group.length > 1) made.push(group);
    left ^= chosen;
  }
  return made;
}

const membersOf = (at: number[], ids: string[]) => at.map((i) => ids[i] as string);

/** The best pair first; then a few groups at a time are dealt out again, exactly, while that helps. */
function dealt(ids: string[], score: Score) {
  let groups: string[][] = [];
  const left = new Set(ids);
  const pairs = couples(ids).filter((pair) => allowed(pair, score));
  for (const pair of pairs.sort((one, two) => worth(two, score) - worth(one, score))) {
    if (!pair.every((id) => left.has(id))) continue;
    groups.push(pair);
    for (const id of pair) left.delete(id);
  }
  const total = (made: string[][]) => made.reduce((sum, group) => sum + value(group, score), 0);
  const all = () => [...groups, ...ids.filter((id) => !groups.flat().includes(id)).map((id) => [id])];
  for (let again = true; again; ) {
    again = false;
    for (const first of [...all()].sort((one, two) => worth(one, score) - worth(two, score))) {
      const now = all();
      if (!now.includes(first)) continue;
      const near = now
        .filter((other) => other !== first)
        .sort((one, two) => suits(first, two, score) - suits(first, one, score));
      const hand = [...first];
      for (const other of near) if (hand.length + other.length <= PAIRS_DEALT) hand.push(...other);
      const others = groups.filter((group) => !group.some((id) => hand.includes(id)));
      const dealt = [...others, ...exact(hand, score)];
      if (total(dealt) <= total(groups) + 1e-9) continue;
      groups = dealt;
      again = true;
    }
  }
  return groups;
}

const suits = (some: string[], others: string[], score: Score) =>
  some.reduce((sum, one) => sum + others.reduce((all, two) => all + (score(one, two) ?? 0), 0), 0);
