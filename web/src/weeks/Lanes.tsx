import { Fragment } from "react";
import { theRest } from "../kit/lanes";
import { type Lane, lanesOf, nameIn, type PlanPlace, type Programme } from "./programme";

/** Who does a place at which rung, by name; those of the largest lane are "the rest". Nothing where all do the same. */
export function Lanes({ programme, place }: { programme: Programme; place: PlanPlace }) {
  const lanes = lanesOf(place);
  if (lanes.length < 2) return null;
  const rest = theRest(
    lanes,
    (lane) => lane.student_ids.length,
    (lane) => !lane.combination_id,
  );
  const what = (lane: Lane) =>
    [lane.combination_id && programme.names[lane.combination_id], lane.rung, lane.part && `${lane.part} first`]
      .filter(Boolean)
      .join(", ");
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-2 text-[13px] leading-snug">
      {lanes.map((lane) => (
        <Fragment key={what(lane)}>
          <dt className="font-semibold">{what(lane)}</dt>
          <dd>{lane === rest ? "the rest" : lane.student_ids.map((id) => nameIn(programme, id)).join(", ")}</dd>
        </Fragment>
      ))}
    </dl>
  );
}
