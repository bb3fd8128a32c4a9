import { daysFrom } from "../kit/dates";
import { Button } from "../kit/parts";
import { shortDate } from "../kit/time";
import { Lanes } from "./Lanes";
import { KINDS, nameIn, type PlanPlace, type Programme, percent, type Settings } from "./programme";
import { Shape } from "./Shape";

type Props = {
  programme: Programme;
  place: PlanPlace;
  on: string;
  change?: (make: (settings: Settings) => Settings) => void;
  close: () => void;
};

/** Why a place is where it is, what is expected of each student there, and what a coach can say to it. */
export function Why({ programme, place, on, change, close }: Props) {
  const { names } = programme;
  const id = place.combination_id;
  const without = <T extends { combination_id: string; on: string }>(list: T[]) =>
    list.filter((each) => each.combination_id !== id || each.on !== on);
  const past = programme.meetings.find((meeting) => meeting.on === on)?.past ?? true;
  return (
    <section aria-label="Why here?" className="rounded-xl border-[1.5px] border-brass bg-chalk p-3">
      <div className="flex items-start gap-2">
        <span className="mt-1">
          <Shape kind={place.kind} pinned={place.pinned} />
        </span>
        <h2 className="min-w-0 flex-1 font-bold leading-tight">
          {names[id]}{" "}
          <span className="font-normal text-ink-soft text-sm">
            at {place.rung}, {shortDate(on)} · {KINDS[place.kind]}
          </span>
        </h2>
        <Button small look="quiet" onClick={close}>
          Close
        </Button>
      </div>
      <p className="mt-1 text-sm leading-snug">{place.why}</p>
      <div className="mt-1.5">
        <Lanes programme={programme} place={place} />
      </div>
      {change && !past && (
        <div className="no-print mt-2 flex flex-wrap gap-1">
          {place.pinned ? (
            <Button small onClick={() => change((settings) => ({ ...settings, pins: without(settings.pins) }))}>
              Take the pin out
            </Button>
          ) : (
            <Button
              small
              onClick={() =>
                change((settings) => ({
                  ...settings,
                  never: without(settings.never),
                  pins: [...without(settings.pins), { combination_id: id, on, rung: place.rung }],
                }))
              }
            >
              Pin it here
            </Button>
          )}
          <Button
            small
            onClick={() =>
              change((settings) => ({
                ...settings,
                pins: without(settings.pins),
                never: [...without(settings.never), { combination_id: id, on }],
              }))
            }
          >
            Not in this class
          </Button>
          <Button
            small
            onClick={() =>
              change((settings) => ({
                ...settings,
                not_before: [
                  ...settings.not_before.filter((each) => each.combination_id !== id),
                  { combination_id: id, on: daysFrom(on, 1) },
                ],
              }))
            }
          >
            Not before the next
          </Button>
        </div>
      )}
      <table className="mt-2 w-full text-xs">
        <caption className="sr-only">What is expected of each student</caption>
        <thead>
          <tr className="text-left text-ink-soft">
            <th className="font-normal">student</th>
            <th className="font-normal">does</th>
            <th className="text-right font-normal">clean</th>
            <th className="text-right font-normal">can after</th>
          </tr>
        </thead>
        <tbody>
          {place.said.map((said) => (
            <tr key={said.student_id} className="border-seam/60 border-t">
              <td className="max-w-28 truncate py-px">{nameIn(programme, said.student_id)}</td>
              <td className={said.rung === place.rung ? "text-ink-soft" : "font-bold"}>{said.rung}</td>
              <td className="text-right">{percent(said.rate)}</td>
              <td className="text-right">{percent(said.after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-ink-soft text-xs">
        Can: the chance of 8 clean in 10 at that rung. Each goes a rung up once enough is clean at the one beneath.
      </p>
    </section>
  );
}
