import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { PAUSE_S, TEMPO } from "../api/known";
import { asks } from "../kit/queries";

export type Solve = "sets" | "work" | "tempo" | "pause";
export type Pacing = { solve: Solve; work: number; sets: number; tempo: number; pause: number };
export const FIRST_PACING: Pacing = { solve: "sets", work: 180, sets: 60, tempo: TEMPO, pause: PAUSE_S };

/** What it is judged for: stance, implement, force and level; left out where it does not matter. */
export type Judging = Pick<Schemas["Question"], "stance" | "partner" | "implement" | "intensity" | "level">;

/** What the core says of what is typed, kept on screen while the next answer is on its way. */
export function useAnalysis(notation: string, pacing: Pacing, judging: Judging, taughtSo: string[] = []) {
  const { solve, ...given } = pacing;
  const pinned = Object.fromEntries(Object.entries(given).filter(([name]) => name !== solve));
  const asked = { notation, solve, ...judging, ...pinned, ...(taughtSo.length > 0 && { taught_so: taughtSo }) };
  return useQuery({ ...asks.analysis(asked), enabled: notation.trim() !== "" });
}
