import type { Schemas } from "../api/client";
import { dayAndMonth } from "../kit/time";

/** Weeks of load as short bars beside each other, the present one in brass; `most` is the scale they share. */
export function WeekBars({ weeks, most }: { weeks: Schemas["Week"][]; most: number }) {
  const text = weeks.map((week) => `week of ${dayAndMonth(week.monday)}: ${Math.round(week.load)}`).join(", ");
  return (
    <svg viewBox="0 0 96 26" className="h-[26px] w-24" role="img" aria-label={text}>
      <title>{text}</title>
      {weeks.map((week, i) => {
        const height = Math.max(Math.min(week.load / most, 1) * 24, 1);
        const now = i === weeks.length - 1;
        return (
          <rect
            key={week.monday}
            x={i * 12 + 1}
            y={26 - height}
            width="9"
            height={height}
            rx="1.5"
            fill={now ? "var(--color-brass)" : "var(--color-past)"}
            stroke={now ? "var(--color-ink)" : "none"}
          />
        );
      })}
    </svg>
  );
}
