import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { CoachPick } from "../card/CoachPick";
import { useSchoolOfCards } from "../card/school";
import { newId } from "../kit/ids";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button, Field, Trouble } from "../kit/parts";
import { useStale } from "../kit/stale";
import { TimeField } from "../kit/TimeField";
import { weekdayName } from "../kit/time";
import { week } from "../kit/ways";

type Hour = Schemas["Hour"];
const BOX = "w-full rounded-lg border-[1.5px] border-seam bg-chalk px-2 py-2 text-sm";

/** The ordinary week of a group, an hour a line. */
export function Hours({ group, done }: { group: { id: string; hours: Hour[] }; done: () => void }) {
  const stale = useStale();
  const { rooms } = useSchoolOfCards();
  const [hours, setHours] = useState(group.hours);
  const set = (id: string, changes: Partial<Hour>) =>
    setHours(hours.map((hour) => (hour.id === id ? { ...hour, ...changes } : hour)));
  const last = hours.at(-1);
  const add = () =>
    setHours([
      ...hours,
      {
        room: null,
        coach_id: null,
        at: "18:30",
        minutes: 60,
        ...last,
        id: newId(),
        day: last ? (last.day % 7) + 1 : 1,
      },
    ]);
  const store = useMutation({
    mutationFn: () => data(api.PUT("/api/groups/{id}/hours", { params: { path: { id: group.id } }, body: { hours } })),
    onSuccess: () => {
      stale("groups");
      done();
    },
  });
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        store.mutate();
      }}
    >
      {hours.map((hour, i) => (
        <fieldset key={hour.id} className="grid grid-cols-2 gap-2 border-seam border-b pb-3 sm:grid-cols-3">
          <legend className="sr-only">Hour {i + 1}</legend>
          <Labelled title="Day">
            <Pick
              label={`Day of hour ${i + 1}`}
              value={String(hour.day)}
              options={week().map((day) => ({ value: String(day), shown: weekdayName(day) }))}
              set={(day) => set(hour.id, { day: Number(day) })}
              className={BOX}
            />
          </Labelled>
          <TimeField label="At" value={hour.at} set={(at) => set(hour.id, { at })} required />
          <Field
            label="Minutes"
            type="number"
            min={5}
            max={300}
            required
            value={hour.minutes}
            onChange={({ target }) => set(hour.id, { minutes: Number(target.value) })}
          />
          <Labelled title="Coach">
            <CoachPick
              label={`Coach of hour ${i + 1}`}
              value={hour.coach_id}
              set={(coach_id) => set(hour.id, { coach_id })}
              className={BOX}
            />
          </Labelled>
          <Labelled title="Room">
            <Pick
              label={`Room of hour ${i + 1}`}
              value={hour.room ?? ""}
              none="not said"
              options={rooms}
              set={(room) => set(hour.id, { room: room || null })}
              className={BOX}
            />
          </Labelled>
          <Button
            small
            look="quiet"
            className="self-end justify-self-start"
            aria-label={`Drop it: hour ${i + 1}`}
            onClick={() => setHours(hours.filter((each) => each.id !== hour.id))}
          >
            Drop it
          </Button>
        </fieldset>
      ))}
      {store.error && <Trouble error={store.error} />}
      <div className="flex flex-wrap gap-2">
        <Button onClick={add}>Another hour</Button>
        <Button type="submit" look="main" disabled={store.isPending}>
          Keep the week
        </Button>
      </div>
    </form>
  );
}
