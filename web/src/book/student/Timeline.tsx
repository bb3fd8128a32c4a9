import type { Schemas } from "../../api/client";
import { dayAndMonth } from "../../kit/time";

type Week = Schemas["StudentPage"]["timeline"][number];

const HEIGHT = 110; // px of the bars
const COLUMN = 80;

/** Weeks one by one: load against the line above which a week is pointed out, and under it what happened. */
export function Timeline({ weeks }: { weeks: Week[] }) {
  const most = Math.max(1, ...weeks.flatMap((week) => [week.load, week.line ?? 0]));
  const tall = (load: number) => (load / most) * (HEIGHT - 22);
  const width = weeks.length * COLUMN;
  return (
    <>
      <svg viewBox={`0 0 ${width} ${HEIGHT + 28}`} className="w-full" aria-hidden="true">
        <title>Load by week</title>
        <defs>
          <pattern id="band" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V6" stroke="var(--color-seam)" strokeWidth="2" />
          </pattern>
        </defs>
        <path d={`M0 ${HEIGHT}H${width}`} stroke="var(--color-ink)" />
        {weeks.map((week, i) => {
          const x = i * COLUMN;
          return (
            <g key={week.monday}>
              {week.line !== null && (
                <>
                  <rect x={x + 8} y={HEIGHT - tall(week.line)} width="64" height={tall(week.line)} fill="url(#band)" />
                  <path
                    d={`M${x + 8} ${HEIGHT - tall(week.line)}h64`}
                    stroke="var(--color-thread)"
                    strokeDasharray="4 3"
                  />
                </>
              )}
              <rect
                x={x + 20}
                y={HEIGHT - tall(week.load)}
                width="40"
                height={tall(week.load)}
                rx="2"
                fill={i === weeks.length - 1 ? "var(--color-brass)" : "var(--color-thread)"}
                stroke={week.over ? "var(--color-rear)" : "none"}
                strokeWidth="3"
              />
              <text
                x={x + 40}
                y={HEIGHT - tall(week.load) - 4}
                textAnchor="middle"
                className="fill-ink stroke-[3px] stroke-chalk font-bold text-[12px] max-sm:text-[21px] [paint-order:stroke]"
              >
                {Math.round(week.load)}
                {week.over ? " ↑" : ""}
              </text>
              <text
                x={x + 40}
                y={HEIGHT + 20}
                textAnchor="middle"
                className="fill-ink-soft text-[12px] max-sm:text-[21px]"
              >
                {dayAndMonth(week.monday)}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="mt-1 text-ink-soft text-xs">
        Hatched: up to the line above which the week is pointed out, from the four weeks before it, or before a break.
        The last week is not over.
      </p>
      <details className="mt-1 text-sm" open>
        <summary className="cursor-pointer font-semibold">Week by week</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 w-full">
            <thead className="text-left text-ink-soft text-xs">
              <tr>
                <th scope="col" className="pr-3">
                  week of
                </th>
                <th scope="col" className="pr-3 text-right">
                  load
                </th>
                <th scope="col" className="pr-3 text-right">
                  marked
                </th>
                <th scope="col">what happened</th>
              </tr>
            </thead>
            <tbody>
              {weeks.toReversed().map((week) => (
                <tr key={week.monday} className="border-seam border-t align-top">
                  <td className="whitespace-nowrap py-0.5 pr-3">{dayAndMonth(week.monday)}</td>
                  <td className="py-0.5 pr-3 text-right font-bold">{Math.round(week.load)}</td>
                  <td className="py-0.5 pr-3 text-right">{week.marks}</td>
                  <td className="py-0.5">{happened(week)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </>
  );
}

function happened(week: Week) {
  return [
    ...week.climbed.map(({ name, rung }) => `owns ${name} at ${rung}`),
    week.knocks > 0 ? `${week.knocks} ${week.knocks === 1 ? "knock" : "knocks"}` : "",
    ...week.holds.map((matter) => `held back: ${matter}`),
    week.notes > 0 ? `${week.notes} ${week.notes === 1 ? "note" : "notes"}` : "",
  ]
    .filter(Boolean)
    .join("; ");
}
