import type { Card, Schemas } from "../api/client";
import { BLOCK_KINDS } from "../api/known";
import { newId } from "../kit/ids";

export type Round = Schemas["Round"];
export type Block = Schemas["Block"];
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

/** What stands on a card so far, as a new line is read beside it: each block with what its last round is like. */
export const soFar = (blocks: DraftBlock[]) =>
  blocks.map(({ kind, rounds }) => {
    const last = rounds.at(-1);
    return {
      kind,
      ...(last && {
        work_s: last.work_s,
        rest_s: last.rest_s,
        effort: last.effort,
        swap: last.swap,
        every: last.every,
      }),
    };
  });

/** Adds a round to the last block of its kind, or to a new one in the usual order. Gives the key of the new round. */
export function addRound(blocks: DraftBlock[], kind: Block["kind"], round: Round): [DraftBlock[], string] {
  const at = blocks.findLastIndex((block) => block.kind === kind);
  const row = withKey(round);
  if (at >= 0) return [withRounds(blocks, at, (rows) => [...rows, row]), row.key];
  const order = BLOCK_KINDS.indexOf(kind);
  const after = blocks.findLastIndex((block) => BLOCK_KINDS.indexOf(block.kind) < order);
  return [blocks.toSpliced(after + 1, 0, newBlock(kind, [row])), row.key];
}
