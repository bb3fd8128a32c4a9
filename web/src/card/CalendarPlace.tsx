import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { ClassLine } from "../api/client";
import { daysFrom, weekdayOf } from "../kit/dates";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button, PageTitle, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { asks, useCards, usePeople } from "../kit/queries";
import { useClub, useMayPlan } from "../kit/session";
import { dayAndMonth, timeOfDay, weekdayName } from "../kit/time";
import { week } from "../kit/ways";
import { Clashes } from "./Clashes";
import { ClassSheet } from "./ClassSheet";
import { ScheduleSheet } from "./ScheduleSheet";

const WEEKS = 5;

/** The first day of a date's week. */
const first = (date: string) => daysFrom(date, -week().indexOf(weekdayOf(date)));

/** Five weeks of classes: who, where, for whom; a clash of coach or room is pointed out. */
export default function CalendarPlace() {
  const club = useClub();
  const mayPlan = useMayPlan();
  const [params, setParams] = useSearchParams();
  const from = first(params.get("from") ?? club.today);
  const [chosen, setChosen] = useState<string | null>(null);
  const [adding, setAdding] = useState<string | null>(null);
  const calendar = useQuery(asks.calendar(from, WEEKS * 7));
  const closures = useQuery(asks.closures());
  const days = week().map((day) => weekdayName(day));
  const show = (date: string) => setParams({ from: date });
  useKeysOf("The calendar", [
    { keys: "ArrowLeft", does: "five weeks back", run: () => show(daysFrom(from, -7 * WEEKS)) },
    { keys: "ArrowRight", does: "five weeks on", run: () => show(daysFrom(from, 7 * WEEKS)) },
    { keys: "n", does: "put a card in", run: () => mayPlan && setAdding(club.today) },
  ]);
  const row = calendar.data?.classes.find((each) => each.id === chosen);
  const clashing = new Set(calendar.data?.clashes.flatMap((clash) => [clash.one, clash.other]));
  return (
    <>
      <PageTitle
        aside={
          <div className="flex flex-wrap items-center gap-2">
            <Feeds />
            <Link to="/school/calendar" className="px-2 font-semibold text-sm underline">
              Closed days
            </Link>
            <Button onClick={() => show(daysFrom(from, -7 * WEEKS))} aria-label="Five weeks back">
              ←
            </Button>
            <Button onClick={() => show(club.today)}>Today</Button>
            <Button onClick={() => show(daysFrom(from, 7 * WEEKS))} aria-label="Five weeks on">
              →
            </Button>
            {mayPlan && (
              <Button look="main" onClick={() => setAdding(club.today)}>
                Put a card in
              </Button>
            )}
          </div>
        }
      >
        Calendar <span className="font-normal text-base">from {dayAndMonth(from)}</span>
      </PageTitle>
      {calendar.error && <Trouble error={calendar.error} />}
      {calendar.isPending && <Waiting what="the calendar" />}
      {calendar.data && <Clashes calendar={calendar.data} zone={club.time_zone} />}
      <div className="mt-2 grid gap-1.5">
        <div aria-hidden="true" className="hidden grid-cols-7 gap-1.5 font-semibold text-sm lg:grid">
          {days.map((day) => (
            <span key={day} className="px-2">
              {day}
            </span>
          ))}
        </div>
        {Array.from({ length: WEEKS }, (_, nth) => daysFrom(from, nth * 7)).map((begins) => (
          <section key={begins} aria-label={`Week of ${dayAndMonth(begins)}`} className="grid gap-1.5 lg:grid-cols-7">
            {days.map((day, i) => {
              const date = daysFrom(begins, i);
              const classes = calendar.data?.classes.filter((each) => each.on === date) ?? [];
              const closed = closures.data?.find((each) => each.from <= date && date <= each.to);
              const look = date === club.today ? "border-brass bg-chalk" : "border-seam bg-chalk/60";
              return (
                <div
                  key={day}
                  className={`min-h-28 rounded-xl border-[1.5px] px-1.5 py-1 ${look} ${classes.length === 0 && !closed ? "max-lg:hidden" : ""} ${closed ? "bg-canvas-deep" : ""}`}
                >
                  <p className="px-1 text-ink-soft text-xs">
                    <span className="lg:hidden">{day} </span>
                    {dayAndMonth(date)}
                    {date === club.today && <strong className="text-brass-deep"> today</strong>}
                  </p>
                  {closed && <p className="px-1 font-semibold text-xs">closed: {closed.name}</p>}
                  <ul className="grid gap-1">
                    {classes.map((each) => (
                      <Held
                        key={each.id}
                        row={each}
                        zone={club.time_zone}
                        clash={clashing.has(each.id)}
                        open={() => setChosen(each.id)}
                      />
                    ))}
                  </ul>
                </div>
              );
            })}
          </section>
        ))}
      </div>
      {row && <ClassSheet row={row} close={() => setChosen(null)} />}
      {adding && <ChooseCard at={`${adding}T18:30`} close={() => setAdding(null)} />}
    </>
  );
}

type HeldProps = { row: ClassLine; zone: string; clash: boolean; open: () => void };

function Held({ row, zone, clash, open }: HeldProps) {
  const look = row.cancelled
    ? "border-seam border-dashed text-ink-soft"
    : clash
      ? "border-rear"
      : row.ended_at
        ? "border-seam bg-canvas"
        : "border-brass/60 bg-chalk";
  return (
    <li>
      <button
        type="button"
        onClick={open}
        className={`block w-full rounded-lg border-[1.5px] px-2 py-1 text-left text-xs leading-snug hover:border-ink ${look}`}
      >
        <span className="font-bold">{timeOfDay(row.starts_at, zone)}</span>{" "}
        <span className={row.cancelled ? "line-through" : ""}>{row.title}</span>
        <span className="block text-ink-soft">
          {row.closed
            ? "the club is closed"
            : row.cancelled
              ? "called off"
              : [row.coach, row.room].filter(Boolean).join(", ")}
        </span>
        {clash && <strong className="text-rear">clash</strong>}
      </button>
    </li>
  );
}

/** Each group's classes for any calendar program. */
function Feeds() {
  const people = usePeople();
  return (
    <details className="relative text-sm">
      <summary className="cursor-pointer rounded-full px-3 py-1.5 font-semibold hover:bg-canvas-deep">
        Calendar files
      </summary>
      <ul className="absolute right-0 z-20 mt-1 grid w-60 gap-1 rounded-xl border-[1.5px] border-seam bg-chalk p-2 shadow-lg">
        {people.data?.groups.map((group) => (
          <li key={group.id}>
            <a
              href={`/api/calendar/groups/${group.id}/classes.ics`}
              download
              className="block rounded-lg px-2 py-1 hover:bg-canvas-deep"
            >
              {group.name}
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}

function ChooseCard({ at, close }: { at: string; close: () => void }) {
  const cards = useCards();
  const [id, setId] = useState("");
  const card = cards.data?.find((each) => each.id === id) ?? cards.data?.[0];
  if (!card) return null;
  return (
    <ScheduleSheet key={card.id} card={card} at={at} close={close}>
      <div className="mb-3">
        <Labelled title="Card">
          <Pick
            label="Which card"
            value={card.id}
            options={(cards.data ?? []).map((each) => ({ value: each.id, shown: each.name }))}
            set={setId}
            className="w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5"
          />
        </Labelled>
      </div>
    </ScheduleSheet>
  );
}
