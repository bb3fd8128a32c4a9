import type { Schemas } from "../api/client";
import { decimal, whole } from "../kit/ways";

export type Figure = Schemas["Figure"];

const NAMES: Record<string, { title: string; show: (value: number) => string }> = {
  acute_7: { title: "Last 7 days", show: whole },
  chronic_28: { title: "Usual week (28 days)", show: whole },
  ratio: { title: "Week against usual", show: two },
  uncoupled: { title: "Week against the three before", show: two },
  ewma_7: { title: "Weighted day, 7", show: whole },
  ewma_28: { title: "Weighted day, 28", show: whole },
  ewma_ratio: { title: "Weighted ratio", show: two },
  monotony: { title: "Monotony", show: two },
  strain: { title: "Strain", show: whole },
  week_change: { title: "Change on last week", show: signed },
  trimp_banister: { title: "Impulse, from the mean", show: whole },
  trimp_banister_by_reading: { title: "Impulse, by reading", show: whole },
  trimp_edwards: { title: "Impulse, by zones", show: whole },
  days_known: { title: "Days known", show: whole },
  sessions: { title: "Sessions", show: whole },
  minutes: { title: "Minutes", show: whole },
  week_load: { title: "Load a week", show: whole },
  mean_effort: { title: "Mean effort", show: one },
  hard_days: { title: "Hard days", show: whole },
  week_strikes: { title: "Strikes a week", show: whole },
  head_rounds: { title: "Rounds with strikes to a head", show: whole },
};

function one(value: number) {
  return decimal(value, 1);
}

function two(value: number) {
  return decimal(value, 2);
}

export function signed(value: number) {
  return `${value > 0 ? "+" : value < 0 ? "−" : ""}${Math.abs(Math.round(value * 100))} %`;
}

/** What a figure is called and how its value is written. */
export function told(figure: Figure): { title: string; shown: string | null } {
  const { title, show } = NAMES[figure.name] ?? { title: figure.name.replaceAll("_", " "), show: two };
  return { title, shown: figure.value === null ? null : show(figure.value) };
}

/** What went into a figure, as it is read: numbers to two places at the most, what is unknown as a dash. */
export function inputs(given: Figure["inputs"] = []): { name: string; shown: string }[] {
  return given
    .filter((input) => input.values.length > 0)
    .map((input) => ({
      name: input.name.replaceAll("_", " "),
      shown: input.values
        .map((value) => (typeof value === "number" ? decimal(Number(value.toFixed(2))) : (value ?? "–")))
        .join(", "),
    }));
}
