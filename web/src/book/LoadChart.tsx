import { Bar, BarChart, CartesianGrid, Cell, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { Schemas } from "../api/client";
import { dayAndMonth, shortDate } from "../kit/time";

type Page = Schemas["StudentPage"];

/** Load by day as bars, with the same numbers as a table behind it. */
export function LoadChart({ days, weeks }: { days: Page["days"]; weeks: Page["weeks"] }) {
  const mondays = weeks.map((week) => week.monday);
  const last = weeks.at(-1)?.monday ?? "";
  return (
    <>
      <div className="h-44" aria-hidden="true">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            data={days.map((day) => ({ ...day, load: day.load ?? 0 }))}
            margin={{ top: 4, right: 0, bottom: 0, left: -18 }}
            accessibilityLayer={false}
          >
            <CartesianGrid vertical={false} stroke="#D8CDB8" />
            <XAxis
              dataKey="on"
              ticks={mondays}
              tickFormatter={dayAndMonth}
              tick={{ fontSize: 11, fill: "#565C63" }}
              tickLine={false}
            />
            <YAxis tick={{ fontSize: 11, fill: "#565C63" }} tickLine={false} axisLine={false} />
            <Tooltip
              isAnimationActive={false}
              labelFormatter={(label) => shortDate(String(label))}
              formatter={(value) => [String(Math.round(Number(value))), "load"]}
              cursor={{ fill: "#E9E1D1" }}
            />
            <Bar dataKey="load" isAnimationActive={false} radius={[2, 2, 0, 0]}>
              {days.map((day) => (
                <Cell key={day.on} fill={day.on >= last ? "#9A6B12" : "#8B8578"} />
              ))}
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      <details className="mt-2 text-sm">
        <summary className="cursor-pointer font-semibold">By week, as a table</summary>
        <table className="mt-1">
          <thead className="text-left text-ink-soft text-xs">
            <tr>
              <th className="pr-6 font-semibold">week of</th>
              <th className="font-semibold">load</th>
            </tr>
          </thead>
          <tbody>
            {weeks.map((week) => (
              <tr key={week.monday}>
                <td className="pr-6">{dayAndMonth(week.monday)}</td>
                <td className="text-right font-bold">{Math.round(week.load)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
}
