import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Button, Empty } from "../../kit/parts";
import { Sheet } from "../../kit/Sheet";
import { shortDate } from "../../kit/time";
import { decimal } from "../../kit/ways";
import { count } from "../../kit/words";
import { Knot } from "../squad/Knot";
import { Where } from "../where";
import { HalfLife } from "./HalfLife";
import { MarkHistory } from "./MarkHistory";

type Page = Schemas["StudentPage"];
type Mastery = Page["masteries"][number];

const LOOK = { new: "", learning: "text-brass-deep", owned: "text-lead", fading: "text-rear" };

/** What is owned, rung by rung: how sure we are, until when, who marked; each opens to every mark. */
export function Mastered({ page }: { page: Page }) {
  const [shown, setShown] = useState<Mastery>();
  return (
    <section aria-label="Mastery" className="h-fit rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">What is owned</h2>
      {page.masteries.length === 0 && (
        <Empty title="No marks yet">Mark a few repetitions in the ring and they show here.</Empty>
      )}
      <ul className="divide-y divide-seam">
        {page.masteries.map((mastery) => (
          <li
            key={mastery.combination_id + mastery.rung}
            className="grid grid-cols-[64px_1fr_auto] items-center gap-3 py-1.5"
          >
            <Knot
              knot={{
                state: mastery.state,
                sure_of: mastery.sure_of,
                rung: mastery.rung,
                words: mastery.words.sure_of,
                vouched: mastery.words.vouched,
              }}
              name={mastery.name}
            />
            <div className="min-w-0">
              <p className="font-bold leading-tight">
                <Link to={`/bench/${mastery.combination_id}`} className="hover:underline">
                  {mastery.name}
                </Link>{" "}
                <span className="font-normal text-ink-soft">at {mastery.rung}</span>
              </p>
              <p className="text-ink-soft text-xs">
                {mastery.clean} clean of {mastery.attempted} on {mastery.days_marked} day
                {mastery.days_marked === 1 ? "" : "s"}; last {shortDate(mastery.marked_on)}
                {mastery.marked_by && ` by ${mastery.marked_by}`}
              </p>
              <Sureness mastery={mastery} />
            </div>
            <p className="text-right text-sm">
              <strong className={LOOK[mastery.state]}>{mastery.state}</strong>
              <br />
              <span className="text-ink-soft text-xs">{mastery.words.sure_of}</span>
              <br />
              <Button small look="quiet" className="no-print -mr-2" onClick={() => setShown(mastery)}>
                marks
                <span className="sr-only">
                  {" "}
                  of {mastery.name} at {mastery.rung}
                </span>
              </Button>
            </p>
          </li>
        ))}
      </ul>
      <Where name="What is owned" figure={page.mastery} className="mt-2">
        <p className="text-ink-soft text-xs">
          Marks lose half their weight in {count(page.half_life, "day")}. Repetitions within a set are not independent
          and coaches mark differently, so a score is a hint, not a grade.
        </p>
      </Where>
      <HalfLife page={page} />
      <Sheet open={shown !== undefined} close={() => setShown(undefined)} title={shown ? `Marks: ${shown.name}` : ""}>
        {shown && <MarkHistory student={page.student.id} combination={shown.combination_id} />}
      </Sheet>
    </section>
  );
}

/** A bar from 0 to 1: the score, and the line from which it is owned. */
function Sureness({ mastery }: { mastery: Mastery }) {
  const note = mastery.words.vouched
    ? `the marks vouch for it ${mastery.words.vouched}`
    : mastery.faded_by === "time"
      ? "not drilled lately: due again"
      : mastery.faded_by === "rough_marks"
        ? "rough marks lately: due again"
        : mastery.state === "learning" && mastery.days_marked < 2
          ? "needs marks from a second day"
          : "not sure enough yet";
  return (
    <p className="mt-0.5 flex items-center gap-2 text-xs">
      <span
        className="relative inline-block h-2 w-20 shrink-0 rounded-full bg-canvas-deep"
        title={`score ${decimal(mastery.score, 2)}, sure of ${decimal(mastery.sure_of, 2)}`}
      >
        <span className="absolute inset-y-0 left-0 rounded-full bg-past" style={{ width: `${mastery.score * 100}%` }} />
        <span
          className="absolute inset-y-0 left-0 rounded-full bg-lead"
          style={{ width: `${mastery.sure_of * 100}%` }}
        />
        <span className="absolute -inset-y-0.5 left-[70%] w-0.5 bg-ink" />
      </span>
      {note}
    </p>
  );
}
