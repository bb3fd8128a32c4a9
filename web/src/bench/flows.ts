import type { Schemas } from "../api/client";

export type Phase = Schemas["Phase"];
export type Exercise = Schemas["Exercise"];

/** A stretch of which nothing has been said yet. */
export const NEW_PHASE: Phase = {
  name: "",
  seconds: null,
  other: false,
  rung: null,
  effort: null,
  exercise: null,
  combination_id: null,
  written: null,
  sides: false,
  burst: false,
};

/** An exercise as a stretch of a flow, with its usual time. */
export const asPhase = (exercise: Exercise): Phase => ({
  ...NEW_PHASE,
  name: exercise.measured_in === "reps" ? `${exercise.usual} ${exercise.plain}` : exercise.plain,
  seconds: exercise.usual_s,
  exercise: exercise.id,
  sides: exercise.sides,
});
