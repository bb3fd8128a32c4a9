import { dayAndMonth, shortDate } from "../kit/time";
import { KINDS, type Plan, type Programme } from "./programme";

const WEEKS = 4;
const ORDER = ["new", "climb", "learn", "review"] as const;

/** The next month on one page of paper, as a coach pins it up: a row for each week, each class with what is new, what goes
 * up, what is learned and what is kept. */
export function PinUp({ programme, plan }: { programme: Programme; plan: Plan }) {
  const classes = plan.classes.filter((planned) => planned.on >= programme.from);
  const first = classes[0]?.week ?? 0;
  const weeks = Array.from({ length: Math.min(WEEKS, programme.weeks - first) }, (_, at) => first + at);
  return (
    <table className="hidden w-full border-collapse print:table" aria-label="The next month, to pin up">
      <tbody>
        {weeks.map((week) => (
          <tr key={week} className="border-ink border-t-2">
            <th scope="row" className="w-20 py-1 pr-2 text-left align-top">
              Week {week + 1}
            </th>
            {classes
              .filter((planned) => planned.week === week)
              .map((planned) => (
                <td key={planned.on} className="py-1 pr-3 align-top">
                  <strong>
                    {shortDate(planned.on)} {planned.at}
                  </strong>
                  {ORDER.map((kind) => {
                    const places = planned.places.filter((place) => place.kind === kind);
                    return (
                      places.length > 0 && (
                        <p key={kind} className="text-sm leading-snug">
                          <em>{KINDS[kind]}:</em>{" "}
                          {places.map((place) => `${programme.names[place.combination_id]} (${place.rung})`).join(", ")}
                        </p>
                      )
                    );
                  })}
                </td>
              ))}
            {classes.every((planned) => planned.week !== week) && <td className="py-1 align-top">No class.</td>}
          </tr>
        ))}
      </tbody>
      <caption className="caption-bottom pt-1 text-left text-xs">
        {programme.name}, {programme.group}. Laid out on {dayAndMonth(plan.planned_on)}; after each class it is laid out
        again.
      </caption>
    </table>
  );
}
