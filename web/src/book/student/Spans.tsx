import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { DateField } from "../../kit/DateField";
import { daysFrom } from "../../kit/dates";
import { Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useClub } from "../../kit/session";
import { signed, told } from "../figures";
import { Where } from "../where";

/** Two stretches of days beside each other; at first the last four weeks and the four before. */
export function Spans({ student }: { student: string }) {
  const { today } = useClub();
  const [days, setDays] = useState({
    from: daysFrom(today, -27),
    to: today,
    against_from: daysFrom(today, -55),
    against_to: daysFrom(today, -28),
  });
  const [open, setOpen] = useState(false);
  const whole = Object.values(days).every(Boolean);
  const spans = useQuery({ ...asks.studentSpans(student, days), enabled: open && whole });
  const [now, before] = spans.data ?? [];
  const field = (key: keyof typeof days, label: string) => (
    <DateField label={label} max={today} value={days[key]} set={(day) => setDays({ ...days, [key]: day })} />
  );
  return (
    <details
      className="no-print rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm"
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
      <summary className="wide cursor-pointer font-extrabold text-lg">Compare two stretches</summary>
      <div className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-4">
        {field("from", "From")}
        {field("to", "to")}
        {field("against_from", "against from")}
        {field("against_to", "to this day")}
      </div>
      {spans.error && <Trouble error={spans.error} />}
      {now && before && (
        <table className="mt-2 w-full">
          <thead className="text-left text-ink-soft text-xs">
            <tr>
              <th scope="col">figure</th>
              <th scope="col" className="text-right">
                this
              </th>
              <th scope="col" className="text-right">
                against
              </th>
              <th scope="col" className="text-right">
                change
              </th>
            </tr>
          </thead>
          <tbody>
            {now.figures.map((figure, i) => {
              const other = before.figures[i];
              const change = figure.value !== null && other?.value ? signed(figure.value / other.value - 1) : "–";
              return (
                <tr key={figure.name} className="border-seam border-t align-top">
                  <th scope="row" className="py-1 text-left font-normal">
                    <Where name={told(figure).title} figure={figure}>
                      {told(figure).title}
                    </Where>
                  </th>
                  <td className="py-1 text-right font-bold">{told(figure).shown ?? figure.reason}</td>
                  <td className="py-1 text-right">{other && (told(other).shown ?? other.reason)}</td>
                  <td className="py-1 text-right">{change}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </details>
  );
}
