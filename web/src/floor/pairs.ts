import type { HeldClass, Schemas } from "../api/client";

type Pairs = Schemas["Pairs"];
type Table = HeldClass["pairing"];

const UNKNOWN = "not known to this device: pair them by eye";
const NOBODY = "nobody who is left may work with them";

/**
 * Pairs of who is here, made on the device while there is no server: the server's own scores and hard stops, the best pair first,
 * then partners are exchanged while the total rises. `locked` are groups made by hand. One left over makes the best trio.
 * `gap` is what any pairing could be better by at the most: no pair is worth more than half of what each of the two is worth at
 * best.
 */
export function pairsHere(table: Table, present: string[], locked: string[][]): Pairs {
  const at = new Map(table.ids.map((id, i) => [id, i]));
  const score = (one: string, two: string) => {
    const [i, j] = [at.get(one) ?? -1, at.get(two) ?? -1];
    return i < 0 || j < 0 ? null : (table.scores[Math.max(i, j)]?.[Math.min(i, j)] ?? null);
  };
  const byHand = locked.filter((ids) => ids.every((id) => present.includes(id)));
  const alone = present.filter((id) => table.alone[id] !== undefined);
  const open = present.filter((id) => at.has(id) && !alone.includes(id) && !byHand.flat().includes(id));
  const { pairs, left } = greedy(open, score);
  const better = exchanged(pairs, score);
  const { groups, stuck } = joined(better, left, score);
  const best = open.reduce((sum, id) => sum + Math.max(0, ...open.map((other) => score(id, other) ?? 0)), 0) / 2;
  const total = groups.reduce((sum, ids) => sum + worth(ids, score), 0);
  const strangers = present.filter((id) => !at.has(id) && !byHand.flat().includes(id));
  return {
    groups: [
      ...byHand.map((ids) => ({ ids, score: worth(ids, score), reasons: [], locked: true })),
      ...groups.map((ids) => ({ ids, score: worth(ids, score), reasons: [], locked: false })),
    ],
    stuck: [...stuck.map((id) => ({ id, reasons: [NOBODY] })), ...strangers.map((id) => ({ id, reasons: [UNKNOWN] }))],
    alone: alone.map((id) => ({ id, reasons: [table.alone[id] ?? ""] })),
    gap: Math.max(0, best - total),
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

/** Who has the fewest to work with is served first, with the best of them. */
function greedy(open: string[], score: Score) {
  const pairs: string[][] = [];
  const waiting = new Set(open);
  const left: string[] = [];
  const choices = (id: string) => [...waiting].filter((other) => other !== id && score(id, other) !== null);
  while (waiting.size > 0) {
    const [first] = [...waiting].sort((one, two) => choices(one).length - choices(two).length);
    if (first === undefined) break;
    const partner = choices(first).sort((one, two) => (score(first, two) ?? 0) - (score(first, one) ?? 0))[0];
    waiting.delete(first);
    if (partner === undefined) {
      left.push(first);
      continue;
    }
    waiting.delete(partner);
    pairs.push([first, partner]);
  }
  return { pairs, left };
}

/** Two pairs are dealt out anew where that is worth more, until no two are. */
function exchanged(pairs: string[][], score: Score) {
  let now = pairs;
  for (let again = true; again; ) {
    again = false;
    for (const [one, two] of couples(now.map((_, i) => String(i))).map((each) => each.map(Number))) {
      const [a, b] = now[one as number] as [string, string];
      const [c, d] = now[two as number] as [string, string];
      const was = worth([a, b], score) + worth([c, d], score);
      const dealt = [
        [
          [a, c],
          [b, d],
        ],
        [
          [a, d],
          [b, c],
        ],
      ].find(
        (each) =>
          each.every((ids) => allowed(ids, score)) &&
          each.reduce((sum, ids) => sum + worth(ids, score), 0) > was + 1e-9,
      );
      if (!dealt) continue;
      now = now.map((ids, i) => (i === one ? (dealt[0] as string[]) : i === two ? (dealt[1] as string[]) : ids));
      again = true;
    }
  }
  return now;
}

/** Whoever is left joins the pair that suits best, if one does. */
function joined(pairs: string[][], left: string[], score: Score) {
  let groups = pairs;
  const stuck: string[] = [];
  for (const id of left) {
    const home = groups
      .filter((ids) => ids.length === 2 && allowed([...ids, id], score))
      .sort((one, two) => worth([...two, id], score) - worth([...one, id], score))[0];
    if (home) groups = groups.map((ids) => (ids === home ? [...ids, id] : ids));
    else stuck.push(id);
  }
  return { groups, stuck };
}
