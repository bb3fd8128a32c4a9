import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Choice } from "../kit/Choice";
import { Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { RUNGS } from "../kit/rungs";
import { Scrolling } from "../kit/Scrolling";
import { dayAndMonth } from "../kit/time";
import { Knot } from "./Knot";

type Squad = Schemas["Squad"];
type Row = Squad["students"][number];

/** The squad: students by combinations, a knot in each cell, and each student's weeks of load beside it. */
export default function SquadPlace() {
  const [group, setGroup] = useState("");
  const squad = useQuery({
    queryKey: ["squad", group],
    queryFn: () => data(api.GET("/api/book/squad", { params: { query: group ? { group } : {} } })),
    placeholderData: keepPreviousData,
  });
  if (squad.isPending) return <Waiting what="the squad" />;
  if (squad.error) return <Trouble error={squad.error} />;
  const rows = squad.data.students;
  const drilled = squad.data.combinations.filter((combination) =>
    rows.some((row) => row.knots.some((knot) => knot.combination_id === combination.id)),
  );
  return (
    <>
      <PageTitle aside={<Groups squad={squad.data} group={group || (squad.data.group_id ?? "")} choose={setGroup} />}>
        Book
      </PageTitle>
      {squad.data.students.length === 0 ? (
        <Empty title="No students yet">Once there are students and marks from the Floor, each has a row here.</Empty>
      ) : (
        <Grid rows={rows} combinations={drilled} />
      )}
      <p className="mt-2 max-w-4xl text-ink-soft text-sm">
        A knot has a turn for each rung; it tightens as marks make us surer, is filled when it is held, and frays when
        it fades. Repetitions within a set are not independent, and coaches mark differently: read it as a hint where to
        look.
      </p>
    </>
  );
}

function Groups({ squad, group, choose }: { squad: Squad; group: string; choose: (id: string) => void }) {
  return (
    <Choice
      label="Group"
      options={[
        { value: "", shown: "Everybody" },
        ...squad.groups.map((each) => ({ value: each.id, shown: each.name })),
      ]}
      value={group}
      choose={choose}
      className="flex flex-wrap gap-1.5"
      look={(chosen) =>
        `min-h-9 rounded-full border-[1.5px] px-3 font-semibold text-sm ${chosen ? "border-ink bg-ink text-canvas" : "border-seam bg-chalk hover:border-ink"}`
      }
    />
  );
}

function Grid({ rows, combinations }: { rows: Row[]; combinations: Squad["combinations"] }) {
  const most = Math.max(1, ...rows.flatMap((row) => row.weeks.map((week) => week.load)));
  return (
    <Scrolling
      label="Students by combinations"
      className="max-h-[calc(100dvh-210px)] rounded-xl border-[1.5px] border-seam bg-chalk"
    >
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr>
            <th scope="col" className="sticky top-0 left-0 z-20 bg-chalk px-3 py-2 text-left">
              Student
            </th>
            <th scope="col" className="sticky top-0 z-10 bg-chalk px-2 py-2 text-left">
              Load by week
            </th>
            {combinations.map((combination) => (
              <th
                key={combination.id}
                scope="col"
                className="sticky top-0 z-10 min-w-18 bg-chalk px-1 py-2 align-bottom font-semibold text-xs leading-tight"
              >
                <Link to={`/bench/${combination.id}`} className="hover:underline">
                  {combination.name}
                </Link>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className="border-seam border-t hover:bg-canvas">
              <th scope="row" className="sticky left-0 z-10 whitespace-nowrap bg-chalk px-3 py-1 text-left">
                <Link to={`/book/${row.id}`} className="block font-bold hover:underline">
                  {row.name}
                </Link>
                <span className="font-normal text-ink-soft text-xs">{row.level}</span>
              </th>
              <td className="px-2 py-1">
                <WeekBars row={row} most={most} />
              </td>
              {combinations.map((combination) => (
                <td key={combination.id} className="px-1 text-center">
                  <Cell row={row} combination={combination} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolling>
  );
}

/** The highest rung with marks. */
function Cell({ row, combination }: { row: Row; combination: Squad["combinations"][number] }) {
  const knots = row.knots.filter((knot) => knot.combination_id === combination.id);
  const top = knots.sort((one, two) => RUNGS.indexOf(two.rung) - RUNGS.indexOf(one.rung))[0];
  if (!top)
    return (
      <span className="text-seam" aria-hidden="true">
        ·
      </span>
    );
  return <Knot knot={top} name={combination.name} />;
}

function WeekBars({ row, most }: { row: Row; most: number }) {
  const text = row.weeks.map((week) => `week of ${dayAndMonth(week.monday)}: ${Math.round(week.load)}`).join(", ");
  return (
    <div className="flex items-center gap-2">
      <svg viewBox="0 0 96 26" className="h-[26px] w-24" role="img" aria-label={text}>
        <title>{text}</title>
        {row.weeks.map((week, i) => {
          const height = (week.load / most) * 24;
          return (
            <rect
              key={week.monday}
              x={i * 12 + 1}
              y={26 - Math.max(height, 1)}
              width="9"
              height={Math.max(height, 1)}
              rx="1.5"
              fill={i === row.weeks.length - 1 ? "var(--color-brass)" : "#B9AC92"}
            />
          );
        })}
      </svg>
      <span className="w-9 text-right font-bold text-xs">{Math.round(row.week_load)}</span>
    </div>
  );
}
