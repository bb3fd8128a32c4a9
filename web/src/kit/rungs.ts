/** How hard a student is asked to own a combination, from the lowest rung up. */
export const RUNGS = ["air", "count", "clock", "move", "call", "answer"] as const;

export type Rung = (typeof RUNGS)[number];
