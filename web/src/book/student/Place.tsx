import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { DateField } from "../../kit/DateField";
import { newId } from "../../kit/ids";
import { LabelledSelect } from "../../kit/LabelledSelect";
import { Button, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useClub, useMayPlan } from "../../kit/session";
import { useStale } from "../../kit/stale";
import { Tick } from "../../kit/Tick";
import { dayAndMonth } from "../../kit/time";
import { list } from "../../kit/words";

type Place = Schemas["Place"];
type Groups = { id: string; name: string }[];
type Change =
  | { own: string }
  | { also: string[] }
  | { left: true }
  | { from: string; to: string | null }
  | { back: string };

/** A student's place in the club: their groups, pauses, whether they have left; moved, paused, gone and back with all of
 * their record. */
export function PlaceInTheClub({ student }: { student: string }) {
  const client = useQueryClient();
  const stale = useStale();
  const mayPlan = useMayPlan();
  const place = useQuery(asks.place(student));
  const groups = useQuery(asks.groups());
  const path = { params: { path: { id: student } } };
  const change = useMutation({
    mutationFn: (wanted: Change) => {
      if ("own" in wanted)
        return data(api.PUT("/api/groups/students/{id}/own", { ...path, body: { group_id: wanted.own } }));
      if ("also" in wanted)
        return data(api.PUT("/api/groups/students/{id}/also", { ...path, body: { groups: wanted.also } }));
      if ("left" in wanted) return data(api.PUT("/api/groups/students/{id}/left", { ...path, body: {} }));
      if ("back" in wanted)
        return data(
          api.DELETE("/api/groups/students/{id}/pauses/{pause}", {
            params: { path: { id: student, pause: wanted.back } },
          }),
        );
      return data(api.POST("/api/groups/students/{id}/pauses", { ...path, body: { id: newId(), ...wanted } }));
    },
    onSuccess: (next) => {
      client.setQueryData(asks.place(student).queryKey, next);
      stale("groups");
    },
  });
  if (!place.data || !groups.data) return null;
  const named: Groups = groups.data;
  return (
    <section aria-label="Place in the club" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <h2 className="wide mb-2 font-extrabold text-lg">Place in the club</h2>
      <Said place={place.data} groups={named} />
      {change.error && <Trouble error={change.error} />}
      {mayPlan && (
        <Changes
          place={place.data}
          groups={groups.data.filter((group) => !group.closed_on)}
          change={change.mutate}
          busy={change.isPending}
        />
      )}
    </section>
  );
}

function Said({ place, groups }: { place: Place; groups: Groups }) {
  const name = (id: string) => groups.find((group) => group.id === id)?.name ?? "a group";
  const before = place.past.map((each) => `${name(each.group_id)} until ${dayAndMonth(each.to)}`);
  return (
    <p>
      {place.left_on
        ? `Left the club on ${dayAndMonth(place.left_on)}. All of their record is here.`
        : place.visitor
          ? `Visits ${name(place.group_id)}.`
          : `${name(place.group_id)}${place.since && place.since > "1900-01-02" ? ` since ${dayAndMonth(place.since)}` : ""}.`}
      {place.also.length > 0 && ` Also trains with ${list(place.also.map((each) => name(each.group_id)))}.`}
      {before.length > 0 && <span className="text-ink-soft"> Before: {before.join(", ")}.</span>}
    </p>
  );
}

type ChangesProps = { place: Place; groups: Groups; change: (wanted: Change) => void; busy: boolean };

function Changes({ place, groups, change, busy }: ChangesProps) {
  const { today } = useClub();
  const [open, setOpen] = useState<"move" | "pause" | "leave">();
  const done = (wanted: Change) => {
    change(wanted);
    setOpen(undefined);
  };
  const going = place.pauses.filter((pause) => pause.to === null || pause.to >= today);
  if (place.left_on) return <Move label="Back in" groups={groups} say="They are back" move={(own) => done({ own })} />;
  return (
    <div className="mt-2 grid gap-2">
      {going.map((pause) => (
        <p key={pause.id} className="flex flex-wrap items-center gap-2">
          <span className="flex-1">
            Not expected from {dayAndMonth(pause.from)}
            {pause.to ? ` to ${dayAndMonth(pause.to)}` : " until they are back"}.
          </span>
          <Button small disabled={busy} onClick={() => done({ back: pause.id })}>
            {pause.from > today ? "Take it back" : "They are back"}
          </Button>
        </p>
      ))}
      <div className="no-print flex flex-wrap gap-2">
        <Button small aria-expanded={open === "move"} onClick={() => setOpen(open === "move" ? undefined : "move")}>
          Groups
        </Button>
        <Button small aria-expanded={open === "pause"} onClick={() => setOpen(open === "pause" ? undefined : "pause")}>
          A pause
        </Button>
        <Button small aria-expanded={open === "leave"} onClick={() => setOpen(open === "leave" ? undefined : "leave")}>
          Leaves the club
        </Button>
      </div>
      {open === "move" && (
        <>
          <Move
            label="Moves to"
            groups={groups.filter((group) => place.visitor || group.id !== place.group_id)}
            say="Move them"
            move={(own) => done({ own })}
          />
          {!place.visitor && (
            <fieldset className="grid gap-1">
              <legend className="font-semibold">Also trains with</legend>
              {groups
                .filter((group) => group.id !== place.group_id)
                .map((group) => {
                  const now = place.also.map((each) => each.group_id);
                  return (
                    <Tick
                      key={group.id}
                      label={group.name}
                      on={now.includes(group.id)}
                      set={(on) => change({ also: on ? [...now, group.id] : now.filter((each) => each !== group.id) })}
                    />
                  );
                })}
            </fieldset>
          )}
        </>
      )}
      {open === "pause" && <Pause today={today} pause={done} />}
      {open === "leave" && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="flex-1">
            They are expected nowhere any more; their record stays whole, and they may return.
          </span>
          <Button small look="main" disabled={busy} onClick={() => done({ left: true })}>
            They leave today
          </Button>
        </p>
      )}
    </div>
  );
}

type MoveProps = { label: string; groups: Groups; say: string; move: (group: string) => void };

function Move({ label, groups, say, move }: MoveProps) {
  const [to, setTo] = useState(groups[0]?.id ?? "");
  if (groups.length === 0) return <p>There is no other group: make one in the school.</p>;
  return (
    <div className="no-print flex items-end gap-2">
      <LabelledSelect label={label} value={to} set={setTo}>
        {groups.map((group) => (
          <option key={group.id} value={group.id}>
            {group.name}
          </option>
        ))}
      </LabelledSelect>
      <Button onClick={() => move(to)}>{say}</Button>
    </div>
  );
}

function Pause({ today, pause }: { today: string; pause: (wanted: { from: string; to: string | null }) => void }) {
  const [from, setFrom] = useState(today);
  const [to, setTo] = useState("");
  return (
    <form
      className="grid gap-2 sm:grid-cols-2"
      aria-label="A pause"
      onSubmit={(event) => {
        event.preventDefault();
        pause({ from, to: to || null });
      }}
    >
      <DateField label="From" required value={from} set={setFrom} />
      <DateField label="To, if it is known" min={from} value={to} set={setTo} />
      <Button type="submit" className="w-fit">
        They pause
      </Button>
    </form>
  );
}
