import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Empty, Trouble, Waiting } from "../kit/parts";
import { shortDate } from "../kit/time";
import { Figures } from "./Figures";
import { Holds } from "./Holds";
import { Knot } from "./Knot";
import { LoadChart } from "./LoadChart";
import { OnFile } from "./OnFile";
import { OnTheFloor } from "./OnTheFloor";

type Page = Schemas["StudentPage"];

/** One student over weeks: load with its figures, what is mastered and what fades, and what was recorded. */
export default function StudentPlace() {
  const { id } = useParams();
  const page = useQuery({
    queryKey: ["student", id],
    queryFn: () => data(api.GET("/api/book/students/{id}", { params: { path: { id: id as string } } })),
  });
  if (page.isPending) return <Waiting what="the student" />;
  if (page.error) return <Trouble error={page.error} />;
  const { student } = page.data;
  return (
    <>
      <p className="text-sm">
        <Link to="/book" className="font-semibold underline">
          Book
        </Link>{" "}
        · {student.group_name}
      </p>
      <h1 className="wide mb-3 font-extrabold text-3xl">
        {student.name}{" "}
        <span className="font-normal text-base text-ink-soft">
          {student.level}, {student.stance}
        </span>
      </h1>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-4">
          <section aria-label="Load" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
            <h2 className="wide mb-1 font-extrabold text-lg">Load, day by day</h2>
            <p className="mb-2 text-ink-soft text-sm">
              Effort × minutes. {page.data.days_known} of the last 28 days known.
            </p>
            <LoadChart days={page.data.days} weeks={page.data.weeks} />
          </section>
          <Figures figures={page.data.figures} />
          <OnTheFloor student={student.id} />
          <Efforts efforts={page.data.efforts} />
        </div>
        <div className="grid content-start gap-4">
          <Holds student={student.id} />
          <Masteries masteries={page.data.masteries} />
          <OnFile student={student.id} name={student.name} />
        </div>
      </div>
    </>
  );
}

const STATE = { new: "new", learning: "learning", held: "held", fading: "fading" };

function Masteries({ masteries }: { masteries: Page["masteries"] }) {
  return (
    <section aria-label="Mastery" className="h-fit rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">What is owned</h2>
      {masteries.length === 0 && (
        <Empty title="No marks yet">Mark a few repetitions in the ring and they show here.</Empty>
      )}
      <ul className="divide-y divide-seam">
        {masteries.map((mastery) => (
          <li
            key={mastery.combination_id + mastery.rung}
            className="grid grid-cols-[72px_1fr_auto] items-center gap-3 py-2"
          >
            <Knot
              knot={{
                state: mastery.state,
                sure_of: mastery.sure_of,
                rung: mastery.rung,
                words: mastery.words.sure_of,
              }}
              name={mastery.name}
            />
            <div>
              <p className="font-bold leading-tight">
                <Link to={`/bench/${mastery.combination_id}`} className="hover:underline">
                  {mastery.name}
                </Link>{" "}
                <span className="font-normal text-ink-soft">at {mastery.rung}</span>
              </p>
              <p className="text-ink-soft text-sm">
                {mastery.clean} clean of {mastery.attempted} on {mastery.days_marked} day
                {mastery.days_marked === 1 ? "" : "s"}; last {shortDate(mastery.marked_on)}
                {mastery.marked_by && ` by ${mastery.marked_by}`}
              </p>
              <Sureness mastery={mastery} />
            </div>
            <p className="text-right text-sm">
              <strong
                className={
                  mastery.state === "held" ? "text-lead" : mastery.state === "fading" ? "text-rear" : "text-brass-deep"
                }
              >
                {STATE[mastery.state]}
              </strong>
              <br />
              <span className="text-ink-soft">{mastery.words.sure_of}</span>
            </p>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-ink-soft text-xs">
        Marks fade with a half-life of 28 days, the product's own choice. Repetitions within a set are not independent
        and coaches mark differently, so a score is a hint, not a grade.
      </p>
    </section>
  );
}

/** A bar from 0 to 1: the score, and the line from which it is held. */
function Sureness({ mastery }: { mastery: Page["masteries"][number] }) {
  const note = mastery.words.due_in
    ? `holds ${mastery.words.due_in} without practice`
    : mastery.faded_by === "time"
      ? "time has done it: due again"
      : mastery.faded_by === "rough_marks"
        ? "rough marks have done it"
        : mastery.state === "learning" && mastery.days_marked < 2
          ? "needs marks from a second day"
          : "not sure enough yet";
  return (
    <p className="mt-1 flex items-center gap-2 text-xs">
      <span
        className="relative inline-block h-2 w-28 rounded-full bg-canvas-deep"
        title={`score ${mastery.score.toFixed(2)}, sure of ${mastery.sure_of.toFixed(2)}`}
      >
        <span
          className="absolute inset-y-0 left-0 rounded-full bg-[#B9AC92]"
          style={{ width: `${mastery.score * 100}%` }}
        />
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

function Efforts({ efforts }: { efforts: Page["efforts"] }) {
  if (efforts.length === 0)
    return <Empty title="No efforts yet">After a class, ask how hard it was: it shows here.</Empty>;
  return (
    <section aria-label="Recorded efforts" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">What was recorded</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <thead className="text-left text-ink-soft text-xs">
            <tr>
              <th className="pr-3 font-semibold">day</th>
              <th className="pr-3 font-semibold">class</th>
              <th className="pr-3 font-semibold">effort</th>
              <th className="pr-3 text-right font-semibold">minutes</th>
              <th className="text-right font-semibold">load</th>
            </tr>
          </thead>
          <tbody>
            {efforts.slice(0, 10).map((effort) => (
              <tr key={effort.id} className="border-seam border-t">
                <td className="whitespace-nowrap py-1 pr-3">{shortDate(effort.on)}</td>
                <td className="py-1 pr-3">{effort.title ?? "elsewhere"}</td>
                <td className="py-1 pr-3">
                  <strong>{effort.effort}</strong> {effort.words}
                  {effort.estimated && <span className="text-ink-soft"> (estimate)</span>}
                </td>
                <td className="py-1 pr-3 text-right">{effort.minutes}</td>
                <td className="py-1 text-right font-bold">{Math.round(effort.load)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
