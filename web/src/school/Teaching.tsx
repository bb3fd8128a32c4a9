import { Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { Choose, Part, type School, useChangeSettings } from "./parts";

const SETTINGS = [
  { name: "finish", label: "A set ends with" },
  { name: "catch_cross", label: "A cross is caught with the hand that is" },
  { name: "pairing", label: "Punch to kick" },
  { name: "stances", label: "Stances" },
  { name: "first_rung", label: "A new combination begins at" },
  { name: "rest", label: "Rests are" },
  { name: "feed_height", label: "The target is shown at" },
  { name: "feed_width", label: "The target is shown" },
] as const;

/** What the school teaches, where schools differ. */
export function Teaching({ school }: { school: School }) {
  const mayPlan = useMayPlan();
  const change = useChangeSettings();
  return (
    <Part title="What is taught here">
      <div className="grid gap-2.5 sm:grid-cols-2">
        {SETTINGS.map((setting) => (
          <Choose
            key={setting.name}
            label={setting.label}
            value={String(school.settings[setting.name])}
            options={(school.choices[setting.name] ?? []).map((value) => ({ value, name: value }))}
            change={(value) => change.mutate({ [setting.name]: value })}
            disabled={!mayPlan}
          />
        ))}
      </div>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="size-5"
          disabled={!mayPlan}
          checked={Boolean(school.settings.lead_kick_bare)}
          onChange={(event) => change.mutate({ lead_kick_bare: event.target.checked })}
        />
        A lead kick is taught bare, with nothing that loads it
      </label>
      <Field
        label="What loads a lead kick"
        defaultValue={school.settings.lead_kick_loads.join(", ")}
        disabled={!mayPlan}
        onBlur={(event) => change.mutate({ lead_kick_loads: event.target.value })}
      />
      <div className="grid grid-cols-3 gap-2.5">
        {Object.entries(school.settings.level_limits).map(([level, limit]) => (
          <Field
            key={level}
            label={`Strikes at ${level}`}
            type="number"
            min={1}
            max={64}
            defaultValue={limit}
            disabled={!mayPlan}
            onBlur={(event) => change.mutate({ level_limits: { [level]: Number(event.target.value) } })}
          />
        ))}
      </div>
      {change.error && <Trouble error={change.error} />}
    </Part>
  );
}
