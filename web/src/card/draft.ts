import type { Card, Combination, Schemas } from "../api/client";
import { BLOCK_KINDS, NEW_ROUND } from "../api/known";
import { newId } from "../kit/ids";

export type Round = Schemas["Round"];
export type Block = Schemas["Block"];
export type Drill = Schemas["Drill"];
export type Exercise = Schemas["Exercise"];
/** A round or a block while it is edited: the contract's fields, and a key to tell it from its twins. */
export type Row = Round & { key: string };
export type DraftBlock = Omit<Block, "rounds"> & { key: string; rounds: Row[] };
export type Draft = {
  name: string;
  minutes: number;
  level: Card["level"];
  group_id: string | null;
  students: number | null;
  blocks: DraftBlock[];
};
export type Place = { block: number; round: number };

const IN_PAIRS = ["mitts", "pads", "partner"];

export const keyed = (blocks: Block[]): DraftBlock[] =>
  blocks.map((block) => ({ ...block, key: newId(), rounds: block.rounds.map(withKey) }));
export const withKey = (round: Round): Row => ({ ...round, key: newId() });
export const plain = (blocks: DraftBlock[]): Block[] =>
  blocks.map(({ key: _block, ...block }) => ({
    ...block,
    rounds: block.rounds.map(({ key: _row, ...round }) => round),
  }));
export const newBlock = (kind: Block["kind"], rounds: Row[] = []): DraftBlock => ({
  key: newId(),
  kind,
  title: "",
  laps: 1,
  importance: 3,
  work: null,
  rest: null,
  rounds,
});
export const countOf = (blocks: DraftBlock[]) => blocks.reduce((sum, block) => sum + block.rounds.length, 0);

export function placeOf(blocks: DraftBlock[], key: string): Place | undefined {
  for (const [block, each] of blocks.entries()) {
    const round = each.rounds.findIndex((row) => row.key === key);
    if (round >= 0) return { block, round };
  }
  return undefined;
}

/** The blocks with one block's rounds changed; a block that is left empty goes. */
function withRounds(blocks: DraftBlock[], at: number, change: (rows: Row[]) => Row[]): DraftBlock[] {
  return blocks.map((block, b) => (b === at ? { ...block, rounds: change(block.rounds) } : block));
}
const tidy = (blocks: DraftBlock[]) => blocks.filter((block) => block.rounds.length > 0);

export const setRow = (blocks: DraftBlock[], key: string, change: (row: Row) => Row): DraftBlock[] =>
  blocks.map((block) => ({ ...block, rounds: block.rounds.map((row) => (row.key === key ? change(row) : row)) }));

export const setBlock = (blocks: DraftBlock[], key: string, change: Partial<Block>): DraftBlock[] =>
  blocks.map((block) => (block.key === key ? { ...block, ...change, rounds: block.rounds } : block));

export function removeRow(blocks: DraftBlock[], key: string): DraftBlock[] {
  return tidy(blocks.map((block) => ({ ...block, rounds: block.rounds.filter((row) => row.key !== key) })));
}

export function doubleRow(blocks: DraftBlock[], key: string): DraftBlock[] {
  const at = placeOf(blocks, key);
  if (!at) return blocks;
  return withRounds(blocks, at.block, (rows) => rows.toSpliced(at.round + 1, 0, withKey(rows[at.round] as Row)));
}

/** One place up or down: past the edge of its block it joins the next. */
export function moveRow(blocks: DraftBlock[], key: string, by: 1 | -1): DraftBlock[] {
  const at = placeOf(blocks, key);
  if (!at) return blocks;
  const inside = at.round + by;
  const rows = blocks[at.block]?.rounds ?? [];
  if (inside >= 0 && inside < rows.length) return put(blocks, key, { block: at.block, round: inside });
  return moveToBlock(blocks, key, by);
}

/** Into the block before or after: at the edge it comes from. */
export function moveToBlock(blocks: DraftBlock[], key: string, by: 1 | -1): DraftBlock[] {
  const at = placeOf(blocks, key);
  const target = at && blocks[at.block + by];
  if (!at || !target) return blocks;
  return put(blocks, key, { block: at.block + by, round: by > 0 ? 0 : target.rounds.length });
}

/** Where another round lies: what dragging does. */
export function dropOn(blocks: DraftBlock[], key: string, over: string): DraftBlock[] {
  const to = placeOf(blocks, over);
  return to && key !== over ? put(blocks, key, to) : blocks;
}

