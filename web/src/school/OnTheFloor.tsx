import { RUNGS } from "../api/known";
import { Box } from "../kit/Box";
import { Trouble } from "../kit/parts";
import { Tick } from "../kit/Tick";
import { NumberField, type School, useChangeSettings } from "./parts";

const WEIGHTS = [
  { key: "level", label: "Same level" },
  { key: "size", label: "Same size" },
  { key: "stance", label: "Stance as wished" },
  { key: "recent", label: "Not met lately" },
] as const;

/** How classes are run: how pairs are made, how fast is called. */
export function OnTheFloor({ school }: { school: School }) {
  const change = useChangeSettings();
  const { ask_how_they_are, calls_apart, pair_weights, size_gap } = school.settings;
  return (
    <Box title="On the floor">
      <p className="text-ink-soft text-sm">What counts in making pairs, one against the other:</p>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-4">
        {WEIGHTS.map(({ key, label }) => (
          <NumberField
            key={key}
            label={label}
            value={pair_weights[key]}
            set={(value) => change.mutate({ pair_weights: { [key]: value } })}
          />
        ))}
      </div>
      <NumberField
        label="Kilograms between partners in contact, at most (0: no limit)"
        value={size_gap}
        set={(value) => change.mutate({ size_gap: value })}
      />
      <p className="text-ink-soft text-sm">Seconds from one call to the next, at least, by rung:</p>
      <div className="grid grid-cols-3 gap-2.5 sm:grid-cols-6">
        {RUNGS.map((rung) => (
          <NumberField
            key={rung}
            label={rung}
            value={calls_apart[rung]}
            set={(value) => change.mutate({ calls_apart: { [rung]: value } })}
          />
        ))}
      </div>
      <Tick
        label="Ask students on their own pages how they slept, how sore they are and how their mood is"
        on={ask_how_they_are}
        set={(on) => change.mutate({ ask_how_they_are: on })}
      />
      {change.error && <Trouble error={change.error} />}
    </Box>
  );
}
