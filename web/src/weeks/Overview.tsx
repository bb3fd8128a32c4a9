import { dayAndMonth } from "../kit/time";
import { decimal } from "../kit/ways";
import { count } from "../kit/words";
import { type Plan, type Programme, percent } from "./programme";

type Props = { programme: Programme; plan: Plan | null };

/** What is in the way, how forecasts came out, what they go by, and the plans there were. */
export function Overview({ programme, plan }: Props) {
  const { scores, left_out, held_back, history, names, students } = programme;
  const said = programme.wishes.map((wish) => wish.text);
  const wishes = [...programme.wishes, ...(plan?.wishes ?? []).filter((wish) => !said.includes(wish.text))];
  return (
    <div className="grid gap-3 text-sm">
      {plan && (
        <section aria-label="Expected">
          <p>
            <strong className="wide text-3xl">{percent(wanted(plan))}</strong> of what you want they should really be
            able to do at the end, 8 clean in 10 at the rung wanted; {percent(now(plan))} today.
          </p>
          <details className="mt-1 text-xs">
            <summary className="cursor-pointer font-semibold">Where this is from</summary>
            <p className="mt-1">
              The chance of each of the {count(students.length, "student")} to be able to do each goal, weighted by its
              importance, by a model of what this group's marks show: students, combinations, rungs, practice, what
              fades, strict and mild coaches. The plan's own value, with rungs on the way, what is waited for and
              lapses, is {decimal(plan.value, 3)};{" "}
              {plan.exact
                ? "every plan there is was tried."
                : `if nothing were forgotten it could be ${decimal(plan.bound, 3)}.`}{" "}
              A house model, no measurement of anybody.
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
                <span className="block text-ink-soft text-xs">What would help: {wish.frees.join("; ")}.</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="How forecasts came out">
        <h2 className="wide font-extrabold">How forecasts came out</h2>
        <Scored scores={scores} />
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
                {each.nth}. from {dayAndMonth(each.planned_on)}: {each.state}, value {decimal(each.value, 3)}
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
        <caption className="sr-only">Of what was said to be so clean, how much was</caption>
        <thead>
          <tr className="text-left text-ink-soft">
            <th className="font-normal">said to be clean</th>
            <th className="text-right font-normal">on average</th>
            <th className="text-right font-normal">was clean</th>
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
          ? `Off by ${percent(scores.error ?? 0)} of the repetitions on average${scores.as_last_time === null ? "" : `; "as last time" is off by ${percent(scores.as_last_time)} where this is by ${percent(scores.of_the_same ?? 0)}`}, the group's average by ${percent(scores.base ?? 0)}.`
          : `Only ${scores.count} forecasts so far: too few to say how good they are.`}
      </p>
    </>
  );
}
