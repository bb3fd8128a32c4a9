import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, Refusal } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { useStale } from "../kit/stale";
import { Tick } from "../kit/Tick";
import { TimeField } from "../kit/TimeField";
import { weekdayName } from "../kit/time";
import { week } from "../kit/ways";

/** A group with its days and time, in one go. */
export function NewGroup({ first }: { first: boolean }) {
  const stale = useStale();
  const [id, setId] = useState(newId);
  const [name, setName] = useState("");
  const [days, setDays] = useState<number[]>([]);
  const [at, setAt] = useState("18:30");
  const [minutes, setMinutes] = useState(60);
  const [juniors, setJuniors] = useState(false);
  const add = useMutation({
    mutationFn: async () => {
      const path = { params: { path: { id } } };
      await data(api.POST("/api/groups", { body: { id, name, juniors } }));
      const hours = days.map((day) => ({ id: newId(), day, at, minutes, room: null, coach_id: null }));
      return data(api.PUT("/api/groups/{id}/hours", { ...path, body: { hours } }));
    },
    onSuccess: () => {
      stale("groups");
      setId(newId());
      setName("");
      setDays([]);
      setJuniors(false);
    },
  });
  const problem = add.error instanceof Refusal ? add.error.for("name") : undefined;
  return (
    <form
      className="grid gap-3"
      aria-label="A new group"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate();
      }}
    >
      <Field
        label="Name of the group"
        required
        maxLength={80}
        placeholder={first ? "Early boxing" : undefined}
        value={name}
        problem={problem}
        onChange={({ target }) => setName(target.value)}
      />
      <fieldset className="flex flex-wrap gap-1.5">
        <legend className="mb-1 font-semibold text-sm">On</legend>
        {week().map((day) => {
          const on = days.includes(day);
          return (
            <button
              key={day}
              type="button"
              aria-pressed={on}
              title={weekdayName(day)}
              onClick={() => setDays(on ? days.filter((each) => each !== day) : [...days, day].sort())}
              className={`min-h-9 min-w-12 rounded-full border-[1.5px] px-3 font-semibold text-sm ${on ? "border-ink bg-ink text-canvas" : "border-seam bg-chalk hover:border-ink"}`}
            >
              {weekdayName(day, "short")}
            </button>
          );
        })}
      </fieldset>
      <div className="grid grid-cols-2 gap-3 sm:max-w-sm">
        <TimeField label="At" value={at} set={setAt} required />
        <Field
          label="Minutes"
          type="number"
          min={5}
          max={300}
          required
          value={minutes}
          onChange={({ target }) => setMinutes(Number(target.value))}
        />
      </div>
      <Tick label="juniors" on={juniors} set={setJuniors} />
      {add.error && !problem && <Trouble error={add.error} />}
      <Button type="submit" look={first ? "main" : "plain"} className="w-fit" disabled={add.isPending}>
        Make the group
      </Button>
    </form>
  );
}
