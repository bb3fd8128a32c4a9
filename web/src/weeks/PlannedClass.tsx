import { Link } from "react-router";
import { shortDate } from "../kit/time";
import { Lanes } from "./Lanes";
import { KINDS, type Plan, type Programme } from "./programme";
import { Shape } from "./Shape";

type Props = { programme: Programme; planned: Plan["classes"][number] };

/** One class whole: what is new, learned and reviewed in it, who does it at which rung, and the way to its card. */
export function PlannedClass({ programme, planned }: Props) {
  const card = programme.meetings.find((meeting) => meeting.on === planned.on)?.card_id;
  return (
    <>
      <h3 className="font-bold">
        {shortDate(planned.on)} {planned.at}{" "}
        <span className="font-normal text-ink-soft text-sm">effort {planned.effort}</span>
      </h3>
      <ul className="mt-1">
        {planned.places.map((place) => (
          <li key={place.combination_id} className="border-seam/60 border-t first:border-t-0">
            <details>
              <summary className="flex min-h-9 cursor-pointer items-center gap-2">
                <Shape kind={place.kind} pinned={place.pinned} />
                <span className="min-w-0 flex-1 truncate font-semibold">
                  {programme.names[place.combination_id] ?? "?"}
                  <span className="sr-only">, {KINDS[place.kind]}</span>
                </span>
                <span className="text-sm">
                  {place.rung}
                  {place.times > 1 && (place.part ? `, ${place.part} first` : ` × ${place.times}`)}
                </span>
              </summary>
              <p className="pb-1 pl-5 text-sm">{place.why}</p>
            </details>
            <div className="pb-1 pl-5">
              <Lanes programme={programme} place={place} />
            </div>
          </li>
        ))}
      </ul>
      {card && (
        <Link to={`/card/${card}`} className="font-semibold text-sm underline">
          Its card
        </Link>
      )}
    </>
  );
}
