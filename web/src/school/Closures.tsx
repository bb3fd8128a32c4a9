import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { DateField } from "../kit/DateField";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { shortDate } from "../kit/time";
import { count } from "../kit/words";

/** Days on which the club is closed: classes on them are called off and programmes plan none, until they are taken back. */
export function Closures({ today }: { today: string }) {
  const closures = useQuery(asks.closures());
  const mayPlan = useMayPlan();
  const stale = useStale();
  const [name, setName] = useState("");
  const [from, setFrom] = useState(today);
  const [to, setTo] = useState(today);
  const onSuccess = () => stale("calendar");
  const add = useMutation({
    mutationFn: () => data(api.POST("/api/calendar/closures", { body: { id: newId(), name, from, to } })),
    onSuccess: () => {
      setName("");
      onSuccess();
    },
  });
  const drop = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/calendar/closures/{id}", { params: { path: { id } } })),
    onSuccess,
  });
  return (
    <div className="grid gap-3 text-sm">
      <p>Classes on these days are called off and programmes plan none; taken back, all of it is on again.</p>
      {closures.error && <Trouble error={closures.error} />}
      <ul className="grid gap-1">
        {closures.data?.map((each) => (
          <li key={each.id} className="flex items-center gap-2 border-seam border-b pb-1">
            <span className="min-w-0 flex-1">
              <strong>{each.name}</strong> {shortDate(each.from)}
              {each.to !== each.from && ` to ${shortDate(each.to)}`}
            </span>
            {mayPlan && (
              <Button small look="quiet" aria-label={`Take back: ${each.name}`} onClick={() => drop.mutate(each.id)}>
                Take back
              </Button>
            )}
          </li>
        ))}
        {closures.data?.length === 0 && <li className="text-ink-soft">No closed days yet.</li>}
      </ul>
      {mayPlan && (
        <form
          className="grid gap-2 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate();
          }}
        >
          <div className="sm:col-span-2">
            <Field
              label="What for"
              required
              maxLength={60}
              value={name}
              placeholder="Midwinter"
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <DateField
            label="First day"
            required
            value={from}
            set={(day) => {
              setFrom(day);
              if (day > to) setTo(day);
            }}
          />
          <DateField label="Last day" required min={from} value={to} set={setTo} />
          <Button type="submit" look="main" disabled={add.isPending}>
            Close {from && to && to >= from ? count((Date.parse(to) - Date.parse(from)) / 86_400_000 + 1, "day") : ""}
          </Button>
        </form>
      )}
      {(add.error ?? drop.error) && <Trouble error={(add.error ?? drop.error) as Error} />}
    </div>
  );
}
