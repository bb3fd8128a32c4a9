import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import type { ClassLine } from "../api/client";
import { Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { whoCame } from "../kit/said";
import { useClub } from "../kit/session";
import { shortDate, timeOfDay } from "../kit/time";
import { OpenDoor } from "./OpenDoor";

/** Which class to run: the next ones on the calendar, or any card now. */
export default function FloorPlace() {
  const classes = useQuery(asks.classes());
  const club = useClub();
  if (classes.isPending) return <Waiting what="the classes" />;
  if (classes.error) return <Trouble error={classes.error} />;
  const days = Map.groupBy(classes.data, (row) => row.on);
  return (
    <>
      <PageTitle>Floor</PageTitle>
      <div className="grid gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
        <section aria-label="Classes on the calendar" className="min-w-0">
          {classes.data.length === 0 && <Empty title="No class on the calendar">Run any card now, on the right.</Empty>}
          {[...days].map(([day, rows]) => (
            <div key={day} className="mb-4">
              <h2 className="wide mb-1 font-bold">{day === club.today ? "Today" : shortDate(day)}</h2>
              <ul className="grid gap-2">
                {rows.map((row) => (
                  <Line key={row.id} row={row} zone={club.time_zone} />
                ))}
              </ul>
            </div>
          ))}
        </section>
        <RunNow />
      </div>
    </>
  );
}

function Line({ row, zone }: { row: ClassLine; zone: string }) {
  return (
    <li className="min-w-0">
      <Link
        to={`/floor/${row.id}`}
        className="flex items-center gap-4 rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-3 hover:border-ink"
      >
        <span className="wide w-16 shrink-0 font-extrabold text-xl sm:w-20">{timeOfDay(row.starts_at, zone)}</span>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-bold">{row.title}</span>
          <span className="text-ink-soft text-sm">
            {row.group_name ?? "open class"} · {row.minutes} min · {row.expected} expected
          </span>
        </span>
        <span className="text-right font-semibold text-sm max-sm:max-w-20">
          {row.ended_at ? whoCame(row) : "Open the door"}
        </span>
      </Link>
    </li>
  );
}

function RunNow() {
  const [params] = useSearchParams();
  return (
    <section aria-label="Run a card now" className="h-fit rounded-2xl bg-canvas-deep p-4">
      <h2 className="wide mb-3 font-extrabold text-lg">Run a card now</h2>
      <OpenDoor card={params.get("card") ?? ""} />
    </section>
  );
}
