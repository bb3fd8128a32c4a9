import { useLexicon } from "../bench/Completion";
import { Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { Part, type School, useChangeSettings } from "./parts";

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
  const tables = school.settings as unknown as Record<string, Record<string, number>>;
  const numbers = school.settings as unknown as Record<string, number>;
  const put = (now: number | undefined, text: string, settings: (value: number) => Record<string, unknown>) => {
    const value = Number(text);
    if (text.trim() !== "" && value !== now) change.mutate(settings(value));
  };
  const owned = (lexicon.data?.implements ?? []).filter((each) => !NOT_OWNED.includes(each.id));
  return (
    <Part title="What we have">
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        {owned.map((each) => (
          <Field
            key={each.id}
            label={`${each.name}, how many`}
            type="number"
            min={0}
            defaultValue={tables.kit?.[each.id] ?? ""}
            placeholder="not counted"
            disabled={!mayPlan}
            onBlur={(event) =>
              put(tables.kit?.[each.id], event.target.value, (value) => ({ kit: { [each.id]: value } }))
            }
          />
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-3">
        {TIMES.map(({ table, key, label }) => (
          <Field
            key={key}
            label={label}
            type="number"
            min={0}
            defaultValue={tables[table]?.[key]}
            disabled={!mayPlan}
            onBlur={(event) =>
              put(tables[table]?.[key], event.target.value, (value) => ({ [table]: { [key]: value } }))
            }
          />
        ))}
        {NUMBERS.map(({ name, label, most }) => (
          <Field
            key={name}
            label={label}
            type="number"
            min={0}
            max={most}
            defaultValue={numbers[name]}
            disabled={!mayPlan}
            onBlur={(event) => put(numbers[name], event.target.value, (value) => ({ [name]: value }))}
          />
        ))}
      </div>
      <Field
        label="Rooms"
        defaultValue={(school.settings.rooms as unknown as string[]).join(", ")}
        placeholder="Main hall, …"
        disabled={!mayPlan}
        onBlur={(event) => change.mutate({ rooms: event.target.value })}
      />
      {change.error && <Trouble error={change.error} />}
    </Part>
  );
}
