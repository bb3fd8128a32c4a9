import type { Schemas } from "../api/client";

export type Phase = Schemas["Phase"];
export type Exercise = Schemas["Exercise"];
const PER_REP = 3; // seconds that a repetition takes in a flow, where an exercise goes by repetitions

/** An exercise as a stretch of a flow, with its usual time. */
export const asPhase = (exercise: Exercise): Phase => ({
  name: exercise.measured_in === "reps" ? `${exercise.usual} ${exercise.plain}` : exercise.plain,
  seconds: exercise.measured_in === "reps" ? exercise.usual * PER_REP : exercise.usual,
  other: false,
  rung: null,
  effort: null,
  exercise: exercise.id,
  combination_id: null,
  written: null,
  sides: exercise.sides,
  burst: false,
});
