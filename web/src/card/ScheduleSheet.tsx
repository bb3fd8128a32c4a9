import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { DateField } from "../kit/DateField";
import { daysFrom, weekdayOf } from "../kit/dates";
import { newId } from "../kit/ids";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button, Trouble } from "../kit/parts";
import { asks, usePeople } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { useClub } from "../kit/session";
import { useStale } from "../kit/stale";
import { TimeField } from "../kit/TimeField";
import { shortDate } from "../kit/time";
import { timeInNumbers } from "../kit/ways";
import { count } from "../kit/words";
import { Clashes } from "./Clashes";
import { CoachPick } from "./CoachPick";
import { useSchoolOfCards } from "./school";

type Props = {
  card: { id: string; name: string; minutes: number; group_id: string | null };
  close: () => void;
  at?: string;
  children?: ReactNode;
};
const BOX = "w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5";

/** The next time each hour of an ordinary week comes, the soonest first. */
function nextHours(hours: Schemas["Hour"][], today: string) {
  const on = (day: number) => daysFrom(today, (day - weekdayOf(today) + 7) % 7);
  return hours.map((hour) => ({ ...hour, on: on(hour.day) })).sort((one, two) => (one.on < two.on ? -1 : 1));
}

/** A card in the calendar: when, for whom, with whom, where; once or every week. Clashes are said at once. */
export function ScheduleSheet({ card, close, at: first, children }: Props) {
  const club = useClub();
  const people = usePeople();
  const { rooms } = useSchoolOfCards();
  const stale = useStale();
  const [at, setAt] = useState(first ?? `${club.today}T18:30`);
  const [date, time] = at.split("T") as [string, string];
  const [weeks, setWeeks] = useState(1);
  const [group, setGroup] = useState(card.group_id ?? "");
  const [coach, setCoach] = useState<number | null>(null);
  const [room, setRoom] = useState("");
  const [minutes, setMinutes] = useState<number>();
  const hours = useQuery(asks.groups()).data?.find((each) => each.id === group)?.hours ?? [];
  const coming = nextHours(hours, club.today);
  const [done, setDone] = useState<Schemas["Calendar"] | null>(null);
  const schedule = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/calendar/classes", {
          body: {
            ids: Array.from({ length: weeks }, newId),
            card_id: card.id,
            group_id: group || null,
            coach_id: coach,
            room: room || null,
            at,
            ...(minutes && { minutes }),
          },
        }),
      ),
    onSuccess: (calendar) => {
      stale("calendar");
      setDone(calendar);
    },
  });
  return (
    <Sheet open close={close} title={done ? "In the calendar" : `Put ${card.name} in the calendar`}>
      {done ? (
        <>
          <p className="text-sm">
            {weeks === 1 ? "One class" : `${count(weeks, "class")}, one a week`}, from {shortDate(date)}{" "}
            {timeInNumbers(time)}.
          </p>
          <Clashes calendar={done} zone={club.time_zone} />
          <div className="mt-3 flex justify-end gap-2">
            <Link to={`/card/calendar?from=${at.slice(0, 10)}`} className="self-center font-semibold text-sm underline">
              Show the calendar
            </Link>
            <Button look="main" onClick={close}>
              Good
            </Button>
          </div>
        </>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            schedule.mutate();
          }}
        >
          {schedule.error && <Trouble error={schedule.error} />}
          {children}
          {coming.length > 0 && (
            <p className="mb-3 flex flex-wrap items-center gap-1.5 text-sm">
              <span className="font-semibold">The group's hours:</span>
              {coming.map((hour) => (
                <Button
                  key={hour.id}
                  small
                  onClick={() => {
                    setAt(`${hour.on}T${hour.at}`);
                    setMinutes(hour.minutes);
                    setCoach(hour.coach_id ?? null);
                    setRoom(hour.room ?? "");
                  }}
                >
                  {shortDate(hour.on)} {timeInNumbers(hour.at)}
                </Button>
              ))}
            </p>
          )}
          <div className="grid gap-3 sm:grid-cols-2">
            <div className="grid grid-cols-[3fr_2fr] gap-2">
              <DateField label="On" required value={date} set={(day) => setAt(`${day}T${time}`)} />
              <TimeField label="At" required value={time} set={(next) => setAt(`${date}T${next}`)} />
            </div>
            <Labelled title="For how many weeks">
              <input
                aria-label="For how many weeks"
                type="number"
                min={1}
                max={52}
                value={weeks}
                onChange={(event) => setWeeks(Math.min(52, Math.max(1, Number(event.target.value))))}
                className={BOX}
              />
            </Labelled>
            <Labelled title="Group">
              <Pick
                label="For which group"
                value={group}
                none="no group"
                options={(people.data?.groups ?? []).map((each) => ({ value: each.id, shown: each.name }))}
                set={setGroup}
                className={BOX}
              />
            </Labelled>
            <Labelled title="Coach">
              <CoachPick value={coach} set={setCoach} className={BOX} />
            </Labelled>
            <Labelled title="Room">
              <Pick label="Room" value={room} none="not said" options={rooms} set={setRoom} className={BOX} />
            </Labelled>
          </div>
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={close}>Leave it</Button>
            <Button look="main" type="submit" disabled={schedule.isPending}>
              Put it in
            </Button>
          </div>
        </form>
      )}
    </Sheet>
  );
}
