import { Link } from "react-router";
import { shortDate } from "../kit/time";
import type { Plan, Programme } from "./programme";
import { Shape } from "./Shape";

/** The classes to come as lists, for a narrow screen. */
export function Agenda({ programme, plan }: { programme: Programme; plan: Plan }) {
  const classes = plan.classes.filter((planned) => planned.on >= programme.from);
  return (
    <ol className="grid gap-2 sm:hidden print:hidden">
      {classes.map((planned) => (
        <li key={planned.on} className="rounded-xl border-[1.5px] border-seam bg-chalk p-3">
          <h3 className="font-bold">
            {shortDate(planned.on)} {planned.at}{" "}
            <span className="font-normal text-ink-soft text-sm">effort {planned.effort}</span>
          </h3>
          <ul className="mt-1">
            {planned.places.map((place) => (
              <li key={place.combination_id}>
                <details>
                  <summary className="flex min-h-9 cursor-pointer items-center gap-2">
                    <Shape kind={place.kind} pinned={place.pinned} />
                    <span className="min-w-0 flex-1 truncate font-semibold">
                      {programme.names[place.combination_id]}
                    </span>
                    <span className="text-sm">
                      {place.rung}
                      {place.times > 1 ? ` × ${place.times}` : ""}
                    </span>
                  </summary>
                  <p className="pb-2 pl-5 text-sm">{place.why}</p>
                </details>
              </li>
            ))}
          </ul>
          {programme.meetings.find((meeting) => meeting.on === planned.on)?.card_id && (
            <Link
              to={`/card/${programme.meetings.find((meeting) => meeting.on === planned.on)?.card_id}`}
              className="font-semibold text-sm underline"
            >
              Its card
            </Link>
          )}
        </li>
      ))}
    </ol>
  );
}
