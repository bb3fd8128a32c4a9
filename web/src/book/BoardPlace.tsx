import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { Empty, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { BookFrame, useGroup } from "./BookFrame";
import { told } from "./figures";
import { Pointers } from "./Pointers";
import { WeekBars } from "./WeekBars";

type Row = Schemas["Board"]["students"][number];

/** Who needs a word this week and why, and everybody's load beside it. */
export default function BoardPlace() {
  const group = useGroup();
  const board = useQuery(asks.board(group));
  const rows = board.data?.students ?? [];
  const spoken = rows.filter((row) => row.pointers.length > 0);
  const most = Math.max(1, ...rows.flatMap((row) => row.weeks.map((week) => week.load)));
  return (
    <BookFrame shown={board.data?.group_id}>
      {board.isPending && <Waiting what="the board" />}
      {board.error && <Trouble error={board.error} />}
      {board.data && rows.length === 0 && (
        <Empty title="Nobody in this group">Once there are students, their weeks stand here.</Empty>
      )}
      {rows.length > 0 && (
        <div className="grid grid-cols-1 items-start gap-4 xl:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
          <section aria-label="Who needs a word">
            <h2 className="wide mb-2 font-extrabold text-lg">Who needs a word this week</h2>
            {spoken.length === 0 && <Empty title="Nobody">Nothing stands out in this group.</Empty>}
            <ul className="grid gap-2 sm:grid-cols-2 xl:grid-cols-1 print:grid-cols-1">
              {spoken.map((row) => (
                <li key={row.id} className="rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-2">
                  <Link to={`/book/${row.id}`} className="font-bold hover:underline">
                    {row.name}
                  </Link>
                  <span className="ml-2 text-ink-soft text-xs">{row.group_name}</span>
                  <Pointers pointers={row.pointers} />
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Load board" className="min-w-0">
            <h2 className="wide mb-2 font-extrabold text-lg">Load board</h2>
            <div className="relative overflow-x-auto rounded-xl border-[1.5px] border-seam bg-chalk">
              <table className="w-full text-sm">
                <thead className="text-left text-xs">
                  <tr>
                    <th scope="col" className="px-3 py-2">
                      Student
                    </th>
                    <th scope="col" className="px-2 py-2">
                      Eight weeks
                    </th>
                    {rows[0]?.figures.map((figure) => (
                      <th key={figure.name} scope="col" className="px-2 py-2 text-right" title={figure.formula}>
                        {told(figure).title}
                      </th>
                    ))}
                    <th scope="col" className="px-3 py-2 text-right">
                      Days known
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <Line key={row.id} row={row} most={most} />
                  ))}
                </tbody>
              </table>
            </div>
            <details className="mt-2 text-sm">
              <summary className="cursor-pointer font-semibold">Where the columns come from</summary>
              <dl className="mt-1 grid gap-1 text-xs">
                {rows[0]?.figures.map((figure) => (
                  <div key={figure.name}>
                    <dt className="font-semibold">{told(figure).title}</dt>
                    <dd>
                      {figure.formula}. <span className="text-ink-soft">{figure.source}.</span>
                    </dd>
                  </div>
                ))}
              </dl>
            </details>
            <p className="mt-2 text-ink-soft text-sm">
              Ratios are context, not prophecy: their use for predicting injury is disputed. A dash has its reason on
              the student's page. The lines that words are drawn from stand in The school, and can be changed.
            </p>
          </section>
        </div>
      )}
    </BookFrame>
  );
}

function Line({ row, most }: { row: Row; most: number }) {
  return (
    <tr className="border-seam border-t">
      <th scope="row" className="whitespace-nowrap px-3 py-1.5 text-left">
        <Link to={`/book/${row.id}`} className="font-bold hover:underline">
          {row.name}
        </Link>
      </th>
      <td className="px-2">
        <WeekBars weeks={row.weeks} most={most} />
      </td>
      {row.figures.map((figure) => (
        <td key={figure.name} className="whitespace-nowrap px-2 text-right" title={figure.reason ?? undefined}>
          {told(figure).shown ?? (
            <>
              <span aria-hidden="true">–</span>
              <span className="sr-only">{figure.reason}</span>
            </>
          )}
        </td>
      ))}
      <td className="whitespace-nowrap px-3 text-right">
        {row.days_known} of 28
        {row.estimated > 0 && <span className="block text-ink-soft text-xs">{row.estimated} estimated</span>}
      </td>
    </tr>
  );
}