function put(blocks: DraftBlock[], key: string, to: Place): DraftBlock[] {
  const at = placeOf(blocks, key);
  const row = at && blocks[at.block]?.rounds[at.round];
  if (!at || !row) return blocks;
  const without = withRounds(blocks, at.block, (rows) => rows.toSpliced(at.round, 1));
  return tidy(withRounds(without, to.block, (rows) => rows.toSpliced(to.round, 0, row)));
}

export function moveBlock(blocks: DraftBlock[], key: string, by: 1 | -1): DraftBlock[] {
  const at = blocks.findIndex((block) => block.key === key);
  if (at + by < 0 || at + by >= blocks.length) return blocks;
  return blocks.toSpliced(at, 1).toSpliced(at + by, 0, blocks[at] as DraftBlock);
}

/** What may be put on a card: a drill, a combination, an exercise, or words. */
export type What = { drill?: Drill; combination?: Combination; exercise?: Exercise; title?: string };

const BY_IMPLEMENT: Record<string, Block["kind"]> = {
  "focus-mitts": "mitts",
  "holders-gloves": "mitts",
  "long-pads": "pads",
  "kick-shield": "pads",
  "belly-pad": "pads",
  partner: "partner",
  air: "technique",
  mirror: "technique",
};

/** Where it usually goes: by what it is done on; words and exercises by how far the card has come. */
function kindFor(what: What, blocks: DraftBlock[]): Block["kind"] {
  const kinds = blocks.map((block) => block.kind);
  const worked = kinds.some((kind) => kind !== "warm-up");
  if (what.drill) return BY_IMPLEMENT[what.drill.implement] ?? "bag";
  if (what.combination)
    return kinds.filter((kind) => !["warm-up", "finisher", "cool-down"].includes(kind)).at(-1) ?? "technique";
  if (what.exercise && ["core-work", "strength"].includes(what.exercise.id)) return "finisher";
  if (!worked && kinds.length < 2) return "warm-up";
  return what.exercise?.id === "mobility" || kinds.at(-1) === "cool-down" ? "cool-down" : (kinds.at(-1) ?? "warm-up");
}

/** A new round, taking over what usually stays the same in its block. */
function roundFor(what: What, kind: Block["kind"], active: boolean, before?: Row): Row {
  const drilled = what.drill !== undefined || what.combination !== undefined;
  const title = what.drill?.name ?? what.combination?.name ?? what.title ?? what.exercise?.plain ?? "Round";
  const pairs = drilled && IN_PAIRS.includes(kind);
  return withKey({
    ...(NEW_ROUND as Round),
    title: title.charAt(0).toUpperCase() + title.slice(1),
    drill_id: what.drill?.id ?? null,
    combination_id: what.combination?.id ?? null,
    exercise: what.exercise?.id ?? null,
    work_s: drilled ? (before?.work_s ?? 180) : (before?.work_s ?? 300),
    active: before?.active ?? (active && drilled),
    rest_s: before?.rest_s ?? (kind === "cool-down" ? 0 : drilled ? 60 : 30),
    explain_s: drilled ? 30 : 0,
    swap: pairs ? (before?.swap ?? "even") : "alone",
    every: pairs ? (before?.every ?? null) : null,
    effort: drilled
      ? (before?.effort ?? (kind === "technique" ? 4 : 6))
      : (what.exercise?.effort ?? (kind === "cool-down" ? 1 : 3)),
    rung: what.drill?.rungs[0] ?? (drilled ? (kind === "technique" ? "air" : "count") : "air"),
  });
}

/** Adds to the last block of its kind, or to a new one in the usual order; `active` where the school rests moving. Gives
 * the key of the new round. */
export function addRound(blocks: DraftBlock[], what: What, active = false): [DraftBlock[], string] {
  const kind = kindFor(what, blocks);
  const at = blocks.findLastIndex((block) => block.kind === kind);
  const row = roundFor(what, kind, active, blocks[at]?.rounds.at(-1));
  if (at >= 0) return [withRounds(blocks, at, (rows) => [...rows, row]), row.key];
  const order = BLOCK_KINDS.indexOf(kind);
  const after = blocks.findLastIndex((block) => BLOCK_KINDS.indexOf(block.kind) < order);
  return [blocks.toSpliced(after + 1, 0, newBlock(kind, [row])), row.key];
}
