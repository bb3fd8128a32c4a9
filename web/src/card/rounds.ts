import type { Combination, Round } from "../api/client";
import { newId } from "../kit/ids";

/** A round while it is edited: the contract's fields, and a key to tell it from its twins. */
export type Row = Round & { key: string };
export type Draft = { name: string; minutes: number; rows: Row[] };

export const BLOCKS = [
  "warm-up",
  "technique",
  "bag",
  "mitts",
  "pads",
  "partner",
  "circuit",
  "finisher",
  "cool-down",
] as const;
const IN_PAIRS = ["mitts", "pads", "partner"];

export const withKey = (round: Round): Row => ({ ...round, key: newId() });
export const plain = ({ key: _key, ...round }: Row): Round => round;

/** A new round after `before`, taking over what usually stays the same. */
export function roundLike(before: Row | undefined, what: { combination?: Combination; title?: string }): Row {
  const drill = what.combination !== undefined;
  const block =
    before && (drill ? !["warm-up", "cool-down"].includes(before.block) : true)
      ? before.block
      : drill
        ? "technique"
        : "warm-up";
  return withKey({
    block,
    title: what.combination?.name ?? what.title ?? "Round",
    combination_id: what.combination?.id ?? null,
    work_s: drill && before ? before.work_s : drill ? 180 : 300,
    rest_s: drill && before ? before.rest_s : 60,
    explain_s: drill ? 30 : 0,
    tempo: 140,
    pause_s: 0.6,
    share: IN_PAIRS.includes(block) ? "pairs" : "alone",
    both_sides: false,
    effort: drill ? (before?.effort ?? 6) : 3,
    rung: drill ? (before?.rung ?? "count") : "air",
  });
}

/** The rows with the one at `from` moved to `to`. */
export function moved(rows: Row[], from: number, to: number): Row[] {
  if (to < 0 || to >= rows.length || from === to) return rows;
  const next = [...rows];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
}

/** A block change brings the share that goes with it. */
export function inBlock(row: Row, block: Round["block"]): Row {
  return { ...row, block, share: IN_PAIRS.includes(block) ? "pairs" : "alone" };
}
