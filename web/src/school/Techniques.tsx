import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, Refusal } from "../api/client";
import { FAMILIES, PLANES, STRIKING } from "../api/known";
import { Button, Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { useSay } from "../kit/toast";
import { Choose, Part, type School, useSettled } from "./parts";

const RANGES = [["long"], ["long", "mid"], ["mid"], ["mid", "close"], ["close"]] as const;

/** The club's own techniques. */
export function Techniques({ school }: { school: School }) {
  const settled = useSettled();
  const say = useSay();
  const mayPlan = useMayPlan();
  const [name, setName] = useState("");
  const [family, setFamily] = useState<(typeof FAMILIES)[number]>("punch");
  const [plane, setPlane] = useState<(typeof PLANES)[number]>("straight");
  const [range, setRange] = useState("long, mid");
  const strike = (STRIKING as readonly string[]).includes(family);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/school/techniques", {
          body: { name, family, ...(strike && { plane, range: range.split(", ") as ("long" | "mid" | "close")[] }) },
        }),
      ),
    onSuccess: (fresh) => {
      settled(fresh);
      say(`${name} can be written everywhere now.`);
      setName("");
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/school/techniques/{id}", { params: { path: { id } } })),
    onSuccess: settled,
  });
  return (
    <Part title="Our own techniques">
      {school.own_techniques.length === 0 && (
        <p className="text-ink-soft text-sm">
          None yet. One you add here can be written, drawn, timed and judged like any other.
        </p>
      )}
      <ul>
        {school.own_techniques.map((technique) => (
          <li key={technique.id} className="flex items-center gap-3 text-sm">
            <strong>{technique.name}</strong>
            <span className="flex-1 text-ink-soft">
              {technique.family}
              {technique.used_in.length > 0 && `, used in ${technique.used_in.join(", ")}`}
            </span>
            {mayPlan && (
              <Button look="quiet" className="px-3" onClick={() => remove.mutate(technique.id)}>
                Remove {technique.name}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {remove.error && <Trouble error={remove.error} />}
      {mayPlan && (
        <form
          className="grid gap-2 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate();
          }}
        >
          <Field
            label="New technique"
            value={name}
            maxLength={40}
            onChange={(event) => setName(event.target.value)}
            problem={add.error instanceof Refusal ? add.error.for("name") : undefined}
          />
          <Choose
            label="Family"
            value={family}
            options={FAMILIES.map((value) => ({ value, name: value }))}
            change={(value) => setFamily(value as typeof family)}
          />
          {strike && (
            <>
              <Choose
                label="Plane"
                value={plane}
                options={PLANES.map((value) => ({ value, name: value }))}
                change={(value) => setPlane(value as typeof plane)}
              />
              <Choose
                label="Range"
                value={range}
                options={RANGES.map((bands) => ({ value: bands.join(", "), name: bands.join(" to ") }))}
                change={setRange}
              />
            </>
          )}
          {add.error && <Trouble error={add.error} />}
          <Button type="submit" className="w-fit" disabled={name.trim().length < 2 || add.isPending}>
            Add it
          </Button>
        </form>
      )}
    </Part>
  );
}
