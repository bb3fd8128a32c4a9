import type { Schemas } from "../api/client";
import { NEW_DRILL } from "../api/known";

export type Drill = Schemas["Drill"];
/** A drill's own facts, as they are sent. */
export type DrillFacts = Omit<Drill, "id" | "version" | "archived" | "drawn">;

/** How most trades begin. */
export const FIRST_TRADE: NonNullable<DrillFacts["trade"]> = {
  turn: "n for n",
  sets: 1,
  begins: "in turn",
  expected: 3,
};

/** What a coach most often makes: on the mitts, to a count and on the clock. */
export const FIRST_DRILL: DrillFacts = {
  ...(NEW_DRILL as Omit<DrillFacts, "name" | "implement" | "rungs">),
  name: "",
  implement: "focus-mitts",
  rungs: ["count", "clock"],
};

export function factsOf({
  id: _id,
  version: _version,
  archived: _archived,
  drawn: _drawn,
  ...facts
}: Drill): DrillFacts {
  return facts;
}

/** A manner brings the numbers it needs. */
export function inManner(facts: DrillFacts, manner: Drill["manner"]): DrillFacts {
  const counted = manner === "counted" || manner === "counted-then-clocked";
  const burst = manner === "burst";
  return {
    ...facts,
    manner,
    count: counted ? (facts.count ?? 10) : null,
    // What a burst was given goes with it: left behind, its inner bells would ring in another manner.
    on_s: burst ? (facts.on_s ?? 20) : facts.manner === "burst" ? null : facts.on_s,
    trade: manner === "trade" ? (facts.trade ?? FIRST_TRADE) : null,
    intensity: manner === "trade" ? (facts.intensity ?? "light") : null,
    pool:
      manner === "read"
        ? facts.pool
        : facts.pool.filter((each) => each.combination_id !== null).map((each) => ({ ...each, feed: null })),
    off_s: burst ? (facts.off_s ?? 10) : facts.manner === "burst" ? null : facts.off_s,
  };
}

/** A drill of a series, one combination after another as they stand in it. */
export const inOrder = ({ name, combination_ids }: Schemas["Series"]): DrillFacts => ({
  ...FIRST_DRILL,
  name,
  manner: "series",
  pool: combination_ids.map((combination_id) => ({ combination_id, at_rungs: [], feed: null })),
});
