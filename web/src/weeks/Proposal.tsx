import { Button } from "../kit/parts";
import { dayAndMonth } from "../kit/time";
import { count } from "../kit/words";
import { wanted } from "./Overview";
import { type Plan, type Programme, percent } from "./programme";

type Props = {
  programme: Programme;
  plan: Plan;
  proposed: Plan;
  shown: boolean;
  show: (shown: boolean) => void;
  decide?: (taken: boolean) => void;
};

/** A plan that was made again: what moves, why, and the choice to take it or to keep the one there is. */
export function Proposal({ programme, plan, proposed, shown, show, decide }: Props) {
  const { moves, names } = programme;
  return (
    <section
      aria-label="A new plan"
      className="no-print mb-2 rounded-xl border-[1.5px] border-lead bg-chalk px-3 py-2 text-sm"
    >
      <div className="flex flex-wrap items-center gap-2">
        <p className="min-w-60 flex-1">
          <strong>Laid out again from what happened.</strong>{" "}
          {moves.length === 0
            ? "Nothing moves."
            : `${moves.length === 1 ? "One combination moves" : `${count(moves.length, "combination")} move`}; ${percent(wanted(proposed))} instead of ${percent(wanted(plan))} of what you want at the end.`}
        </p>
        <Button small aria-pressed={shown} onClick={() => show(!shown)}>
          {shown ? "Look at the old one" : "Look at it"}
        </Button>
        {decide && (
          <>
            <Button small onClick={() => decide(false)}>
              Keep the old one
            </Button>
            <Button small look="main" onClick={() => decide(true)}>
              Take it
            </Button>
          </>
        )}
      </div>
      {moves.length > 0 && (
        <details className="mt-1 text-xs">
          <summary className="cursor-pointer font-semibold">What moves, and why</summary>
          <ul className="mt-1 grid max-h-48 gap-1 overflow-y-auto">
            {moves.map((move) => (
              <li key={move.combination_id}>
                <strong>{names[move.combination_id]}</strong>: {move.why}{" "}
                <span className="text-ink-soft">
                  {move.from.length > 0 && `No longer on ${days(move.from)}. `}
                  {move.to.length > 0 && `Now on ${days(move.to)}.`}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

const days = (list: { on: string; rung: string }[]) =>
  [...new Set(list.map((each) => `${dayAndMonth(each.on)} (${each.rung})`))].join(", ");
