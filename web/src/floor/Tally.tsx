import { dated } from "../kit/clock";
import { newId } from "../kit/ids";
import { count } from "../kit/words";
import { groupsOf } from "./hall";
import type { Props as ClassProps } from "./part";

type Props = ClassProps & { round: number };

/** Who was last to finish each exchange, a tap for each: counted for the pair, taken back with one more. */
export function Tally({ opened, hall, change, outbox, round }: Props) {
  const groups = groupsOf(hall);
  if (groups.length === 0)
    return <p className="mt-2 text-night-soft">Make pairs at the door, and the tally stands here.</p>;
  const name = (id: string) => opened.students.find((student) => student.id === id)?.name.split(" ")[0] ?? "a guest";
  const tallies = (hall.tallies ?? []).filter((tally) => tally.round === round);
  const tap = (student: string) => {
    const tally = { id: newId(), student, round };
    change((before) => ({ ...before, tallies: [...(before.tallies ?? []), tally] }));
    outbox.put({ table: "tallies", fact: { id: tally.id, round, student_id: student, at: dated() } });
  };
  const takeBack = () => {
    const last = tallies.at(-1);
    if (!last) return;
    outbox.put({ table: "taken_back", fact: last.id });
    change((before) => ({ ...before, tallies: (before.tallies ?? []).filter((tally) => tally.id !== last.id) }));
  };
  return (
    <section aria-label="Last to finish" className="mt-3">
      <div className="mb-1.5 flex items-center justify-between gap-2">
        <h2 className="font-bold">Last to finish</h2>
        <button
          type="button"
          onClick={takeBack}
          disabled={tallies.length === 0}
          className="min-h-11 rounded-full border-2 border-night-line px-3 font-semibold text-sm disabled:opacity-60"
        >
          Take the last one back
        </button>
      </div>
      <ul className="flex flex-wrap gap-2">
        {groups.map((ids) => (
          <li key={ids.join()} className="flex gap-1.5 rounded-xl bg-night-raised p-1.5">
            {ids.map((id) => {
              const n = tallies.filter((tally) => tally.student === id).length;
              return (
                <button
                  key={id}
                  type="button"
                  aria-label={`${name(id)} was last: ${count(n, "time")} so far`}
                  onClick={() => tap(id)}
                  className="min-h-14 min-w-20 rounded-lg border-2 border-night-line px-3 font-bold active:bg-night-line"
                >
                  {name(id)} <span className="text-brass-bright">{n}</span>
                </button>
              );
            })}
          </li>
        ))}
      </ul>
    </section>
  );
}
