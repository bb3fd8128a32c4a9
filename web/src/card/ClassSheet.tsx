import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type ClassLine, data } from "../api/client";
import { DateField } from "../kit/DateField";
import { Pick } from "../kit/Pick";
import { Button, Trouble, Waiting } from "../kit/parts";
import { asks, useCards, usePeople } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { useClub, useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { TimeField } from "../kit/TimeField";
import { dayAndTime } from "../kit/time";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { CoachPick } from "./CoachPick";
import { useSchoolOfCards } from "./school";

const BOX = "min-h-9 w-full rounded-lg border-[1.5px] border-seam bg-chalk px-2 text-sm";

/** One class of the calendar: moved, handed on, called off; who is expected, and what that means for its card. */
export function ClassSheet({ row, close }: { row: ClassLine; close: () => void }) {
  const club = useClub();
  const mayPlan = useMayPlan() && row.ended_at === null;
  const stale = useStale();
  const say = useSay();
  const [following, setFollowing] = useState(false);
  const { rooms } = useSchoolOfCards();
  const cards = useCards();
  const fresh = () => stale("calendar");
  const path = { params: { path: { id: row.id } } };
  const change = useMutation({
    mutationFn: (facts: { at?: string; coach_id?: number | null; room?: string | null; card_id?: string }) =>
      data(api.PUT("/api/calendar/classes/{id}", { ...path, body: { following, ...facts } })),
    onSuccess: fresh,
  });
  const cancel = useMutation({
    mutationFn: (cancelled: boolean) =>
      data(api.PUT("/api/calendar/classes/{id}/cancelled", { ...path, body: { cancelled, following } })),
    onSuccess: (_, cancelled) => {
      fresh();
      say(cancelled ? `${row.title} is called off.` : `${row.title} is on again.`, () => cancel.mutate(!cancelled));
    },
  });
  const local = new Intl.DateTimeFormat("sv-SE", {
    timeZone: club.time_zone,
    dateStyle: "short",
    timeStyle: "short",
  }).format(new Date(row.starts_at));
  const [date, time] = local.split(" ") as [string, string];
  return (
    <Sheet open close={close} title={row.title}>
      <p className="mb-2 text-sm">
        {dayAndTime(row.starts_at, club.time_zone)}, {count(row.minutes, "minute")}
        {row.group_name && `, ${row.group_name}`}
        {row.cancelled && <strong className="text-rear"> · called off</strong>}
        {row.ended_at && " · took place"}
      </p>
      {(change.error || cancel.error) && <Trouble error={change.error ?? cancel.error} />}
      {mayPlan && (
        <>
          <div className="grid gap-2 sm:grid-cols-2">
            <DateField label="On" required value={date} set={(day) => day && change.mutate({ at: `${day}T${time}` })} />
            <TimeField
              label="At"
              required
              value={time}
              set={(next) => next && change.mutate({ at: `${date}T${next}` })}
            />
            <Pick
              label="Card"
              value={row.card_id ?? ""}
              options={(cards.data ?? []).map((each) => ({ value: each.id, shown: each.name }))}
              set={(id) => id && change.mutate({ card_id: id })}
              className={BOX}
            />
            <CoachPick value={row.coach_id} set={(coach_id) => change.mutate({ coach_id })} className={BOX} />
            <Pick
              label="Room"
              value={row.room ?? ""}
              none="room not said"
              options={row.room && !rooms.includes(row.room) ? [...rooms, row.room] : rooms}
              set={(room) => change.mutate({ room: room || null })}
              className={BOX}
            />
          </div>
          {row.series_id && (
            <label className="mt-2 flex items-center gap-2 text-sm">
              <input type="checkbox" checked={following} onChange={(event) => setFollowing(event.target.checked)} />
              and the same for those that follow in its series
            </label>
          )}
        </>
      )}
      {/* Above what is still being fetched, so that nothing moves from under a finger. */}
      <div className="mt-3 flex flex-wrap justify-end gap-2">
        {mayPlan && (
          <Button onClick={() => cancel.mutate(!row.cancelled)}>{row.cancelled ? "On again" : "Call it off"}</Button>
        )}
        {row.card_id && (
          <Link to={`/card/${row.card_id}`} className="self-center px-2 font-semibold text-sm underline">
            Its card
          </Link>
        )}
        <Link to={`/floor/${row.id}`} className="self-center px-2 font-semibold text-sm underline">
          On the Floor
        </Link>
      </div>
      <Expected row={row} mayPlan={mayPlan} fresh={fresh} />
    </Sheet>
  );
}

function Expected({ row, mayPlan, fresh }: { row: ClassLine; mayPlan: boolean; fresh: () => void }) {
  const people = usePeople();
  const client = useQueryClient();
  const found = useQuery(asks.plannedClass(row.id));
  const expect = useMutation({
    mutationFn: (students: Record<string, boolean>) =>
      data(api.PUT("/api/calendar/classes/{id}/expected", { params: { path: { id: row.id } }, body: { students } })),
    onSuccess: (planned) => {
      client.setQueryData(asks.plannedClass(row.id).queryKey, planned);
      fresh();
    },
  });
  if (!found.data) return <Waiting what="who is expected" />;
  const { students, findings } = found.data;
  const others = people.data?.students.filter((each) => !students.some((one) => one.id === each.id)) ?? [];
  return (
    <section aria-label="Who is expected" className="mt-3 text-sm">
      <h3 className="font-bold">{students.length} expected</h3>
      {expect.error && <Trouble error={expect.error} />}
      <ul className="mt-1 flex flex-wrap gap-1">
        {students.map((student) => (
          <li key={student.id} className="rounded-full border border-seam bg-canvas px-2 py-0.5">
            {student.name}
            {mayPlan && (
              <button
                type="button"
                aria-label={`${student.name} is not coming`}
                onClick={() => expect.mutate({ [student.id]: false })}
                className="ml-1 rounded-full px-1 hover:bg-canvas-deep"
              >
                <span aria-hidden="true">×</span>
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayPlan && (
        <Pick
          label="Somebody else is coming"
          value=""
          none="somebody else is coming …"
          options={others.map((each) => ({ value: each.id, shown: each.name }))}
          set={(id) => id && expect.mutate({ [id]: true })}
          className={`mt-1.5 ${BOX}`}
        />
      )}
      {findings.length > 0 && (
        <ul className="mt-2 grid gap-1" aria-label="For these students">
          {findings.slice(0, 6).map((finding) => (
            <li key={`${finding.rule}${finding.at.join()}`} className="border-brass border-l-4 pl-2 text-[13px]">
              {finding.reason}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
