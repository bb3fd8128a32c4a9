import { useMutation } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { RULE_NAMES } from "../api/known";
import { Box } from "../kit/Box";
import { Button, Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { Tick } from "../kit/Tick";
import { dayAndMonth } from "../kit/time";
import { Example } from "./Examples";
import { Choose, type School, useChangeSettings, useSettled } from "./parts";

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
    <Box title="What is taught here">
      <div className="grid gap-2.5 sm:grid-cols-2">
        {SETTINGS.map((setting) => (
          <div key={setting.name}>
            <Choose
              label={setting.label}
              value={String(school.settings[setting.name])}
              options={(school.choices[setting.name] ?? []).map((value) => ({ value, name: value }))}
              change={(value) => change.mutate({ [setting.name]: value })}
              disabled={!mayPlan}
            />
            <Example setting={setting.name} value={String(school.settings[setting.name])} />
          </div>
        ))}
      </div>
      <Tick
        label="A lead kick is taught bare, with nothing that loads it"
        on={school.settings.lead_kick_bare}
        set={(lead_kick_bare) => change.mutate({ lead_kick_bare })}
        disabled={!mayPlan}
      />
      <Example setting="lead_kick_bare" value={String(school.settings.lead_kick_bare)} />
      <Tick
        label="Doubles are taught bare: hook, uppercut or elbow twice with the same arm"
        on={school.settings.doubles_bare}
        set={(doubles_bare) => change.mutate({ doubles_bare })}
        disabled={!mayPlan}
      />
      <Example setting="doubles_bare" value={String(school.settings.doubles_bare)} />
      <Overruled school={school} />
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
    </Box>
  );
}

/** What the corner says that this school teaches so, with how to take it back. */
function Overruled({ school }: { school: School }) {
  const mayPlan = useMayPlan();
  const settled = useSettled();
  const back = useMutation({
    mutationFn: (rule: string) => data(api.PUT("/api/school/taught-so", { body: { rule, taught: false } })),
    onSuccess: settled,
  });
  const rules = Object.entries(school.settings.taught_so);
  if (rules.length === 0) return null;
  return (
    <div className="text-sm">
      <p className="font-semibold">Taught so here, though the corner says otherwise</p>
      <ul>
        {rules.map(([rule, says]) => (
          <li key={rule} className="flex items-center gap-2">
            <span className="flex-1">
              {RULE_NAMES[rule] ?? rule.replaceAll("-", " ")}{" "}
              <span className="text-ink-soft">
                {says.by}, {dayAndMonth(says.on)}
              </span>
            </span>
            {mayPlan && (
              <Button look="quiet" className="px-3" onClick={() => back.mutate(rule)}>
                Judge it again
              </Button>
            )}
          </li>
        ))}
      </ul>
      {back.error && <Trouble error={back.error} />}
    </div>
  );
}
