import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import type { ClassLine } from "../api/client";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Scrolling } from "../kit/Scrolling";
import { whoCame } from "../kit/said";
import { useClub } from "../kit/session";
import { dayAndMonth, dayAndTime } from "../kit/time";
import { whole } from "../kit/ways";

/** Classes as columns by week, past and to come, over the ground line of the club's load. */
export function ClassesPlace() {
  const weeks = useQuery(asks.weeks());
  const club = useClub();
  const here = useRef<HTMLElement>(null);
  useEffect(() => {
    if (weeks.data) here.current?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [weeks.data]);
  if (weeks.isPending) return <Waiting what="the weeks" />;
  if (weeks.error) return <Trouble error={weeks.error} />;
  const most = Math.max(1, ...weeks.data.map((week) => week.load));
  const current = weeks.data.filter((week) => week.monday <= club.today).at(-1)?.monday;
  return (
    <>
      <Scrolling label="Weeks" className="flex gap-2 pb-2">
        {weeks.data.map((week) => (
          <section
            key={week.monday}
            ref={week.monday === current ? here : undefined}
            aria-label={`Week of ${dayAndMonth(week.monday)}`}
            className={`flex w-44 shrink-0 flex-col rounded-xl border-[1.5px] ${week.monday === current ? "border-brass bg-chalk" : "border-seam bg-chalk/60"}`}
          >
            <h2 className="wide px-3 pt-2 font-bold">
              {dayAndMonth(week.monday)}{" "}
              {week.monday === current && <span className="font-normal text-brass-deep text-sm">this week</span>}
            </h2>
            <ul className="grid flex-1 content-start gap-1.5 p-2">
              {week.classes.map((row) => (
                <ClassTag key={row.id} row={row} zone={club.time_zone} />
              ))}
              {week.classes.length === 0 && <li className="px-1 text-ink-soft text-sm">no class</li>}
            </ul>
            <div className="px-2 pb-2">
              <p className="text-ink-soft text-xs">{week.load > 0 ? `load ${whole(week.load)}` : " "}</p>
              <div className="flex h-16 items-end" aria-hidden="true">
                <div className="w-full rounded-t bg-past" style={{ height: `${(week.load / most) * 100}%` }} />
              </div>
            </div>
          </section>
        ))}
      </Scrolling>
      <p className="text-ink-soft text-sm">
        The ground line is the load of the whole club in each week: effort × minutes, all students added up.
      </p>
    </>
  );
}

function ClassTag({ row, zone }: { row: ClassLine; zone: string }) {
  return (
    <li>
      <Link
        to={`/floor/${row.id}`}
        className={`block rounded-lg border px-2 py-1.5 text-xs leading-snug hover:border-ink ${row.ended_at ? "border-seam bg-canvas" : "border-brass/60 bg-chalk"}`}
      >
        <span className="font-bold">{dayAndTime(row.starts_at, zone)}</span>
        <span className="block truncate">{row.title}</span>
        <span className="text-ink-soft">{row.ended_at ? whoCame(row) : `${row.expected} expected`}</span>
      </Link>
    </li>
  );
}
