import type { Schemas } from "../../api/client";
import { dayAndMonth, shortDate } from "../../kit/time";
import { count } from "../../kit/words";

type Day = Schemas["StudentPage"]["days"][number];

const HEIGHT = 64;

/** Load day by day: hard days topped, unknown days hatched. The table of weeks and the record hold the same numbers. */
export function LoadChart({ days }: { days: Day[] }) {
  const most = Math.max(1, ...days.map((day) => day.load ?? 0));
  const step = 640 / days.length;
  const unknown = days.filter((day) => day.load === null).length;
  const hard = days.filter((day) => day.hard).length;
  const label = `Load of ${count(days.length, "day")}: at most ${Math.round(most)}; ${hard} hard days; ${unknown} unknown.`;
  return (
    <>
      <svg viewBox={`0 0 640 ${HEIGHT + 22}`} className="mt-3 w-full" role="img" aria-label={label}>
        <title>{label}</title>
        <defs>
          <pattern id="unknown" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V4" stroke="var(--color-thread)" />
          </pattern>
        </defs>
        <path d={`M0 ${HEIGHT}H640`} stroke="var(--color-ink)" />
        {days.map((day, i) => {
          const tall = ((day.load ?? 0) / most) * (HEIGHT - 6);
          return (
            <g key={day.on}>
              {day.load === null ? (
                <rect x={i * step} y={HEIGHT - 10} width={step} height="10" fill="url(#unknown)" />
              ) : (
                <rect x={i * step + 1} y={HEIGHT - tall} width={step - 2} height={tall} fill="var(--color-thread)">
                  <title>{`${shortDate(day.on)}: ${Math.round(day.load)}${day.sessions > 1 ? `, ${day.sessions} sessions` : ""}`}</title>
                </rect>
              )}
              {day.hard && (
                <rect x={i * step + 1} y={HEIGHT - tall} width={step - 2} height="5" fill="var(--color-rear)" />
              )}
              {day.sessions > 1 && (
                <circle cx={(i + 0.5) * step} cy={HEIGHT - tall - 4} r="3" fill="var(--color-ink)" />
              )}
              {i % 7 === 0 && (
                <text x={i * step} y={HEIGHT + 18} className="fill-ink-soft text-[11px] max-sm:text-[20px]">
                  {dayAndMonth(day.on)}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <Days days={days} />
    </>
  );
}

/** The same numbers as a table, of the days there is something to say of. */
function Days({ days }: { days: Day[] }) {
  const told = days.filter((day) => day.load !== 0 || day.sessions > 0).toReversed();
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer font-semibold">Day by day</summary>
      <p className="text-ink-soft text-xs">Days that are not here were days of rest.</p>
      <table className="mt-1 w-full max-w-md">
        <thead className="text-left text-ink-soft text-xs">
          <tr>
            <th scope="col">day</th>
            <th scope="col" className="text-right">
              load
            </th>
            <th scope="col" className="text-right">
              sessions
            </th>
            <th scope="col" className="pl-3">
              hard
            </th>
          </tr>
        </thead>
        <tbody>
          {told.map((day) => (
            <tr key={day.on} className="border-seam border-t">
              <td>{shortDate(day.on)}</td>
              <td className="text-right font-bold">{day.load === null ? "unknown" : Math.round(day.load)}</td>
              <td className="text-right">{day.sessions}</td>
              <td className="pl-3">{day.hard ? "hard" : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
