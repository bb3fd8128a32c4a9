import type { Programme } from "./programme";

/** The load of each week: what is planned, its ceiling, what came. */
export function Ground({ programme }: { programme: Programme }) {
  const { loads, meetings } = programme;
  const most = Math.max(1, ...loads.flatMap((week) => [week.planned, week.ceiling ?? 0, week.came ?? 0]));
  return (
    <tr className="border-ink border-t-2">
      <th scope="row" className="sticky left-0 z-10 bg-canvas pt-1 pr-2 text-left align-top font-normal text-xs">
        <strong>Load</strong>
        <span className="block text-[11px] text-ink-soft">planned, its ceiling, and what came</span>
      </th>
      {loads.map((week, i) => {
        const span = meetings.filter((meeting) => meeting.week === i).length;
        if (span === 0) return null;
        return (
          <td
            // biome-ignore lint/suspicious/noArrayIndexKey: weeks have no other name.
            key={i}
            colSpan={span}
            className="relative h-12 border-seam border-l"
            title={`Week ${i + 1}: planned ${week.planned}${week.ceiling ? `, at most ${week.ceiling}` : ""}${week.came ? `, came ${week.came}` : ""}${week.easy ? ", an easy week" : ""}`}
          >
            <span
              aria-hidden="true"
              className={`absolute bottom-0 left-1 right-1 rounded-t-sm ${week.easy ? "bg-step/70" : "bg-past"}`}
              style={{ height: `${(week.planned / most) * 92}%` }}
            />
            {week.ceiling !== null && (
              <span
                aria-hidden="true"
                className="absolute left-0.5 right-0.5 border-ink/70 border-t-2 border-dotted"
                style={{ bottom: `${(week.ceiling / most) * 92}%` }}
              />
            )}
            {week.came !== null && (
              <span
                aria-hidden="true"
                className="absolute bottom-0 left-1/3 w-1/3 bg-ink"
                style={{ height: `${(week.came / most) * 92}%` }}
              />
            )}
            <span className="absolute inset-x-0 bottom-0 text-center">
              <span className="rounded bg-chalk/90 px-0.5 font-semibold text-[10px]">
                {week.planned}
                {week.easy ? " easy" : ""}
              </span>
            </span>
            <span className="sr-only">
              {week.ceiling !== null ? `, at most ${week.ceiling}` : ""}
              {week.came !== null ? `, came ${week.came}` : ""}
            </span>
          </td>
        );
      })}
    </tr>
  );
}
