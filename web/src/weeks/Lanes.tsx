import { Fragment } from "react";
import type { PlanPlace, Programme } from "./programme";

/** Who does a place at which rung, by name; those of the largest lane are "the rest". Nothing where all do the same. */
export function Lanes({ programme, place }: { programme: Programme; place: PlanPlace }) {
  const lanes = place.lanes ?? [];
  if (lanes.length < 2) return null;
  const nameOf = (id: string) => programme.students.find((each) => each.id === id)?.name ?? "gone since";
  const most = Math.max(...lanes.map((lane) => lane.student_ids.length));
  const rest = lanes.findLast((lane) => lane.student_ids.length === most);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-2 text-[13px] leading-snug">
      {lanes.map((lane) => (
        <Fragment key={lane.rung}>
          <dt className="font-semibold">{lane.rung}</dt>
          <dd>{lane === rest ? "the rest" : lane.student_ids.map(nameOf).join(", ")}</dd>
        </Fragment>
      ))}
    </dl>
  );
}
