import { useRef, useState } from "react";
import { Scrolling } from "../kit/Scrolling";
import { dayAndMonth, shortDate } from "../kit/time";
import { count } from "../kit/words";
import { Ground } from "./Ground";
import { KINDS, lanesOf, type Meeting, type Plan, type PlanPlace, type Programme, percent } from "./programme";
import { Shape } from "./Shape";

export type At = { on: string; id: string };
type Props = {
  programme: Programme;
  plan: Plan;
  chosen: At | null;
  choose: (at: At) => void;
  /** Puts a combination into the class of another day, or nothing where that may not be done. */
  pin?: (id: string, from: string, to: string) => void;
};

const NAMES = 196;
const LEAST = 19;
const HIGH = 20; // pixels from the foot of a row: a label goes beneath

/** Combinations as strands that climb from left to right over the classes of the weeks, with the load as their ground. */
export function Strands({ programme, plan, chosen, choose, pin }: Props) {
  const { meetings, ladder } = programme;
  const strands = strandsOf(programme, plan);
  const height = Math.max(19, Math.min(46, Math.floor(430 / Math.max(strands.length, 1))));
  const places = new Map(plan.classes.map((planned) => [planned.on, planned.places]));
  const [over, setOver] = useState<string | null>(null);
  const dragged = useRef<At | null>(null);
  return (
    <Scrolling label="Strands" className="relative pb-1">
      <table
        aria-label="Combinations by class"
        className="w-full table-fixed border-collapse"
        style={{ minWidth: NAMES + meetings.length * LEAST }}
      >
        <colgroup>
          <col style={{ width: NAMES }} />
          <col span={meetings.length} />
        </colgroup>
        <thead>
          <tr>
            <th scope="col" className="pb-0.5 text-left align-bottom font-normal text-ink-soft text-xs">
              wanted · expected at the end
            </th>
            {meetings.map((meeting, i) => (
              <ClassHead key={meeting.index} meeting={meeting} first={meetings[i - 1]?.week !== meeting.week} />
            ))}
          </tr>
        </thead>
        <tbody>
          {strands.map((strand) => (
            <tr key={strand.id} className="border-seam/70 border-t" style={{ height }}>
              <StrandName programme={programme} plan={plan} id={strand.id} />
              {meetings.map((meeting, i) => {
                const place = places.get(meeting.on)?.find((each) => each.combination_id === strand.id);
                return (
                  <td
                    key={meeting.index}
                    onDragOver={(event) => {
                      if (!dragged.current || dragged.current.id !== strand.id || meeting.past) return;
                      event.preventDefault();
                      setOver(meeting.on);
                    }}
                    onDrop={() => {
                      const from = dragged.current;
                      setOver(null);
                      if (from && pin && from.on !== meeting.on) pin(from.id, from.on, meeting.on);
                    }}
                    className={`relative ${meetings[i - 1]?.week !== meeting.week ? "border-seam border-l" : ""} ${meeting.past ? "bg-canvas-deep/60" : ""} ${over === meeting.on && dragged.current?.id === strand.id ? "bg-brass/25" : ""}`}
                  >
                    <Thread strand={strand} index={i} height={height} rungs={ladder.length} />
                    {!place && cameOf(meeting, strand.id) === "drilled" && <Drilled />}
                    {place && (
                      <PlaceMark
                        place={place}
                        left={cameOf(meeting, strand.id) === "left"}
                        name={programme.names[strand.id] ?? "?"}
                        meeting={meeting}
                        rung={starts(strand, i) && height >= 30 ? place.rung : null}
                        bottom={level(ladder.indexOf(place.rung), ladder.length, height)}
                        chosen={chosen?.on === meeting.on && chosen.id === strand.id}
                        choose={() => choose({ on: meeting.on, id: strand.id })}
                        drag={
                          pin && !meeting.past
                            ? (started) => {
                                dragged.current = started ? { on: meeting.on, id: strand.id } : null;
                              }
                            : undefined
                        }
                      />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <Ground programme={programme} />
        </tfoot>
      </table>
    </Scrolling>
  );
}

type Strand = { id: string; points: (number | null)[] };

/** Goals as they are listed, then what they rest on and what is kept up. */
function strandsOf(programme: Programme, plan: Plan): Strand[] {
  const goals = programme.settings.goals.map((goal) => goal.combination_id);
  const others = plan.classes.flatMap((planned) => planned.places.map((place) => place.combination_id));
  const ids = [...new Set([...goals, ...others])];
  return ids.map((id) => ({
    id,
    points: programme.meetings.map((meeting) => {
      const place = plan.classes
        .find((planned) => planned.on === meeting.on)
        ?.places.find((each) => each.combination_id === id);
      return place ? programme.ladder.indexOf(place.rung) : null;
    }),
  }));
}

/** Whether a strand begins, or comes to another rung, at a class. */
const starts = (strand: Strand, index: number) =>
  strand.points[index] !== strand.points.slice(0, index).findLast((point) => point !== null);

/** Pixels from the foot of a row to a rung. */
const level = (rung: number, rungs: number, height: number) => 4 + (rung / Math.max(rungs - 1, 1)) * (height - 16);

function Thread({ strand, index, height, rungs }: { strand: Strand; index: number; height: number; rungs: number }) {
  const before = strand.points.slice(0, index + 1).findLast((point) => point !== null);
  const after = strand.points.slice(index).some((point) => point !== null);
  const here = strand.points[index];
  const last = strand.points.slice(0, index).findLast((point) => point !== null);
  if (before == null || (!after && here === null)) return null;
  const from = last ?? before;
  const y = (rung: number) => height - 6 - level(rung, rungs, height);
  return (
    <svg
      aria-hidden="true"
      className="absolute inset-0 h-full w-full"
      preserveAspectRatio="none"
      viewBox={`0 0 10 ${height}`}
    >
      <path
        d={`M ${last == null ? 5 : 0} ${y(from)} L 5 ${y(before)} ${after && strand.points.slice(index + 1).some((point) => point !== null) ? `L 10 ${y(before)}` : ""}`}
        fill="none"
        stroke="var(--color-brass)"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** Whether a class that took place drilled a combination or left it; nothing of classes to come. */
function cameOf(meeting: Meeting, id: string): "drilled" | "left" | null {
  if (!meeting.took_place) return null;
  return meeting.drilled.includes(id) ? "drilled" : "left";
}

/** Drilled though the plan had not said so. */
function Drilled() {
  return (
    <span className="absolute bottom-1 left-1/2 size-1.5 -translate-x-1/2 rounded-full bg-ink-soft">
      <span className="sr-only">drilled, not planned</span>
    </span>
  );
}

type MarkProps = {
  place: PlanPlace;
  /** Whether the class left it out. */
  left: boolean;
  name: string;
  meeting: Meeting;
  /** What is written beside it: where a strand begins or comes to another rung. */
  rung: string | null;
  bottom: number;
  chosen: boolean;
  choose: () => void;
  drag?: (started: boolean) => void;
};

function PlaceMark({ place, left, name, meeting, rung, bottom, chosen, choose, drag }: MarkProps) {
  const lanes = lanesOf(place).length;
  return (
    <span className="absolute left-1/2 flex h-3 -translate-x-1/2 items-center gap-px" style={{ bottom }}>
      {rung && (
        <span
          aria-hidden="true"
          className={`absolute left-0 rounded bg-canvas/80 font-semibold text-[10px] text-brass-deep leading-none ${bottom > HIGH ? "top-full mt-0.5" : "bottom-full mb-0.5"}`}
        >
          {rung}
        </span>
      )}
      <button
        type="button"
        draggable={!!drag}
        onDragStart={() => drag?.(true)}
        onDragEnd={() => drag?.(false)}
        onClick={choose}
        data-place={`${meeting.on} ${place.combination_id}`}
        aria-pressed={chosen}
        aria-label={`${name} at ${place.rung}, ${shortDate(meeting.on)}, ${KINDS[place.kind]}${place.times > 1 ? `, ${count(place.times, "place")}` : ""}${lanes > 1 ? `, ${count(lanes, "lane")}` : ""}${place.pinned ? ", pinned" : ""}${left ? ", left out" : ""}`}
        title={`${name} at ${place.rung}: ${percent(place.before)} → ${percent(place.after)}`}
        className={`flex rounded-sm ${left ? "opacity-40" : ""} ${drag ? "cursor-grab" : ""} ${chosen ? "outline-3 outline-brass outline-offset-3" : ""}`}
      >
        <Shape kind={place.kind} pinned={place.pinned} />
      </button>
      {place.times > 1 && (
        <span aria-hidden="true" className="font-bold text-[10px] leading-none">
          {place.times}
        </span>
      )}
    </span>
  );
}

function ClassHead({ meeting, first }: { meeting: Meeting; first: boolean }) {
  return (
    <th
      scope="col"
      className={`overflow-hidden pb-0.5 text-center align-bottom text-[11px] leading-tight ${first ? "border-seam border-l" : ""} ${meeting.past ? "font-normal text-ink-soft" : "font-semibold"}`}
      title={`${shortDate(meeting.on)} ${meeting.at}${meeting.took_place ? ", took place" : meeting.card_id ? ", has its card" : ""}`}
    >
      <span className="block whitespace-nowrap">{first ? `w${meeting.week + 1}` : " "}</span>
      <span className="block">{dayAndMonth(meeting.on).split(" ")[0]}</span>
      <span aria-hidden="true" className="block h-3 text-[10px]">
        {meeting.took_place ? "✓" : meeting.card_id ? "▪" : ""}
      </span>
      <span className="sr-only">
        {shortDate(meeting.on)}
        {meeting.took_place ? ", took place" : meeting.card_id ? ", has its card" : ""}
      </span>
    </th>
  );
}

function StrandName({ programme, plan, id }: { programme: Programme; plan: Plan; id: string }) {
  const goal = programme.settings.goals.find((each) => each.combination_id === id);
  const outlook = plan.outlooks.find((each) => each.combination_id === id);
  return (
    <th scope="row" className="sticky left-0 z-10 bg-canvas pr-2 text-left font-normal text-xs">
      <span className="flex min-w-0 items-center gap-1.5">
        <span className={`min-w-0 flex-1 truncate ${goal ? "font-bold" : "text-ink-soft"}`}>
          {programme.names[id] ?? "?"}
        </span>
        {goal && outlook && (
          <span className="shrink-0 whitespace-nowrap text-[11px]">
            {outlook.rung} <strong>{percent(outlook.share)}</strong>
          </span>
        )}
      </span>
    </th>
  );
}
