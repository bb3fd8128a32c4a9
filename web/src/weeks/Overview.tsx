import { dayAndMonth } from "../kit/time";
import { count } from "../kit/words";
import { type Plan, type Programme, percent } from "./programme";

type Props = { programme: Programme; plan: Plan | null };

/** What is in the way, how forecasts came out, what they go by, and the plans there were. */
export function Overview({ programme, plan }: Props) {
  const { scores, habits, left_out, held_back, history, names, students } = programme;
  const said = programme.wishes.map((wish) => wish.text);
  const wishes = [...programme.wishes, ...(plan?.wishes ?? []).filter((wish) => !said.includes(wish.text))];
  return (
    <div className="grid gap-3 text-sm">
      {plan && (
        <section aria-label="Expected">
          <p>
            <strong className="wide text-3xl">{percent(wanted(plan))}</strong> of what you want is expected to be owned
            at the end; {percent(now(plan))} is today.
          </p>
          <details className="mt-1 text-xs">
            <summary className="cursor-pointer font-semibold">Where this is from</summary>
            <p className="mt-1">
              The share of the {count(students.length, "student")} expected to hold each goal, weighted by its
              importance. The plan's own value, with rungs on the way, what is waited for and lapses, is{" "}
              {plan.value.toFixed(3)};{" "}
              {plan.exact
                ? "every plan there is was tried."
                : `no plan can be above ${Math.min(plan.bound, 9).toFixed(3)}: marks of two days are needed for each rung, students come as often as they come, and there are only so many places.`}
            </p>
          </details>
        </section>
      )}
      {wishes.length > 0 && (
        <section aria-label="In the way">
          <h2 className="wide font-extrabold">In the way</h2>
          <ul className="grid gap-1.5">
            {wishes.map((wish) => (
              <li
                key={wish.text}
                className="rounded-r-lg border-rear border-l-4 bg-chalk px-2 py-1 text-[13px] leading-snug"
              >
                {wish.combination_id && !wish.text.includes(names[wish.combination_id] ?? "\0") && (
                  <strong>{names[wish.combination_id]}: </strong>
                )}
                {wish.text}
                <span className="block text-ink-soft text-xs">
                  What would free it: {wish.frees.join("; ").toLowerCase()}.
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="How forecasts came out">
        <h2 className="wide font-extrabold">How forecasts came out</h2>
        <Scored scores={scores} />
        <details className="mt-1 text-xs">
          <summary className="cursor-pointer font-semibold">What forecasts go by</summary>
          <ul className="mt-1 grid gap-0.5">
            <li>A mark counts up to {habits.attempted} attempts.</li>
            <li>Who is there is marked on what is drilled {percent(habits.seen)} of the time.</li>
            <li>
              Each class takes {percent(habits.gain)} of what is missing from {percent(habits.best)} clean.
            </li>
            <li>
              A rung begun falls {percent(habits.step)} below the one beneath; what is new, {percent(habits.leap)} below
              what it builds on.
            </li>
            <li>
              From {count(habits.from.attempted ?? 0, "mark")} of this group; below 30 of a kind the product's own
              default stands. A house model, no measurement of anybody.
            </li>
          </ul>
        </details>
      </section>
      {held_back.length > 0 && (
        <section aria-label="Held back">
          <h2 className="wide font-extrabold">Held back</h2>
          <ul className="text-[13px] leading-snug">
            {held_back.map(({ id, name, holds }) => (
              <li key={id}>
                <strong>{name}</strong>:{" "}
                {holds.map(({ from, until }) => (until ? `${from} until ${dayAndMonth(until)}` : from)).join("; ")}
              </li>
            ))}
          </ul>
        </section>
      )}
      {left_out.length > 0 && (
        <p className="text-xs">
          <strong>Not planned for</strong>, as they have not come for long: {left_out.join(", ")}.
        </p>
      )}
      {history.length > 1 && (
        <details className="text-xs">
          <summary className="cursor-pointer font-semibold">Plans so far: {history.length}</summary>
          <ol className="mt-1">
            {history.map((each) => (
              <li key={each.id}>
                {each.nth}. from {dayAndMonth(each.planned_on)}: {each.state}, value {each.value.toFixed(3)}
              </li>
            ))}
          </ol>
        </details>
      )}
    </div>
  );
}

const weighted = (plan: Plan, of: (outlook: Plan["outlooks"][number]) => number) => {
  const all = plan.outlooks.reduce((sum, outlook) => sum + outlook.importance, 0);
  return plan.outlooks.reduce((sum, outlook) => sum + outlook.importance * of(outlook), 0) / Math.max(all, 1);
};
export const wanted = (plan: Plan) => weighted(plan, (outlook) => outlook.share);
const now = (plan: Plan) => weighted(plan, (outlook) => outlook.now);

function Scored({ scores }: { scores: Programme["scores"] }) {
  if (scores.count === 0)
    return <p className="text-ink-soft text-xs">No class of a plan has taken place and been marked yet.</p>;
  return (
    <>
      <table className="w-full text-xs">
        <caption className="sr-only">Of what was said to be so likely, how much came true</caption>
        <thead>
          <tr className="text-left text-ink-soft">
            <th className="font-normal">said to be owned</th>
            <th className="text-right font-normal">on average</th>
            <th className="text-right font-normal">came true</th>
            <th className="text-right font-normal">of</th>
          </tr>
        </thead>
        <tbody>
          {scores.bins.map((bin) => (
            <tr key={bin.from} className="border-seam/60 border-t">
              <td>
                {Math.round(bin.from * 100)} to {percent(bin.to)}
              </td>
              <td className="text-right">{percent(bin.said)}</td>
              <td className="text-right font-bold">{percent(bin.came)}</td>
              <td className="text-right">{bin.count}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-xs">
        {scores.enough
          ? `Brier score ${scores.brier?.toFixed(3)}; always saying what came on average would score ${scores.base?.toFixed(3)}. Less is better.`
          : `Only ${scores.count} forecasts so far: too few to say how good they are.`}
      </p>
    </>
  );
}
