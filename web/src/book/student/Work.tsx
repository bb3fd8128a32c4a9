import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { Pans } from "../../kit/Pans";
import { Empty, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { dayAndMonth, shortDate } from "../../kit/time";
import { whole } from "../../kit/ways";
import { Told, Where } from "../where";
import { Notes } from "./Figures";
import { HeartChart } from "./HeartChart";

type Tally = Schemas["WorkTally"];

/** What was struck and taken on the pads in class over the weeks shown, and what the heart said. */
export function Work({ student }: { student: string }) {
  const work = useQuery(asks.studentWork(student));
  const total = work.data?.total;
  return (
    <section aria-label="What was struck" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <h2 className="wide mb-2 font-extrabold text-lg">What was struck</h2>
      {work.error && <Trouble error={work.error} />}
      {total && total.strikes === 0 && (
        <Empty title="Nothing yet">Once a class is run from a card, its strikes are worked out here.</Empty>
      )}
      {work.data && total && total.strikes > 0 && (
        <>
          <Where
            name="What was struck"
            figure={{
              formula: "strikes of each class this student was at, of one of a pair or a trio",
              source: work.data.source,
            }}
          >
            <p>
              About <strong>{whole(total.strikes)}</strong> strikes in class since {dayAndMonth(work.data.since)}, and
              about <strong>{whole(total.impacts)}</strong> taken on the pads for others. Worked out, not counted.
            </p>
          </Where>
          <div className="mt-2 grid gap-4">
            <div className="grid gap-x-8 sm:grid-cols-2">
              <Pans left={sum(total.hand, "left")} right={sum(total.hand, "right")} what="hand" />
              {sum(total.leg, "left") + sum(total.leg, "right") > 0 && (
                <Pans left={sum(total.leg, "left")} right={sum(total.leg, "right")} what="leg" />
              )}
            </div>
            <Tables total={total} />
          </div>
          <Exposure weeks={work.data.weeks} total={total} />
          {work.data.hearts.length > 0 && (
            <>
              <h3 className="mt-3 font-bold">Heart</h3>
              <Notes
                figures={[work.data.hearts[0]].flatMap((heard) => (heard ? [heard.banister, heard.by_reading] : []))}
              />
              <div className="grid gap-4">
                {work.data.hearts.map((heard) => (
                  <div key={heard.on + heard.title}>
                    <p className="font-semibold text-xs">
                      {shortDate(heard.on)}, {heard.title}
                    </p>
                    <HeartChart heard={heard} />
                    <div className="grid grid-cols-3 items-start gap-2">
                      <Told figure={heard.banister} />
                      <Told figure={heard.by_reading} />
                      <Told figure={heard.edwards} />
                    </div>
                  </div>
                ))}
              </div>
            </>
          )}
          {work.data.hearts_missing && (
            <p className="mt-2 text-ink-soft text-xs">No impulse from heart rate. {work.data.hearts_missing}</p>
          )}
        </>
      )}
    </section>
  );
}

const sum = (counts: Record<string, number>, key: string) => Math.round(counts[key] ?? 0);

function Tables({ total }: { total: Tally }) {
  const techniques = Object.entries(total.technique).sort(([, one], [, two]) => two - one);
  return (
    <div className="grid grid-cols-2 content-start gap-x-4">
      <Counts title="by level" rows={Object.entries(total.level)} />
      <Counts title="by limb" rows={Object.entries(total.limb)} />
      <details className="col-span-2 mt-1">
        <summary className="cursor-pointer font-semibold">By technique</summary>
        <Counts title="technique" rows={techniques} />
      </details>
    </div>
  );
}

function Counts({ title, rows }: { title: string; rows: [string, number][] }) {
  return (
    <table className="h-fit w-full">
      <thead>
        <tr className="text-left text-ink-soft text-xs">
          <th scope="col">{title}</th>
          <th scope="col" className="text-right">
            strikes
          </th>
        </tr>
      </thead>
      <tbody>
        {rows
          .filter(([, count]) => count > 0)
          .map(([name, count]) => (
            <tr key={name}>
              <td>{name.replaceAll("-", " ")}</td>
              <td className="text-right font-bold">{whole(count)}</td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

function Exposure({ weeks, total }: { weeks: Schemas["StudentWork"]["weeks"]; total: Tally }) {
  return (
    <>
      <p className="mt-3">
        <strong>{whole(total.contact)}</strong> rounds with a partner in reach, <strong>{whole(total.head)}</strong> of
        them with strikes to the head; {total.rounds.hard ?? 0} hard, {total.rounds.medium ?? 0} medium,{" "}
        {total.rounds.light ?? 0} light and {total.rounds.touch ?? 0} easy rounds in all.
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer font-semibold">Week by week</summary>
        <table className="mt-1 w-full">
          <thead className="text-left text-ink-soft text-xs">
            <tr>
              {["week of", "hands", "legs", "taken on pads", "rounds in reach", "to a head", "hard rounds"].map(
                (name) => (
                  <th key={name} scope="col" className="text-right first:text-left">
                    {name}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {weeks.map((week) => (
              <tr key={week.monday} className="border-seam border-t text-right">
                <td className="text-left">{dayAndMonth(week.monday)}</td>
                <td>{whole(week.hands)}</td>
                <td>{whole(week.legs)}</td>
                <td>{whole(week.impacts)}</td>
                <td>{week.contact}</td>
                <td>{week.head}</td>
                <td>{week.hard}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
}
