import { useLexicon } from "../bench/Completion";
import { Box } from "../kit/Box";
import { Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { NumberField, type School, useChangeSettings } from "./parts";

const NOT_OWNED = ["air", "mirror", "partner"];
const TIMES = [
  { table: "changeovers", key: "gloves", label: "Gloves on, seconds" },
  { table: "changeovers", key: "pads", label: "Mitts or pads, seconds" },
] as const;
const NUMBERS = [
  { name: "hall", label: "Hall, m² (0: not said)", most: 10000 },
  { name: "seconds_per_rep", label: "Seconds a repetition", most: 60 },
  { name: "warm_legs", label: "Warm legs take, seconds", most: 3600 },
  { name: "hard_effort", label: "Hard from effort", most: 10 },
  { name: "kick_lean", label: "Kicks to one leg, at most %", most: 100 },
  { name: "junior_round", label: "A junior's round, seconds", most: 600 },
] as const;

/** What the club owns and how long it takes to change: what the Card reckons with. The numbers are the product's own
 * defaults until the club says otherwise. */
export function Belongings({ school }: { school: School }) {
  const mayPlan = useMayPlan();
  const lexicon = useLexicon();
  const change = useChangeSettings();
  const { settings } = school;
  const owned = (lexicon.data?.implements ?? []).filter((each) => !NOT_OWNED.includes(each.id));
  return (
    <Box title="What we have">
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        {owned.map((each) => (
          <NumberField
            key={each.id}
            label={`${each.name}, how many`}
            value={settings.kit[each.id]}
            placeholder="not counted"
            set={(value) => change.mutate({ kit: { [each.id]: value } })}
          />
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        {TIMES.map(({ table, key, label }) => (
          <NumberField
            key={key}
            label={label}
            value={settings[table][key]}
            set={(value) => change.mutate({ [table]: { [key]: value } })}
          />
        ))}
        {NUMBERS.map(({ name, label, most }) => (
          <NumberField
            key={name}
            label={label}
            value={settings[name]}
            most={most}
            set={(value) => change.mutate({ [name]: value })}
          />
        ))}
      </div>
      <Field
        label="Rooms"
        defaultValue={settings.rooms.join(", ")}
        placeholder="Main hall, …"
        disabled={!mayPlan}
        onBlur={(event) => change.mutate({ rooms: event.target.value })}
      />
      {change.error && <Trouble error={change.error} />}
    </Box>
  );
}
