import type { Schemas } from "../api/client";
import { dayAndTime } from "../kit/time";

/** Classes that want the same coach or room at the same time. */
export function Clashes({ calendar, zone }: { calendar: Schemas["Calendar"]; zone: string }) {
  if (calendar.clashes.length === 0) return null;
  const named = (id: string) => {
    const row = calendar.classes.find((each) => each.id === id);
    return row ? `${row.title}, ${dayAndTime(row.starts_at, zone)}` : "another class";
  };
  return (
    <div role="alert" className="mt-2 rounded-lg border-[1.5px] border-rear bg-chalk px-3 py-2 text-sm">
      <ul className="grid gap-1">
        {calendar.clashes.map((clash) => (
          <li key={`${clash.one}${clash.other}${clash.what}`} className="font-semibold text-rear">
            {clash.name} is wanted twice: {named(clash.one)} and {named(clash.other)}.
          </li>
        ))}
      </ul>
    </div>
  );
}
