import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, type ClassLine, data } from "../api/client";
import { useNextId } from "../kit/ids";
import { Button, Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { asks, useCards, usePeople } from "../kit/queries";
import { whoCame } from "../kit/said";
import { useClub } from "../kit/session";
import { shortDate, timeOfDay } from "../kit/time";

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
  const cards = useCards();
  const people = usePeople();
  const [card, setCard] = useState(params.get("card") ?? "");
  const [group, setGroup] = useState("");
  const navigate = useNavigate();
  const chosen = card || cards.data?.[0]?.id || "";
  const next = useNextId();
  const open = useMutation({
    mutationFn: () => {
      const made = { card_id: chosen, group_id: group || null };
      return data(api.POST("/api/floor/classes", { body: { id: next.of(made), ...made } }));
    },
    onSuccess: (row) => {
      next.used();
      navigate(`/floor/${row.id}`);
    },
  });
  const box = "w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2";
  return (
    <section aria-label="Run a card now" className="h-fit rounded-2xl bg-canvas-deep p-4">
      <h2 className="wide mb-3 font-extrabold text-lg">Run a card now</h2>
      <div className="grid gap-3">
        <label className="grid gap-1 font-semibold text-sm">
          Card
          <select className={box} value={chosen} onChange={(event) => setCard(event.target.value)}>
            {cards.data?.map((row) => (
              <option key={row.id} value={row.id}>
                {row.name}
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-1 font-semibold text-sm">
          Group
          <select className={box} value={group} onChange={(event) => setGroup(event.target.value)}>
            <option value="">whoever comes</option>
            {people.data?.groups.map((row) => (
              <option key={row.id} value={row.id}>
                {row.name}
              </option>
            ))}
          </select>
        </label>
        {cards.data?.length === 0 && <p className="text-sm">There is no card yet: make one on the Card first.</p>}
        {open.error && <Trouble error={open.error} />}
        <Button look="main" big disabled={!chosen || open.isPending} onClick={() => open.mutate()}>
          Open the door
        </Button>
      </div>
    </section>
  );
}
