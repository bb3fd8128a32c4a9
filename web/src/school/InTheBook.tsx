import { Box } from "../kit/Box";
import { NumberField, type School, useChangeSettings } from "./parts";

const LINES = [
  { key: "big_week", label: "A week above the fullest of four by, %" },
  { key: "monotony", label: "Monotony above" },
  { key: "hard_days", label: "Hard days in a row" },
  { key: "away", label: "Days away" },
  { key: "ease_in", label: "Begin again with, % of usual" },
] as const;

/** How the Book judges: how fast marks fade, when a group goes up, and what is pointed out. */
export function InTheBook({ school }: { school: School }) {
  const change = useChangeSettings();
  const { half_life, go_up, pointed_out } = school.settings;
  return (
    <Box title="In the Book">
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        <NumberField
          label="Days in which a mark loses half its weight"
          value={half_life}
          set={(value) => change.mutate({ half_life: value })}
        />
        <NumberField
          label="Go up a rung when so many own it, %"
          value={go_up}
          most={100}
          set={(value) => change.mutate({ go_up: value })}
        />
      </div>
      <p className="text-ink-soft text-sm">
        What is pointed out. These lines are the product's own, but for monotony above 2 (Foster 1998); they are where
        to look, and foretell nothing.
      </p>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        {LINES.map(({ key, label }) => (
          <NumberField
            key={key}
            label={label}
            value={pointed_out[key]}
            set={(value) => change.mutate({ pointed_out: { [key]: value } })}
          />
        ))}
      </div>
      {change.error && (
        <p role="alert" className="font-semibold text-rear text-sm">
          {change.error.message}
        </p>
      )}
    </Box>
  );
}
